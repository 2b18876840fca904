import type { SingleEdit } from '../../edits';
import {
  boxOf,
  derive,
  endAt,
  everySound,
  isAudio,
  jackIn,
  type Box,
  type InnerEnd,
  type Jack,
  type InnerWiring,
  type Wire,
} from '../../model';
import { resolveIn, type Resolved } from '../../signal';
import { cure, group } from '../cure';
import { misplacedIn } from '../crossings';
import { isFree, jackPart, leadsAt, type Found, type Wired } from '../finding';
import { strayCure, strayFound, strayIn, strayWords, type StrayData } from '../stray';
import { rule } from '../rule';

type Data = Mixed | StrayData;
type Mixed = {
  readonly box: string;
  readonly patch: string;
  /** Jacks that the path names, and where the leads are in their stead: in one order. */
  readonly wanted: readonly string[];
  readonly plugged: readonly string[];
  readonly phones: boolean;
};

const jackOfEnd = (end: InnerEnd) => ('jack' in end ? end.jack : null);

/** Jacks that an inner wiring names. */
const named = (patch: InnerWiring): ReadonlySet<string> =>
  new Set(
    patch.wires.flatMap((wire) => [jackOfEnd(wire.from), jackOfEnd(wire.to)]).filter((jack) => jack !== null),
  );

type Replug = Extract<SingleEdit, { edit: 'replug' }>;

type Mix = { readonly wanted: Jack; readonly plugged: Jack };

/** The loop block that a jack belongs to, by the wires: its send and return are one finding. */
function loopOf(patch: InnerWiring, jack: Jack): string | null {
  const at = (end: InnerEnd, wire: Wire) =>
    'block' in end &&
    (end.port === 'send' || end.port === 'return') &&
    (jackOfEnd(wire.from) === jack.id || jackOfEnd(wire.to) === jack.id)
      ? end.block
      : null;
  for (const wire of patch.wires) {
    const block = at(wire.from, wire) ?? at(wire.to, wire);
    if (block !== null) return block;
  }
  return null;
}

const FEEDS: readonly Jack['carries'][] = ['instrument', 'line', 'mic'];
const isFeed = ({ carries }: Jack) => FEEDS.includes(carries);

/** A headphone output with a lead to what is no headphones: a feed was meant. */
const takesFeedFromPhones = (view: Wired, box: Box, jack: Jack): boolean =>
  jack.carries === 'phones' &&
  jack.direction === 'out' &&
  leadsAt(view, box, jack).some(({ far }) => {
    const into = endAt(view, far)?.jack;
    return into !== undefined && isFeed(into);
  });

/** Jacks the path names without a lead, each with a jack of its direction and flow that has a lead and no wire. */
function mixUps(view: Wired, box: Box, patch: InnerWiring): readonly Mix[] {
  const wired = named(patch);
  // What goes another way while this jack is open may well be open: the right half of a stereo output.
  const mayBeOpen = new Set(patch.wires.map((wire) => wire.whileOpen));
  const audio = box.jacks.filter(isAudio);
  const stray = audio.filter((jack) => !wired.has(jack.id) && !isFree(view, box, jack));
  const found: Mix[] = [];
  /** Where a path ends: no send. */
  const isOutput = (jack: Jack) => isFeed(jack) && loopOf(patch, jack) === null;
  const take = (plugged: Jack, isLike: (jack: Jack) => boolean) => {
    const wanted = audio.find(
      (jack) =>
        wired.has(jack.id) &&
        !mayBeOpen.has(jack.id) &&
        jack.direction === plugged.direction &&
        isLike(jack) &&
        isFree(view, box, jack) &&
        !found.some((mix) => mix.wanted === jack),
    );
    if (wanted) found.push({ wanted, plugged });
  };
  for (const plugged of stray) take(plugged, (jack) => jack.carries === plugged.carries);
  // What is left may be an output of another flow: the main pair at instrument level, the other at line level.
  for (const plugged of stray)
    if (plugged.direction === 'out' && !found.some((mix) => mix.plugged === plugged))
      take(plugged, (jack) => isFeed(plugged) && isOutput(jack));
  for (const plugged of audio) if (takesFeedFromPhones(view, box, plugged)) take(plugged, isOutput);
  return found;
}

