// The cells of the table of sounds: what stands in one, what it can be, and what is typed into it.
import type { SingleEdit } from '../edits';
import {
  combinationOf,
  guitarOf,
  pickupChoices,
  sources,
  type Moves,
  type Reads,
  type Sound,
} from '../model';
import { statesIn, type StateSource } from '../signal';
import { formatDb, inWords } from '../units';
import { pickupsOf, type Column } from './columns';

export type Choice = { readonly id: string; readonly name: string };

/** What stands in a cell. */
export type Cell = {
  /** As it is read and written; empty: nothing is said. */
  readonly text: string;
  /** Of a choice its id; null: nothing is chosen, or it is no choice. */
  readonly value: string | null;
  /** Where it is said. */
  readonly from: StateSource;
  /** Something is at work; what is not is told lightly. */
  readonly isOn: boolean;
};

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

const TAILS: readonly Choice[] = [
  { id: 'kept', name: 'kept' },
  { id: 'cut', name: 'cut' },
];

/** What a cell can be; none: it is written freely. */
export function choicesOf(of: Of, column: Column, sound: Sound): readonly Choice[] {
  switch (column.kind) {
    case 'guitar':
      return sources(of).map(({ id, name }) => ({ id, name }));
    case 'pickup': {
      const block = pickupsOf(of, sound);
      return block ? pickupChoices(block).map((name) => ({ id: name, name })) : [];
    }
    case 'patch':
      return column.box.patches.map(({ id, name }) => ({ id, name }));
    case 'block':
      return column.block.states.map(({ id, name }) => ({ id, name }));
    case 'tails':
      return TAILS;
    case 'moves':
      return (column.target?.controls ?? []).map(({ id, label }) => ({ id, name: label }));
    default:
      return [];
  }
}

const saidIn = (is: boolean): StateSource => (is ? 'sound' : 'rest');

/** What stands in the table for a sound. */
export function cellOf(of: Of, column: Column, sound: Sound): Cell {
  const states = statesIn({ ...of, sound });
  switch (column.kind) {
    case 'guitar': {
      const guitar = guitarOf(of, sound);
      return {
        text: guitar?.name ?? '',
        value: guitar?.id ?? null,
        from: saidIn(sound.guitar !== null),
        isOn: true,
      };
    }
    case 'pickup': {
      const block = pickupsOf(of, sound);
      const name = block && combinationOf(block, sound.pickup).name;
      return { text: name ?? '', value: name ?? null, from: saidIn(sound.pickup !== null), isOn: true };
    }
    case 'level': {
      const { levelDb } = sound.wish;
      const text = levelDb === undefined ? '' : `${formatDb(levelDb)} dB`;
      return { text, value: null, from: saidIn(levelDb !== undefined), isOn: true };
    }
    case 'patch': {
      const { patch, from } = states.innerWiring(column.box);
      return { text: patch.name, value: patch.id, from, isOn: true };
    }
    case 'program': {
      const shown = sound.programs?.[column.box.id];
      return { text: shown ?? '', value: null, from: saidIn(shown !== undefined), isOn: true };
    }
    case 'block': {
      const { state, from } = states.blockState(column.box, column.block);
      return { text: state.name, value: state.id, from, isOn: state.id !== 'off' };
    }
    case 'tails': {
      const tails = sound.tails?.[`${column.box.id}/${column.block.id}`];
      return {
        text: tails ?? '',
        value: tails ?? null,
        from: saidIn(tails !== undefined),
        isOn: tails === 'kept',
      };
    }
    case 'moves': {
      const moved = sound.moves?.[column.box.id];
      const control = column.target?.controls.find(
        ({ id }) => id === moved?.control && column.target?.id === moved.box,
      );
      return {
        text: control?.label ?? '',
        value: control?.id ?? null,
        from: saidIn(moved !== undefined),
        isOn: true,
      };
    }
  }
}

/** Range and curve of what is moved already, where it stays the same control. */
const ofSame = ({ moves }: Sound, pedal: string, control: string): Partial<Moves> =>
  moves?.[pedal]?.control === control ? moves[pedal] : {};

