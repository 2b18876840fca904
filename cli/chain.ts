import { knotWords, readingsIn, restWords, writeChains, type InWirings, type Tail } from '../core/chain';
import { boxOf, inNight, leadOf, type Rig } from '../core/model';
import { rigOf, soundOf, variantOf, type Call } from './input';

/** A chain as data, with what people call its boxes and leads. */
function shownTail(rig: Rig, { places, end }: Tail): unknown {
  return {
    places: places.map(({ gap, stops }) => ({
      gap: gap && {
        ...gap,
        numbers: gap.leads.flatMap((id) => leadOf(rig, id)?.number ?? []),
      },
      stops: stops.map((stop) => ({ tag: boxOf(rig, stop.box)?.tag, ...stop })),
    })),
    end: end.kind === 'split' ? { ...end, tails: end.tails.map((tail) => shownTail(rig, tail)) } : end,
  };
}

function printed(call: Call, rig: Rig, { sounds, reading }: InWirings, several: boolean) {
  const names = sounds.flatMap((id) => rig.sounds.find((sound) => sound.id === id)?.name ?? []);
  if (several) call.print(`${names.join(', ')}:`);
  for (const line of writeChains(rig, reading.chains)) call.print(line);
  if (reading.chains.length === 0) call.print('nothing leads from an instrument yet');
  reading.knots.forEach((knot, i) => call.print(`knot ${i + 1}: ${knotWords(rig, knot)}`));
  const rest = restWords(rig, reading.rest);
  if (rest !== null) call.print(`in no chain: ${rest}`);
}

/** `chain`: the order from the string to what is heard, a line each chain, for each set of inner wirings in use. */
export function chainCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const sound = soundOf(call, rig);
  const all = readingsIn(inNight(rig, variant)).filter(
    ({ sounds }) => sound === null || sounds.includes(sound),
  );
  if (call.flags.has('--json'))
    call.printJson({
      rig: rig.id,
      variant,
      orders: all.map(({ wirings, sounds, reading }) => ({
        wirings,
        sounds,
        lines: writeChains(rig, reading.chains),
        chains: reading.chains.map((chain) => ({
          sources: chain.sources,
          ...(shownTail(rig, chain) as object),
        })),
        knots: reading.knots,
        rest: reading.rest,
      })),
    });
  else for (const one of all) printed(call, rig, one, all.length > 1);
  return 0;
}
