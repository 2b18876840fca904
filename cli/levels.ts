import { inSetting } from '../core/model';
import { routeNames } from '../core/routes';
import { levelsAlong, tightest, type LevelRoute } from '../core/level';
import { settingsOf, trace } from '../core/signal';
import { formatDb } from '../core/units';
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

/** Average, peak, noise, ceiling and headroom along every way of every sound. Nominal: an estimate of ±3 dB. */
export function levelsCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
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
  for (const { sound, route, run } of runs) {
    call.print(`${sound}: ${route}`);
    call.print('      average   peak  noise ceiling    left  dBu');
    for (const stop of run.stops)
      call.print(
        `      ${pad(stop.averageDbu)}${pad(stop.peakDbu)}${pad(quiet(stop.noiseDbu))} ${pad(stop.ceilingDbu)} ${pad(stop.headroomDb)}  ${stop.label} of ${stop.box.name}${stop.meantToClip ? ', meant to clip' : ''}`,
      );
    if (run.endsBecause !== null) call.print(`      ends here: ${run.endsBecause}`);
    const worst = tightest(run);
    if (worst)
      call.print(
        `      least headroom: ${formatDb(worst.headroomDb ?? 0)} dB at ${worst.label} of ${worst.box.name}`,
      );
  }
  call.print('nominal, ±3 dB');
  return 0;
}
