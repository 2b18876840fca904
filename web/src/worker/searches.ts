// What the search worker does: long searches, told of as they go.
import { drawThumbnail, type Drawing } from '../../../core/drawing';
import { cardSearch, type Card } from '../../../core/planner';
import type { Rig } from '../../../core/model';

/** A routing's card as it crosses: its trial document stays in the worker, its small map comes along. */
type WithoutTrial<C> = C extends { readonly can: true } ? Omit<C, 'trial'> : C;
export type ShownCard = WithoutTrial<Card> & { readonly map: Drawing | null };

/** How far a search is, with what it has found so far. */
export type Progress<T> = { readonly done: number; readonly of: number; readonly found: readonly T[] };

/** Somebody who waits is told at least so often. */
const EVERY_MS = 100;
/** Least width of the small map on a routing's card, pixels. */
const CARD_MAP = 372;

function shown(card: Card, variant: string | null): ShownCard {
  if (!card.can) return { ...card, map: null };
  const { trial, ...rest } = card;
  const setting = { variant, sound: trial.sounds[0]?.id ?? 'all' };
  return { ...rest, map: drawThumbnail(trial, setting, CARD_MAP) };
}

/** Lets what is told leave before the next step. */
const breath = () => new Promise<void>((done) => setTimeout(done));

export function makeSearches(now: () => number = () => performance.now()) {
  return {
    /**
     * Tries every routing on a rig, in one night.
     * @param told called every 100 ms or after each routing, whichever is later, with the cards so far
     */
    async cards(
      rig: Rig,
      variant: string | null,
      told: (progress: Progress<ShownCard>) => void,
    ): Promise<readonly ShownCard[]> {
      const found: ShownCard[] = [];
      let last = now();
      for (const { card, of } of cardSearch(rig, variant)) {
        found.push(shown(card, variant));
        if (now() - last < EVERY_MS) continue;
        last = now();
        told({ done: found.length, of, found: [...found] });
        await breath();
      }
      return found;
    },
  };
}

export type Searches = ReturnType<typeof makeSearches>;
