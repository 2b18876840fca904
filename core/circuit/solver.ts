// The response of a circuit: the order of elimination once, numbers per frequency.
import { GROUND, type Netlist } from './netlist';
import { orderOf, SingularError, valueAt } from './order';
import { programOf } from './program';
import { systemOf } from './system';

/** Complex volts at each wanted node, at each frequency: `re[node][frequency]`. */
export type Response = { readonly re: readonly Float64Array[]; readonly im: readonly Float64Array[] };

export type Solver = {
  /**
   * The voltages of the wanted nodes.
   * @param frequencies Hz, each over 0
   * @param netlist the same parts between the same nodes with other values; else those that it was made of
   * @throws SingularError where nothing fixes a voltage
   */
  readonly run: (frequencies: ArrayLike<number>, netlist?: Netlist) => Response;
};

/** Over this growth an elimination is not trusted, and made anew by the strongest pivots of that frequency. */
const GROWTH = 1e16;

/**
 * A solver for some nodes of a circuit.
 * @param nodes by name; ground is 0 V
 * @param at the frequency by which the order of elimination is chosen, Hz
 * @throws SingularError; Error where a node is not in the circuit
 */
export function solverOf(netlist: Netlist, nodes: readonly string[], at = 1_000): Solver {
  const system = systemOf(netlist);
  const wanted = nodes.map((node) => (node === GROUND ? -1 : system.unknowns.indexOf(node)));
  nodes.forEach((node, i) => {
    if (node !== GROUND && (wanted[i] ?? -1) < 0) throw new Error(`there is no node ${node} in the circuit`);
  });
  const columns = [...new Set(wanted.filter((column) => column >= 0))];
  const programAt = (from: typeof system, frequency: number) =>
    programOf(from, orderOf(from, columns, 2 * Math.PI * frequency), columns.length);
  const program = programAt(system, at);
  // The one that is eliminated last is solved for first.
  const slots = wanted.map((column) => (column < 0 ? -1 : columns.length - 1 - columns.indexOf(column)));
  const [re, im] = [new Float64Array(program.places), new Float64Array(program.places)];
  const [xr, xi] = [new Float64Array(columns.length), new Float64Array(columns.length)];

  return {
    run(frequencies, other) {
      const from = other ? systemOf(other) : system;
      if (from.entries.length !== system.entries.length)
        throw new Error('these are other parts, between other nodes');
      const { places, placeOf } = program;
      const [g, c, gamma, quadrature] = [0, 1, 2, 3].map(() => new Float64Array(places)) as [
        Float64Array,
        Float64Array,
        Float64Array,
        Float64Array,
      ];
      from.entries.forEach((entry, i) => {
        const place = placeOf[i] ?? 0;
        g[place] = entry.g;
        c[place] = entry.c;
        gamma[place] = entry.gamma;
        quadrature[place] = entry.quadrature;
      });
      const others = Int32Array.from(
        from.entries.flatMap((entry, i) =>
          entry.gamma !== 0 || entry.quadrature !== 0 ? [placeOf[i] ?? 0] : [],
        ),
      );
      const response = {
        re: nodes.map(() => new Float64Array(frequencies.length)),
        im: nodes.map(() => new Float64Array(frequencies.length)),
      };
      for (let f = 0; f < frequencies.length; f += 1) {
        const hertz = frequencies[f] ?? 0;
        const omega = 2 * Math.PI * hertz;
        const period = 1 / omega;
        re.set(g);
        for (let place = 0; place < places; place += 1) im[place] = omega * (c[place] ?? 0);
        // Coils and sources that lag stand in few places.
        for (const place of others)
          im[place] = (im[place] ?? 0) + (quadrature[place] ?? 0) - period * (gamma[place] ?? 0);
        if (!eliminated(program.code, re, im) || !solved(program.back, re, im, xr, xi)) {
          // Another order for this one frequency: what is strong at one may vanish at another.
          const special = programAt(from, hertz);
          const [sr, si] = [new Float64Array(special.places), new Float64Array(special.places)];
          from.entries.forEach((entry, i) => {
            [sr[special.placeOf[i] ?? 0], si[special.placeOf[i] ?? 0]] = valueAt(entry, omega);
          });
          if (!eliminated(special.code, sr, si) || !solved(special.back, sr, si, xr, xi))
            throw new SingularError([`the voltages at ${hertz} Hz`]);
        }
        for (let i = 0; i < slots.length; i += 1) {
          const slot = slots[i] ?? 0;
          const [real, imaginary] = [response.re[i], response.im[i]];
          if (real && imaginary) {
            real[f] = xr[slot] ?? 0;
            imaginary[f] = xi[slot] ?? 0;
          }
        }
      }
      return response;
    },
  };
}

/** Runs an elimination; false: a pivot has vanished beside what stands under it. */
function eliminated(code: Int32Array, re: Float64Array, im: Float64Array): boolean {
  let at = 0;
  const end = code.length;
  while (at < end) {
    const pivot = code[at] ?? 0;
    let under = code[at + 1] ?? 0;
    at += 2;
    if (under === 0) continue;
    const pr = re[pivot] ?? 0;
    const pi = im[pivot] ?? 0;
    const norm = 1 / (pr * pr + pi * pi);
    const qr = pr * norm;
    const qi = -pi * norm;
    for (; under > 0; under -= 1) {
      const place = code[at] ?? 0;
      let changes = code[at + 1] ?? 0;
      at += 2;
      const ar = re[place] ?? 0;
      const ai = im[place] ?? 0;
      const lr = ar * qr - ai * qi;
      const li = ar * qi + ai * qr;
      if (!(lr * lr + li * li < GROWTH)) return false;
      for (; changes > 0; changes -= 1) {
        const from = code[at] ?? 0;
        const to = code[at + 1] ?? 0;
        at += 2;
        const ur = re[from] ?? 0;
        const ui = im[from] ?? 0;
        re[to] = (re[to] ?? 0) - (lr * ur - li * ui);
        im[to] = (im[to] ?? 0) - (lr * ui + li * ur);
      }
    }
  }
  return true;
}

/** Solves for the wanted unknowns, the last eliminated first; false: one of them is not fixed. */
function solved(
  back: readonly Int32Array[],
  re: Float64Array,
  im: Float64Array,
  xr: Float64Array,
  xi: Float64Array,
): boolean {
  for (let k = 0; k < back.length; k += 1) {
    const own = back[k];
    if (!own) continue;
    const pivot = own[0] ?? 0;
    const right = own[1] ?? 0;
    let sr = right < 0 ? 0 : (re[right] ?? 0);
    let si = right < 0 ? 0 : (im[right] ?? 0);
    for (let i = 2; i < own.length; i += 2) {
      const place = own[i] ?? 0;
      const of = own[i + 1] ?? 0;
      sr -= (re[place] ?? 0) * (xr[of] ?? 0) - (im[place] ?? 0) * (xi[of] ?? 0);
      si -= (re[place] ?? 0) * (xi[of] ?? 0) + (im[place] ?? 0) * (xr[of] ?? 0);
    }
    const pr = re[pivot] ?? 0;
    const pi = im[pivot] ?? 0;
    const norm = pr * pr + pi * pi;
    if (!(norm > 0 && norm < Infinity)) return false;
    xr[k] = (sr * pr + si * pi) / norm;
    xi[k] = (si * pr - sr * pi) / norm;
  }
  return true;
}
