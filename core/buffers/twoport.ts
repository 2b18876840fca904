// Pieces of a stretch as two-ports: solved once, then joined to any buffer ahead and behind.
import { solverOf, type Element } from '../circuit';
import type { Piece, Takes } from '../network';

/** Complex figures over the frequencies. */
type Complex = { readonly re: Float64Array; readonly im: Float64Array };

/** A test resistance in series with a source of 1 V, ohm. */
const TEST_OHM = 10e3;
const NONE = 1e-20;

const test = (at: string): readonly Element[] => [
  { kind: 'V', name: 'vt', from: 'cut_test', to: '0', value: 1, phase: 0 },
  { kind: 'R', name: 'rt', from: 'cut_test', to: at, value: TEST_OHM },
];

/** Volts at some nodes. @param source volts of the driver, where it is in the piece */
function volts(
  elements: readonly Element[],
  nodes: readonly string[],
  hertz: Float64Array,
): readonly Complex[] {
  const { re, im } = solverOf({ title: '', elements, sweep: null }, nodes).run(hertz);
  return nodes.map((_, i) => ({ re: re[i] ?? new Float64Array(), im: im[i] ?? new Float64Array() }));
}

const driver = (value: number): Element => ({ kind: 'V', name: 'vd', from: 'drv', to: '0', value, phase: 0 });

/** The current that a test sends into a node at which these volts stand, A. */
const currentAt = ({ re, im }: Complex): Complex => ({
  re: re.map((value) => (1 - value) / TEST_OHM),
  im: im.map((value) => -value / TEST_OHM),
});

function divided(a: Complex, b: Complex): Complex {
  const [re, im] = [new Float64Array(a.re.length), new Float64Array(a.re.length)];
  for (let i = 0; i < re.length; i += 1) {
    const [ar, ai, br, bi] = [a.re[i] ?? 0, a.im[i] ?? 0, b.re[i] ?? 0, b.im[i] ?? 0];
    const norm = br * br + bi * bi;
    re[i] = (ar * br + ai * bi) / norm;
    im[i] = (ai * br - ar * bi) / norm;
  }
  return { re, im };
}

/** Gives decibels of the piece between what drives it and what it goes into. */
export type Joined = (drives: number, takes: Takes) => Float64Array;

const db = (re: number, im: number): number => 20 * Math.log10(Math.max(NONE, Math.hypot(re, im)));

/** 1 + z (1/R + jωC) */
function loaded(
  z: Complex,
  { ohm, farad }: Takes,
  hertz: Float64Array,
  i: number,
): readonly [number, number] {
  const [zr, zi, g, b] = [z.re[i] ?? 0, z.im[i] ?? 0, 1 / ohm, 2 * Math.PI * (hertz[i] ?? 0) * farad];
  return [1 + zr * g - zi * b, zr * b + zi * g];
}

/** From the driver's own source up to an input that is put in. */
export function fromDriver({ elements, last }: Piece, hertz: Float64Array): Joined {
  const [open] = volts([...elements, driver(1)], [last], hertz);
  const [tested] = volts([...elements, driver(0), ...test(last)], [last], hertz);
  if (!open || !tested) return () => new Float64Array(hertz.length);
  const out = divided(tested, currentAt(tested));
  return (_, takes) =>
    open.re.map((re, i) => {
      const [lr, li] = loaded(out, takes, hertz, i);
      return db(re, open.im[i] ?? 0) - db(lr, li);
    });
}

/** From an output that is put in up to the input of the stretch. */
export function toInput({ elements, first, last }: Piece, hertz: Float64Array): Joined {
  const [near, far] = volts([...elements, ...test(first)], [first, last], hertz);
  if (!near || !far) return () => new Float64Array(hertz.length);
  const ohm = divided(near, currentAt(near));
  const carried = divided(far, near);
  return (drives) =>
    carried.re.map((re, i) => {
      const [zr, zi] = [ohm.re[i] ?? 0, ohm.im[i] ?? 0];
      return db(re, carried.im[i] ?? 0) + db(zr, zi) - db(zr + drives, zi);
    });
}

/**
 * From an output that is put in up to an input that is put in: V2/Vs = Z21 / ((Z11 + Rs)(1 + Z22 Y) − Z12 Z21 Y), with
 * the open-circuit impedances of the piece.
 */
export function between({ elements, first, last }: Piece, hertz: Float64Array): Joined {
  const [a1, a2] = volts([...elements, ...test(first)], [first, last], hertz);
  const [, b2] = volts([...elements, ...test(last)], [first, last], hertz);
  if (!a1 || !a2 || !b2) return () => new Float64Array(hertz.length);
  const sent = currentAt(a1);
  const [z11, z21, z22] = [divided(a1, sent), divided(a2, sent), divided(b2, currentAt(b2))];
  return (drives, takes) =>
    z21.re.map((re, i) => {
      const [lr, li] = loaded(z22, takes, hertz, i);
      const [zr, zi] = [(z11.re[i] ?? 0) + drives, z11.im[i] ?? 0];
      const im = z21.im[i] ?? 0;
      const [g, b] = [1 / takes.ohm, 2 * Math.PI * (hertz[i] ?? 0) * takes.farad];
      // Passive parts carry alike both ways: Z12 is Z21.
      const [sr, si] = [re * re - im * im, 2 * re * im];
      const [nr, ni] = [zr * lr - zi * li - (sr * g - si * b), zr * li + zi * lr - (sr * b + si * g)];
      return db(re, im) - db(nr, ni);
    });
}
