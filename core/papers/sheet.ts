import { differingIn, movesBetween, patchUp, SECTIONS, type Differing, type WalkStep } from '../bench';
import { nameOf, orderNotes, readingsIn } from '../chain';
import { drawStrip, type MapDrawing, type StripDrawing } from '../drawing';
import { calledBySounds } from '../control';
import { eqWords, isEqualiser } from '../equaliser';
import { routeLines, routeNames } from '../routes';
import { isOpen, NOT_JUDGED, report, type FindingLine } from '../findings';
import { earthBook, shieldBook, type EarthLine, type ShieldLine } from '../hum';
import { knobTable, type KnobTable } from '../level';
import { inNight, nightName, type Rig, type Setting } from '../model';
import { powerPlan, type PowerPlan } from '../power';
import { resolve, settingsOf, trace } from '../signal';
import { formatClock, inWords, type LengthUnit } from '../units';
import { controlTables, type TitledTable } from './control-tables';
import { mapSheets, paperMap, type MapSheet } from './map-sheets';
import { powerTables, type PaperTable } from './power-tables';
import { scheduleOf, type Schedule } from './schedule';

/** Pixels across an upright A4 inside its margins: the type of the order is not made smaller there. */
const STRIP = 700;

/** Stands on every sheet, whatever is found. */
export const STANDING_CAUTIONS =
  'Speaker leads, cabinets and loads are moved only with the amplifier switched off; standby is not off. ' +
  'Every earthed box keeps its earth. What needs a mains-powered box opened or mains wired is done by a ' +
  'qualified person; not by this plan. Local codes come first.';

export type SoundLine = {
  readonly id: string;
  readonly name: string;
  readonly guitar: string;
  /** State of each block of the table, then what else the sound calls, in the order of its columns. */
  readonly states: readonly string[];
};

/** The order from the string to what is heard, as it is in some sounds. */
export type OrderLine = {
  /** The sounds, where there are other orders too; else nothing. */
  readonly sounds: string;
  /** What the routing is called: `four-cable; feed to Desk, split last`. */
  readonly name: string;
  readonly strip: StripDrawing;
  readonly notes: readonly string[];
};

export type Sheet = {
  readonly title: string;
  readonly revision: number;
  readonly notes: string;
  readonly map: MapDrawing;
  readonly mapSheets: readonly MapSheet[];
  readonly order: readonly OrderLine[];
  readonly schedule: Schedule;
  readonly columns: readonly string[];
  readonly sounds: readonly SoundLine[];
  readonly routes: readonly { readonly sound: string; readonly text: string }[];
  readonly settings: readonly { readonly box: string; readonly what: string; readonly value: string }[];
  /** How equalisers are set, by sound; what is alike in all of them once. */
  readonly equalisers: readonly { readonly what: string; readonly sounds: string; readonly value: string }[];
  /** Which level knob moves what is heard. */
  readonly knobs: KnobTable;
  /** Whose earth is proved, by whom, and until when. */
  readonly earths: readonly EarthLine[];
  /** What feeds what, and what takes the power of amplifiers. */
  readonly power: PowerPlan;
  readonly powerTables: readonly PaperTable[];
  /** Switches, numbers to dial, control changes. */
  readonly controlTables: readonly TitledTable[];
  /** Shields with something in them, and what was heard of them. */
  readonly shields: readonly ShieldLine[];
  readonly findings: readonly FindingLine[];
  readonly accepted: readonly FindingLine[];
  readonly notJudged: readonly string[];
  readonly walk: readonly WalkPart[];
  /** The night's name, where there are several. */
  readonly night: string | null;
  /** What it has otherwise than the base. */
  readonly differing: readonly Differing[];
  /** What leads to it: a variant from the base, the base from each variant. */
  readonly moves: readonly { readonly from: string; readonly walk: readonly WalkPart[] }[];
};

/** Some steps of a walk under their heading. */
export type WalkPart = { readonly title: string; readonly steps: readonly WalkStep[] };

const inParts = (steps: readonly WalkStep[]): readonly WalkPart[] =>
  SECTIONS.map(({ id, title }) => ({ title, steps: steps.filter(({ section }) => section === id) })).filter(
    (part) => part.steps.length > 0,
  );

const soundName = (rig: Rig, { sound }: Setting): string =>
  rig.sounds.find(({ id }) => id === sound)?.name ?? '';

/** The ways of each sound in one line of tags and numbers; sounds that go the same way share it. */
function routesOf(rig: Rig, settings: readonly Setting[]): Sheet['routes'] {
  const sounds = new Map<string, string[]>();
  for (const setting of settings) {
    const names = routeNames(rig, setting);
    trace(rig, setting).paths.forEach((path, i) => {
      const way = routeLines(rig, path).map((line) =>
        line.type === 'lead' ? line.title.replace('lead ', '') : (line.title.split(' · ')[0] ?? ''),
      );
      const text = `${names[i]?.name ?? ''}: ${way.join(' – ')}`;
      const name = soundName(rig, setting);
      sounds.set(text, [...(sounds.get(text) ?? []), name]);
    });
  }
  return [...sounds].map(([text, names]) => ({ sound: inWords([...new Set(names)]), text }));
}

