/** What a command is told and where it speaks: results on stdout, nothing else there. */
export const print = (text: string) => process.stdout.write(text.endsWith('\n') ? text : `${text}\n`);
export const printJson = (value: unknown) => print(JSON.stringify(value, null, 2));
