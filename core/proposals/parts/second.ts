// A second amplifier: beside the first, in turn with it, for the right side, or for the echoes while the first stays dry.
import { boxOf, type Box } from '../../model';
import { isGrid } from '../../chain';
import { boxesIn, endsOf, withEnds, withLine, type Draft, type Item } from '../draft';
import { hasRole, lateIn, outputsBeside, whole } from '../items';
import { driven } from '../amplifiers';
import type { Ask, Part } from '../part';

/** How the ways to two amplifiers part, and what is put in for it. */
type Parting = { readonly by: readonly Item[]; readonly how: Draft['how'] };

/** Does a box give left and right by jacks of their own? */
const hasSides = (box: Box): boolean =>
  outputsBeside(box).length > 1 && box.blocks.some(({ channelsOut }) => channelsOut === 2);

type Front = { readonly draft: Draft; readonly own: readonly Item[] };

/** A draft whose one way begins with the whole of its amplifier; null: something hangs in its loop. */
function frontOf(ask: Ask, draft: Draft): Front | null {
  const [own, ...others] = endsOf(draft).map(({ items }) => items);
  const [amplifier] = own ?? [];
  if (!own || !amplifier || others.length > 0 || !hasRole(ask.rig, amplifier, 'power')) return null;
  const last = draft.line.at(-1);
  if (last && last.box === amplifier.box)
    return { draft: withLine(draft, draft.line.slice(0, -1)), own: [last, ...own] };
  return draft.line.some(({ box }) => box === amplifier.box) ? null : { draft, own };
}

/** Every other amplifier with what it drives, by an isolator too where there is one. */
function othersOf({ rig, gear }: Ask, used: ReadonlySet<string>): readonly (readonly Item[])[] {
  const rows = gear.amplifiers
    .filter(({ box }) => !used.has(box.id))
    .map(({ box, preamp, power }) => driven(rig, gear, preamp ? whole(box) : power, used))
    .filter((items) => items.some((item) => hasRole(rig, item, 'speaker')));
  const isolator = gear.isolators.find(({ id }) => !used.has(id));
  return rows.flatMap((row) => (isolator ? [row, [whole(isolator), ...row]] : [row]));
}

export const second: Part = {
  id: 'second',
  about: 'whether a second amplifier plays too, in turn with the first, the right side, or the echoes alone',
  vary: (ask, draft) => {
    const front = frontOf(ask, draft);
    if (!front) return [];
    const used = boxesIn(draft);
    const splitters = ask.gear.splitters.filter(({ id }) => !used.has(id)).map(whole);
    const others = othersOf(ask, used);
    const late = lateIn(ask.rig, front.draft.line);
    const { line } = front.draft;
    const dry = line.slice(0, line.length - late.length);
    const [last, lastDry] = [line.at(-1), dry.at(-1)].map((item) => boxOf(ask.rig, item?.box));
    // A unit parts its rows by itself; left and right of a stereo box are two ways; else a splitter parts.
    const partings: readonly Parting[] = [
      ...(last && isGrid(last) ? [{ by: [], how: 'both' } as const] : []),
      ...(last && hasSides(last) ? [{ by: [], how: 'sides' } as const] : []),
      // Which of the two a box can do is up to the box: the other is not wired.
      ...splitters.flatMap((by) => (['both', 'either'] as const).map((how) => ({ by: [by], how }))),
    ];
    const isOwn = lastDry !== undefined && isGrid(lastDry) && late[0]?.box === lastDry.id;
    const dryBy = late.length === 0 ? [] : [...(isOwn ? [[]] : []), ...splitters.map((by) => [by])];
    return others.flatMap((other) => [
      ...partings.map(({ by, how }) => ({
        draft: { ...withEnds(withLine(front.draft, [...line, ...by]), [front.own, other]), how },
      })),
      ...dryBy.map((by) => ({
        draft: withEnds(withLine(front.draft, [...dry, ...by]), [front.own, [...late, ...other]]),
      })),
    ]);
  },
};
