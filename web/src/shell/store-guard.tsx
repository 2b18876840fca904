import { useState, type ReactNode } from 'react';
import { Button } from '../parts/button';
import { Empty } from '../parts/empty';
import { today } from '../store/app';
import { rawStore, useStoreState } from '../store/database-state';
import { saveText } from '../store/files';
import { UpdateBar } from './update-bar';

function NewerStore() {
  const [fault, setFault] = useState<string | null>(null);
  const save = () =>
    rawStore()
      .then((raw) => saveText(JSON.stringify(raw, null, 1), `everything-${today()}.raw.json`))
      .catch((error: unknown) => setFault(error instanceof Error ? error.message : String(error)));
  return (
    <main>
      <Empty
        title="The rigs here were stored by a newer version of Hum Map"
        text={`This version leaves them alone: nothing is read, changed or thrown away. Start the newer version under this address, or save what is stored as a file.${
          fault === null ? '' : `\nIt could not be saved: ${fault}`
        }`}
      >
        <Button look="strong" onClick={() => window.location.reload()}>
          Load the page again
        </Button>
        <Button onClick={() => void save()}>Save what is stored as a file</Button>
      </Empty>
    </main>
  );
}

type Props = {
  readonly children: ReactNode;
  /** What stands under every view. */
  readonly foot: ReactNode;
};

/** Lets the views at the store only while this build may use it. */
export function StoreGuard({ children, foot }: Props) {
  const state = useStoreState((store) => store.state);
  if (state === 'newer')
    return (
      <>
        <NewerStore />
        {foot}
      </>
    );
  return (
    <div className="app-root flex h-dvh flex-col">
      {state === 'outdated' ? (
        <div
          role="alert"
          className="no-print flex flex-wrap items-center gap-3 border-b border-fault bg-fault-tint px-3 py-1 text-sm text-fault"
        >
          <span>
            A newer version of Hum Map has taken the store over in another tab. What was done here is stored;
            nothing more can be.
          </span>
          <Button onClick={() => window.location.reload()}>Reload</Button>
        </div>
      ) : (
        <UpdateBar />
      )}
      <div className="app-page min-h-0 flex-1 overflow-auto">{children}</div>
      {foot}
    </div>
  );
}
