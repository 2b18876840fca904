// What is said of knots and of what stands in no chain.
import { boxOf, leadOf, type Reads } from '../model';
import { inWords } from '../units';
import type { Knot, Reading } from './chain';

type Of = Reads<'boxes' | 'leads'>;

const leadNumbers = (of: Of, leads: readonly string[]): readonly number[] =>
  leads.flatMap((id) => leadOf(of, id)?.number ?? []).sort((a, b) => a - b);

const leadWords = (of: Of, leads: readonly string[]): string => {
  const numbers = leadNumbers(of, leads);
  return `${numbers.length === 1 ? 'lead' : 'leads'} ${inWords(numbers.map(String))}`;
};

/** `leads 4 and 7 close a ring through HEAD and UNIT: uncross them first`. */
export function knotWords(of: Of, { leads, boxes }: Knot): string {
  const tags = inWords(boxes.map((id) => boxOf(of, id)?.tag ?? id));
  if (leads.length === 0) return `a ring inside ${tags}: part its paths first`;
  return `${leadWords(of, leads)} close${leads.length === 1 ? 's' : ''} a ring through ${tags}: uncross ${leads.length === 1 ? 'it' : 'them'} first`;
}

/** What is to be said besides the chains of a reading, a sentence each. */
export function orderNotes(of: Of, { knots, rest }: Reading): readonly string[] {
  const left = restWords(of, rest);
  return [
    ...knots.map((knot, i) => `Knot ${i + 1}: ${knotWords(of, knot)}.`),
    ...(left === null ? [] : [`In no chain: ${left}.`]),
  ];
}

/** What stands in no chain: `leads 20 and 21; DELAY, DI`. Null: nothing. */
export function restWords(of: Of, { leads, boxes }: Reading['rest']): string | null {
  const parts = [
    ...(leads.length > 0 ? [leadWords(of, leads)] : []),
    ...(boxes.length > 0 ? [boxes.map((id) => boxOf(of, id)?.tag ?? id).join(', ')] : []),
  ];
  return parts.length > 0 ? parts.join('; ') : null;
}
