import type { EditCall, SingleEdit } from '../edits';
import {
  boxOf,
  derive,
  everySound,
  isAudio,
  jackIn,
  type Box,
  type InnerEnd,
  type Jack,
  type Patch,
  type Wire,
} from '../model';
import { resolveIn } from '../signal';
import { isFree, jackPart, leadsAt, type Found, type Rule, type Wired } from './finding';

const jackOfEnd = (end: InnerEnd) => ('jack' in end ? end.jack : null);

/** Jacks that an inner wiring names. */
const named = (patch: Patch): ReadonlySet<string> =>
  new Set(
    patch.wires.flatMap((wire) => [jackOfEnd(wire.from), jackOfEnd(wire.to)]).filter((jack) => jack !== null),
  );

type Mix = { readonly wanted: Jack; readonly plugged: Jack };

/** Jacks the path names without a lead, each with a jack of its direction and flow that has a lead and no wire. */
function mixUps(view: Wired, box: Box, patch: Patch): readonly Mix[] {
  const wired = named(patch);
  // What goes another way while this jack is open may well be open: the right half of a stereo output.
  const mayBeOpen = new Set(patch.wires.map((wire) => wire.whileOpen));
  const audio = box.jacks.filter(isAudio);
  const stray = audio.filter((jack) => !wired.has(jack.id) && !isFree(view, box, jack));
  const found: Mix[] = [];
  for (const plugged of stray) {
    const wanted = audio.find(
      (jack) =>
        wired.has(jack.id) &&
        !mayBeOpen.has(jack.id) &&
        jack.direction === plugged.direction &&
        jack.carries === plugged.carries &&
        isFree(view, box, jack) &&
        !found.some((mix) => mix.wanted === jack),
    );
    if (wanted) found.push({ wanted, plugged });
  }
  return found;
}

/** The loop block that a jack belongs to, by the wires: its send and return are one finding. */
function loopOf(patch: Patch, jack: Jack): string | null {
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

function judgeBox(view: Wired, box: Box, patch: Patch): readonly Found[] {
  const groups = new Map<string, Mix[]>();
  for (const mix of mixUps(view, box, patch)) {
    const key = loopOf(patch, mix.wanted) ?? mix.wanted.id;
    groups.set(key, [...(groups.get(key) ?? []), mix]);
  }
  return [...groups.values()].map((mixes) => ({
    severity: 'fault',
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
      wanted: mixes.map((mix) => mix.wanted.id).join(' '),
      plugged: mixes.map((mix) => mix.plugged.id).join(' '),
    },
  }));
}

/** WIRE-GRID: the unit's path names another jack than the lead is in. */
export const grid: Rule = {
  code: 'WIRE-GRID',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found[] => {
    const sounds = everySound(view).map(resolveIn);
    const found = view.boxes.flatMap((box) => {
      const patches = new Set(sounds.map((resolved) => resolved.patch(box).patch));
      return [...patches].flatMap((patch) => judgeBox(view, box, patch));
    });
    return [...new Map(found.map((f) => [f.parts.map((part) => part.id).join(' '), f])).values()];
  }),
  *cures(view, { data = {} }): Generator<EditCall> {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find((p) => p.id === data.patch);
    if (!box || !patch) return;
    const wanted = (data.wanted ?? '').split(' ');
    const plugged = (data.plugged ?? '').split(' ');
    const replugs = plugged.flatMap((id, i): SingleEdit[] => {
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
        ? first
        : { edit: 'together', arguments: { label: 'Re-plug leads', edits: replugs } };
    const rename = (end: InnerEnd): InnerEnd => {
      const i = 'jack' in end ? wanted.indexOf(end.jack) : -1;
      return i >= 0 ? { jack: plugged[i] ?? '' } : end;
    };
    const wires = patch.wires.map((wire) => ({ ...wire, from: rename(wire.from), to: rename(wire.to) }));
    yield { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } };
  },
};
