// What can be done with one place of the order, beside moving it.
import { boxOf, inNight, type Block, type Box, type Rig } from '../model';
import { actChains, priceOf, twinSlots, waysOf, wiringsOf, type Act, type Offer } from './acting';
import { halvesOf, isMovable, isSplitter, mixersOf, twinned, type Stretch } from './acts';
import type { Chain, Tail } from './chain';
import { placeAt, tailOf, type PlaceAt } from './edit';
import { readChains } from './read';
import type { ChainsAt } from './scope';
import { slotWords, stopWords } from './slots';

/** What can be done with one place of the order, beside moving it, at its price. */
export type Choice = Pick<Offer, 'price' | 'refused'> & { readonly act: Act; readonly words: string };

/** Boxes of the rig that stand in no chain, and carry sound. */
export function shelfOf(rig: Rig, at: ChainsAt): readonly Box[] {
  const { rest } = readChains(inNight(rig, at.variant), wiringsOf(rig, at));
  return rest.boxes.flatMap((id) => boxOf(rig, id) ?? []);
}

/** What a new way may lead to: desks, and what of the shelf is heard or tuned by, amplifiers with a cabinet to drive. */
function goalsOf(rig: Rig, shelf: readonly Box[]): readonly { readonly box: Box; readonly cabinet?: Box }[] {
  const has = ({ blocks }: Box, ...roles: readonly Block['role'][]) =>
    blocks.some(({ role }) => roles.includes(role));
  const cabinet = shelf.find((box) => has(box, 'speaker') && !has(box, 'power'));
  return rig.boxes.flatMap((box) => {
    if (has(box, 'mix')) return [{ box }];
    if (!shelf.includes(box)) return [];
    const tunes = box.blocks.some(({ category }) => category === 'tuner');
    if (tunes || has(box, 'monitor') || (has(box, 'power') && has(box, 'speaker'))) return [{ box }];
    return has(box, 'power') && cabinet ? [{ box, cabinet }] : [];
  });
}

type Named = Pick<Choice, 'act' | 'words'>;

/** All that a choice at a place is made of. */
type Here = {
  readonly rig: Rig;
  readonly chains: readonly Chain[];
  readonly place: PlaceAt;
  readonly tail: Tail;
  readonly words: string;
  readonly shelf: readonly Box[];
};

const wordsAt = (rig: Rig, tail: Tail, at: number): string => {
  const stop = tail.places[at]?.stops[0];
  return stop ? stopWords(rig, stop) : '';
};

/** A box with two halves around the place, and around it with those that follow it. */
function wraps({ rig, chains, place, tail, words }: Here): readonly Named[] {
  const isAmplifier = ({ blocks }: Box) => blocks.some(({ role }) => role === 'preamp' || role === 'power');
  const boxes = rig.boxes.filter((box) => halvesOf(box) && !isAmplifier(box));
  return boxes.flatMap((box) => {
    const stops = tail.places
      .slice(place.at)
      .findIndex(
        ({ stops: [stop] }, i) =>
          stop.box === box.id || !isMovable(rig, chains, { ...place, at: place.at + i }),
      );
    const most = Math.min(MOST_WRAPPED, stops < 0 ? tail.places.length - place.at : stops);
    return Array.from({ length: most }, (_, i): Named => {
      const stretch: Stretch = { ...place, count: i + 1 };
      const around = i === 0 ? words : `${words} to ${wordsAt(rig, tail, place.at + i)}`;
      return { act: { act: 'wrap', stretch, box: box.id }, words: `Wrap ${box.name} around ${around}` };
    });
  });
}

/** Around more stops than this a box is wrapped step by step. */
const MOST_WRAPPED = 6;

/** A way more behind the place. */
function splits({ rig, place, tail, words, shelf }: Here): readonly Named[] {
  const behind: PlaceAt = { ...place, at: place.at + 1 };
  if (!tail.places[behind.at] && tail.end.kind !== 'split') return [];
  return goalsOf(rig, shelf).flatMap(({ box, cabinet }): readonly Named[] => {
    const split = `Split behind ${words}, a way to ${box.name}`;
    const load = cabinet ? { cabinet: cabinet.id } : {};
    const act = { act: 'split', at: behind, box: box.id, ...load } as const;
    const by = shelf.filter((one) => isSplitter(one) && one !== box);
    return [
      { act, words: split },
      ...by.map(({ id, name }) => ({ act: { ...act, by: id }, words: `${split}, by ${name}` })),
    ];
  });
}

