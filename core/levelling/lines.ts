// A chosen set of levels in lines to read: what is set and why, what is told to the desk.
import { takesLine, type Rig, type Sound } from '../model';
import { formatDb, levelWords, type LevelUnit } from '../units';
import type { Chooser, Chosen, Judged } from './choose';
import type { LevelPlan, LevelSum, SetLine } from './plan';
import { knobDb, moved, STAYS_DB } from './setting';
import type { GuitarLevel } from './guitars';
import type { SoundLevel } from './sounds';
import type { Ways } from './ways';
import { jackWords, positionWords, unityWords, whyWorse } from './words';

const db = (value: number) => formatDb(Number(value.toFixed(1)));

export function sumOf({ score, tight, unity }: Judged): LevelSum {
  const worst = [...tight].sort((a, b) => a.leftDb - a.wantedDb - (b.leftDb - b.wantedDb))[0];
  return {
    over: score.over,
    tight: worst
      ? {
          words: `${worst.stop.label} of ${worst.stop.box.name}`,
          leftDb: worst.leftDb,
          wantedDb: worst.wantedDb,
        }
      : null,
    unityDb: unity.length > 0 ? Math.max(...unity.map(({ inserted }) => Math.abs(inserted.offDb))) : null,
    unlike: score.unlike,
    snrDb: score.snrDb,
  };
}

/** Insertions by the jack that they are told at, farthest from unity of all sounds: today and then. */
export function unityLines(all: Ways, today: Judged, best: Judged): LevelPlan['unity'] {
  const farthest = ({ unity }: Judged) => {
    const found = new Map<string, (typeof unity)[number]['inserted']>();
    for (const { inserted } of unity) {
      const key = `${inserted.kind} ${inserted.at.box}/${inserted.at.jack}`;
      const known = found.get(key);
      if (!known || Math.abs(inserted.offDb) > Math.abs(known.offDb)) found.set(key, inserted);
    }
    return found;
  };
  const before = farthest(today);
  return [...farthest(best)].map(([key, { kind, at, offDb }]) => ({
    words: `${kind === 'front' ? 'Front' : 'Loop'}, at ${jackWords(all, at)}`,
    todayDb: before.get(key)?.offDb ?? offDb,
    thenDb: offDb,
  }));
}

export function modeLines(all: Ways, { best, instead }: Chosen): readonly SetLine[] {
  return all.choices.flatMap(({ box, jack, modes, now, inSounds }, i): SetLine[] => {
    const chosen = best.at.modes[i] ?? now;
    const [from, to] = [modes[now], modes[chosen]];
    const other = instead[i]?.[now];
    if (chosen === now || !from || !to) return [];
    return [
      {
        part: { type: 'jack', id: `${box.id}/${jack.id}` },
        box: box.id,
        what: `${jack.label} of ${box.name}`,
        now: from.name,
        then: to.name,
        why: other ? `at ${from.name} ${whyWorse(all, other, best)}` : '',
        sounds: [],
        also: inSounds,
        to: { jack: jack.id, mode: to.id },
      },
    ];
  });
}

export function knobLines(all: Ways, best: Judged): readonly SetLine[] {
  return all.knobs.flatMap((knob, i): SetLine[] => {
    const position = best.at.knobs[i] ?? null;
    if (position === null) return [];
    const byDb = knobDb(knob, position) - knobDb(knob, null);
    if (Math.abs(byDb) < STAYS_DB) return [];
    const own = best.unity.find((one) => one.knob === i)?.inserted;
    return [
      {
        part: { type: 'box', id: knob.box.id },
        box: knob.box.id,
        what: `${knob.control.label} of ${knob.box.name}`,
        now: positionWords(knob.control, knob.now),
        then: positionWords(knob.control, position),
        why: own
          ? `unity: else ${unityWords(all, own.kind, own.at, -byDb)}`
          : byDb > 0
            ? `${db(byDb)} dB that the next stages have room for`
            : `${db(byDb)} dB, so that the next stages keep their room`,
        sounds: [],
        also: knob.inSounds,
        to: { control: knob.control.id, position },
      },
    ];
  });
}

export function insteadLines(all: Ways, { best, instead }: Chosen): LevelPlan['instead'] {
  return all.choices.flatMap(({ box, jack, modes, now }, i) =>
    modes.flatMap((mode, k) => {
      const other = instead[i]?.[k];
      // What it is in today, and is to leave, is told with what is to be set.
      return other && k !== best.at.modes[i] && k !== now
        ? [{ words: `${jack.label} of ${box.name}: ${mode.name}`, why: whyWorse(all, other, best) }]
        : [];
    }),
  );
}

const names = (sounds: readonly { readonly name: string }[]) => sounds.map(({ name }) => name).join(', ');

