import { COMMANDS, USAGE } from './commands';
import { BadInput, readCall } from './input';

/** 0 fine, 1 a fault or danger was found, 2 bad input. */
async function main(args: readonly string[]): Promise<number> {
  const json = args.includes('--json');
  try {
    const call = readCall(args);
    if (call.command === 'help') {
      process.stdout.write(USAGE);
      return 0;
    }
    const command = Object.hasOwn(COMMANDS, call.command) ? COMMANDS[call.command] : undefined;
    if (!command) throw new BadInput(`there is no command "${call.command}"\n${USAGE}`);
    return await command(call);
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    process.stderr.write(`${message}\n`);
    if (json)
      process.stdout.write(
        `${JSON.stringify({ error: message, problems: error instanceof BadInput ? error.problems : [] })}\n`,
      );
    return 2;
  }
}

// A reader that closes the pipe early (head) is no fault of ours.
process.stdout.on('error', () => process.exit(0));
process.exitCode = await main(process.argv.slice(2));
