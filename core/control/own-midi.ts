// How a box counts, as it is asked of whoever owns it: texts of fields, and the facts they come to.
import type { EditCall, SingleEdit } from '../edits';
import { blockWords, freshId, isSwitched, type Box, type HeardControl, type Sent } from '../model';

type Midi = NonNullable<Box['midi']>;

/** A whole number that is asked for. */
export type MidiField = {
  readonly key: string;
  readonly label: string;
  readonly least: number;
  readonly most: number;
};

const COUNTING: readonly MidiField[] = [
  { key: 'countsFrom', label: 'The first number is', least: 0, most: 999 },
  { key: 'letters', label: 'Letters', least: 1, most: 26 },
  { key: 'slots', label: 'Places under each', least: 2, most: 128 },
  { key: 'slotsCountFrom', label: 'The first place is', least: 0, most: 1 },
  { key: 'digits', label: 'Digits shown', least: 1, most: 4 },
];

/** How its display counts. */
export const SHOWN_FIELDS: readonly MidiField[] = COUNTING;
/** How it counts what it sends, where otherwise. */
export const SENT_FIELDS: readonly MidiField[] = COUNTING.map((field) => ({
  ...field,
  key: `sends.${field.key}`,
}));
/** How it is called. */
export const CALLED_FIELDS: readonly MidiField[] = [
  { key: 'channel', label: 'Channel (0: all)', least: 0, most: 16 },
  { key: 'programs', label: 'Programs a bank', least: 1, most: 128 },
  { key: 'banks', label: 'Banks', least: 1, most: 16_384 },
  { key: 'banksCountFrom', label: 'The first bank is', least: 0, most: 1 },
];

const ALL = [...SHOWN_FIELDS, ...SENT_FIELDS, ...CALLED_FIELDS];

/** What is written in the fields. */
export type MidiForm = {
  readonly texts: Readonly<Record<string, string>>;
  readonly bankBytes: Midi['bankBytes'] | '';
  readonly ccs: readonly HeardControl[];
};

/** The fields of a box as it says itself. */
export function midiForm({ midi = {} }: Pick<Box, 'midi'>): MidiForm {
  const sends: Readonly<Record<string, unknown>> = midi.sends ?? {};
  const own: Readonly<Record<string, unknown>> = midi;
  const text = (value: unknown) => (typeof value === 'number' ? String(value) : '');
  return {
    texts: Object.fromEntries(
      ALL.map(({ key }) => [key, text(key.startsWith('sends.') ? sends[key.slice(6)] : own[key])]),
    ),
    bankBytes: midi.bankBytes ?? '',
    ccs: midi.ccs ?? [],
  };
}

/** The facts that fields come to, on top of what the box says beyond them; or the first that cannot be. */
export function readMidi(
  before: Box['midi'],
  form: MidiForm,
): { readonly midi: Midi } | { readonly refused: string } {
  const numbers = new Map<string, number>();
  for (const { key, label, least, most } of ALL) {
    const text = (form.texts[key] ?? '').trim();
    if (text === '') continue;
    const value = Number(text);
    if (!Number.isInteger(value) || value < least || value > most)
      return { refused: `${label}: “${text}” is no whole number from ${least} to ${most}.` };
    numbers.set(key, value);
  }
  const bad = form.ccs.find(({ cc }) => !Number.isInteger(cc) || cc < 0 || cc > 127);
  if (bad) return { refused: 'Control change: a whole number from 0 to 127.' };
  const rest = Object.fromEntries(
    Object.entries(before ?? {}).filter(
      ([key]) => !ALL.some((field) => field.key === key) && !['sends', 'bankBytes', 'ccs'].includes(key),
    ),
  );
  const of = (prefix: string) =>
    Object.fromEntries(
      [...numbers].flatMap(([key, value]) =>
        prefix === ''
          ? key.startsWith('sends.')
            ? []
            : [[key, value]]
          : key.startsWith(prefix)
            ? [[key.slice(prefix.length), value]]
            : [],
      ),
    );
  const sends = of('sends.');
  return {
    midi: {
      ...rest,
      ...of(''),
      ...(Object.keys(sends).length > 0 ? { sends } : {}),
      ...(form.bankBytes === '' || form.bankBytes === undefined ? {} : { bankBytes: form.bankBytes }),
      ...(form.ccs.length > 0 ? { ccs: form.ccs } : {}),
    },
  };
}

/** The channel that a sender is noted to send on; empty: nobody has noted it. */
export function readSentChannel(
  text: string,
): { readonly channel: number | null } | { readonly refused: string } {
  if (text.trim() === '') return { channel: null };
  const channel = Number(text);
  return Number.isInteger(channel) && channel >= 1 && channel <= 16
    ? { channel }
    : { refused: `The channel it is sent on: “${text.trim()}” is no whole number from 1 to 16.` };
}

/** How a box counts, and on which channel it is called, as one act. */
export function keepMidi(box: Box, midi: Midi, sender: Box | undefined, channel: number | null): EditCall {
  const own: SingleEdit = { edit: 'setMidi', arguments: { box: box.id, midi } };
  const old = sender?.sent?.find(({ to }) => to === box.id);
  if (!sender || (old?.channel ?? null) === channel) return own;
  const next: Sent = {
    id: old?.id ?? freshId(box.id, new Set((sender.sent ?? []).map(({ id }) => id))),
    to: box.id,
    ...(channel === null ? {} : { channel }),
    ccs: old?.ccs ?? [],
  };
  const sent = old
    ? (sender.sent ?? []).map((one) => (one === old ? next : one))
    : [...(sender.sent ?? []), next];
  return {
    edit: 'together',
    arguments: {
      label: 'Change MIDI',
      edits: [own, { edit: 'setSent', arguments: { box: sender.id, sent } }],
    },
  };
}

/** What a control change of a box can act on: `block:delay`, `control:mix`, or what it does by itself. */
export const heardChoices = (box: Box): readonly { readonly id: string; readonly name: string }[] => [
  ...box.blocks.filter(isSwitched).flatMap((block) => [
    { id: `switch block ${block.id}`, name: `${blockWords(box, block)}, on and off` },
    { id: `toggle block ${block.id}`, name: `${blockWords(box, block)}, turned` },
  ]),
  ...box.controls.map(({ id, label }) => ({ id: `knob control ${id}`, name: `${label}, by value` })),
  { id: 'tap', name: 'tap' },
  { id: 'bank-up', name: 'bank up' },
  { id: 'bank-down', name: 'bank down' },
];

/** The choice that a control change stands for. */
export const choiceOfHeard = ({ does, block, control }: HeardControl): string =>
  block !== undefined
    ? `${does} block ${block}`
    : control !== undefined
      ? `${does} control ${control}`
      : does;

/** A control change of a choice. */
export function heardBy(choice: string, { id, cc }: Pick<HeardControl, 'id' | 'cc'>): HeardControl {
  const [does, part, name] = choice.split(' ');
  return {
    id,
    cc,
    does: does as HeardControl['does'],
    ...(part === 'block' ? { block: name } : {}),
    ...(part === 'control' ? { control: name } : {}),
  };
}
