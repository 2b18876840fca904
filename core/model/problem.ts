/** What is wrong with a document, and where: `boxes[2].jacks[0].mode: names no mode of this jack`. */
export type Problem = { readonly path: string; readonly reason: string };

/** A path in words of the file: `boxes[2].jacks[0].mode`. */
export const formatPath = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, step) =>
      typeof step === 'number' ? `${text}[${step}]` : `${text}${text === '' ? '' : '.'}${String(step)}`,
    '',
  );

/** Place and reason in one line. */
export const formatProblem = ({ path, reason }: Problem): string =>
  path === '' ? reason : `${path}: ${reason}`;