/** Puts a value into a cell; null: back to what stands below it, or nothing. */
export function cellEdit(column: Column, sound: Sound, value: string | null): SingleEdit {
  const scope = { layer: 'sound', id: sound.id } as const;
  switch (column.kind) {
    case 'guitar':
      return { edit: 'setGuitar', arguments: { sound: sound.id, guitar: value, pickup: null } };
    case 'pickup':
      return { edit: 'setGuitar', arguments: { sound: sound.id, guitar: sound.guitar, pickup: value } };
    case 'level':
      return {
        edit: 'setSoundLevel',
        arguments: { id: sound.id, levelDb: value === null ? null : Number(value) },
      };
    case 'patch':
      return { edit: 'setPatch', arguments: { box: column.box.id, patch: value, scope } };
    case 'program':
      return { edit: 'setProgram', arguments: { sound: sound.id, box: column.box.id, shown: value } };
    case 'block':
      return {
        edit: 'setBlockState',
        arguments: { box: column.box.id, block: column.block.id, state: value, scope },
      };
    case 'tails':
      return {
        edit: 'setTails',
        arguments: {
          sound: sound.id,
          box: column.box.id,
          block: column.block.id,
          tails: value === 'kept' || value === 'cut' ? value : null,
        },
      };
    case 'moves':
      return {
        edit: 'setMoves',
        arguments: {
          sound: sound.id,
          pedal: column.box.id,
          moves:
            value === null || !column.target
              ? null
              : { ...ofSame(sound, column.box.id, value), box: column.target.id, control: value },
        },
      };
  }
}

/** A sound as later edits of one act find it: another guitar has pickups of its own, and one edit sets both. */
export function after(sound: Sound, { kind }: Column, value: string | null): Sound {
  if (kind === 'guitar') return { ...sound, guitar: value, pickup: null };
  return kind === 'pickup' ? { ...sound, pickup: value } : sound;
}

/** What people write for at work and for not. */
const YES = ['on', 'x', '1', 'yes', '✓'];
const NO = ['off', '0', 'no', '-', '–', '·'];

export type Read = { readonly value: string | null } | { readonly refused: string };

function readChoice(choices: readonly Choice[], text: string): Read {
  const wanted = text.toLowerCase();
  const same = choices.find(({ id, name }) => name.toLowerCase() === wanted || id.toLowerCase() === wanted);
  if (same) return { value: same.id };
  const off = choices.find(({ id }) => id === 'off');
  const others = choices.filter((one) => one !== off);
  if (off && NO.includes(wanted)) return { value: off.id };
  if (off && others.length === 1 && YES.includes(wanted)) return { value: others[0]?.id ?? null };
  const begun = choices.filter(({ name }) => name.toLowerCase().startsWith(wanted));
  const [only] = begun;
  if (begun.length === 1 && only) return { value: only.id };
  const names = inWords((begun.length > 1 ? begun : choices).map(({ name }) => name));
  return { refused: choices.length === 0 ? 'there is nothing to choose' : `“${text}” is none of ${names}` };
}

const MOST_DB = 40;

/** What is written into a cell, as a value of it; nothing is back to what stands below. */
export function readCell(of: Of, column: Column, sound: Sound, written: string): Read {
  const text = written.trim();
  if (text === '') return { value: null };
  if (column.kind === 'program')
    return text.length <= 20 ? { value: text } : { refused: 'a program is 1 to 20 signs' };
  if (column.kind === 'level') {
    const db = Number(
      text
        .replace(/\s*dB$/i, '')
        .replace('−', '-')
        .replace(',', '.'),
    );
    return Number.isFinite(db) && Math.abs(db) <= MOST_DB
      ? { value: String(db) }
      : { refused: `“${text}” is no level from −${MOST_DB} to +${MOST_DB} dB` };
  }
  return readChoice(choicesOf(of, column, sound), text);
}

/** What follows in a cell at a press: of two the other, of several the next; null: it has nothing to press. */
export function nextOf(of: Of, column: Column, sound: Sound): string | null {
  const choices = choicesOf(of, column, sound);
  const { value } = cellOf(of, column, sound);
  const at = choices.findIndex(({ id }) => id === value);
  return choices[(at + 1) % choices.length]?.id ?? null;
}
