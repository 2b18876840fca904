// Levels along one way by the modes and knobs that are tried: each stretch is solved once for the modes that bear on it.
import {
  bypassed,
  hopsAlong,
  insertionsAlong,
  offUnity,
  reckon,
  type Hops,
  type Inserted,
  type Insertion,
  type LevelStop,
} from '../level';
import type { JackMode } from '../model';
import { stretchesAlong, type Stretch } from '../network';
import { resolveIn, type Resolved } from '../signal';
import { moved, type Setting } from './setting';
import type { Knob, Of, Way, Ways } from './ways';

type All = Pick<Ways, 'choices' | 'knobs'>;

/** The mode that a choice is tried in; none: as it is. */
const modeAt = ({ choices }: All, { modes }: Setting, i: number): JackMode | undefined =>
  choices[i]?.modes[modes[i] ?? -1];

/** A sound with some jacks in the modes that are tried; one for each set of them. */
export class Overlays {
  private readonly known = new Map<string, Of>();

  constructor(private readonly all: All) {}

  of(of: Of, isOff: boolean, choices: readonly number[], at: Setting): Of {
    const changed = choices.filter((i) => {
      const choice = this.all.choices[i];
      const mode = at.modes[i] ?? -1;
      return choice && mode >= 0 && (mode !== choice.now || choice.inSounds.length > 0);
    });
    const key = `${of.sound.id} ${isOff} ${changed.map((i) => `${i}:${at.modes[i]}`).join()}`;
    const known = this.known.get(key);
    if (known) return known;
    const sound = isOff ? { ...of.sound, ...bypassed(of) } : of.sound;
    const modes = Object.fromEntries(
      changed.flatMap((i) => {
        const [choice, mode] = [this.all.choices[i], modeAt(this.all, at, i)];
        return choice && mode ? [[choice.key, mode.id]] : [];
      }),
    );
    const { state } = sound;
    const made =
      changed.length === 0
        ? { ...of, sound }
        : { ...of, sound: { ...sound, state: { ...state, modes: { ...state.modes, ...modes } } } };
    this.known.set(key, made);
    return made;
  }
}

/**
 * The states of a way's sound with modes and knobs as they are tried.
 * @param isUnity what guitars have made up is left out: unity is told of what is inserted, not of what is played
 */
export function statesOf(of: Of, all: All, { makeUp }: Way, at: Setting, isUnity: boolean): Resolved {
  const resolved = resolveIn(of);
  const positionAt = (knob: Knob, i: number): number | null => {
    const position = at.knobs[i] ?? null;
    if (isUnity) return position ?? (knob.madeUp ? knob.now : null);
    return makeUp?.knob === i && !at.asIs ? moved(knob, position, makeUp.db) : position;
  };
  const modes = new Map(all.choices.map(({ key }, i) => [key, modeAt(all, at, i)] as const));
  const knobs = new Map(all.knobs.map((knob, i) => [knob.key, positionAt(knob, i)] as const));
  return {
    ...resolved,
    jackMode: (box, jack) => {
      const mode = modes.get(`${box.id}/${jack.id}`);
      return mode ? { mode, from: 'sound' } : resolved.jackMode(box, jack);
    },
    control: (box, control) => {
      const position = knobs.get(`${box.id}/${control.id}`) ?? null;
      return position === null ? resolved.control(box, control) : { position, from: 'sound' };
    },
  };
}

/** One way, with all effects as the sound has them, or off: each stretch is solved once for the modes that bear on it. */
export class WayLevels {
  private readonly stretches: readonly Stretch[];
  /** Choices that bear on each stretch. */
  private readonly bearing: readonly (readonly number[])[];
  private readonly hops = new Map<string, Hops>();
  private readonly insertions = new Map<string, readonly Insertion[]>();
  private readonly plain: Hops;
  private readonly off: Of;

  constructor(
    private readonly all: All,
    private readonly way: Way,
    private readonly isOff: boolean,
    private readonly overlays: Overlays,
  ) {
    this.off = overlays.of(way.of, isOff, [], { modes: [], knobs: [] });
    this.stretches = stretchesAlong(this.off, way.path);
    this.plain = hopsAlong(this.off, way.path);
    this.bearing = this.stretches.map(({ segment }) =>
      way.choices.filter((i) => {
        const choice = all.choices[i];
        return choice && segment.nodeOf({ box: choice.box.id, jack: choice.jack.id }) !== null;
      }),
    );
  }

  private kept<R>(
    store: Map<string, R>,
    k: number,
    choices: readonly number[],
    at: Setting,
    work: (of: Of) => R,
  ): R {
    const key = `${k} ${choices.map((i) => at.modes[i]).join()}`;
    const known = store.get(key) ?? work(this.overlays.of(this.way.of, this.isOff, choices, at));
    store.set(key, known);
    return known;
  }

  levels(at: Setting): readonly LevelStop[] {
    const { path } = this.way;
    const hopsAt = (step: number): Hops => {
      const k = this.plain.stretchAt(step);
      const choices = this.bearing[k];
      return choices ? this.kept(this.hops, k, choices, at, (of) => hopsAlong(of, path)) : this.plain;
    };
    return reckon(statesOf(this.off, this.all, this.way, at, this.isOff), path, {
      ...this.plain,
      lossAt: (step, jack) => hopsAt(step).lossAt(step, jack),
      thermalAt: (step, jack) => hopsAt(step).thermalAt(step, jack),
    }).stops;
  }

  inserted(at: Setting): readonly Inserted[] {
    const { path } = this.way;
    const plain = insertionsAlong(this.off, path);
    if (plain.length === 0) return [];
    const now = plain.flatMap((insertion, k) => {
      const ends = [insertion.first, insertion.last].map((step) => this.plain.stretchAt(step));
      const choices = [...new Set(ends.flatMap((s) => this.bearing[s] ?? []))];
      return this.kept(this.insertions, k, choices, at, (of) => insertionsAlong(of, path))[k] ?? [];
    });
    return offUnity(now, this.levels(at));
  }
}
