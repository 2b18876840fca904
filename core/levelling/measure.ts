// What one set of modes and knobs comes to on every way: levels, room under ceilings, how far from unity.
import { headroomAt, hopsAlong, reckon, type Inserted, type LevelStop } from '../level';
import type { Rig } from '../model';
import type { Resolved, Step } from '../signal';
import type { Setting } from './setting';
import { Overlays, statesOf, WayLevels } from './way-levels';
import type { Way, Ways } from './ways';

/** Less room at a stop than is wanted. */
export type Tight = { readonly stop: LevelStop; readonly leftDb: number; readonly wantedDb: number };

/** What one way comes to. */
export type OnWay = {
  readonly stops: readonly LevelStop[];
  readonly tight: readonly Tight[];
  /** Average over noise at its end, dB; null: it has no level there. */
  readonly snrDb: number | null;
};

/** Of an insertion: how far from unity, and the knob that sets it. */
export type Unity = {
  readonly inserted: Inserted;
  /** The last knob in it whose law is known, and the last of which it is not; null: there is none. */
  readonly knob: number | null;
  readonly byEar: number | null;
};

const KEPT_DIGITS = 4;

const partOf = (step: Step | undefined): string | null =>
  step === undefined
    ? null
    : step.type === 'lead'
      ? step.lead
      : `${step.box}/${step.type === 'jack' ? step.jack : step.block}`;

/** Remembers what each way comes to in each of its own settings. */
export class Measure {
  private readonly onWays = new Map<string, OnWay>();
  private readonly unities = new Map<string, readonly Unity[]>();
  private readonly levels: readonly { readonly asSet: WayLevels; readonly off: WayLevels }[];

  constructor(
    private readonly all: Ways,
    private readonly limits: Rig['houseRules']['limits'],
  ) {
    const overlays = new Overlays(all);
    this.levels = all.ways.map((way) => ({
      asSet: new WayLevels(all, way, false, overlays),
      off: new WayLevels(all, way, true, overlays),
    }));
  }

  private kept<R>(
    store: Map<string, R>,
    i: number,
    { modes, knobs, asIs }: Setting,
    work: (way: Way) => R,
  ): R | null {
    const way = this.all.ways[i];
    if (!way) return null;
    const key = [
      i,
      asIs ? 'as it is' : '',
      ...way.choices.map((choice) => modes[choice]),
      ...way.knobs.map(({ knob }) => knobs[knob]?.toFixed(KEPT_DIGITS) ?? ''),
    ].join(' ');
    const known = store.get(key) ?? work(way);
    store.set(key, known);
    return known;
  }

  onWay(i: number, at: Setting): OnWay | null {
    return this.kept(this.onWays, i, at, (): OnWay => {
      const stops = this.levels[i]?.asSet.levels(at) ?? [];
      const end = stops.at(-1);
      return {
        stops,
        tight: stops.flatMap((stop): Tight[] => {
          const room = headroomAt(stop, this.limits);
          return room && room.leftDb < room.wantedDb - 0.05
            ? [{ stop, leftDb: room.leftDb, wantedDb: room.wantedDb }]
            : [];
        }),
        snrDb: end ? end.averageDbu - end.noiseDbu : null,
      };
    });
  }

  /** The stop with least room over what the house wants, from a step of a way on; null: nothing there has a ceiling. */
  tightestFrom(i: number, step: number, at: Setting): Tight | null {
    const [way, on] = [this.all.ways[i], this.onWay(i, at)];
    if (!way || !on) return null;
    const { steps } = way.path;
    // A trim at an input comes behind what the input itself stands.
    const first = steps[step - 1]?.type === 'lead' ? step + 1 : step;
    let least: Tight | null = null;
    let k = 0;
    for (const stop of on.stops) {
      while (k < steps.length && partOf(steps[k]) !== stop.part.id) k += 1;
      const room = k >= first ? headroomAt(stop, this.limits) : null;
      if (room && (!least || room.leftDb - room.wantedDb < least.leftDb - least.wantedDb))
        least = { stop, leftDb: room.leftDb, wantedDb: room.wantedDb };
    }
    return least;
  }

  /** Insertions of all ways. */
  unity(at: Setting): readonly Unity[] {
    return this.all.ways.flatMap(
      (_, i) =>
        this.kept(this.unities, i, at, ({ knobs }): readonly Unity[] =>
          (this.levels[i]?.off.inserted(at) ?? []).map((inserted) => {
            const own = knobs.filter(({ step }) => inserted.first < step && step <= inserted.last);
            const known = own.findLast(({ knob }) => this.all.knobs[knob]?.range);
            const unknown = own.findLast(({ knob }) => this.all.knobs[knob]?.range === null);
            return { inserted, knob: known?.knob ?? null, byEar: unknown?.knob ?? null };
          }),
        ) ?? [],
    );
  }

  /** Levels along a way with one more knob turned, in its sound only. */
  withKnob(i: number, at: Setting, key: string, position: number): readonly LevelStop[] {
    const way = this.all.ways[i];
    if (!way) return [];
    const { of, path } = way;
    const states = statesOf(of, this.all, way, at, false);
    const turned: Resolved = {
      ...states,
      control: (box, control) =>
        `${box.id}/${control.id}` === key ? { position, from: 'sound' } : states.control(box, control),
    };
    return reckon(turned, path, hopsAlong(of, path)).stops;
  }
}
