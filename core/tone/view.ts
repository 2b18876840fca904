// What is told of tone at one place of a rig: curves of all sounds, who drives what, what can be tried there.
import { trialOf, type SingleEdit } from '../edits';
import { boxOf, inSetting, jackIn, type JackRef, type Part, type Rig, type Setting } from '../model';
import { traceIn, type Path } from '../signal';
import { formatQuantity } from '../units';
import { curveAt, type Curve } from './curve';
import { toneAlong, type ToneRoute } from './along';
import { drivesAlong, type Drive } from './drives';
import { GRID } from './grid';
import { slidersAt, worstStep, type Slider } from './sliders';
import { straightWords, toneCaption } from './words';

/** Curves as they are drawn: dB at `hz`, hundredths. */
export type DrawnCurve = { readonly sound: string; readonly name: string; readonly db: readonly number[] };

export type DriveRow = {
  readonly box: string;
  readonly tag: string;
  readonly ohm: string;
  /** Numbers of its leads, and the first of them to be selected by. */
  readonly leads: string;
  readonly lead: string;
  readonly picofarad: string;
  readonly into: string;
  readonly figure: string;
};

export type ToneView = {
  /** `at INPUT of Combo`, `from Guitar to Combo` */
  readonly place: string;
  readonly straightIn: string;
  readonly caption: string;
  readonly hz: readonly number[];
  readonly straight: readonly number[];
  /** The sound in force first. */
  readonly curves: readonly DrawnCurve[];
  readonly rows: readonly DriveRow[];
  /** What can be tried at the part, or where most is lost. */
  readonly sliders: readonly Slider[];
};

export type Tried = {
  readonly db: readonly number[];
  readonly straight: readonly number[];
  readonly caption: string;
};

const rounded = (db: Float64Array): readonly number[] =>
  [...db].map((value) => Math.round(value * 100) / 100);

const sameJack = (a: JackRef, b: JackRef) => a.box === b.box && a.jack === b.jack;

/** The jack of a route that a part is told at; null: the part is not on it. */
function jackFor({ steps }: ToneRoute, part: Part): JackRef | null {
  if (part.type === 'lead') return steps.find(({ lead }) => lead.id === part.id)?.to ?? null;
  const ends = steps.map(({ to }) => to);
  const [box = '', own = ''] = part.id.split('/');
  if (part.type === 'jack') return ends.find((to) => sameJack(to, { box, jack: own })) ?? null;
  return ends.find((to) => to.box === box) ?? null;
}

type Found = { readonly path: Path; readonly tone: ToneRoute; readonly jack: JackRef | null };

/** The route that is told: the one that is chosen, or another that the part is on. */
function foundIn(of: ReturnType<typeof inSetting>, route: number, part: Part | null): Found | null {
  const { paths } = traceIn(of);
  const chosen = paths[route];
  const others = paths.filter((path) => path !== chosen);
  for (const path of chosen ? [chosen, ...others] : others) {
    const tone = toneAlong(of, path);
    if (!tone) continue;
    const jack = part && jackFor(tone, part);
    if (part === null || jack !== null) return { path, tone, jack };
  }
  // A part that no tone goes to: the route as a whole.
  return part === null ? null : foundIn(of, route, null);
}

/** The same place in another sound: by a way to the same output that passes it. */
function curveIn(rig: Rig, setting: Setting, { path, jack }: Found): Curve | null {
  const of = inSetting(rig, setting);
  for (const other of traceIn(of).paths) {
    if (other.output.box !== path.output.box || other.output.block !== path.output.block) continue;
    const curve = curveAt(of, other, jack);
    if (curve) return curve;
  }
  return null;
}

/** A corner beyond this is none that anyone hears, Hz. */
const HEARD_HZ = 50_000;

