import { useRouteError } from 'react-router';
import { writeRig } from '../../../core/rig';
import { database } from '../store/app';
import { saveText } from '../store/files';
import { documentInMemory } from '../store/room';
import { rawRecords } from '../store/rigs';

/** Saves the last document in memory, and what is stored of it, without leaning on anything that may have failed. */
async function saveAll() {
  const rig = documentInMemory();
  if (rig) saveText(writeRig(rig, { withNames: true }), `${rig.id}.humrig.json`);
  const heads = await database.heads.toArray();
  for (const { id } of heads)
    saveText(JSON.stringify(await rawRecords(database, id), null, 2), `${id}.raw.json`);
}

/** Stands in for a view that failed; the rig is never locked in behind it. */
export function FaultPage() {
  const error = useRouteError();
  const act = 'min-h-8 rounded border border-line bg-raised px-3';
  return (
    <main className="mx-auto max-w-xl p-8" role="alert">
      <h1 className="mb-2 text-xl">This view failed</h1>
      <p className="mb-2">
        Your rigs are stored and whole. What went wrong:{' '}
        {error instanceof Error ? error.message : String(error)}
      </p>
      <div className="flex flex-wrap gap-2 pt-2">
        <button type="button" className={act} onClick={() => void saveAll()}>
          Save everything as files
        </button>
        <button type="button" className={act} onClick={() => window.location.reload()}>
          Load the page again
        </button>
        <a className={`${act} inline-flex items-center`} href="/shelf">
          To the shelf
        </a>
      </div>
    </main>
  );
}
