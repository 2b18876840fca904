// The leads of control: which way each carries, and what passes it in a sound.
import {
  boxOf,
  derive,
  endAt,
  type Box,
  type Jack,
  type JackEnd,
  type JackRef,
  type Lead,
  type Reads,
  type Sound,
} from '../model';
import { resolveIn } from '../signal';
import { inWords } from '../units';
import { poleName, troubleWords } from './channel-cards';
import { channelsIn, closedIn } from './channels';
import { inputsIn, type PoleLine } from './feeds';
import { pedalsIn } from './expression';
import { hearingsIn } from './midi-net';
import { sentBy, sentWords } from './sending';

const CONTROL: ReadonlySet<Jack['carries']> = new Set(['midi', 'switch', 'expression', 'cv', 'usb']);

export type Carried = {
  readonly lead: Lead;
  /** What it carries flows from here to there; null: that end is loose. */
  readonly from: JackEnd | null;
  readonly to: JackEnd | null;
  /** One way; false: its jacks do not go together, or nobody can say. */
  readonly flows: boolean;
  /** What passes in the sound, at its briefest: `prog 12`, `prog 12 +1`, `tip`; empty: nothing. */
  readonly short: string;
  /** The same in words, one thing each; empty: nothing passes. */
  readonly what: readonly string[];
  /** Why nothing can pass, or not as it should; empty: nothing is wrong with it. */
  readonly trouble: string;
};

type ForCarried = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'sound'>;
type Passing = Pick<Carried, 'short' | 'what' | 'trouble'>;

const NOTHING: Passing = { short: '', what: [], trouble: '' };

/** Which way a jack lets control go; null: both, or it stands in the middle of a lead. */
const wayOf = ({ box, jack }: JackEnd): 'out' | 'in' | null =>
  box.part === 'lead' || (jack.direction !== 'out' && jack.direction !== 'in') ? null : jack.direction;

type Way = Pick<Carried, 'from' | 'to' | 'flows'>;

/** From an output to an input, however the lead was written down. */
function directed(a: JackEnd | null, b: JackEnd | null): Way & { readonly clash: string } {
  if (!a || !b) return { from: a, to: b, flows: false, clash: '' };
  const [here, there] = [wayOf(a), wayOf(b)];
  if (here !== null && here === there)
    return {
      from: a,
      to: b,
      flows: false,
      clash: here === 'out' ? 'two outputs: nothing hears it' : 'two inputs: nothing is sent',
    };
  return here === 'in' || there === 'out'
    ? { from: b, to: a, flows: true, clash: '' }
    : { from: a, to: b, flows: true, clash: '' };
}

/** MIDI: everything that its senders say passes, whomever it is meant for; those it is meant for come first. */
function midiOn(of: ForCarried, sound: Sound, lead: Lead): Passing {
  const senders = new Set<Box>();
  const meant = new Set<Box>();
  let trouble = '';
  let doubt = '';
  for (const { sender, receiver, hops } of hearingsIn(of)) {
    const at = hops.findIndex((hop) => hop.lead === lead);
    const hop = hops[at];
    if (!hop || hops.slice(0, at).some(({ isCrossed }) => isCrossed)) continue;
    senders.add(sender);
    meant.add(receiver);
    if (hop.isCrossed) trouble = 'its pins lie otherwise at the other end: nothing is heard';
    else if (hop.isUnsure) doubt = 'heard if the pins lie alike on its TRS: nobody has said how they do';
  }
  const sent = sentBy(of, sound).filter(({ sender }) => senders.has(sender));
  const inOrder = [
    ...sent.filter(({ receiver }) => meant.has(receiver)),
    ...sent.filter(({ receiver }) => !meant.has(receiver)),
  ];
  const [first] = inOrder;
  return {
    short: first ? `${first.short}${inOrder.length > 1 ? ` +${inOrder.length - 1}` : ''}` : '',
    what: [
      ...inOrder.map((message) => `${sentWords(message)}${meant.has(message.receiver) ? '' : ', passes by'}`),
      ...(inOrder.length > 0 && doubt !== '' ? [doubt] : []),
    ],
    trouble,
  };
}

/** What a closed or open pole puts the block to that it switches. */
const givesWords = ({ contacts }: PoleLine, isClosed: boolean): string =>
  inWords(
    contacts.flatMap(({ block, open, closed }) => {
      const id = isClosed ? closed : open;
      const state = block.states.find((one) => one.id === id);
      return state ? [`${block.name} ${state.name}`] : [];
    }),
  );

