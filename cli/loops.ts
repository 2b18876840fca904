import {
  againstSignal,
  groundCurrents,
  groupWords,
  humAlong,
  namedLoops,
  planHum,
  type HumPlan,
} from '../core/hum';
import { boxOf, everySound, inNight, type Rig } from '../core/model';
import { traceIn } from '../core/signal';
import { formatDb, formatQuantity, inWords, outcome } from '../core/units';
import { rigOf, soundOf, variantOf, type Call } from './input';

/** What stands in series with each signal lead, all sources as powers, V; most first. */
function seriesOf(rig: Rig, variant: string | null) {
  return groundCurrents(inNight(rig, variant))
    .leads.map(({ lead, volts }) => ({ lead, volts: Math.hypot(...volts) }))
    .sort((a, b) => b.volts - a.volts);
}

/** Hum at the end of every way of every sound, or of one. */
const outputsOf = (rig: Rig, variant: string | null, sound: string | null) =>
  everySound(inNight(rig, variant))
    .filter((of) => sound === null || of.sound.id === sound)
    .flatMap((of) =>
      traceIn(of).paths.flatMap((path) => {
        const hum = humAlong(of, path);
        return hum ? [{ sound: of.sound, output: boxOf(of, path.output.box)?.name ?? '', hum }] : [];
      }),
    );

function cureWords({
  overDb,
  best,
  isEnough,
  isExact,
  unproved,
  worse,
  limitDb,
  tried,
}: HumPlan): readonly string[] {
  const acts = (best?.acts ?? []).map(({ words }) => words);
  return [
    overDb === null
      ? 'a lift has cut off the last ground of a box: nothing is told of hum until a shield is restored'
      : '',
    overDb === 0
      ? `every output is ${limitDb} dB under its signal, or its pickup hums louder`
      : best
        ? `${isEnough ? 'enough' : 'as far as it goes'}, ${isExact ? 'no cheaper set' : 'best found'} of ${tried}: ${acts.join('; ')}`
        : 'no act that may be proposed lowers it',
    ...(unproved.length > 0
      ? [
          `have the earth of ${inWords(unproved.map(({ name }) => name))} proved by a qualified person; not by this plan: until then nothing beside it is lifted or isolated`,
        ]
      : []),
    ...worse.map(({ words, db }) => `worse by ${formatDb(Number(db.toFixed(1)))} dB: ${words}`),
  ].filter(Boolean);
}

/** `loops`: every ground loop of a rig by what it goes by, the shortest first, and what the grounds put into each lead and output. */
export function loopsCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const loops = namedLoops(inNight(rig, variant));
  const series = seriesOf(rig, variant);
  const outputs = outputsOf(rig, variant, soundOf(call, rig));
  const plan = call.flags.has('--cure') ? outcome(planHum(rig, variant)) : null;
  if (call.flags.has('--json'))
    call.printJson({
      rig: rig.id,
      variant,
      independent_loops: loops.length,
      loops: loops.map(({ group, words, leads, boxes }) => ({
        group,
        words,
        leads: leads.map(({ number }) => number),
        boxes: boxes.map(({ id }) => id),
      })),
      in_series: series.map(({ lead, volts }) => ({ lead: lead.number, volts })),
      outputs: outputs.map(({ sound, output, hum }) => ({
        sound: sound.id,
        output,
        average_dbu: hum.averageDbu,
        hum_dbu: hum.humDbu,
        pickup_dbu: hum.pickupDbu,
        leads: hum.leads.map(({ lead, dbu, share }) => ({ lead: lead.number, dbu, share })),
      })),
      ...(plan ? { cure: plan } : {}),
    });
  else {
    call.print(loops.length === 0 ? 'no ground loop' : groupWords(loops));
    for (const { group, words } of loops) call.print(`  ${group}: ${words}`);
    for (const { lead, volts } of series)
      call.print(
        `  lead ${lead.number}: about ${formatQuantity(Number(volts.toPrecision(2)), 'V')} in series with its signal`,
      );
    for (const { sound, output, hum } of outputs)
      call.print(
        `${sound.name}, ${output}: hum ${againstSignal(hum.underDb)}, the pickup's own ${againstSignal(hum.pickupUnderDb, 'it')}`,
      );
    for (const line of plan ? cureWords(plan) : []) call.print(line);
  }
  return 0;
}
