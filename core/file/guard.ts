import { utf8Length, FORBIDDEN_KEYS, LIMITS, type Problem } from '../model';

const position = (text: string, offset: number): string => {
  const before = text.slice(0, offset);
  return `line ${before.split('\n').length}, column ${offset - before.lastIndexOf('\n')}`;
};

/** Refuses what is too large or nested too deep, before any parser touches it. */
export function checkText(text: string, mostBytes: number = LIMITS.fileBytes): Problem | null {
  const bytes = utf8Length(text);
  if (bytes > mostBytes)
    return {
      path: '',
      reason: `the file has ${Math.ceil(bytes / 1048576)} MB; at most ${mostBytes / 1048576} are read`,
    };
  let depth = 0;
  let inString = false;
  for (let i = 0; i < text.length; i += 1) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 92) i += 1;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 123 || c === 91) {
      depth += 1;
      if (depth > LIMITS.depth)
        return {
          path: position(text, i),
          reason: `nested deeper than ${LIMITS.depth} levels; a rig file never is`,
        };
    } else if (c === 125 || c === 93) depth -= 1;
  }
  return null;
}

/** Parses JSON; a fault is told with its line and column where the engine gives them. */
export function parseJson(text: string): { value: unknown } | { problem: Problem } {
  try {
    return { value: JSON.parse(text.replace(/^\uFEFF/, '')) as unknown };
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const at = /position (\d+)/.exec(message)?.[1];
    const torn = at !== undefined && Number(at) >= text.trimEnd().length;
    if (torn || /end of JSON|Unterminated/.test(message))
      return {
        problem: {
          path: position(text, text.length),
          reason: 'the file ends in the middle: it was torn off',
        },
      };
    return {
      problem: {
        path: at === undefined ? '' : position(text, Number(at)),
        reason: `this is not JSON (${message.replace(/ in JSON at position.*/, '')})`,
      },
    };
  }
}

export type Guarded =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly problem: Problem };

/** The value of a JSON text that is not too large, not too deep and has no key that may not be. Never throws. */
export function checkGuarded(text: string, mostBytes: number = LIMITS.fileBytes): Guarded {
  const tooMuch = checkText(text, mostBytes);
  if (tooMuch) return { ok: false, problem: tooMuch };
  const parsed = parseJson(text);
  if ('problem' in parsed) return { ok: false, problem: parsed.problem };
  const key = checkKeys(parsed.value);
  return key ? { ok: false, problem: key } : { ok: true, value: parsed.value };
}

/** Finds a key that would reach into an object's prototype. Depth is bounded by checkText. */
export function checkKeys(value: unknown, path = ''): Problem | null {
  if (Array.isArray(value)) {
    for (let i = 0; i < value.length; i += 1) {
      const found = checkKeys(value[i], `${path}[${i}]`);
      if (found) return found;
    }
    return null;
  }
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const here = path === '' ? key : `${path}.${key}`;
    if (FORBIDDEN_KEYS.includes(key)) return { path: here, reason: `"${key}" is no name a field may have` };
    const found = checkKeys(inner, here);
    if (found) return found;
  }
  return null;
}
