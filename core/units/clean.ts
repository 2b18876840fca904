/**
 * Text as every file format has room for it: halves of signs (a lone surrogate) and the two code points that no text
 * may hold become the sign for "not a sign", so that all that is written can be read. Line ends and controls stay.
 */
export const cleanText = (text: string): string => text.replace(/[\p{Cs}\ufffe\uffff]/gu, '\ufffd');
