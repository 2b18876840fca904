import { inSetting } from '../core/model';
import { routeNames } from '../core/routes';
import { settingsOf, trace } from '../core/signal';
import { drivesAlong, FIVE_KHZ, GRID, MARKS, straightWords, toneAlong, toneCaption } from '../core/tone';
import { formatDb, formatQuantity } from '../core/units';
import { rigOf, soundOf, variantOf, type Call } from './input';

const round = (value: number, digits = 2) => Number(value.toFixed(digits));
const cell = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/** `tone`: the difference from straight-in along every way of every sound, and who drives what. */
export function toneCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const only = soundOf(call, rig);
  const limitDb = rig.houseRules.limits.toneDb;
  const runs = settingsOf(rig, variant)
    .filter((setting) => only === null || setting.sound === only)
    .flatMap((setting) => {
      const names = routeNames(rig, setting);
      const of = inSetting(rig, setting);
      return trace(rig, setting).paths.flatMap((path, i) => {
        const tone = toneAlong(of, path);
        if (!tone) return [];
        const sound = rig.sounds.find(({ id }) => id === setting.sound)?.name ?? '';
        return [{ of, sound, route: names[i]?.name ?? '', tone, drives: drivesAlong(of, tone.parts) }];
      });
    });
  if (call.flags.has('--csv')) {
    const head = [
      'hertz',
      ...runs.map(({ sound, route }) => cell(`${sound}: ${route}, dB from straight in`)),
    ];
    const rows = [...GRID].map((hertz, i) =>
      [round(hertz, 1), ...runs.map(({ tone }) => round(tone.difference[i] ?? 0, 3))].join(','),
    );
    call.io.out(`\uFEFF${[head.join(','), ...rows].join('\r\n')}\r\n`);
    return 0;
  }
  if (call.flags.has('--json')) {
    call.printJson({
      rig: rig.id,
      variant,
      limitDb,
      hertz: [...GRID].map((hertz) => round(hertz)),
      routes: runs.map(({ of, sound, route, tone, drives }) => ({
        sound,
        route,
        straightIn: straightWords(of, tone),
        differenceDb: [...tone.difference].map((db) => round(db, 3)),
        marksDb: Object.fromEntries(MARKS.map((hertz, i) => [hertz, round(tone.marksDb[i] ?? 0)])),
        dull: { hertz: round(tone.dull.hz), db: round(tone.dull.db) },
        peak: { hertz: round(tone.peak.hz), db: round(tone.peak.db) },
        leads: tone.steps.map(({ lead, to, ownDb, marksDb }) => ({
          number: lead.number,
          to: `${to.box}/${to.jack}`,
          ownDb: round(ownDb),
          soFarDb: round(marksDb[FIVE_KHZ] ?? 0),
        })),
        drives: drives.map(({ box, ohm, leads, farad, into, figure }) => ({
          by: box.tag,
          ohm: round(ohm, 1),
          leads: leads.map(({ number }) => number),
          picofarad: round(farad * 1e12, 1),
          into: `${into.box}/${into.jack}`,
          [figure.kind === 'corner' ? 'cornerHertz' : 'resonanceHertz']: round(figure.hz, 0),
        })),
      })),
    });
    return 0;
  }
  for (const { of, sound, route, tone, drives } of runs) {
    call.print(`${sound}: ${route}, against ${straightWords(of, tone)}`);
    call.print(
      `      ${MARKS.map((hertz, i) => `${formatDb(tone.marksDb[i] ?? 0)} dB at ${hertz / 1000} kHz`).join(', ')}`,
    );
    call.print(`      ${toneCaption(tone, drives, limitDb)}`);
    for (const { box, ohm, leads, farad, into } of drives)
      call.print(
        `      ${box.tag.padEnd(8)}${formatQuantity(Number(ohm.toPrecision(2)), 'Ω').padStart(8)}  ${String(Math.round(farad * 1e12)).padStart(5)} pF  lead ${leads.map(({ number }) => number).join(', ')} into ${into.box}/${into.jack}`,
      );
  }
  if (runs.length === 0) call.print('no lead carries tone');
  return 0;
}
