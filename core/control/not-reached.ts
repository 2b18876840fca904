// What a sound wants of a box, and no lead brings there.
import { boxOf, derive, type Box, type Reads, type Sound } from '../model';
import { channelFaults } from './channel-faults';
import { howOf } from './channel-cards';
import { channelsIn, notReached } from './channels';
import { pedalsIn } from './expression';
import { messagesOf } from './messages';
import { arrives, hearingsIn, hearsMidi } from './midi-net';

export type NotReached = {
  readonly box: Box;
  /** What the sound wants of it: `program 12`, `Channel lead`. */
  readonly wants: string;
  readonly why: string;
};

type ForReached = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'sound'>;

/** Why nothing that a box is sent gets to it. */
function whyDeaf(of: ForReached, box: Box): string {
  const crossed = hearingsIn(of).find((one) => one.receiver === box && !arrives(one));
  if (crossed) {
    const hop = crossed.hops.find(({ isCrossed }) => isCrossed);
    return `lead ${hop?.lead.number ?? ''} turns the pins: it hears nothing`;
  }
  const jack = box.jacks.find(hearsMidi);
  return jack ? `nothing that sends reaches ${jack.label}` : 'it has no jack for MIDI';
}

function programs(of: ForReached, sound: Sound): readonly NotReached[] {
  const faults = channelFaults(of);
  return messagesOf(of, sound).programs.flatMap((call): NotReached[] => {
    const { receiver: box, sender, shows, lands, dialled } = call;
    const wants = `program ${shows}`;
    if (!sender) return [{ box, wants, why: whyDeaf(of, box) }];
    const unlike = faults.find((one) => one.what === 'unlike' && one.receiver === box);
    if (unlike?.what === 'unlike')
      return [{ box, wants, why: `called on channel ${unlike.sends}, it hears ${unlike.hears}` }];
    return dialled !== null && lands !== shows.trim()
      ? [{ box, wants, why: `dialled ${dialled}: ${lands === null ? 'lands nowhere' : `lands on ${lands}`}` }]
      : [];
  });
}

const channels = (of: ForReached, place: number): readonly NotReached[] =>
  channelsIn(of).flatMap((channel): NotReached[] => {
    const { box, block, wants } = channel;
    const want = wants[place] ?? '';
    if (!notReached(channel).includes(want)) return [];
    const name = block.states.find(({ id }) => id === want)?.name ?? want;
    return [{ box, wants: `${block.name} ${name}`, why: howOf(channel, want) }];
  });

const treadles = (of: ForReached, sound: Sound): readonly NotReached[] =>
  pedalsIn(of).flatMap(({ box, into }): NotReached[] => {
    const moves = sound.moves?.[box.id];
    const target = moves && boxOf(of, moves.box);
    const control = target?.controls.find(({ id }) => id === moves?.control);
    if (!target || !control || into?.box === target) return [];
    const why = into ? `the pedal’s lead goes to ${into.box.name}` : 'the pedal’s lead goes nowhere';
    return [{ box: target, wants: `${control.label} by ${box.name}`, why }];
  });

const OF = ['boxes', 'leads', 'variant', 'sounds', 'sound'] as const;

/** Every wish of the sound in force that does not get there; at rest there are none. */
export const notReachedIn = derive(OF, (of: ForReached): readonly NotReached[] => {
  const { sound } = of;
  if (!sound) return [];
  const place = of.sounds.findIndex(({ id }) => id === sound.id);
  return [...programs(of, sound), ...channels(of, place), ...treadles(of, sound)];
});