/** The split that the place stands ahead of, one place on or back. */
function splitMoves({ rig, chains, place, tail, words }: Here): readonly Named[] {
  if (tail.end.kind !== 'split' || place.at < tail.places.length - 1) return [];
  const isFree = isMovable(rig, chains, place);
  return tail.end.tails.flatMap((one, way): readonly Named[] => {
    const later: Named = {
      act: { act: 'split later', tail: place.tail, way },
      words: `Split later: behind ${wordsAt(rig, one, 0)}`,
    };
    const earlier: Named = {
      act: { act: 'split earlier', tail: place.tail, way },
      words: `Split earlier: ${words} on the way to ${wordsAt(rig, one, one.places.length - 1)} alone`,
    };
    return [...(one.places.length > 1 ? [later] : []), ...(isFree && one.places.length > 0 ? [earlier] : [])];
  });
}

/** A unit's block once more on another way. */
const doubles = ({ rig, chains, place, words }: Here): readonly Named[] =>
  twinSlots(rig, chains, place).flatMap((slot, i) =>
    twinned(rig, chains, place, slot).length > 0
      ? [
          {
            act: { act: 'twin', at: place, slot: i } as const,
            words: `Double ${words} ${slotWords(rig, chains, slot)}`,
          },
        ]
      : [],
  );

/** A chain that ends open, or is heard by itself, mixed into another. */
const joins = ({ rig, place, tail }: Here): readonly Named[] =>
  tail.end.kind !== 'open' && tail.end.kind !== 'heard'
    ? []
    : mixersOf(rig).flatMap(({ box, block }) =>
        tail.places.some(({ stops }) => stops[0].box === box.id)
          ? []
          : [
              {
                act: { act: 'join', tail: place.tail, box: box.id, block } as const,
                words: `Join into ${box.name}`,
              },
            ],
      );

/** Where a way ends at a desk whose mix nothing hears yet: ears and wedges of the shelf that may. */
const monitors = ({ rig, chains, place, tail, shelf }: Here): readonly Named[] => {
  const desk = boxOf(rig, tail.places[place.at]?.stops[0].box);
  if (!desk?.blocks.some(({ role }) => role === 'mix')) return [];
  if (chains.some(({ sources }) => sources.includes(desk.id))) return [];
  return shelf
    .filter(({ blocks }) => blocks.some(({ role }) => role === 'monitor'))
    .map(({ id, name }) => ({
      act: { act: 'ears', box: id, desk: desk.id } as const,
      words: `${desk.name}’s mix to ${name}`,
    }));
};

/**
 * The acts that a place of the order offers beside being moved: taken out, wrapped, split behind, doubled, joined, and
 * what hears a desk's mix. Each
 * with its price by jacks and leads alone, or why it cannot be had.
 */
export function choicesAt(rig: Rig, at: ChainsAt, place: PlaceAt): readonly Choice[] {
  const chains = actChains(rig, at);
  const [stop] = placeAt(chains, place)?.stops ?? [];
  const tail = tailOf(chains, place.tail);
  if (!stop || !tail) return [];
  const here: Here = { rig, chains, place, tail, words: stopWords(rig, stop), shelf: shelfOf(rig, at) };
  const out: Named = {
    act: { act: 'take out', stretch: { ...place, count: 1 } },
    words: `Take ${here.words} out`,
  };
  return [
    ...(isMovable(rig, chains, place) ? [out] : []),
    ...wraps(here),
    ...splits(here),
    ...splitMoves(here),
    ...doubles(here),
    ...joins(here),
    ...monitors(here),
  ].map((choice) => {
    const { price, refused } = priceOf(rig, waysOf(rig, at, choice.act, chains), at);
    return { ...choice, price, refused };
  });
}
