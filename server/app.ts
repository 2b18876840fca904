import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import path from 'node:path';

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

/** Serves the built interface in `folder`: hashed files for a year, everything else fresh, deep links to the page. */
export function makeApp(folder: string): Express {
  const app = express();
  app.disable('x-powered-by');
  // Plain http on this machine: a transport-security header would only break other ports of the host.
  app.use(helmet({ contentSecurityPolicy, strictTransportSecurity: false }));
  app.use(compression());

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
  return app;
}
