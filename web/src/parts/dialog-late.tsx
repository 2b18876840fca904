import { Dialog } from 'radix-ui';
import type { SheetProps } from './dialog';
import { onCloseAutoFocus } from './focus';

export function LateSheet(props: SheetProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={onCloseAutoFocus}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(94vw,28rem)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded border border-line bg-sheet p-5 shadow-xl ${
            props.wide ? 'w-[min(94vw,44rem)]' : ''
          }`}
        >
          <Dialog.Title className="mb-2 text-lg">{props.title}</Dialog.Title>
          {props.text ? <p className="mb-4 whitespace-pre-line text-sm">{props.text}</p> : null}
          {props.children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
