// What is under the foot, as it is shown and written: boxes with their switches, bank by bank.
import type { SingleEdit } from '../edits';
import {
  bankCount,
  blockIn,
  boxOf,
  derive,
  freeSwitches,
  freshId,
  switchesOf,
  type Box,
  type FootSwitch,
  type Reads,
  type SwitchAct,
} from '../model';
import { inWords } from '../units';
import type { Choice } from './cells';
import type { Slot } from './propose';
import { contactsFrom } from './contacts';
import { lightLines, unlikeLights } from './lights';
import { reachOf } from './reach';

type ForFeet = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'switchPlan'>;

/** A switch in a bank as one text, its box first. */
export const slotKey = ({ box, switch: sw, bank }: Slot): string => `${box} ${sw} ${bank}`;

/** A switch in a bank, with what it does there. */
export type FootSlot = Slot & {
  readonly label: string;
  readonly isFree: boolean;
  /** As it is read and written; empty: nothing. */
  readonly text: string;
  /** The sound that it calls. */
  readonly calls: string | null;
  /** The colour that it is lit in, by name; empty: nobody has said. */
  readonly light: string;
  /** That of the channel which it calls, where it is another one. */
  readonly wantedLight: string;
};

export type FootBox = {
  readonly id: string;
  readonly name: string;
  readonly tag: string;
  readonly place: string;
  /** Boxes that its calls reach, beside itself. */
  readonly reaches: readonly string[];
  readonly banks: readonly { readonly bank: number; readonly slots: readonly FootSlot[] }[];
  /** Banks beyond those that are shown. */
  readonly more: number;
  readonly hasFree: boolean;
  readonly hasBanks: boolean;
};

const blockName = (
  of: Reads<'boxes'>,
  own: string,
  { box: id, block: blockId }: { box: string; block: string },
): string => {
  const box = boxOf(of, id);
  const block = blockIn(box, blockId);
  const name = block?.name ?? blockId;
  return id === own ? name : `${box?.tag ?? id} ${name}`;
};

/** An act as it is written: a sound by its name, `step Delay + Reverb`, `tap`. */
export function actWords(of: Reads<'boxes' | 'sounds'>, own: string, act: SwitchAct): string {
  if (act.type === 'sound') return of.sounds.find(({ id }) => id === act.sound)?.name ?? act.sound;
  if (act.type === 'tap') return 'tap';
  return `step ${act.blocks.map((one) => blockName(of, own, one)).join(' + ')}`;
}

/** What a fixed switch does, in words. */
function fixedWords(of: ForFeet, box: Box, { does, blocks = [], jack, pole }: FootSwitch): string {
  if (does === 'steps')
    return blocks.map((block) => blockName(of, box.id, { box: box.id, block })).join(' + ');
  if (does === 'contact') {
    const ends = jack === undefined ? [] : contactsFrom(of, { box: box.id, jack, pole: pole ?? 'tip' });
    return ends.length === 0
      ? 'leads nowhere'
      : [...new Set(ends.map((end) => `${end.block.name} of ${end.box.tag}`))].join(' + ');
  }
  return does === 'bank-up' ? 'next bank' : does === 'bank-down' ? 'bank before' : 'tap';
}

/** Blocks that a free switch of the box may step, with their names as they are written. */
function steppable(of: ForFeet, own: Box) {
  const { things } = reachOf(of, own);
  return of.boxes.flatMap((box) =>
    box.blocks.flatMap((block) =>
      things.has(`${box.id}/${block.id}`) && block.states.length > 1
        ? [{ box: box.id, block: block.id, name: blockName(of, own.id, { box: box.id, block: block.id }) }]
        : [],
    ),
  );
}

/** What a free switch of the box can be given. */
export function actChoices(of: ForFeet, own: Box): readonly Choice[] {
  return [
    ...of.sounds.map(({ id, name }) => ({ id: `sound ${id}`, name })),
    ...steppable(of, own).map(({ box, block, name }) => ({
      id: `step ${box}/${block}`,
      name: `step ${name}`,
    })),
    { id: 'tap', name: 'tap' },
  ];
}

const only = <T extends { readonly name: string }>(items: readonly T[], text: string): T | undefined => {
  const wanted = text.trim().toLowerCase();
  const same = items.find(({ name }) => name.toLowerCase() === wanted);
  const begun = items.filter(({ name }) => name.toLowerCase().startsWith(wanted));
  return same ?? (begun.length === 1 ? begun[0] : undefined);
};

