import { readRig } from '../core/file';
import { formatProblem, nightName, type Problem, type Rig } from '../core/model';
import { jsonText, shown, type Io } from './io';

/** What the caller gave cannot be used: exit code 2, a message on stderr, never a stack trace. */
export class BadInput extends Error {
  override name = 'BadInput';
  readonly problems: readonly Problem[];
  constructor(message: string, problems: readonly Problem[] = []) {
    super(message);
    this.problems = problems;
  }
}

function textFrom(file: string, io: Io): string {
  try {
    return io.read(file);
  } catch (error) {
    throw new BadInput(`cannot read ${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Reads a rig from a file, or from standard input for `-`. */
function readRigFrom(file: string, io: Io): Rig {
  const read = readRig(textFrom(file, io));
  if (!read.ok)
    throw new BadInput(
      [
        `${file === '-' ? 'standard input' : file} is no sound rig file:`,
        ...read.problems.map((p) => `  ${formatProblem(p)}`),
      ].join('\n'),
      read.problems,
    );
  return read.rig;
}

export type Call = {
  readonly command: string;
  readonly positional: readonly string[];
  readonly flags: ReadonlySet<string>;
  readonly values: Readonly<Record<string, string>>;
  readonly io: Io;
  /** One line of the result, as a terminal may show it. */
  readonly print: (text: string) => void;
  readonly printJson: (value: unknown) => void;
};

const FLAGS = ['--json', '--csv', '--feet', '--plan', '--flag', '--why', '--choose', '--usual', '--cure'];
const VALUES = [
  '--sound',
  '--variant',
  '--svg',
  '--pdf',
  '--labels',
  '--card',
  '--set-sheet',
  '--paper',
  '--date',
  '--set',
  '--as',
  '--matters',
  '--from',
  '--to',
  '--node',
  '--lift',
  '--midi',
  '-o',
];

/** Splits the command line; unknown options are bad input. */
export function readCall(args: readonly string[], io: Io): Call {
  const positional: string[] = [];
  const flags = new Set<string>();
  const values: Record<string, string> = {};
  const rest = [...args];
  while (rest.length > 0) {
    const arg = rest.shift() ?? '';
    const [name = '', inline] = arg.startsWith('--') ? arg.split(/=(.*)/s, 2) : [arg];
    if (FLAGS.includes(name)) flags.add(name);
    else if (VALUES.includes(name)) {
      const value = inline ?? rest.shift();
      if (value === undefined) throw new BadInput(`${name} wants a value`);
      values[name] = value;
    } else if (arg.startsWith('-') && arg !== '-') throw new BadInput(`unknown option ${arg}`);
    else positional.push(arg);
  }
  if (flags.has('--json') && flags.has('--csv')) throw new BadInput('either --json or --csv, not both');
  const [command = 'help', ...others] = positional;
  return {
    command,
    positional: others,
    flags,
    values,
    io,
    print: (text) => io.out(shown(text.endsWith('\n') ? text : `${text}\n`)),
    printJson: (value) => io.out(jsonText(value)),
  };
}

/** The one file that a command is given. */
function fileOf({ command, positional: [file, ...more] }: Call, what: string): string {
  if (file === undefined) throw new BadInput(`${command} wants ${what}: a file, or - for standard input`);
  if (more.length > 0) throw new BadInput(`${command} takes ${what}, not also "${more[0]}"`);
  return file;
}

/** The rig a command is given as its only positional argument. */
export const rigOf = (call: Call): Rig => readRigFrom(fileOf(call, 'a rig'), call.io);

/** The text of the one file that a command is given. */
export const textOf = (call: Call, what: string): string => textFrom(fileOf(call, what), call.io);

function find(list: readonly { id: string; name: string }[], wanted: string, what: string): string {
  const found = list.find((item) => item.id === wanted) ?? list.find((item) => item.name === wanted);
  if (!found)
    throw new BadInput(
      `there is no ${what} "${wanted}"; there are: ${list.map((item) => item.id).join(', ') || 'none'}`,
    );
  return found.id;
}

/** The sound asked for by id or name; null: all of them. */
export const soundOf = (call: Call, rig: Rig): string | null =>
  call.values['--sound'] === undefined ? null : find(rig.sounds, call.values['--sound'], 'sound');

/** The variant asked for by id or name; null: the base wiring. */
export const variantOf = (call: Call, rig: Rig): string | null =>
  call.values['--variant'] === undefined ? null : find(rig.variants, call.values['--variant'], 'variant');

/** A night asked for by an option: a variant by id or name; the base by its name, by `base`, or not said: null. */
export function nightOf(call: Call, rig: Rig, option: '--from' | '--to'): string | null {
  const wanted = call.values[option];
  if (wanted === undefined) return null;
  const isVariant = rig.variants.some(({ id, name }) => id === wanted || name === wanted);
  if (!isVariant && (wanted === 'base' || wanted === nightName(rig, null))) return null;
  return find(rig.variants, wanted, 'variant');
}

/** Writes a file, or standard output for `-`. */
export function write({ io }: Call, file: string, content: string | Uint8Array) {
  if (file === '-') {
    io.out(content);
    return;
  }
  try {
    io.save(file, content);
  } catch (error) {
    throw new BadInput(`cannot write ${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
