// What was heard of shields at venues: one lead lifted, listened to, restored, listened to again.
import { derive, laidWords, pluggedIn, type Lead, type Plugged, type Reads, type Tick } from '../model';
import type { HumAct } from './acts';

/** Of which of the two the rig was quieter. */
export type Quieter = NonNullable<Tick['quieter']>;

/** What was heard of one lead's shield; the newest of several stands first. */
export type Heard = {
  readonly lead: Lead;
  readonly quieter: Quieter;
  /** By how much, dB; null: nobody said. */
  readonly byDb: number | null;
  /** `2026-11-28` */
  readonly date: string;
  readonly venue: string;
  readonly note: string;
};

/** The step of a walk that listens to a lead. */
export const listenStep = (lead: Pick<Lead, 'id'>): string => `listen-${lead.id}`;

/** What a listening is about: a lead that is plugged otherwise is another one. */
export const listenBasis = (of: Reads<'boxes'>, plugged: Plugged): string =>
  `Lead ${plugged.lead.number}, ${laidWords(of, plugged)}`.slice(0, 400);

/** What was heard in the night in force of leads that are plugged as they were then, by lead, the newest first. */
export const heardOf = derive(
  ['boxes', 'leads', 'variant', 'walks'],
  (of): ReadonlyMap<string, readonly Heard[]> => {
    const night = of.variant?.id ?? null;
    const walks = of.walks.filter(({ type, variant = null }) => type === 'listen' && variant === night);
    return new Map(
      pluggedIn(of).flatMap((entry) => {
        const { lead } = entry;
        const [step, basis] = [listenStep(lead), listenBasis(of, entry)];
        const heard = walks.flatMap(({ venue, ticks }) =>
          ticks.flatMap((tick): readonly Heard[] =>
            tick.step === step && tick.basis === basis && tick.mark === 'done' && tick.quieter
              ? [
                  {
                    lead,
                    quieter: tick.quieter,
                    byDb: tick.value ?? null,
                    date: tick.at.slice(0, 10),
                    venue,
                    note: tick.note,
                  },
                ]
              : [],
          ),
        );
        return heard.length === 0
          ? []
          : [[lead.id, heard.reverse().sort((a, b) => b.date.localeCompare(a.date))] as const];
      }),
    );
  },
);

export const newestHeard = (of: Parameters<typeof heardOf>[0], lead: string): Heard | null =>
  heardOf(of).get(lead)?.[0] ?? null;

const QUIETER_WORDS: Readonly<Record<Quieter, string>> = {
  lifted: 'quieter lifted',
  whole: 'quieter whole',
  alike: 'alike, lifted or whole',
};

/** `quieter lifted, by 6 dB; heard 2026-11-28, Town Hall` */
export function heardWords({ quieter, byDb, date, venue, note }: Heard): string {
  const by = byDb === null || quieter === 'alike' ? '' : `, by ${byDb} dB`;
  return `${QUIETER_WORDS[quieter]}${by}; heard ${[date, venue, note].filter(Boolean).join(', ')}`;
}

/** What was heard of doing something to a shield, and whether it speaks for it or against; null: nobody listened. */
export function heardOfAct(
  of: Parameters<typeof heardOf>[0],
  { kind, at }: HumAct,
): { readonly heard: Heard; readonly stands: 'for' | 'against' } | null {
  const heard = 'lead' in at ? newestHeard(of, at.lead.id) : null;
  if (!heard || !['lift', 'cap', 'restore'].includes(kind)) return null;
  // What is alike stays whole.
  const wanted = heard.quieter === 'lifted' ? kind !== 'restore' : kind === 'restore';
  return { heard, stands: wanted ? 'for' : 'against' };
}
