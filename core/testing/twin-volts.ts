// Circuits solved another way, for tests: every part has a current of its own, and rows are exchanged as they come.
import type { Element, Netlist } from '../circuit';

type Complex = readonly [number, number];

const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const minus = ([a, b]: Complex, [c, d]: Complex): Complex => [a - c, b - d];
const over = ([a, b]: Complex, [c, d]: Complex): Complex => {
  const n = c * c + d * d;
  return [(a * c + b * d) / n, (b * c - a * d) / n];
};

/** Complex volts at a node at one frequency, by a full tableau and dense elimination. */
export function twinVolts({ elements }: Netlist, node: string, hertz: number): Complex {
  const omega = 2 * Math.PI * hertz;
  const parts = elements.filter((one): one is Exclude<Element, { kind: 'K' }> => one.kind !== 'K');
  const names = [...new Set(parts.flatMap((one) => [one.from, one.to]))].filter((name) => name !== '0');
  const n = names.length + parts.length;
  const matrix = Array.from({ length: n }, () => Array.from({ length: n + 1 }, (): Complex => [0, 0]));
  const add = (row: number, column: number, [re, im]: Complex) => {
    if (row < 0 || column < 0) return;
    const [a, b] = matrix[row]![column]!;
    matrix[row]![column] = [a + re, b + im];
  };
  const at = (name: string) => names.indexOf(name);
  parts.forEach((part, i) => {
    const own = names.length + i;
    add(at(part.from), own, [1, 0]);
    add(at(part.to), own, [-1, 0]);
    // v = z i for resistors and coils, i = y v for capacitors.
    const volts: Complex = part.kind === 'C' ? [0, omega * part.value] : [1, 0];
    add(own, at(part.from), volts);
    add(own, at(part.to), [-volts[0], -volts[1]]);
    if (part.kind === 'R') add(own, own, [-part.value, 0]);
    if (part.kind === 'C') add(own, own, [-1, 0]);
    if (part.kind === 'L') {
      add(own, own, [0, -omega * part.value]);
      for (const one of elements) {
        if (one.kind !== 'K' || !one.inductors.includes(part.name)) continue;
        const other = parts.findIndex(({ name }) => name !== part.name && one.inductors.includes(name));
        const mutual = one.value * Math.sqrt(part.value * parts[other]!.value);
        add(own, names.length + other, [0, -omega * mutual]);
      }
    }
    if (part.kind === 'V') {
      const angle = (part.phase * Math.PI) / 180;
      add(own, n, [part.value * Math.cos(angle), part.value * Math.sin(angle)]);
    }
    if (part.kind === 'E') {
      add(own, at(part.controlFrom), [-part.value, 0]);
      add(own, at(part.controlTo), [part.value, 0]);
    }
  });
  for (let k = 0; k < n; k += 1) {
    const size = (row: number) => Math.hypot(...matrix[row]![k]!);
    let best = k;
    for (let row = k + 1; row < n; row += 1) if (size(row) > size(best)) best = row;
    [matrix[k], matrix[best]] = [matrix[best]!, matrix[k]!];
    for (let row = 0; row < n; row += 1) {
      if (row === k || size(row) === 0) continue;
      const factor = over(matrix[row]![k]!, matrix[k]![k]!);
      for (let column = k; column <= n; column += 1)
        matrix[row]![column] = minus(matrix[row]![column]!, times(factor, matrix[k]![column]!));
    }
  }
  const own = at(node);
  return over(matrix[own]![n]!, matrix[own]![own]!);
}
