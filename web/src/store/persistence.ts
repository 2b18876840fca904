/** Room for this address in the browser's storage, and whether the browser may clear it by itself. */
export type StorageSpace = {
  /** null: this browser does not say. */
  readonly kept: boolean | null;
  readonly usedBytes: number | null;
  readonly quotaBytes: number | null;
};

/** Absent on plain http from another machine. */
const storageOf = () => (navigator as { storage?: StorageManager }).storage;

let asked = false;

/** Asks the browser, once a tab, not to clear the rigs when space is short: after the first own edit. */
export function askToStay(): void {
  if (asked) return;
  asked = true;
  storageOf()
    ?.persist()
    .catch(() => undefined);
}

export async function storageSpace(): Promise<StorageSpace> {
  const storage = storageOf();
  const [kept, estimate] = await Promise.all([
    storage?.persisted().catch(() => null),
    storage?.estimate().catch(() => null),
  ]);
  return {
    kept: kept ?? null,
    usedBytes: estimate?.usage ?? null,
    quotaBytes: estimate?.quota ?? null,
  };
}
