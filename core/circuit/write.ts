// A netlist as text, which other simulators read as well.
import type { Element, Netlist } from './netlist';

/** Shortest digits that read as the same number; no suffixes, which programs do not agree on. */
const told = (value: number): string => String(value);

function lineOf(element: Element): string {
  const { kind, name } = element;
  const head = name.charAt(0).toUpperCase() + name.slice(1);
  if (kind === 'K') {
    const inductors = element.inductors.map((one) => one.charAt(0).toUpperCase() + one.slice(1));
    return `${head} ${inductors.join(' ')} ${told(element.value)}`;
  }
  const nodes = `${element.from} ${element.to}`;
  if (kind === 'V') return `${head} ${nodes} AC ${told(element.value)} ${told(element.phase)}`;
  if (kind === 'E')
    return `${head} ${nodes} ${element.controlFrom} ${element.controlTo} ${told(element.value)}`;
  return `${head} ${nodes} ${told(element.value)}`;
}

/** A netlist as plain SPICE text; read again it is the same. */
export function writeNetlist({ title, elements, sweep }: Netlist): string {
  const ac = sweep ? [`.ac ${sweep.by} ${sweep.points} ${told(sweep.from)} ${told(sweep.to)}`] : [];
  return [`* ${title}`, ...elements.map(lineOf), ...ac, '.end', ''].join('\n');
}
