// Knobs of which nobody knows what they do: the level that is wanted behind them, for ear and meter.
import { blockIn, boxOf } from '../model';
import type { Judged } from './choose';
import type { Measure } from './measure';
import { jackWords } from './words';
import type { Way, Ways } from './ways';

/** One such knob. */
export type ByEar = {
  readonly box: string;
  readonly control: string;
  /** What is to be turned, as printed. */
  readonly what: string;
  /** Where the level is told, as printed. */
  readonly at: string;
  /** `average`: while playing steadily, effects off; `peak`: hardest, at most. */
  readonly kind: 'average' | 'peak';
  readonly dbu: number;
  /** It goes into a power stage that nothing else holds down: begin at minimum. */
  readonly beginLow: boolean;
};

/** Does a way go from a step into a power stage by no preamp, and by no other level that would hold it down? */
function isWideOpen({ of, path }: Way, from: number): boolean {
  const at = path.steps.findIndex(
    (step, i) =>
      i > from && step.type === 'block' && blockIn(boxOf(of, step.box), step.block)?.role === 'power',
  );
  const power = path.steps[at];
  const box = power?.type === 'block' ? boxOf(of, power.box) : undefined;
  if (!box || power?.type !== 'block') return false;
  const passesPreamp = path.steps
    .slice(0, at)
    .some((step) => step.type === 'block' && blockIn(boxOf(of, step.box), step.block)?.role === 'preamp');
  const isHeld = box.controls.some(
    ({ sets, actsOn }) => sets === 'level' && 'block' in actsOn && actsOn.block === power.block,
  );
  return !passesPreamp && !isHeld;
}

/** For every knob of unknown law: the average that is unity behind it, else the peak that leaves the house's room. */
export function byEar(all: Ways, best: Judged, measure: Measure): readonly ByEar[] {
  return all.knobs.flatMap((knob, i): ByEar[] => {
    if (knob.range) return [];
    const own = { box: knob.box.id, control: knob.control.id };
    const what = `${knob.control.label} of ${knob.box.name}`;
    const ways = all.ways.flatMap((way, w) => {
      const step = way.knobs.find((one) => one.knob === i)?.step;
      return step === undefined ? [] : [{ way, w, step }];
    });
    const beginLow = ways.some(({ way, step }) => isWideOpen(way, step));
    const unity = best.unity.find((one) => one.byEar === i);
    if (unity) {
      const { at, wantedDbu } = unity.inserted;
      return [{ ...own, what, at: jackWords(all, at), kind: 'average', dbu: wantedDbu, beginLow }];
    }
    // At the stop behind it that has least room.
    const limit = ways
      .flatMap(({ w, step }) => measure.tightestFrom(w, step, best.at) ?? [])
      .sort((a, b) => a.leftDb - a.wantedDb - (b.leftDb - b.wantedDb))[0];
    if (!limit) return [];
    const { stop, wantedDb } = limit;
    const dbu = (stop.ceilingDbu ?? 0) - wantedDb;
    return [{ ...own, what, at: `${stop.label} of ${stop.box.name}`, kind: 'peak', dbu, beginLow }];
  });
}