/** Where a guitar's knob is to stand; null: nobody knows what it does, or there is none. */
function makeUpAt(all: Ways, best: Judged, { knob, overDb }: GuitarLevel) {
  const place = knob === null ? undefined : all.knobs[knob];
  const position = place ? moved(place, best.at.knobs[knob ?? -1] ?? null, -overDb) : null;
  return { place, position };
}

export function guitarLine(all: Ways, best: Judged, one: GuitarLevel): string {
  const { guitar, overDb, sounds } = one;
  const { place, position } = makeUpAt(all, best, one);
  const much = `${guitar.name} is ${db(Math.abs(overDb)).replace('+', '')} dB ${overDb > 0 ? 'louder' : 'softer'} than the first guitar`;
  if (!place)
    return `${much}; no level that all guitars pass: a buffer with a level control would make it up.`;
  const where = `${place.control.label} of ${place.box.name}`;
  return position === null
    ? `${much}: by ${where} ${db(-overDb)} dB, by ear or meter: what it does is not known.`
    : `${much}: ${where} at ${positionWords(place.control, position)} in ${names(sounds)}.`;
}

/** Feeds that come to a desk at line level, with what peaks. */
export function deskNotes(all: Ways, best: Judged, chooser: Chooser, unit: LevelUnit): readonly string[] {
  const peaks = new Map<string, { words: string; peakDbu: number }>();
  all.ways.forEach((_, i) => {
    for (const { part, box, label, peakDbu } of chooser.measure.onWay(i, best.at)?.stops ?? []) {
      if (part.type !== 'jack' || !box.blocks.some(({ role }) => role === 'mix')) continue;
      const jack = box.jacks.find(({ id }) => part.id === `${box.id}/${id}`);
      const choice = all.choices.findIndex(({ key }) => key === part.id);
      const mode =
        all.choices[choice]?.modes[best.at.modes[choice] ?? -1] ??
        jack?.modes.find(({ id }) => id === jack.mode);
      if (jack?.direction !== 'in' || !takesLine(mode)) continue;
      const known = peaks.get(part.id);
      if (!known || peakDbu > known.peakDbu)
        peaks.set(part.id, { words: `${label} of ${box.name}`, peakDbu });
    }
  });
  return [...peaks.values()].map(
    ({ words, peakDbu }) =>
      `Tell the desk: ${words} gets line level, peaks ${levelWords(Math.round(peakDbu), unit)}.`,
  );
}

/** What is set so that sounds come to their wishes. */
export const wishLines = (rig: Rig, sounds: readonly SoundLevel[]): readonly SetLine[] =>
  sounds.flatMap(({ sound, set, wishedDb }): SetLine[] => {
    if (!set) return [];
    const { box, control, position } = set;
    return [
      {
        part: { type: 'box', id: box.id },
        box: box.id,
        what: `${control.label} of ${box.name}`,
        now: 'as it is',
        then: positionWords(control, position),
        why: `${sound.name} is wished ${db(wishedDb)} dB against ${rig.sounds[0]?.name ?? ''}`,
        sounds: [sound.id],
        also: [],
        to: { control: control.id, position },
      },
    ];
  });

/** What is set so that guitars are as loud as the first; nothing for those that have it so. */
export const makeUpLines = (all: Ways, best: Judged): readonly SetLine[] =>
  all.guitars.flatMap((one): SetLine[] => {
    const { guitar, knob, sounds } = one;
    const { place, position } = makeUpAt(all, best, one);
    if (!place || position === null) return [];
    // A sound that does not set it by itself goes along with what is set for all.
    const dbThen = ({ state }: Sound) =>
      knobDb(place, state.controls[place.key]?.position ?? best.at.knobs[knob ?? -1] ?? null);
    const off = sounds.filter((sound) => Math.abs(dbThen(sound) - knobDb(place, position)) >= STAYS_DB);
    if (off.length === 0) return [];
    return [
      {
        part: { type: 'box', id: place.box.id },
        box: place.box.id,
        what: `${place.control.label} of ${place.box.name}`,
        now: positionWords(place.control, off[0]?.state.controls[place.key]?.position ?? place.now),
        then: positionWords(place.control, position),
        why: `as loud as the first guitar with ${guitar.name}`,
        sounds: off.map(({ id }) => id),
        also: [],
        to: { control: place.control.id, position },
      },
    ];
  });

/** What a sound comes to beside its wish, in words. */
export function wishWords(rig: Rig, { sound, at, wishedDb, isDb, set }: SoundLevel) {
  const isWithin = (value: number) => Math.abs(value - wishedDb) <= rig.houseRules.limits.soundsDb;
  const then = set
    ? ` ${db(set.thenDb)} dB by ${set.control.label}.`
    : isWithin(isDb)
      ? ''
      : ' No level that a preset recalls, and whose range is known, is on its way: by hand.';
  return {
    words: `${sound.name} at ${at}: ${db(isDb)} dB against ${rig.sounds[0]?.name ?? ''}, wished ${db(wishedDb)}.${then}`,
    isRight: isWithin(set?.thenDb ?? isDb),
  };
}
