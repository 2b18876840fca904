import { COMMANDS, USAGE } from './commands';
import { BadInput, readCall } from './input';
import { jsonText, OutputError, shown, type Io } from './io';

const wantsHelp = (args: readonly string[]) => args.some((arg) => arg === '--help' || arg === '-h');

async function obey(args: readonly string[], io: Io): Promise<number> {
  const call = readCall(args, io);
  if (call.command === 'help') {
    io.out(USAGE);
    return 0;
  }
  const command = Object.hasOwn(COMMANDS, call.command) ? COMMANDS[call.command] : undefined;
  if (!command) throw new BadInput(`there is no command "${call.command}"\n${USAGE}`);
  return command(call);
}

/**
 * Runs one command line.
 * @returns 0 fine, 1 a fault or danger was found, 2 bad input, or output that could not be written
 */
export async function run(args: readonly string[], io: Io): Promise<number> {
  try {
    return await obey(wantsHelp(args) ? ['help'] : args, io);
  } catch (error) {
    // A reader that closes the pipe early (head) is no fault of ours.
    if (error instanceof OutputError && error.isClosed) return 0;
    const message = error instanceof Error ? error.message : String(error);
    io.err(`${shown(message)}\n`);
    if (args.includes('--json') && !(error instanceof OutputError))
      io.out(jsonText({ error: message, problems: error instanceof BadInput ? error.problems : [] }));
    return 2;
  }
}
