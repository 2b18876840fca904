import { readFileSync, writeFileSync, writeSync } from 'node:fs';

/** Where a command reads and writes: the process's own streams, or those of a test. */
export type Io = {
  /** A file's text, or standard input's for `-`. Throws as the system says why not. */
  readonly read: (file: string) => string;
  /** Writes a file whole. Throws as the system says why not. */
  readonly save: (file: string, content: string | Uint8Array) => void;
  /** Standard output. Throws where it takes no more. */
  readonly out: (content: string | Uint8Array) => void;
  readonly err: (text: string) => void;
};

/** Control characters a name may hold; a terminal would obey them. */
// oxlint-disable-next-line no-control-regex -- these are what is looked for
const CONTROLS = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/g;

/** Text as a terminal may show it: tabs and line ends stay, other control characters are shown as what they are. */
export const shown = (text: string): string =>
  text.replace(CONTROLS, (c) => `\\x${c.charCodeAt(0).toString(16).padStart(2, '0')}`);

/** One JSON value; control characters beyond those that JSON escapes by itself are escaped too. */
export const jsonText = (value: unknown): string =>
  `${JSON.stringify(value, null, 2).replace(/[\u007f-\u009f]/g, (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`)}\n`;

/** Standard output took no more: its reader has gone, or the disk is full. */
export class OutputError extends Error {
  override name = 'OutputError';
  readonly isClosed: boolean;
  constructor(cause: unknown) {
    const code = cause instanceof Error && 'code' in cause ? String(cause.code) : '';
    super(`cannot write to standard output${code === '' ? '' : `: ${code}`}`);
    this.isClosed = code === 'EPIPE';
  }
}

const isAgain = (error: unknown) => error instanceof Error && 'code' in error && error.code === 'EAGAIN';

/** Writes all of it before it returns, so that what cannot be written is known. */
function writeAll(descriptor: number, content: string | Uint8Array) {
  const bytes = typeof content === 'string' ? Buffer.from(content, 'utf8') : content;
  for (let at = 0; at < bytes.length;)
    try {
      at += writeSync(descriptor, bytes, at);
    } catch (error) {
      // A pipe that is full for the moment.
      if (!isAgain(error)) throw new OutputError(error);
    }
}

export const processIo: Io = {
  read: (file) => readFileSync(file === '-' ? 0 : file, 'utf8'),
  save: (file, content) => {
    writeFileSync(file, content);
  },
  out: (content) => {
    writeAll(1, content);
  },
  err: (text) => {
    process.stderr.write(text);
  },
};
