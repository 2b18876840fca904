// Channels in words: what is wired to each pole, and how each sound comes to its channel.
import { connectorName } from '../cables';
import { derive, type Jack, type Reads } from '../model';
import { formatQuantity, inWords } from '../units';
import { channelsIn, closedIn, notReached, type Channel } from './channels';
import type { Pole, Trouble } from './contacts';
import { inputsIn, type Feed, type PoleLine } from './feeds';

/** A contact at a pole, as it is read. */
export type FeedWords = {
  readonly from: string;
  /** `lead 7`, `leads 7 and 9, tail CHANNEL` */
  readonly by: string;
  /** What is wrong with it, or what is to be known of it; empty: nothing. */
  readonly trouble: string;
  readonly note: string;
};

export type PoleWords = {
  readonly pole: Pole;
  /** `tip`, `ring`; of a socket of many pins `first function`. */
  readonly name: string;
  /** What it does open and closed, or at an impulse; empty: nothing is said of it. */
  readonly does: readonly string[];
  readonly feeds: readonly FeedWords[];
  readonly isHeld: boolean;
  /** Is it closed in the sound in force? null: nobody can say. */
  readonly isClosed: boolean | null;
};

export type InputWords = {
  readonly key: string;
  readonly label: string;
  readonly plug: string;
  readonly isRound: boolean;
  readonly volts: string;
  readonly poles: readonly PoleWords[];
  readonly stranger: string;
};

export type ChannelCard = {
  readonly box: string;
  readonly name: string;
  readonly tag: string;
  readonly inputs: readonly InputWords[];
  /** One of each thing that is switched. */
  readonly channels: readonly {
    readonly key: string;
    readonly name: string;
    readonly block: string;
    readonly states: readonly { readonly id: string; readonly name: string; readonly light: string }[];
    readonly sounds: readonly {
      readonly id: string;
      readonly name: string;
      readonly wants: string;
      readonly how: string;
      readonly isReached: boolean;
    }[];
    /** Do sounds want it in one state only? */
    readonly isAlike: boolean;
    readonly lacks: readonly string[];
  }[];
};

const TROUBLE: Record<'latching' | 'momentary', string> = {
  latching: 'stays as it is left, an impulse is wanted',
  momentary: 'goes back by itself, one that stays is wanted',
};

export const troubleWords = (trouble: Trouble): string =>
  trouble.what === 'volts'
    ? `stands ${formatQuantity(trouble.stands, 'V')}, the jack puts ${formatQuantity(trouble.volts, 'V')} on it`
    : TROUBLE[trouble.what];

/** `9 V`; of a figure that nobody has looked up its range, `5 to 12 V`. */
function voltsWords(figure: Jack['switchVolts']): string {
  if (!figure) return '';
  const { value, low, high } = figure;
  return low === undefined || high === undefined
    ? formatQuantity(value, 'V')
    : `${formatQuantity(low, '').trim()} to ${formatQuantity(high, 'V')}`;
}

const isRound = ({ connector }: Jack) => connector.startsWith('din');

export const poleName = (jack: Jack, pole: Pole): string =>
  isRound(jack) ? (pole === 'tip' ? 'first function' : 'second function') : pole;

function doesOf({ contacts }: PoleLine): readonly string[] {
  return contacts.flatMap(({ block, is, open, closed }) => {
    const name = (id: string | null) => block.states.find((state) => state.id === id)?.name ?? null;
    if (is === 'momentary') return [`${block.name}: the next at each impulse`];
    const [off, on] = [name(open), name(closed)];
    return [
      `${block.name}: ${[...(on === null ? [] : [`closed ${on}`]), ...(off === null ? [] : [`open ${off}`])].join(', ')}`,
    ];
  });
}

const feedWords = ({ box, jack, leads, tail, trouble, isFloating }: Feed): FeedWords => ({
  from: `${jack.label} of ${box.name}`,
  by: `lead${leads.length > 1 ? 's' : ''} ${inWords(leads.map(({ number }) => String(number)))}${tail ? `, tail ${tail.label}` : ''}`,
  trouble: trouble ? troubleWords(trouble) : '',
  note: isFloating ? '' : 'not floating: it joins the grounds of both boxes',
});

/** How a channel comes to a state, or that it is left to hands. */
export function howOf({ comes, inputs, box }: Channel, state: string): string {
  const come = comes.get(state);
  if (!come)
    return inputs.length > 0 || box.midi ? 'by hand: nothing reaches it' : 'by hand: it has no jack for it';
  const names = inWords(come.boxes.map(({ name }) => name));
  const first = inputs[0]?.jack;
  const poles =
    come.closed === null || !first
      ? ''
      : come.closed.length === 0
        ? ', all open'
        : `, ${inWords(come.closed.map((pole) => poleName(first, pole)))} closed`;
  if (come.by === 'call')
    return come.closed === null ? `called from ${names}, own preset` : `called from ${names}${poles}`;
  return `switch on ${names}${poles}`;
}

const OF = ['boxes', 'leads', 'variant', 'sounds', 'sound'] as const;

/** Every box with something that is switched from outside. Poles stand as in the sound in force. */
export const channelCards = derive(OF, (of: Reads<(typeof OF)[number]>): readonly ChannelCard[] => {
  const all = channelsIn(of);
  const place = of.sounds.findIndex(({ id }) => id === of.sound?.id);
  return of.boxes.flatMap((box): readonly ChannelCard[] => {
    const own = all.filter((channel) => channel.box === box);
    const inputs = inputsIn(of).filter(
      (input) => input.box === box && (own.length > 0 || input.leads.length > 0),
    );
    if (own.length === 0 && inputs.length === 0) return [];
    return [
      {
        box: box.id,
        name: box.name,
        tag: box.tag,
        inputs: inputs.map((input) => ({
          key: `${box.id}/${input.jack.id}`,
          label: input.jack.label,
          plug: connectorName(input.jack.connector),
          isRound: isRound(input.jack),
          volts: voltsWords(input.jack.switchVolts),
          poles: input.poles
            .filter(({ pole, contacts, feeds }) => pole === 'tip' || contacts.length > 0 || feeds.length > 0)
            .map((line) => ({
              pole: line.pole,
              name: poleName(input.jack, line.pole),
              does: doesOf(line),
              feeds: line.feeds.map(feedWords),
              isHeld: line.isHeld,
              isClosed: place < 0 ? null : closedIn(own, input, line, place),
            })),
          stranger: input.stranger
            ? `lead ${input.stranger.lead.number} does not belong in it: it is ${input.stranger.lead.kind === 'midi' ? 'MIDI' : `from ${input.stranger.far?.jack.label ?? 'elsewhere'}`}`
            : '',
        })),
        channels: own.map((channel) => {
          const { key, block, wants } = channel;
          const name = (id: string) => block.states.find((state) => state.id === id)?.name ?? id;
          return {
            key,
            name: block.name,
            block: block.id,
            states: block.states.map(({ id, name: own, light = '' }) => ({ id, name: own, light })),
            sounds: of.sounds.map((sound, i) => ({
              id: sound.id,
              name: sound.name,
              wants: name(wants[i] ?? ''),
              how: howOf(channel, wants[i] ?? ''),
              isReached: channel.comes.has(wants[i] ?? ''),
            })),
            isAlike: new Set(wants).size < 2,
            lacks: notReached(channel).map(name),
          };
        }),
      },
    ];
  });
});
