// How far a call of one box reaches: over its own memory, MIDI and relays.
import { derive, freeSwitches, type Box } from '../model';
import {
  contactsFrom,
  contactsOf,
  givenBy,
  heldAt,
  statesBy,
  troubleOf,
  type Arrival,
  type Pole,
  type Wired,
} from './contacts';
import { arrives, hearingsIn, takesMidi } from './midi-net';
import { sentTo, stateBy } from './sent';

/** Has a box presets that can be called? */
const remembers = (box: Box): boolean =>
  takesMidi(box) ||
  box.blocks.some(({ switchedBy }) => switchedBy === 'preset') ||
  freeSwitches(box).length > 0;

/** The box itself and those that hear it over MIDI, by themselves or through one that is called, each with the one before. */
function calledFrom(of: Wired, first: Box): ReadonlyMap<Box, Box | null> {
  const found = new Map<Box, Box | null>([[first, null]]);
  for (const [box] of found)
    for (const hearing of hearingsIn(of))
      if (hearing.sender === box && arrives(hearing) && !found.has(hearing.receiver))
        found.set(hearing.receiver, hearing.hops.at(-1)?.out.box ?? box);
  return found;
}

export type Reach = {
  /** The values that a call can give to a thing, by its key; null: whatever is stored. */
  readonly things: ReadonlyMap<string, ReadonlySet<string> | null>;
  /** Boxes that a call reaches, each with the one that it hears. */
  readonly boxes: ReadonlyMap<Box, Box | null>;
};

/** By the block at its other end, the poles that a box can close. */
function relaysOf(of: Wired, box: Box): ReadonlyMap<string, readonly Arrival[]> {
  const found = new Map<string, Arrival[]>();
  const outs = box.jacks.filter(({ carries, direction }) => carries === 'switch' && direction !== 'in');
  for (const jack of outs)
    for (const pole of ['tip', 'ring'] satisfies Pole[]) {
      const given = givenBy(jack, pole);
      if (given === null) continue;
      for (const arrival of contactsFrom(of, { box: box.id, jack: jack.id, pole })) {
        // An impulse steps on from wherever it stands: no call can know where it comes to.
        if (arrival.is === 'momentary' || troubleOf(arrival.jack, arrival.is, jack, given)) continue;
        const key = `${arrival.box.id}/${arrival.block.id}`;
        found.set(key, [...(found.get(key) ?? []), arrival]);
      }
    }
  return found;
}

/** What a call of a box sets: its own presets, those of the boxes that hear it, and what their relays switch. */
export const reachOf = derive(['boxes', 'leads', 'variant'], (of, caller: Box): Reach => {
  const boxes = new Map(calledFrom(of, caller));
  const things = new Map<string, ReadonlySet<string> | null>();
  for (const [box, before] of [...boxes]) {
    if (!remembers(box)) continue;
    const isUnit = box.blocks.some(({ switchedBy }) => switchedBy === 'preset');
    for (const { id, switchedBy } of box.blocks)
      if (switchedBy === 'preset') things.set(`${box.id}/${id}`, null);
    if (isUnit) {
      things.set(`${box.id}/*wiring`, null);
      for (const { id } of box.jacks) things.set(`${box.id}/*mode-${id}`, null);
      for (const { id } of box.controls) things.set(`${box.id}/*knob-${id}`, null);
      for (const { id } of box.blocks) things.set(`${box.id}/*eq-${id}`, null);
    }
    if (isUnit || before) things.set(`${box.id}/*program`, null);
    for (const other of boxes.keys())
      for (const { heard, cc } of sentTo(other, box)) {
        const states = [true, false].flatMap((isOn) => stateBy(box, heard, isOn) ?? []);
        const key = `${box.id}/${heard.block ?? ''}`;
        // A toggle turns from wherever it stands: no call can know where it comes to.
        if (heard.does === 'switch' && cc === heard.cc && states.length > 0 && !things.has(key))
          things.set(key, new Set(states));
      }
    for (const [key, arrivals] of relaysOf(of, box)) {
      const [first] = arrivals;
      if (!first || things.has(key)) continue;
      const all = contactsOf(first.box, first.jack).filter(({ block }) => block === first.block);
      const poles = arrivals.map(({ pole }) => pole);
      things.set(key, new Set(statesBy(all, poles, heldAt(of, first)).keys()));
      if (!boxes.has(first.box)) boxes.set(first.box, box);
    }
  }
  return { things, boxes };
});
