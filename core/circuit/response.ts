// A response in decibels and degrees.
import { frequenciesOf, type Netlist } from './netlist';
import { solverOf } from './solver';

/** What stands for no voltage at all, so that every figure is a number: −400 dB. */
const NONE = 1e-20;

export type Curve = {
  readonly frequencyHz: Float64Array;
  readonly magnitudeDb: Float64Array;
  /** Unwrapped: it goes on past ±180. */
  readonly phaseDeg: Float64Array;
};

/**
 * The response of a circuit at one node, over its own sweep or at given frequencies.
 * @throws Error where it has no sweep and no frequencies are given, or no such node; SingularError
 */
export function curveOf(netlist: Netlist, node: string, frequencies?: Float64Array): Curve {
  const frequencyHz = frequencies ?? (netlist.sweep ? frequenciesOf(netlist.sweep) : null);
  if (!frequencyHz) throw new Error('the netlist has no .ac line: at which frequencies?');
  const { re, im } = solverOf(netlist, [node]).run(frequencyHz);
  const [real, imaginary] = [re[0] ?? new Float64Array(), im[0] ?? new Float64Array()];
  const magnitudeDb = real.map(
    (value, i) => 20 * Math.log10(Math.max(NONE, Math.hypot(value, imaginary[i] ?? 0))),
  );
  let turns = 0;
  let before = 0;
  const phaseDeg = real.map((value, i) => {
    const degrees = (Math.atan2(imaginary[i] ?? 0, value) * 180) / Math.PI;
    if (i > 0) turns -= Math.round((degrees + turns * 360 - before) / 360);
    before = degrees + turns * 360;
    return before;
  });
  return { frequencyHz, magnitudeDb, phaseDeg };
}
