// Turns of phrase that several findings use.

export const DESTROYS = 'This can destroy gear.';

export const capitalFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** `an instrument lead`, `a speaker lead`. */
export const leadWords = (kind: string) => `${/^[aeiou]/.test(kind) ? 'an' : 'a'} ${kind} lead`;
