/** What went wrong, to stand in a sentence: without the full stop that a message for people ends with. */
export const faultWords = (error: unknown): string =>
  (error instanceof Error ? error.message : String(error)).replace(/\.$/, '');
