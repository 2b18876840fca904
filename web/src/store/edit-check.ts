import type { ChangeCheck } from '../../../core/edits';

const AGAIN_MS = 1_000;
/** The map is drawn by then on a slow machine; an edit that comes before fetches at once. */
const SETTLED_MS = 3_000;

const fetched = (): Promise<ChangeCheck> =>
  import('./schemas').then(
    ({ refusalOf }) => refusalOf,
    () => new Promise((resolve) => setTimeout(() => resolve(fetched()), AGAIN_MS)),
  );

let check: Promise<ChangeCheck> | null = null;

/**
 * What every edit is held against before it is stored. It carries all schemas of the document, and no rig needs
 * them to be shown: it is fetched once the page has settled, or when the first edit is made, and asked for again
 * until it comes.
 */
const editCheck = (): Promise<ChangeCheck> => (check ??= fetched());

/** The check of a session: when it comes by itself, and how to have it at once. */
export function checkForEdits(): { readonly check: Promise<ChangeCheck>; readonly hurry: () => void } {
  let hurry: () => void = () => undefined;
  const promise = new Promise<ChangeCheck>((resolve) => {
    hurry = () => void editCheck().then(resolve);
  });
  setTimeout(hurry, check ? 0 : SETTLED_MS);
  return { check: promise, hurry };
}