/** The order of one night: one for each set of inner wirings that a sound is in. */
function orderOf(rig: Rig, variant: string | null): readonly OrderLine[] {
  const all = readingsIn(inNight(rig, variant));
  return all.map(({ sounds, reading }) => ({
    sounds:
      all.length > 1
        ? inWords(sounds.flatMap((id) => rig.sounds.find((sound) => sound.id === id)?.name ?? []))
        : '',
    name: nameOf(rig, reading.chains).join('; '),
    strip: drawStrip(rig, reading.chains, STRIP),
    notes: orderNotes(rig, reading),
  }));
}

/** What knobs and switches are at before any sound sets them, in one night. */
function settingsAtRest(rig: Rig, variant: string | null): Sheet['settings'] {
  const night = rig.variants.find(({ id }) => id === variant)?.state;
  return rig.boxes.flatMap((box) => [
    ...box.controls.flatMap((control) => {
      const position = night?.controls[`${box.id}/${control.id}`]?.position ?? control.position;
      return position === null ? [] : [{ box: box.name, what: control.label, value: formatClock(position) }];
    }),
    ...box.jacks.flatMap((jack) => {
      const id = night?.modes[`${box.id}/${jack.id}`] ?? jack.mode;
      const mode = jack.modes.find((one) => one.id === id);
      return jack.modes.length > 1 && mode
        ? [{ box: box.name, what: `${jack.label}, mode`, value: mode.name }]
        : [];
    }),
    ...box.hidden.map((item) => ({ box: box.name, what: `${item.label} (hidden)`, value: item.value })),
  ]);
}

/** How every equaliser and cabinet model that is noted is set, sounds that have it alike together. */
function equalisersOf(rig: Rig, settings: readonly Setting[]): Sheet['equalisers'] {
  return rig.boxes.flatMap((box) =>
    box.blocks.filter(isEqualiser).flatMap((block) => {
      const sounds = new Map<string, string[]>();
      for (const setting of settings) {
        const resolved = resolve(rig, setting);
        const { eq } = resolved.eq(box, block);
        if (!eq && !block.impulse) continue;
        const response = block.impulse && `${block.impulse.name} (${block.impulse.sha256.slice(0, 8)})`;
        const words = [response, eq && eqWords(block, eq)].filter(Boolean).join('; ') || 'flat';
        sounds.set(words, [...(sounds.get(words) ?? []), soundName(rig, setting)]);
      }
      return [...sounds].map(([value, names]) => ({
        what: box.name === block.name ? box.name : `${box.name}: ${block.name}`,
        sounds: names.length === settings.length ? 'all sounds' : inWords(names),
        value,
      }));
    }),
  );
}

/** Everything the printed sheet says of a rig, as data; the page only sets it. */
export function sheetOf(rig: Rig, variant: string | null, unit: LengthUnit = 'metres'): Sheet {
  const settings = settingsOf(rig, variant);
  const map = paperMap(rig, variant, rig.sounds[0]?.id ?? 'all', unit);
  const switched = rig.boxes.flatMap((box) =>
    box.blocks.filter((block) => block.states.length > 1).map((block) => ({ box, block })),
  );
  const blocksOf = (id: string) => switched.filter(({ box }) => box.id === id).length;
  const lines = report(rig, variant, null);
  const power = powerPlan(inNight(rig, variant));
  const called = calledBySounds(inNight(rig, variant));
  return {
    title: rig.title,
    revision: rig.revision,
    notes: rig.notes,
    map,
    mapSheets: mapSheets(rig, map),
    order: orderOf(rig, variant),
    schedule: scheduleOf(rig, variant),
    columns: [
      ...switched.map(({ box, block }) => (blocksOf(box.id) > 1 ? `${box.tag} ${block.name}` : box.tag)),
      ...called.map(({ name }) => name),
    ],
    sounds: settings.map((setting, i) => {
      const resolved = resolve(rig, setting);
      return {
        id: setting.sound,
        name: soundName(rig, setting),
        guitar: resolved.guitar?.name ?? '',
        states: [
          ...switched.map(({ box, block }) => resolved.blockState(box, block).state.name),
          ...called.map(({ texts }) => texts[i] ?? ''),
        ],
      };
    }),
    routes: routesOf(rig, settings),
    settings: settingsAtRest(rig, variant),
    equalisers: equalisersOf(rig, settings),
    knobs: knobTable(rig, variant),
    earths: earthBook(rig),
    shields: shieldBook(inNight(rig, variant)),
    power,
    powerTables: powerTables(power),
    controlTables: controlTables(inNight(rig, variant)),
    findings: lines.filter(isOpen),
    accepted: lines.filter((line) => !isOpen(line)),
    notJudged: NOT_JUDGED,
    walk: inParts(patchUp(rig, variant)),
    night: rig.variants.length > 0 ? nightName(rig, variant) : null,
    differing: variant === null ? [] : differingIn(rig, null, variant),
    moves: (variant === null ? rig.variants.map(({ id }) => id) : [null]).map((from) => ({
      from: nightName(rig, from),
      walk: inParts(movesBetween(rig, from, variant)),
    })),
  };
}