/** What is written for a switch, as an act; nothing: it does nothing. */
export function readAct(
  of: ForFeet,
  own: Box,
  written: string,
): { readonly act: SwitchAct | null } | { readonly refused: string } {
  const text = written.trim();
  if (text === '') return { act: null };
  const sound =
    of.sounds.find(({ name }) => name.toLowerCase() === text.toLowerCase()) ?? only(of.sounds, text);
  if (sound) return { act: { type: 'sound', sound: sound.id } };
  if (text.toLowerCase() === 'tap') return { act: { type: 'tap' } };
  const blocks = steppable(of, own);
  const wanted = text.replace(/^step\s+/i, '').split('+');
  const found = wanted.map((name) => only(blocks, name));
  const lost = wanted.filter((_, i) => !found[i]);
  if (lost.length === 0)
    return {
      act: {
        type: 'steps',
        blocks: found.flatMap((one) => (one ? [{ box: one.box, block: one.block }] : [])),
      },
    };
  return {
    refused: `“${lost[0]?.trim() ?? text}” is no sound and nothing that ${own.name} switches: ${inWords(blocks.map(({ name }) => name)) || 'it reaches nothing'}.`,
  };
}

/** Gives a switch an act; null: it does nothing. */
export function slotEdit(
  { switchPlan }: Reads<'switchPlan'>,
  { box, switch: sw, bank }: Slot,
  act: SwitchAct | null,
): SingleEdit {
  if (!act) return { edit: 'clearSwitch', arguments: { box, switch: sw, bank } };
  const old = switchPlan.find((one) => slotKey(one) === slotKey({ box, switch: sw, bank }));
  const id = old?.id ?? freshId('slot', new Set(switchPlan.map((one) => one.id)));
  return { edit: 'assignSwitch', arguments: { assignment: { id, box, switch: sw, bank, act } } };
}

/** A free switch of the first bank that nothing is planned for, to call a sound; null: there is none, or one calls it. */
export function callEdit(
  of: Reads<'boxes' | 'switchPlan'>,
  sound: string,
): Extract<SingleEdit, { readonly edit: 'assignSwitch' }> | null {
  const taken = new Set(of.switchPlan.map(slotKey));
  if (of.switchPlan.some(({ bank, act }) => bank === 0 && act.type === 'sound' && act.sound === sound))
    return null;
  for (const box of of.boxes)
    for (const { id } of freeSwitches(box)) {
      const slot = { box: box.id, switch: id, bank: 0 };
      if (taken.has(slotKey(slot))) continue;
      const edit = slotEdit(of, slot, { type: 'sound', sound });
      if (edit.edit === 'assignSwitch') return edit;
    }
  return null;
}

function slotOf(of: ForFeet, box: Box, footSwitch: FootSwitch, bank: number): FootSlot {
  const isFree = footSwitch.does === 'free';
  const own = of.switchPlan.find(
    (one) => slotKey(one) === slotKey({ box: box.id, switch: footSwitch.id, bank }),
  );
  const unlike = own && unlikeLights(lightLines(of)).find(({ slot }) => slot === own);
  return {
    box: box.id,
    switch: footSwitch.id,
    bank,
    label: footSwitch.label,
    isFree,
    text: isFree ? (own ? actWords(of, box.id, own.act) : '') : fixedWords(of, box, footSwitch),
    calls: own?.act.type === 'sound' ? own.act.sound : null,
    light: own?.light ?? '',
    wantedLight: unlike?.wanted ?? '',
  };
}

const OF = ['boxes', 'leads', 'variant', 'sounds', 'switchPlan', 'stage'] as const;

/**
 * Every box with switches, those that call sounds first, in the order of the rig.
 * @param more so many empty banks behind those that are used
 */
export const underFoot = derive(OF, (of, more: number): readonly FootBox[] =>
  of.boxes
    .flatMap((box): FootBox[] => {
      const switches = switchesOf(box);
      if (switches.length === 0) return [];
      const hasFree = switches.some(({ does }) => does === 'free');
      const used = Math.max(0, ...of.switchPlan.flatMap((one) => (one.box === box.id ? [one.bank + 1] : [])));
      const shown = Math.min(bankCount(box), hasFree ? used + more : 1);
      return [
        {
          id: box.id,
          name: box.name,
          tag: box.tag,
          place: of.stage.places.find(({ id }) => id === box.place)?.name ?? '',
          reaches: hasFree
            ? [...reachOf(of, box).boxes.keys()].flatMap((one) => (one === box ? [] : [one.name]))
            : [],
          banks: Array.from({ length: shown }, (_, bank) => ({
            bank,
            slots: switches.map((one) => slotOf(of, box, one, bank)),
          })),
          more: bankCount(box) - shown,
          hasFree,
          hasBanks: bankCount(box) > 1,
        },
      ];
    })
    .sort((a, b) => Number(b.hasFree) - Number(a.hasFree)),
);