/** `peak 2.5 kHz, +4 dB` for what resonates; `−3 dB at 25 kHz` for a corner; nothing where that is not heard. */
const figureWords = ({ figure: { kind, hz, db } }: Drive): string => {
  const khz = `${formatQuantity(Number((hz / 1000).toPrecision(2)), '')} kHz`;
  if (kind === 'resonance') return `peak ${khz}, +${db.toFixed(0)} dB`;
  return hz > HEARD_HZ ? '' : `−3 dB at ${khz}`;
};

/** `1–6, 9`: numbers that follow one another are told by the first and the last. */
function runsOf(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const number of numbers) {
    const run = runs.at(-1);
    if (run && number === run[1] + 1) run[1] = number;
    else runs.push([number, number]);
  }
  return runs
    .map(([first, last]) =>
      last > first + 1 ? `${first}–${last}` : first === last ? `${first}` : `${first}, ${last}`,
    )
    .join(', ');
}

const rowOf = (rig: Rig, drive: Drive): DriveRow => ({
  box: drive.box.id,
  tag: drive.box.tag,
  ohm: formatQuantity(Number(drive.ohm.toPrecision(2)), 'Ω'),
  leads: runsOf(drive.leads.map(({ number }) => number)),
  lead: drive.leads[0]?.id ?? '',
  picofarad: String(Math.round(drive.farad * 1e12)),
  into: boxOf(rig, drive.into.box)?.tag ?? '',
  figure: figureWords(drive),
});

/**
 * Tone at a part of a rig, or of a whole route.
 * @param route number of the path in the trace
 * @param part null: the route's end
 * @returns null: no lead carries tone in this setting
 */
export function toneView(rig: Rig, setting: Setting, route: number, part: Part | null): ToneView | null {
  const of = inSetting(rig, setting);
  const found = foundIn(of, route, part);
  if (!found) return null;
  const { path, tone, jack } = found;
  const own = curveAt(of, path, jack);
  if (!own) return null;
  const drives = drivesAlong(of, tone.parts);
  const box = boxOf(rig, jack?.box);
  const place =
    box && jack
      ? `at ${jackIn(box, jack.jack)?.label ?? jack.jack} of ${box.name}`
      : `from ${boxOf(rig, path.source.box)?.name ?? ''} to ${boxOf(rig, tone.steps.at(-1)?.to.box)?.name ?? ''}`;
  const others = rig.sounds
    .filter(({ id }) => id !== setting.sound)
    .flatMap(({ id, name }): DrawnCurve[] => {
      const curve = curveIn(rig, { ...setting, sound: id }, found);
      return curve ? [{ sound: id, name, db: rounded(curve.response) }] : [];
    });
  const at = tone.steps.findIndex(({ to }) => jack !== null && sameJack(to, jack));
  const step = at < 0 ? worstStep(tone) : at;
  const name = rig.sounds.find(({ id }) => id === setting.sound)?.name ?? 'at rest';
  return {
    place,
    straightIn: straightWords(of, tone),
    caption: toneCaption(tone, drives, rig.houseRules.limits.toneDb),
    hz: [...GRID].map((hertz) => Math.round(hertz * 10) / 10),
    straight: rounded(own.straight),
    curves: [{ sound: setting.sound, name, db: rounded(own.response) }, ...others],
    rows: drives.map((drive) => rowOf(rig, drive)),
    sliders: slidersAt(of, tone, drives, step),
  };
}

/** The curve of the sound in force after some edits that are tried, and what it comes to. */
export function toneTried(
  rig: Rig,
  setting: Setting,
  {
    route,
    part,
    edits,
  }: { readonly route: number; readonly part: Part | null; readonly edits: readonly SingleEdit[] },
): Tried | null {
  const of = inSetting(trialOf(rig, { edit: 'together', arguments: { label: '', edits } }), setting);
  const found = foundIn(of, route, part);
  const curve = found && curveAt(of, found.path, found.jack);
  if (!found || !curve) return null;
  const drives = drivesAlong(of, found.tone.parts);
  return {
    db: rounded(curve.response),
    straight: rounded(curve.straight),
    caption: toneCaption(found.tone, drives, rig.houseRules.limits.toneDb),
  };
}