/** What is mixed up at a box by one of its inner wirings. */
const mixedAt = derive(
  ['boxes', 'leads', 'variant'],
  (view, box: Box, patch: InnerWiring): readonly Found<Mixed>[] => {
    const groups = new Map<string, Mix[]>();
    for (const mix of mixUps(view, box, patch)) {
      const key = loopOf(patch, mix.wanted) ?? mix.wanted.id;
      groups.set(key, [...(groups.get(key) ?? []), mix]);
    }
    return [...groups.values()].map((mixes) => ({
      // Of a headphone output sound does come.
      severity: mixes.every(({ plugged }) => plugged.carries === 'phones') ? 'caution' : 'fault',
      parts: [
        ...mixes.map((mix) => jackPart(box, mix.plugged)),
        ...mixes.map((mix) => jackPart(box, mix.wanted)),
        ...mixes.flatMap((mix) =>
          leadsAt(view, box, mix.plugged).map(({ lead }) => ({ type: 'lead' as const, id: lead.id })),
        ),
      ],
      data: {
        box: box.id,
        patch: patch.id,
        wanted: mixes.map((mix) => mix.wanted.id),
        plugged: mixes.map((mix) => mix.plugged.id),
        phones: mixes.every(({ plugged }) => plugged.carries === 'phones'),
      },
    }));
  },
);

/** The inner wirings that a box has in some sound. */
function patchesOf(box: Box, sounds: readonly Resolved[]): readonly InnerWiring[] {
  // Most boxes have but one.
  const inForce = box.patches.length > 1 ? sounds : sounds.slice(0, 1);
  return [...new Set(inForce.map((resolved) => resolved.innerWiring(box).patch))];
}

/** WIRE-GRID: the unit's path names another jack than the lead is in. */
export const grid = rule<Data>({
  code: 'WIRE-GRID',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (view): readonly Found<Data>[] => {
    const sounds = everySound(view).map(resolveIn);
    // A plug that clashes or rings where it stands is told of by that.
    const told = misplacedIn(view)?.lead;
    const every = view.boxes.flatMap((box) =>
      patchesOf(box, sounds).flatMap((patch) => mixedAt(view, box, patch)),
    );
    const found = every.filter(({ parts }) => !parts.some(({ type, id }) => type === 'lead' && id === told));
    const stray = found.length === 0 ? strayIn(view) : null;
    if (stray) return [strayFound(view, stray)];
    return [...new Map(found.map((f) => [f.parts.map((part) => part.id).join(' '), f])).values()];
  }),
  words: ({ data }, say) => ({
    text:
      'plugged' in data
        ? `${say.box(data.box)}: its path names ${say.jacksOf(data.box, data.wanted)}, the lead is in ${say.jacksOf(data.box, data.plugged)}.`
        : `${strayWords(data, say)}.`,
    why:
      'phones' in data && data.phones
        ? 'What it feeds hears the level that is set for ears, and both sides of a stereo plug.'
        : 'The jack that a path names and the jack the lead is really in must be the same, or the signal ends there.',
  }),
  *cures(view, { data }) {
    if (!('plugged' in data)) {
      yield strayCure(view, data);
      return;
    }
    const box = boxOf(view, data.box);
    const patch = box?.patches.find((p) => p.id === data.patch);
    if (!box || !patch) return;
    const { wanted, plugged } = data;
    const replugs = plugged.flatMap((id, i): Replug[] => {
      const jack = jackIn(box, id);
      const to = { box: box.id, jack: wanted[i] ?? '' };
      return jack
        ? leadsAt(view, box, jack).map(({ lead, side }) => ({
            edit: 'replug',
            arguments: { lead: lead.id, side, at: [to] },
          }))
        : [];
    });
    const [first] = replugs;
    if (first)
      yield replugs.length === 1
        ? cure(view, first)
        : group(replugs.map((replug) => cure(view, replug).label).join('; '), replugs);
    if (data.phones) return;
    const rename = (end: InnerEnd): InnerEnd => {
      const i = 'jack' in end ? wanted.indexOf(end.jack) : -1;
      return i >= 0 ? { jack: plugged[i] ?? '' } : end;
    };
    const wires = patch.wires.map((wire) => ({ ...wire, from: rename(wire.from), to: rename(wire.to) }));
    yield cure(view, { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } });
  },
});
