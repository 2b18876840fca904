import {
  ChainError,
  knotWords,
  nameOf,
  outletsPassed,
  parseChains,
  readingsIn,
  remediesFor,
  restWords,
  wireChains,
  writeChains,
  type Chain,
  type InWirings,
  type Remedies,
  type Tail,
} from '../core/chain';
import { applyEdit, outletWant, type SingleEdit } from '../core/edits';
import { writeRig } from '../core/file';
import { boxOf, inNight, jackKey, leadOf, newVariant, type Rig } from '../core/model';
import { heardBy } from '../core/routings';
import { usualCommand, whyCommand } from './order';
import { touchedBy, touchedLine } from './wired';
import { BadInput, rigOf, soundOf, variantOf, write, type Call } from './input';

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

function printRefusal(call: Call, rig: Rig, reason: string, { order, gear, together }: Remedies) {
  call.print(reason);
  const words = [gear?.words, order?.words].filter((one) => one !== undefined);
  if (words.length > 0) call.print(`would do: ${words.join(', or ')}`);
  for (const line of order?.lines ?? []) call.print(line);
  if (together.length > 0)
    call.print(`cannot stand together so: ${together.map((id) => boxOf(rig, id)?.name ?? id).join(', ')}`);
}

/** What a night of its own must be heard from: what its chains lead to, where that is not what the base wishes. */
function wishesFor(rig: Rig, chains: readonly Chain[], variant: string): readonly SingleEdit[] {
  const passed = outletsPassed(rig, chains).map(({ at }) => at);
  const usual = new Set(heardBy(rig).map(({ at }) => jackKey(at)));
  const isUsual = passed.length === usual.size && passed.every((at) => usual.has(jackKey(at)));
  return isUsual ? [] : passed.map((at) => outletWant(at, [], variant));
}

/** `chain --set`: wires the chains that are given, or says why not and what would do. */
function setCommand(call: Call, rig: Rig, text: string): number {
  const out = call.values['-o'];
  if (out === undefined) throw new BadInput('chain --set wants -o OUT, where to write the wired rig');
  const name = call.values['--as'];
  const variant = name === undefined ? null : newVariant(rig, variantOf(call, rig), name);
  const at = { variant: variant ? variant.id : variantOf(call, rig), wirings: {} };
  const asked = variant ? { ...rig, variants: [...rig.variants, variant] } : rig;
  const chains = chainsOf(asked, text);
  const wired = wireChains(asked, chains, at);
  if ('reason' in wired) {
    const remedies = remediesFor(asked, chains, wired, at);
    if (call.flags.has('--json')) call.printJson({ wired: false, ...wired, remedies });
    else printRefusal(call, rig, wired.reason, remedies);
    return 1;
  }
  const { change, trial } = wired;
  const edits: readonly SingleEdit[] = variant
    ? [{ edit: 'takeAsVariant', arguments: { variant, change } }, ...wishesFor(trial, chains, variant.id)]
    : [{ edit: 'takeRouting', arguments: change }];
  write(call, out, writeRig(edits.reduce((now, edit) => applyEdit(now, edit).rig, rig)));
  if (out === '-') return 0;
  const touched = touchedBy(trial, change);
  if (call.flags.has('--json')) call.printJson({ wired: true, ...touched, change });
  else call.print(touchedLine(touched));
  return 0;
}

function chainsOf(rig: Rig, text: string) {
  try {
    return parseChains(rig, text);
  } catch (error) {
    if (error instanceof ChainError) throw new BadInput(`the chain cannot be read: ${error.message}`);
    throw error;
  }
}

/** `chain`: the order from the string to what is heard, a line each chain, for each set of inner wirings in use. */
export function chainCommand(call: Call): number {
  const rig = rigOf(call);
  const text = call.values['--set'];
  if (text !== undefined) return setCommand(call, rig, text);
  if (call.flags.has('--why')) return whyCommand(call, rig);
  if (call.flags.has('--usual')) return usualCommand(call, rig);
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
        name: nameOf(rig, reading.chains),
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
