import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Met } from '../testing/met';
import { twinVolts } from '../testing/twin-volts';
import { parseNetlist, solverOf, writeNetlist, type Element, type Netlist } from './index';

const oneOf = <const T>(...some: readonly T[]) => fc.constantFrom(...some);

/** A part between two of the nodes p, q, n0… and ground, with values as they occur in rigs. */
const part = fc.record({
  kind: oneOf('R', 'R', 'C', 'C', 'L'),
  a: fc.nat({ max: 5 }),
  b: fc.nat({ max: 6 }),
  decade: fc.double({ min: 0, max: 1, noNaN: true }),
});
type Part = typeof part extends fc.Arbitrary<infer T> ? T : never;

const RANGES = { R: [10, 1e6], C: [1e-11, 1e-7], L: [0.01, 10] } as const;
const NODES = ['p', 'q', 'n0', 'n1', 'n2', 'n3', '0'];

/** Passive parts; every node has a high resistor to ground, so that nothing floats. */
function passive(parts: readonly Part[], coupled: number): readonly Element[] {
  const made = parts.flatMap(({ kind, a, b, decade }, i): readonly Element[] => {
    const [low, high] = RANGES[kind];
    const [from, to] = [NODES[a]!, NODES[b]!];
    return from === to
      ? []
      : [{ kind, name: `${kind}${i}`.toLowerCase(), from, to, value: low * (high / low) ** decade }];
  });
  const [l1, l2] = made.filter(({ kind }) => kind === 'L');
  const pair: readonly Element[] =
    l1 && l2 ? [{ kind: 'K', name: 'k1', inductors: [l1.name, l2.name], value: coupled }] : [];
  const held = NODES.slice(0, -1).map((node): Element => ({
    kind: 'R',
    name: `rg${node}`,
    from: node,
    to: '0',
    value: 1e7,
  }));
  return [...made, ...pair, ...held];
}

const network = fc
  .tuple(
    fc.array(part, { minLength: 5, maxLength: 14 }),
    fc.double({ min: -0.9999, max: 0.9999, noNaN: true }),
  )
  .map(([parts, coupled]) => passive(parts, coupled + 0));
const hertz = fc.double({ min: 1.3, max: 4.3, noNaN: true }).map((decade) => 10 ** decade);

const source = (name: string, from: string, value: number, phase = 0): Element => ({
  kind: 'V',
  name,
  from,
  to: '0',
  value,
  phase,
});
const ohms = (name: string, from: string, to: string, value: number): Element => ({
  kind: 'R',
  name,
  from,
  to,
  value,
});
const netlist = (...elements: readonly Element[]): Netlist => ({ title: 't', elements, sweep: null });
const driven = (passives: readonly Element[], into: string, value = 1): Netlist =>
  netlist(source('v1', 'src', value), ohms('rs', 'src', into, 1_000), ...passives);

function volts(of: Netlist, node: string, at: number): readonly [number, number] {
  const { re, im } = solverOf(of, [node]).run([at]);
  return [re[0]![0]!, im[0]![0]!];
}

function expectAlike(
  a: readonly [number, number],
  b: readonly [number, number],
  { scale = 1, within = 1e-7 } = {},
) {
  const apart = Math.hypot(a[0] - b[0], a[1] - b[1]);
  expect(apart).toBeLessThan(within * Math.max(Math.hypot(...a), Math.hypot(...b), 1e-6 * scale));
}

