import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useNotice, usePreferences } from '../store/app';
import { saveBytes } from '../store/files';
import { print } from '../worker/press';
import type { PressWorker, Printed } from '../worker/press.worker';
import { Button } from './button';

export type PressJob = (press: Remote<PressWorker>, printed: Printed) => Promise<Uint8Array>;

/** Sets papers one at a time and saves them; one under way can be cancelled, and ends when its view is left. */
export function usePress() {
  const { paper, units } = usePreferences();
  const say = useNotice((state) => state.say);
  const [busy, setBusy] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const run = (name: string, what: string, job: PressJob) => {
    const cancel = new AbortController();
    running.current = cancel;
    setBusy(what);
    print((press) => job(press, { paper, unit: units, date: new Date() }), cancel.signal)
      .then((bytes) => saveBytes(bytes, name, 'application/pdf'))
      .catch((error: unknown) => {
        if (!cancel.signal.aborted) say(error instanceof Error ? error.message : String(error), 'bad');
      })
      .finally(() => setBusy(null));
  };
  const note =
    busy === null ? null : (
      <span role="status" className="flex items-center gap-2 text-sm text-muted">
        Setting {busy} …
        <Button look="quiet" onClick={() => running.current?.abort()}>
          Cancel
        </Button>
      </span>
    );
  return { run, busy: busy !== null, note };
}
