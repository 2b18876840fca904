import { useEffect, useState } from 'react';
import { formatBytes } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';
import { storageSpace, type StorageSpace } from '../../store/persistence';

function keptWords(kept: boolean | null): string {
  if (kept === null) return 'This browser does not say whether it may clear its storage by itself.';
  return kept
    ? 'The browser has agreed to keep it.'
    : 'The browser may clear it when space is short: save rigs to files too.';
}

function roomWords({ usedBytes, quotaBytes }: StorageSpace): string {
  if (usedBytes === null || quotaBytes === null) return '';
  return `${formatBytes(usedBytes)} of ${formatBytes(quotaBytes)} used.`;
}

/** Less than this left is said in another colour. */
const SHORT = 0.9;

/** Where the rigs are kept, how safely, how full it is; and everything into one file. */
export function StorageLine(props: { turn: unknown; onSave: (withNames: boolean) => void; some: boolean }) {
  const [room, setRoom] = useState<StorageSpace | null>(null);
  const [asking, setAsking] = useState(false);
  const [withNames, setWithNames] = useState(false);
  useEffect(() => {
    let left = false;
    void storageSpace().then((found) => !left && setRoom(found));
    return () => {
      left = true;
    };
  }, [props.turn]);
  const short = room !== null && (room.usedBytes ?? 0) > SHORT * (room.quotaBytes ?? Infinity);
  return (
    <section aria-label="Storage" className="mt-6 flex flex-wrap items-center gap-x-4 gap-y-2 text-sm">
      <p className={`min-w-0 flex-1 basis-72 ${short ? 'font-semibold text-caution' : 'text-muted'}`}>
        Rigs are stored in this browser only, under this address.{' '}
        {room ? `${keptWords(room.kept)} ${roomWords(room)}` : null}
        {short ? ' Nearly full.' : null}
      </p>
      {props.some ? <Button onClick={() => setAsking(true)}>Save everything to one file …</Button> : null}
      {asking ? (
        <Sheet
          title="Save everything to one file"
          text="All rigs of this shelf, those in the bin too. Import reads the file back, here or under another address."
          onClose={() => setAsking(false)}
        >
          <label className="mb-4 flex min-h-7 items-center gap-2 text-sm">
            <input
              type="checkbox"
              checked={withNames}
              onChange={(event) => setWithNames(event.target.checked)}
            />
            With the names of who walked the walks
          </label>
          <div className="flex gap-2">
            <Button
              look="strong"
              autoFocus
              onClick={() => {
                setAsking(false);
                props.onSave(withNames);
              }}
            >
              Save
            </Button>
            <Button look="quiet" onClick={() => setAsking(false)}>
              Cancel
            </Button>
          </div>
        </Sheet>
      ) : null}
    </section>
  );
}
