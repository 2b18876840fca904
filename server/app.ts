import express, { type ErrorRequestHandler, type Express } from 'express';
import helmet from 'helmet';
import path from 'node:path';
import { isServed } from './hosts';
import { packed } from './packed';

const contentSecurityPolicy = {
  useDefaults: false,
  directives: {
    'default-src': ["'self'"],
    'script-src': ["'self'"],
    'worker-src': ["'self'"],
    'style-src': ["'self'", "'unsafe-inline'"],
    'img-src': ["'self'", 'data:', 'blob:'],
    'connect-src': ["'self'"],
    'object-src': ["'none'"],
    'base-uri': ["'none'"],
    'frame-ancestors': ["'none'"],
  },
};

/** What went wrong in a word; never where in the program, or where on the disk. */
const sayBriefly: ErrorRequestHandler = (error: { status?: number }, _request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const status = error.status ?? 500;
  response.removeHeader('content-encoding');
  response
    .status(status)
    .type('text/plain')
    .send(status === 404 ? 'Not found' : status < 500 ? 'Bad request' : 'Error');
};

export type Served = { readonly host: string; readonly port: number };

/**
 * Serves the built interface in `folder`: hashed files for a year, everything else fresh, deep links to the page.
 * @param served the address that is listened on; requests for another one are refused
 */
export function makeApp(folder: string, served: () => Served): Express {
  const app = express();
  app.disable('x-powered-by');
  // Plain http on this machine: a transport-security header would only break other ports of the host.
  app.use(helmet({ contentSecurityPolicy, strictTransportSecurity: false }));
  app.use((request, response, next) => {
    const { host, port } = served();
    if (isServed(request.headers.host, host, port)) next();
    else response.status(421).type('text/plain').send('This is not the address that is served here');
  });
  app.use(packed(folder));

  app.get('/health', (_request, response) => {
    response.set('cache-control', 'no-store').json({ status: 'ok' });
  });
  app.use(
    '/assets',
    express.static(path.join(folder, 'assets'), {
      immutable: true,
      maxAge: '1y',
      fallthrough: false,
      index: false,
    }),
  );
  app.use(
    express.static(folder, {
      cacheControl: false,
      setHeaders: (r) => r.setHeader('cache-control', 'no-cache'),
    }),
  );
  app.get('/{*path}', (request, response) => {
    if (path.extname(request.path) !== '') {
      response.status(404).type('text/plain').send('Not found');
      return;
    }
    response.set('cache-control', 'no-cache').sendFile(path.join(folder, 'index.html'));
  });
  app.use(sayBriefly);
  return app;
}
