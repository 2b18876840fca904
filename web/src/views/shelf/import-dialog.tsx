import type { HistoryRecord, Rig } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';

export type Asked =
  | { readonly kind: 'clash'; readonly rig: Rig; readonly history: readonly HistoryRecord[] }
  | {
      readonly kind: 'refused';
      readonly file: string;
      readonly problems: readonly string[];
      readonly partly?: boolean;
    };

const MOST_SHOWN = 8;

/** What an import asks or says before anything is stored. */
export function ImportDialog(props: {
  asked: Asked;
  onClose: () => void;
  onImport: (mode: 'keep-both' | 'replace') => void;
}) {
  const { asked, onClose, onImport } = props;
  if (asked.kind === 'refused') {
    const more = asked.problems.length - MOST_SHOWN;
    return (
      <Sheet
        title={asked.partly ? `Not all of “${asked.file}” was imported` : `“${asked.file}” was not imported`}
        text={
          asked.partly
            ? 'What could be read of the file is on the shelf. This could not; the file still holds it:'
            : 'Nothing on the shelf was changed.'
        }
        onClose={onClose}
      >
        <ul className="mb-4 max-h-60 list-disc overflow-auto pl-5 font-mono text-xs break-words">
          {asked.problems.slice(0, MOST_SHOWN).map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
        {more > 0 ? <p className="mb-4 text-sm">and {more} more</p> : null}
        <Button look="strong" onClick={onClose}>
          Close
        </Button>
      </Sheet>
    );
  }
  return (
    <Sheet
      title={`“${asked.rig.title}” is on the shelf already`}
      text="The file and the rig on the shelf are the same rig, maybe of different days."
      onClose={onClose}
    >
      <div className="flex flex-wrap gap-2">
        <Button look="strong" autoFocus onClick={() => onImport('keep-both')}>
          Keep both
        </Button>
        <Button onClick={() => onImport('replace')}>Replace: the old one goes to the bin</Button>
        <Button look="quiet" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </Sheet>
  );
}