/** A switch lead: how each pole stands in the sound. */
function switchOn(of: ForCarried, sound: Sound, lead: Lead): Passing {
  const place = of.sounds.findIndex(({ id }) => id === sound.id);
  const found: { readonly short: string; readonly what: string; readonly trouble: string }[] = [];
  for (const input of inputsIn(of)) {
    const own = channelsIn(of).filter(({ box }) => box === input.box);
    if (input.stranger?.lead === lead)
      found.push({ short: '', what: '', trouble: `it does not belong in ${input.jack.label}` });
    for (const line of input.poles) {
      const feed = line.feeds.find(({ leads }) => leads.includes(lead));
      if (!feed || line.contacts.length === 0) continue;
      const name = poleName(input.jack, line.pole);
      if (line.isHeld || feed.trouble) {
        const why = feed.trouble
          ? `${feed.jack.label} ${troubleWords(feed.trouble)}`
          : 'a mono plug holds it';
        found.push({ short: '', what: '', trouble: `${name} of ${input.jack.label}: ${why}` });
        continue;
      }
      if (line.contacts.every(({ is }) => is === 'momentary')) {
        found.push({ short: 'pulse', what: `${name}: an impulse at each press`, trouble: '' });
        continue;
      }
      const isClosed = closedIn(own, input, line, place);
      if (isClosed === null) found.push({ short: '?', what: `${name}: nothing sets it`, trouble: '' });
      else {
        const gives = givesWords(line, isClosed);
        found.push({
          short: isClosed ? name : '',
          what: `${name} ${isClosed ? 'closed' : 'open'}${gives === '' ? '' : `: ${gives}`}`,
          trouble: '',
        });
      }
    }
  }
  const shorts = [...new Set(found.flatMap(({ short }) => (short === '' ? [] : [short])))];
  const what = found.flatMap((one) => (one.what === '' ? [] : [one.what]));
  return {
    short: shorts.length > 0 ? shorts.join('+') : what.length > 0 ? 'open' : '',
    what,
    trouble: found.find(({ trouble }) => trouble !== '')?.trouble ?? '',
  };
}

const percent = (share: number): string => `${Math.round(100 * share)}`;

const WIRING: Partial<Record<string, string>> = {
  unlike: 'its wiper is on the other pole than the input wants',
  mono: 'a mono plug leaves one pole out',
};

/** An expression lead: what the treadle moves in the sound. */
function expressionOn(of: ForCarried, sound: Sound, lead: Lead): Passing {
  const pedal = pedalsIn(of).find((one) => one.lead === lead);
  if (!pedal) return NOTHING;
  const trouble = WIRING[pedal.wiring] ?? '';
  const moves = sound.moves?.[pedal.box.id];
  const target = moves && boxOf(of, moves.box);
  const control = target?.controls.find(({ id }) => id === moves?.control);
  if (!moves || !target || !control) return { ...NOTHING, trouble };
  const { heel = 0, toe = 1, curve = 'even' } = moves;
  return {
    short: `${percent(heel)}–${percent(toe)}%`,
    what: [
      `${control.label} of ${target.name}: ${percent(heel)} % at the heel, ${percent(toe)} % at the toe${curve === 'even' ? '' : `, ${curve}`}`,
    ],
    trouble:
      pedal.into && pedal.into.box !== target
        ? `the sound moves ${target.name}, the lead goes to ${pedal.into.box.name}`
        : trouble,
  };
}

function passingOn(of: ForCarried, lead: Lead, carries: Jack['carries']): Passing {
  const { sound } = of;
  if (!sound) return NOTHING;
  if (carries === 'midi') return midiOn(of, sound, lead);
  if (carries === 'switch') return switchOn(of, sound, lead);
  return carries === 'expression' ? expressionOn(of, sound, lead) : NOTHING;
}

const OF = ['boxes', 'leads', 'variant', 'sounds', 'sound'] as const;

/** Every lead of control that is plugged somewhere, by its number; at rest none carries anything. */
export const carriedIn = derive(OF, (of: ForCarried): readonly Carried[] => {
  const end = (ref: JackRef | undefined) => endAt(of, ref) ?? null;
  return resolveIn(of).runs.flatMap(({ lead, from, to }): Carried[] => {
    const { clash, ...way } = directed(end(from), end(to));
    const carries = [way.from, way.to].flatMap((one) =>
      one && CONTROL.has(one.jack.carries) ? [one.jack.carries] : [],
    )[0];
    if (carries === undefined) return [];
    const passing = passingOn(of, lead, carries);
    return [{ lead, ...way, ...passing, trouble: clash === '' ? passing.trouble : clash }];
  });
});
