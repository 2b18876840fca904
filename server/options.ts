/** The one address of the app: browser data belongs to host and port, so the port never changes by itself. */
export const DEFAULT_PORT = 4417;
const DEFAULT_HOST = '127.0.0.1';

export type Options = { port: number; host: string; open: boolean };

/** Reads the command line. Throws an Error with a message for people on anything it does not know. */
export function readOptions(args: readonly string[]): Options {
  const options: Options = { port: DEFAULT_PORT, host: DEFAULT_HOST, open: false };
  const rest = [...args];
  while (rest.length > 0) {
    const arg = rest.shift() ?? '';
    const [name, inline] = arg.split('=', 2);
    const value = () => inline ?? rest.shift() ?? '';
    if (name === '--port') {
      const text = value();
      const port = Number(text);
      if (!/^\d+$/.test(text) || port < 1 || port > 65535)
        throw new Error(`--port wants a number from 1 to 65535, not "${text}"`);
      options.port = port;
    } else if (name === '--host') {
      options.host = value();
      if (options.host === '') throw new Error('--host wants an address');
    } else if (name === '--open') options.open = true;
    else if (name === '--no-open') options.open = false;
    else throw new Error(`unknown option "${arg}"; known are --port N, --host ADDRESS, --no-open`);
  }
  return options;
}
