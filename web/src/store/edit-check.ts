import type { ChangeCheck } from '../../../core/rig';

const AGAIN_MS = 1_000;

const fetched = (): Promise<ChangeCheck> =>
  import('./schemas').then(
    ({ refusalOf }) => refusalOf,
    () => new Promise((resolve) => setTimeout(() => resolve(fetched()), AGAIN_MS)),
  );

let check: Promise<ChangeCheck> | null = null;

/**
 * What every edit is held against before it is stored. It carries all schemas of the document, and no rig needs
 * them to be shown: it is fetched apart, and asked for again until it comes.
 */
export const editCheck = (): Promise<ChangeCheck> => (check ??= fetched());
