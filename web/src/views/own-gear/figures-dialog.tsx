import type { FiguresRead } from '../../../../core/gear';
import { count, formatQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';

const MOST = 12;

/** What a table of figures would change, before anything is stored. */
export function FiguresDialog(props: {
  file: string;
  read: FiguresRead;
  onClose: () => void;
  onTake: () => void;
}) {
  const { file, read, onClose, onTake } = props;
  const { changes, refused } = read;
  const quantity = (value: number | undefined, unit: string) =>
    value === undefined ? 'not known' : formatQuantity(value, unit);
  return (
    <Sheet
      wide
      title={
        changes.length > 0
          ? `“${file}” changes ${count(changes.length, 'figure')}`
          : `“${file}” changes nothing`
      }
      text={
        changes.length > 0
          ? 'Each box it changes gets a new revision; rigs that have it are offered the newer figures.'
          : 'What it says is on your gear shelf already, or could not be taken.'
      }
      onClose={onClose}
    >
      {changes.length > 0 ? (
        <ul aria-label="Figures that change" className="mb-3 max-h-56 overflow-auto text-sm">
          {changes.slice(0, MOST).map(({ name, place, to }) => (
            <li
              key={`${name} ${place.of} ${place.what}`}
              className="border-t border-hair py-1 first:border-t-0"
            >
              <span className="font-semibold">{name}</span>{' '}
              <span className="font-mono text-xs">{place.of}</span> {place.what}:{' '}
              {quantity(place.figure?.value, place.unit)} → {quantity(to?.value, place.unit)}
              {to ? <span className="text-muted"> ({to.source})</span> : null}
            </li>
          ))}
          {changes.length > MOST ? <li className="text-muted">and {changes.length - MOST} more</li> : null}
        </ul>
      ) : null}
      {refused.length > 0 ? (
        <>
          <p className="text-sm text-danger">Not taken; the file still holds it:</p>
          <ul aria-label="Lines not taken" className="mb-3 max-h-40 list-disc overflow-auto pl-5 text-xs">
            {refused.slice(0, MOST).map((line) => (
              <li key={line}>{line}</li>
            ))}
            {refused.length > MOST ? <li>and {refused.length - MOST} more</li> : null}
          </ul>
        </>
      ) : null}
      <div className="flex gap-2">
        {changes.length > 0 ? (
          <Button look="strong" autoFocus onClick={onTake}>
            Take {count(changes.length, 'figure')}
          </Button>
        ) : null}
        <Button onClick={onClose}>{changes.length > 0 ? 'Cancel' : 'Close'}</Button>
      </div>
    </Sheet>
  );
}
