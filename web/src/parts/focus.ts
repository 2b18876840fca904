// Where the keyboard is after an act. An act that takes away what had the focus says where it goes; what says
// nothing keeps its place as well as can be: the next of the same list, or the middle of the view.

/** Places that acts lead to; the element carries the name as `data-focus`. Whatever carries one is the middle of its view. */
export type FocusPlace =
  /** Where the rig itself is shown: the map, the stage. */
  | 'rig'
  /** The step of a walk that is next. */
  | 'step'
  /** What begins a walk. */
  | 'begin'
  /** The view as a whole. */
  | 'view';

/** A view that comes in a chunk of its own may take so long. */
const PATIENCE_MS = 5_000;

let promised: { readonly place: FocusPlace; readonly until: number } | null = null;
/** When a promise was kept last: a menu that closes with the act hands the focus back a moment later. */
let keptAt = -Infinity;
const CLOSING_MS = 200;

const isOverlaid = (element: Element) => element.closest('[role="menu"], [role="dialog"]') !== null;

function keepPromise() {
  if (promised === null) return;
  const { place, until } = promised;
  const target = document.querySelector<HTMLElement>(`[data-focus="${place}"]`);
  if (target && (document.activeElement === null || !isOverlaid(document.activeElement))) {
    promised = null;
    keptAt = performance.now();
    target.focus();
  } else if (performance.now() > until) promised = null;
  else requestAnimationFrame(keepPromise);
}

/** The focus goes there as soon as that place is shown; whatever is pressed meanwhile goes first. */
export function goFocus(place: FocusPlace): void {
  promised = { place, until: performance.now() + PATIENCE_MS };
  requestAnimationFrame(keepPromise);
}

/** For menus and dialogs as they close: back to where they were opened, unless an act has said otherwise. */
export function onCloseAutoFocus(event: Event): void {
  if (promised !== null || performance.now() - keptAt < CLOSING_MS) event.preventDefault();
}

const REGIONS = 'ul, ol, table, section, nav, header, [role="dialog"]';
const FOCUSABLE =
  'a[href], button:enabled, input:is([type="checkbox"], [type="radio"]):enabled, select:enabled, summary, [tabindex="0"]';

const isUsable = (element: Element) =>
  element.isConnected && !element.matches(':disabled') && element.getClientRects().length > 0;
/** What can be pressed or chosen; in a text field the keys would belong to its text. */
const focusablesIn = (region: Element): readonly HTMLElement[] =>
  [...region.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(isUsable);

/** An element that had the focus, and which one it was of each list or part of the page around it. */
type Spot = {
  readonly element: Element;
  /** In a menu or a dialog: when that closes, what was before it counts. */
  readonly overlaid: boolean;
  readonly regions: readonly { readonly region: Element; readonly index: number }[];
};

function spotOf(element: HTMLElement): Spot {
  const regions: { region: Element; index: number }[] = [];
  for (let at = element.parentElement?.closest(REGIONS); at; at = at.parentElement?.closest(REGIONS))
    regions.push({ region: at, index: focusablesIn(at).indexOf(element) });
  return { element, overlaid: isOverlaid(element), regions };
}

/** What took the place of a spot that is gone, as near as there is something. */
function nextTo({ element, regions }: Spot): HTMLElement | null {
  if (element instanceof HTMLElement && isUsable(element)) return element;
  for (const { region, index } of regions) {
    const there = region.isConnected ? focusablesIn(region) : [];
    const next = there[Math.min(Math.max(0, index), there.length - 1)];
    if (next) return next;
  }
  return null;
}

/** Spots that are looked back on: a dialog, the menu that led to it, and what was before. */
const KEPT = 6;

/** Watches the page; where the focus would fall to nothing, it goes to what is nearest. */
export function keepFocus(): void {
  let spots: readonly Spot[] = [];
  let isLeft = false;
  let isChecking = false;

  const restore = () => {
    const below = spots.findIndex(({ overlaid }) => !overlaid);
    const tried = below < 0 ? spots : spots.slice(0, below + 1);
    const target = tried.map(nextTo).find((found) => found !== null);
    const middle = ['main [data-focus]', 'main'].map((place) => document.querySelector<HTMLElement>(place));
    const next = [target, ...middle].find((found) => found !== null && found !== undefined);
    // A view that has just been opened is seen from its top.
    next?.focus({ preventScroll: next.matches('main') });
  };
  const check = () => {
    isChecking = false;
    const [last] = spots;
    const at = document.activeElement;
    // A button that was switched off under the hands may keep the focus, but nothing can be done with it.
    const isLost = at === null || at === document.body || at.matches(':disabled');
    if (isLost && !isLeft && promised === null && last && !isUsable(last.element)) restore();
  };
  /** Once the page has taken in the change: who takes the focus by itself has done so by then. */
  const checkSoon = () => {
    if (isChecking) return;
    isChecking = true;
    requestAnimationFrame(() => setTimeout(check));
  };

  document.addEventListener('focusin', ({ target }) => {
    if (!(target instanceof HTMLElement)) return;
    isLeft = false;
    spots = [spotOf(target), ...spots.filter(({ element }) => element !== target)].slice(0, KEPT);
  });
  document.addEventListener(
    'pointerdown',
    () => {
      isLeft = true;
      promised = null;
    },
    { capture: true },
  );
  document.addEventListener('keydown', () => (promised = null), { capture: true });
  new MutationObserver(checkSoon).observe(document.body, {
    childList: true,
    subtree: true,
    attributeFilter: ['disabled', 'hidden'],
  });
}
