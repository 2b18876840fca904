import { BUFFER_SCHOOLS, placeBuffers, type Placement, type Placing } from '../core/buffers';
import { outcome } from '../core/units';
import { rigOf, variantOf, type Call } from './input';

function placed(call: Call): Placing {
  const rig = rigOf(call);
  return outcome(placeBuffers(rig, variantOf(call, rig), 'all'));
}

const WORDS = {
  fewest: 'as few as will do',
  'both ends': 'one at each end',
  figures: 'the least difference',
} as const;

const line = ({ over, worstDb, stands }: Placement, sounds: number): string =>
  `${over} of ${sounds} sounds over the limit, worst ${worstDb.toFixed(2)} dB: ${
    stands.length === 0 ? 'no buffer' : stands.map(({ name, words }) => `${name} ${words}`).join('; ')
  }`;

/** `buffers`: where those at hand would go, beside where they are. */
export function buffersCommand(call: Call): number {
  const placing = placed(call);
  if (call.flags.has('--json')) {
    call.printJson(placing);
    return 0;
  }
  const { sounds, today, best, house, more, notes, looked, positions, buffers, limitDb } = placing;
  call.print(`today: ${line(today, sounds)}`);
  for (const school of BUFFER_SCHOOLS)
    call.print(`${WORDS[school]}${school === house ? ' (the house)' : ''}: ${line(best[school], sounds)}`);
  for (const one of more)
    call.print(`with ${[one.name, ...one.alike].join(' or ')} more: ${line(one, sounds)}`);
  for (const note of notes) call.print(note);
  call.print(
    `${looked} placements looked at: ${buffers.length} at hand, ${positions} places, limit ${limitDb} dB`,
  );
  return 0;
}
