// Plain SPICE netlists, as far as they tell of linear circuits: R, C, L, V, E, K, `.ac`, `.end`.
import { GROUND, type Element, type Netlist, type Sweep } from './netlist';
import { numberOf } from './number';

/** What cannot be read in a netlist: its line, from 1, and why. */
export class NetlistError extends Error {
  override name = 'NetlistError';

  constructor(
    readonly line: number,
    reason: string,
  ) {
    super(`line ${line}: ${reason}`);
  }
}

/** A line with what is continued by `+` behind it, without comments. */
type Line = { readonly at: number; readonly words: readonly string[] };

/** `;` and a `$` that stands by itself begin a comment, so does a `*` at the beginning. */
const bare = (text: string): string => text.replace(/;.*$/, '').replace(/(^|\s)\$.*$/, '');

function linesOf(rows: readonly string[]): readonly Line[] {
  const lines: { at: number; words: string[] }[] = [];
  for (const [i, row] of rows.entries()) {
    // The first line is the title, whatever it is.
    if (i === 0) continue;
    const text = bare(row).trim();
    if (text === '' || text.startsWith('*')) continue;
    const words = text
      .replace(/[(),=]/g, ' ')
      .split(/\s+/)
      .filter(Boolean);
    if (!text.startsWith('+')) {
      lines.push({ at: i + 1, words });
      continue;
    }
    const last = lines.at(-1);
    if (!last) throw new NetlistError(i + 1, 'a line that goes on (+) has none ahead of it');
    last.words.push(
      ...text
        .slice(1)
        .replace(/[(),=]/g, ' ')
        .split(/\s+/)
        .filter(Boolean),
    );
  }
  return lines;
}

/** Ground has two names; other names are the same in any case. */
const nodeOf = (word: string): string => {
  const name = word.toLowerCase();
  return name === 'gnd' ? GROUND : name;
};

class Reader {
  private readonly words: readonly string[];
  private next = 0;

  constructor(private readonly line: Line) {
    this.words = line.words;
  }

  fail(reason: string): never {
    throw new NetlistError(this.line.at, reason);
  }

  word(what: string): string {
    const word = this.words[this.next];
    if (word === undefined) this.fail(`${this.words[0] ?? ''} has no ${what}`);
    this.next += 1;
    return word;
  }

  number(what: string): number {
    const word = this.word(what);
    return numberOf(word) ?? this.fail(`“${word}” is no number for the ${what}`);
  }

  peek(): string | undefined {
    return this.words[this.next]?.toLowerCase();
  }

  end(): void {
    const rest = this.words.slice(this.next);
    if (rest.length > 0) this.fail(`“${rest.join(' ')}” is more than is understood here`);
  }
}

function sourceOf(read: Reader, name: string, from: string, to: string): Element {
  let value = 0;
  let phase = 0;
  for (let word = read.peek(); word !== undefined; word = read.peek())
    if (word === 'ac') {
      read.word('AC');
      value = numberOf(read.peek() ?? '') === null ? 1 : read.number('AC volts');
      phase = numberOf(read.peek() ?? '') === null ? 0 : read.number('phase');
    } else if (word === 'dc') {
      // What does not change is a short to what does.
      read.word('DC');
      read.number('DC volts');
    } else if (numberOf(word) !== null) read.number('DC volts');
    else read.fail(`a source has DC and AC volts, not “${word}”`);
  return { kind: 'V', name, from, to, value, phase };
}

function elementOf(line: Line): Element {
  const read = new Reader(line);
  const name = read.word('name').toLowerCase();
  const kind = name.charAt(0).toUpperCase();
  if (kind === 'K') {
    const inductors = [read.word('first inductor'), read.word('second inductor')] as const;
    const value = read.number('coupling');
    read.end();
    if (Math.abs(value) > 1) read.fail(`a coupling is −1…1, not ${value}`);
    return { kind, name, inductors: [inductors[0].toLowerCase(), inductors[1].toLowerCase()], value };
  }
  if (!['R', 'C', 'L', 'V', 'E'].includes(kind))
    read.fail(
      `“${line.words[0] ?? ''}” is no R, C, L, V, E or K: others are not linear parts that are known here`,
    );
  const [from, to] = [nodeOf(read.word('first node')), nodeOf(read.word('second node'))];
  if (kind === 'V') return sourceOf(read, name, from, to);
  if (kind === 'E') {
    const controlFrom = nodeOf(read.word('first controlling node'));
    const controlTo = nodeOf(read.word('second controlling node'));
    const value = read.number('gain');
    read.end();
    return { kind, name, from, to, controlFrom, controlTo, value };
  }
  const value = read.number(kind === 'R' ? 'resistance' : kind === 'C' ? 'capacitance' : 'inductance');
  read.end();
  return { kind: kind as 'R' | 'C' | 'L', name, from, to, value };
}

const SWEEPS = ['dec', 'oct', 'lin'] as const;

function sweepOf(line: Line): Sweep {
  const read = new Reader(line);
  read.word('.ac');
  const said = read.word('kind of sweep').toLowerCase();
  const by = SWEEPS.find((one) => one === said) ?? read.fail(`a sweep is dec, oct or lin, not “${said}”`);
  const [points, from, to] = [
    read.number('points'),
    read.number('first frequency'),
    read.number('last frequency'),
  ];
  read.end();
  if (!Number.isInteger(points) || points < 1) read.fail(`a sweep has one point or more, not ${points}`);
  if (!(from > 0) || !(to >= from)) read.fail(`a sweep goes up from over 0 Hz, not from ${from} to ${to} Hz`);
  if (points > 100_000) read.fail(`${points} points are more than can be drawn`);
  return { by, points, from, to };
}

/** Two of a name, or a coupling of what is not there. */
function checked(lines: readonly (Line & { readonly element: Element })[]): readonly Element[] {
  const known = new Map<string, Element>();
  for (const { at, element } of lines) {
    if (known.has(element.name)) throw new NetlistError(at, `there are two of the name ${element.name}`);
    known.set(element.name, element);
  }
  for (const { at, element } of lines) {
    if (element.kind !== 'K') continue;
    const [a, b] = element.inductors;
    const missing = element.inductors.find((name) => known.get(name)?.kind !== 'L');
    if (missing !== undefined) throw new NetlistError(at, `there is no inductor ${missing} to couple`);
    if (a === b) throw new NetlistError(at, `${a} cannot be coupled with itself`);
  }
  return lines.map(({ element }) => element);
}

/**
 * A netlist from its text: the first line is its title; suffixes f p n u m k meg g t and mil in any case, letters behind
 * them are units; `*`, `;` and `$` begin comments; `+` goes on with the line before.
 * @throws NetlistError with the line and why
 */
export function parseNetlist(text: string): Netlist {
  const rows = text.split(/\r?\n/);
  const elements: (Line & { readonly element: Element })[] = [];
  let sweep: Sweep | null = null;
  for (const line of linesOf(rows)) {
    const card = line.words[0]?.toLowerCase() ?? '';
    if (card === '.end') break;
    if (card === '.ac') {
      if (sweep) throw new NetlistError(line.at, 'there is a second .ac');
      sweep = sweepOf(line);
    } else if (card.startsWith('.'))
      throw new NetlistError(line.at, `“${card}” is not understood: .ac and .end are`);
    else elements.push({ ...line, element: elementOf(line) });
  }
  if (elements.length === 0) throw new NetlistError(rows.length, 'there is no part in it');
  return { title: (rows[0] ?? '').replace(/^\*\s*/, '').trim(), elements: checked(elements), sweep };
}
