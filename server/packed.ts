import type { RequestHandler } from 'express';
import { existsSync } from 'node:fs';
import path from 'node:path';

/** Forms that the build has packed files in, the smallest first. */
const FORMS = [
  { encoding: 'br', ending: '.br' },
  { encoding: 'gzip', ending: '.gz' },
] as const;

/** Serves a file as the build has packed it, where the browser takes that: nothing is packed while it waits. */
export function packed(folder: string): RequestHandler {
  const known = new Map<string, boolean>();
  const isThere = (file: string) => {
    const found = known.get(file) ?? existsSync(file);
    known.set(file, found);
    return found;
  };
  return (request, response, next) => {
    const file = path.join(folder, path.posix.normalize(request.path));
    const form = FORMS.find(
      ({ encoding, ending }) =>
        request.acceptsEncodings(encoding) === encoding &&
        path.extname(file) !== '' &&
        isThere(file + ending),
    );
    if (FORMS.some(({ ending }) => isThere(file + ending))) response.vary('Accept-Encoding');
    if (form) {
      response.type(path.extname(file)).set('content-encoding', form.encoding);
      request.url = request.path + form.ending;
    }
    next();
  };
}
