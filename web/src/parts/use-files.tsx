import { useRef, useState, type DragEvent, type ReactNode } from 'react';

type Files = {
  /** Opens the dialog of the system. */
  readonly pick: () => void;
  /** What the dialog hangs on; it is not seen. */
  readonly picker: ReactNode;
  /** Are files held over the view? */
  readonly over: boolean;
  /** For the view that files may be dropped on. */
  readonly drop: {
    readonly onDragOver: (event: DragEvent) => void;
    readonly onDragLeave: () => void;
    readonly onDrop: (event: DragEvent) => void;
  };
};

/**
 * Files taken from a dialog or dropped on a view.
 * @param label what the dialog asks for
 * @param accept endings and media types that it offers
 */
export function useFiles(label: string, accept: string, take: (files: readonly File[]) => void): Files {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  return {
    pick: () => input.current?.click(),
    picker: (
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple
        hidden
        aria-label={label}
        onChange={(event) => {
          take([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    ),
    over,
    drop: {
      onDragOver: (event) => {
        event.preventDefault();
        setOver(true);
      },
      onDragLeave: () => setOver(false),
      onDrop: (event) => {
        event.preventDefault();
        setOver(false);
        take([...event.dataTransfer.files]);
      },
    },
  };
}
