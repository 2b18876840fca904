// A linear small-signal circuit: what it is made of.

/** Two nodes; `0` is ground. */
type Between = { readonly name: string; readonly from: string; readonly to: string };

/** Ohm; 0 is a short. */
export type Resistor = Between & { readonly kind: 'R'; readonly value: number };
/** Farad. */
export type Capacitor = Between & { readonly kind: 'C'; readonly value: number };
/** Henry; 0 is a short. */
export type Inductor = Between & { readonly kind: 'L'; readonly value: number };
/** An independent source: volts and degrees of its AC; one without AC is a short. */
export type VoltageSource = Between & { readonly kind: 'V'; readonly value: number; readonly phase: number };
/** A source of `value` times the voltage between two other nodes: a stage that nothing behind it loads. */
export type ControlledSource = Between & {
  readonly kind: 'E';
  readonly controlFrom: string;
  readonly controlTo: string;
  readonly value: number;
};
/** Two inductors by name, coupled by k, −1…1. */
export type Coupling = {
  readonly kind: 'K';
  readonly name: string;
  readonly inductors: readonly [string, string];
  readonly value: number;
};

export type Element = Resistor | Capacitor | Inductor | VoltageSource | ControlledSource | Coupling;

/** At which frequencies, Hz: so many points a decade or an octave, or in all. */
export type Sweep = {
  readonly by: 'dec' | 'oct' | 'lin';
  readonly points: number;
  readonly from: number;
  readonly to: number;
};

export type Netlist = {
  readonly title: string;
  readonly elements: readonly Element[];
  readonly sweep: Sweep | null;
};

export const GROUND = '0';

/** The frequencies of a sweep, Hz, both ends included where the steps come out at them. */
export function frequenciesOf({ by, points, from, to }: Sweep): Float64Array {
  if (by === 'lin') {
    const step = points > 1 ? (to - from) / (points - 1) : 0;
    return Float64Array.from({ length: points }, (_, i) => from + i * step);
  }
  const base = by === 'dec' ? 10 : 2;
  // A hundredth of a step over: the last point is not lost to rounding.
  const steps = Math.floor((Math.log(to / from) / Math.log(base)) * points + 0.01);
  return Float64Array.from({ length: steps + 1 }, (_, i) => from * base ** (i / points));
}
