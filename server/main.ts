import { spawn } from 'node:child_process';
import type { Server } from 'node:http';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { makeApp } from './app';
import { inAddress } from './hosts';
import { readOptions, type Options } from './options';

function fail(message: string): never {
  process.stderr.write(`Hum Map: ${message}\n`);
  process.exit(1);
}

function options(): Options {
  try {
    return readOptions(process.argv.slice(2));
  } catch (error) {
    return fail(error instanceof Error ? error.message : String(error));
  }
}

function openInBrowser(address: string) {
  const command = { darwin: 'open', win32: 'explorer' }[process.platform as string] ?? 'xdg-open';
  const child = spawn(command, [address], { stdio: 'ignore', detached: true });
  child.on('error', () => undefined);
  child.unref();
}

function endCleanly(server: Server) {
  const end = () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  };
  process.once('SIGINT', end);
  process.once('SIGTERM', end);
}

const { port, host, open } = options();
const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), 'web');
const address = `http://${inAddress(host)}:${port}`;

const server = makeApp(folder, () => ({ host, port })).listen(
  port,
  host,
  (error?: Error & { code?: string }) => {
    if (error?.code === 'EADDRINUSE')
      fail(
        `port ${port} is in use. If Hum Map runs already, open ${address}. Otherwise end what uses the port, ` +
          `or start with --port N. Rigs are kept per port: under another one the shelf begins empty.`,
      );
    if (error) fail(`cannot listen on ${address}: ${error.message}`);
    process.stdout.write(`Hum Map: ${address}\nEnd with Ctrl-C.\n`);
    if (!['127.0.0.1', '::1', 'localhost'].includes(host))
      process.stdout.write(
        `Warning: others on this network can open ${address}. Their rigs stay in their browsers.\n`,
      );
    if (open) openInBrowser(address);
  },
);
endCleanly(server);
