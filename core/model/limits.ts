// The limits of a house for people: what each is called, its unit, and what it can be.
import type { Rig } from './types';

export type LimitName = keyof Rig['houseRules']['limits'];

export type LimitFact = {
  readonly words: string;
  readonly unit: '%' | 'dB' | 'Ω' | 'm' | 'pF/m' | 'Hz' | 'ms' | '';
  readonly least: number;
  readonly most: number;
  /** Only whole numbers. */
  readonly isWhole?: true;
};

const db = (words: string, most = 60): LimitFact => ({ words, unit: 'dB', least: 0, most });
const percent = (words: string): LimitFact => ({ words, unit: '%', least: 0, most: 200 });
const ohm = (words: string): LimitFact => ({ words, unit: 'Ω', least: 1, most: 1e9 });
const count = (words: string, least = 0): LimitFact => ({ words, unit: '', least, most: 120, isWhole: true });
const cost = (words: string): LimitFact => ({ words, unit: '', least: 0, most: 1000 });

/** By what they are about, in the order of the work. */
export const LIMIT_GROUPS: readonly {
  readonly name: string;
  readonly limits: Readonly<Partial<Record<LimitName, LimitFact>>>;
}[] = [
  {
    name: 'Leads',
    limits: {
      slackPercent: percent('Slack on a lead, of its way'),
      playerSlackPercent: percent('Slack on the player’s own lead'),
      unbalancedRunM: { words: 'Longest unbalanced run to a desk', unit: 'm', least: 0, most: 200 },
    },
  },
  {
    name: 'Tone',
    limits: {
      toneDb: db('Tone is other than straight in by'),
      toneLeadM: { words: 'Lead of straight in', unit: 'm', least: 0.1, most: 200 },
      toneLeadPfPerM: { words: 'Its capacitance', unit: 'pF/m', least: 1, most: 1000 },
      bassOhm: ohm('A bass straight in is played into'),
      piezoOhm: ohm('A piezo straight in is played into'),
      guitarLoadOhm: ohm('Least load of a guitar'),
      bassLoadOhm: ohm('Least load of a bass or piezo'),
      weakDriveDb: db('Weak drive: lost at 5 kHz'),
      spareDb: db('A buffer that changes less is spare'),
      isolatorHz: { words: 'Bass corner of an isolator', unit: 'Hz', least: 1, most: 1000 },
    },
  },
  {
    name: 'Levels and noise',
    limits: {
      headroomConverterDb: db('Room under converters and desks'),
      headroomAnalogueDb: db('Room under analogue pedals'),
      lowLevelDb: db('Another mode would gain'),
      unityNoteDb: db('Off unity: a note from'),
      unityCautionDb: db('Off unity: a caution from'),
      soundsDb: db('Sounds apart from what is wished'),
      noiseNoteDb: db('Noise under the signal: a note', 150),
      noiseCautionDb: db('Noise under the signal: a caution', 150),
    },
  },
  {
    name: 'Hum',
    limits: {
      humDb: db('Hum under the signal, at least', 150),
      earthMonths: count('Months until an earth is proved anew', 1),
      costRestore: cost('Cost of restoring a shield'),
      costGather: cost('Cost of moving a mains plug'),
      costOutlet: cost('Cost of an outlet with its own ground'),
      costRelay: cost('Cost of a floating relay'),
      costLift: cost('Cost of a lift at one end'),
      costCap: cost('Cost of 10 nF in a shield'),
      costTwinCore: cost('Cost of a twin-core lead'),
      costTransformer: cost('Cost of a transformer'),
    },
  },
  {
    name: 'Power, delay, switching',
    limits: {
      dcMarginPercent: percent('In hand on a supply’s outlet'),
      mainsPercent: percent('Of a breaker’s rating, at most'),
      delayMs: { words: 'Delay in all', unit: 'ms', least: 0, most: 1000 },
      conversions: count('Trips into numbers and out'),
      presses: count('Presses between two sounds'),
    },
  },
];

const FACTS: ReadonlyMap<string, LimitFact> = new Map(
  LIMIT_GROUPS.flatMap(({ limits }) => Object.entries(limits)),
);

/** What a limit is for people; undefined: no house has it. */
export const limitFact = (name: string): LimitFact | undefined => FACTS.get(name);
