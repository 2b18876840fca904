import { toCsv } from '../core/file';
import { chooseLevels } from '../core/levelling';
import { inSetting, type Rig } from '../core/model';
import { routeNames } from '../core/routes';
import { levelsAlong, tightest, type LevelRoute } from '../core/level';
import { settingsOf, trace } from '../core/signal';
import { formatDb, outcome } from '../core/units';
import { rigOf, soundOf, variantOf, type Call } from './input';

const round = (value: number | null) => (value === null ? null : Number(value.toFixed(2)));

const data = (run: LevelRoute) => ({
  endsBecause: run.endsBecause,
  stops: run.stops.map((stop) => ({
    part: stop.part,
    box: stop.box.name,
    at: stop.label,
    averageDbu: round(stop.averageDbu),
    peakDbu: round(stop.peakDbu),
    noiseDbu: round(stop.noiseDbu),
    ceilingDbu: round(stop.ceilingDbu),
    headroomDb: round(stop.headroomDb),
    meantToClip: stop.meantToClip,
    assumed: stop.assumed,
  })),
});

const pad = (value: number | null) => (value === null ? '' : formatDb(value)).padStart(7);

/** Nothing has made any noise yet. */
const quiet = (dbu: number): number | null => (dbu > -160 ? Math.round(dbu) : null);

type Run = { readonly sound: string; readonly route: string; readonly run: LevelRoute };

const HEAD = [
  'sound',
  'route',
  'at',
  'average dBu',
  'peak dBu',
  'noise dBu',
  'ceiling dBu',
  'left dB',
  'meant to clip',
];

/** A line for each stop of every way; what is not known is empty. */
const csvOf = (runs: readonly Run[]): string =>
  toCsv([
    HEAD,
    ...runs.flatMap(({ sound, route, run }) =>
      run.stops.map((stop) => [
        sound,
        route,
        `${stop.label} of ${stop.box.name}`,
        ...[stop.averageDbu, stop.peakDbu, quiet(stop.noiseDbu), stop.ceilingDbu, stop.headroomDb].map(
          (value) => round(value) ?? '',
        ),
        stop.meantToClip ? 'yes' : '',
      ]),
    ),
  ]);

/** `levels --choose`: what to set on each box, and why. */
function chosenLevels(call: Call, rig: Rig, variant: string | null): number {
  const plan = outcome(chooseLevels(rig, variant));
  if (call.flags.has('--json')) {
    call.printJson(plan);
    return 0;
  }
  for (const { what, now, then, why } of plan.sets) call.print(`set ${what}: ${now} -> ${then}  (${why})`);
  if (plan.sets.length === 0) call.print('nothing to set');
  for (const { words, todayDb, thenDb } of plan.unity)
    call.print(`unity ${words}: ${formatDb(todayDb)} dB today, ${formatDb(thenDb)} dB then`);
  for (const { what, at, kind, dbu } of plan.byEar)
    call.print(
      `by ear or meter ${what}: ${kind} ${kind === 'peak' ? 'at most ' : ''}${formatDb(dbu)} dBu at ${at}`,
    );
  for (const { words } of plan.sounds) call.print(words);
  for (const words of [...plan.guitars, ...plan.notes]) call.print(words);
  for (const { words, why } of plan.instead) call.print(`not ${words}: ${why}`);
  call.print(`${plan.looked} of ${plan.of} sets of modes tried; nominal, ±3 dB`);
  return 0;
}

/** Average, peak, noise, ceiling and headroom along every way of every sound. Nominal: an estimate of ±3 dB. */
export function levelsCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  if (call.flags.has('--choose')) return chosenLevels(call, rig, variant);
  const only = soundOf(call, rig);
  const runs = settingsOf(rig, variant)
    .filter((setting) => only === null || setting.sound === only)
    .flatMap((setting) => {
      const names = routeNames(rig, setting);
      return trace(rig, setting).paths.map((path, i) => ({
        sound: rig.sounds.find((s) => s.id === setting.sound)?.name ?? '',
        route: names[i]?.name ?? '',
        run: levelsAlong(inSetting(rig, setting), path),
      }));
    });
  if (call.flags.has('--json')) {
    call.printJson({
      rig: rig.id,
      variant,
      routes: runs.map(({ sound, route, run }) => ({ sound, route, ...data(run) })),
    });
    return 0;
  }
  if (call.flags.has('--csv')) {
    call.io.out(csvOf(runs));
    return 0;
  }
  for (const { sound, route, run } of runs) {
    call.print(`${sound}: ${route}`);
    call.print('      average   peak  noise ceiling    left  dBu');
    for (const stop of run.stops)
      call.print(
        `      ${pad(stop.averageDbu)}${pad(stop.peakDbu)}${pad(quiet(stop.noiseDbu))} ${pad(stop.ceilingDbu)} ${pad(stop.headroomDb)}  ${stop.label} of ${stop.box.name}${stop.meantToClip ? ', meant to clip' : ''}`,
      );
    if (run.endsBecause !== null) call.print(`      ends here: ${run.endsBecause}`);
    const worst = tightest(run.stops);
    if (worst)
      call.print(
        `      least headroom: ${formatDb(worst.headroomDb ?? 0)} dB at ${worst.label} of ${worst.box.name}`,
      );
  }
  call.print('nominal, ±3 dB');
  return 0;
}