describe('laws of circuits', () => {
  test('any network is solved as another way of solving has it', () => {
    const met = new Met();
    fc.assert(
      fc.property(network, hertz, fc.double({ min: -4, max: 40, noNaN: true }), (parts, at, gain) => {
        const stage: Element = {
          kind: 'E',
          name: 'e1',
          from: 'e',
          to: '0',
          controlFrom: 'n1',
          controlTo: '0',
          value: gain,
        };
        const fed = (value: number) =>
          netlist(...driven(parts, 'p').elements, { ...stage, value }, ohms('ro', 'e', 'n3', 470));
        const of = fed(gain);
        // A stage that feeds itself with a loop gain of one is on the brink: no way of reckoning has it exactly.
        const [one, other] = [volts(of, 'q', at), volts(fed(gain * (1 + 1e-9)), 'q', at)];
        fc.pre(Math.hypot(one[0] - other[0], one[1] - other[1]) < 1e-6 * Math.hypot(...one));
        expectAlike(volts(of, 'q', at), twinVolts(of, 'q', at));
        if (parts.some(({ kind }) => kind === 'K')) met.count('coupled');
        met.count('networks');
      }),
      { numRuns: 300 },
    );
    met.atLeast({ coupled: 60 });
  });

  test('reciprocity: what one end hears of the other, the other hears of the one', () => {
    fc.assert(
      fc.property(network, hertz, (parts, at) => {
        const there = netlist(...driven(parts, 'p').elements, ohms('rl', 'q', '0', 1_000));
        const back = netlist(...driven(parts, 'q').elements, ohms('rl', 'p', '0', 1_000));
        expectAlike(volts(there, 'q', at), volts(back, 'p', at));
      }),
    );
  });

  test('superposition: two sources give the sum of what each gives', () => {
    fc.assert(
      fc.property(network, hertz, fc.double({ min: -180, max: 180, noNaN: true }), (parts, at, phase) => {
        const with_ = (a: number, b: number) =>
          netlist(
            ...driven(parts, 'p', a).elements,
            source('v2', 'src2', b, phase),
            ohms('rs2', 'src2', 'n2', 220),
          );
        const [both, one, other] = [with_(1, 3), with_(1, 0), with_(0, 3)].map((of) => volts(of, 'q', at));
        expectAlike(both!, [one![0] + other![0], one![1] + other![1]], { scale: 3 });
      }),
    );
  });

  test('scaling: of impedance nothing changes, of frequency the curve moves along', () => {
    const scaled = (of: Netlist, z: number, f: number) =>
      netlist(
        ...of.elements.map((one) => {
          if (one.kind === 'R') return { ...one, value: one.value * z };
          if (one.kind === 'L') return { ...one, value: (one.value * z) / f };
          return one.kind === 'C' ? { ...one, value: one.value / z / f } : one;
        }),
      );
    fc.assert(
      fc.property(network, hertz, oneOf(0.1, 3, 47), oneOf(0.25, 8), (parts, at, z, f) => {
        const of = driven(parts, 'p');
        expectAlike(volts(scaled(of, z, f), 'q', at * f), volts(of, 'q', at));
      }),
    );
  });

  test('passive parts give no energy: a load takes at most what the source can give', () => {
    fc.assert(
      fc.property(network, hertz, (parts, at) => {
        const of = netlist(...driven(parts, 'p').elements, ohms('rl', 'q', '0', 2_200));
        const taken = Math.hypot(...volts(of, 'q', at)) ** 2 / 2_200;
        expect(taken).toBeLessThanOrEqual((1 / (4 * 1_000)) * (1 + 1e-9));
      }),
    );
  });

  test('behind a stage that nothing loads, responses multiply', () => {
    fc.assert(
      fc.property(network, network, hertz, (first, second, at) => {
        const renamed = second.map((one): Element =>
          one.kind === 'K'
            ? { ...one, name: 'k2', inductors: [`${one.inductors[0]}x`, `${one.inductors[1]}x`] }
            : {
                ...one,
                name: `${one.name}x`,
                from: one.from === '0' ? '0' : `${one.from}x`,
                to: one.to === '0' ? '0' : `${one.to}x`,
              },
        );
        const stage: Element = {
          kind: 'E',
          name: 'e1',
          from: 'e',
          to: '0',
          controlFrom: 'q',
          controlTo: '0',
          value: 1,
        };
        const chain = netlist(
          ...driven(first, 'p').elements,
          stage,
          ohms('ro', 'e', 'px', 1_000),
          ...renamed,
        );
        const [a, b] = [volts(driven(first, 'p'), 'q', at), volts(driven(second, 'p'), 'q', at)];
        expectAlike(volts(chain, 'qx', at), [a[0] * b[0] - a[1] * b[1], a[0] * b[1] + a[1] * b[0]]);
      }),
    );
  });

  test('above the resonance of the shorter lead, more capacitance never makes a pickup louder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2_000, max: 15_000, noNaN: true }),
        fc.double({ min: 1, max: 10, noNaN: true }),
        fc.double({ min: 1e-10, max: 2e-9, noNaN: true }),
        fc.double({ min: 1, max: 5, noNaN: true }),
        fc.double({ min: 1, max: 10, noNaN: true }),
        (r, l, c, more, above) => {
          const pickup = (farad: number): Netlist => ({
            title: 'pickup',
            elements: parseNetlist(
              `t\nV1 s 0 AC 1\nR1 s m ${r}\nL1 m out ${l}\nC1 out 0 ${farad}\nR2 out 0 500k`,
            ).elements,
            sweep: null,
          });
          const at = (1 / (2 * Math.PI * Math.sqrt(l * c))) * above;
          const loud = (farad: number) => Math.hypot(...volts(pickup(farad), 'out', at));
          expect(loud(c * more)).toBeLessThanOrEqual(loud(c) * (1 + 1e-9));
        },
      ),
    );
  });

  test('other values between the same nodes need no new order; written and read again it is the same circuit', () => {
    fc.assert(
      fc.property(network, hertz, oneOf(0.02, 1, 50), (parts, at, by) => {
        const of = driven(parts, 'p');
        const other = netlist(
          ...of.elements.map((one) => (one.kind === 'R' ? { ...one, value: one.value * by } : one)),
        );
        const { re, im } = solverOf(of, ['q', 'n1']).run([at], other);
        // An order that was chosen for other values costs digits where resistances lie ten decades apart.
        const within = 1e-5;
        expectAlike([re[0]![0]!, im[0]![0]!], volts(other, 'q', at), { within });
        expectAlike([re[1]![0]!, im[1]![0]!], volts(other, 'n1', at), { within });
        expect(parseNetlist(writeNetlist(of)).elements).toEqual(of.elements);
      }),
    );
  });
});
