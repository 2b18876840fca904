// What each lead of a setting shows of tone, over all ways that it is part of.
import { derive } from '../model';
import { traceIn } from '../signal';
import { toneAlong } from './along';
import { drivesAlong, type Drive } from './drives';
import { MARKS } from './grid';

const FIVE_KHZ = MARKS.indexOf(5_000);

export type LeadTone = {
  /** Difference from straight-in at 5 kHz up to its far end, the worst of its ways, dB. */
  readonly db: number;
  /** What it adds to it, dB. */
  readonly ownDb: number;
  readonly drive: Drive;
  /** Whether the drive's leads begin, and end, with it. */
  readonly begins: boolean;
  readonly ends: boolean;
};

/** Every lead that carries tone to something that is heard, by its id. */
export const leadTones = derive(
  ['boxes', 'leads', 'variant', 'sound', 'houseRules'],
  (of): ReadonlyMap<string, LeadTone> => {
    const found = new Map<string, LeadTone>();
    for (const path of traceIn(of).paths) {
      const tone = toneAlong(of, path);
      if (!tone) continue;
      const drives = drivesAlong(of, tone.parts);
      tone.steps.forEach(({ lead, marksDb, ownDb }, i) => {
        const drive = drives.find(({ first, last }) => first <= i && i <= last);
        const db = marksDb[FIVE_KHZ] ?? 0;
        if (drive && db < (found.get(lead.id)?.db ?? Infinity))
          found.set(lead.id, { db, ownDb, drive, begins: drive.first === i, ends: drive.last === i });
      });
    }
    return found;
  },
);
