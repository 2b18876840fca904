// What each lead of a setting shows of tone, over all ways that it is part of.
import { derive } from '../model';
import { traceIn } from '../signal';
import { toneAlong } from './along';
import { driveAt, drivesAlong, type Drive } from './drives';
import { FIVE_KHZ } from './grid';

export type LeadTone = {
  /** Difference from straight-in at 5 kHz up to its far end, the worst of its ways, dB. */
  readonly db: number;
  readonly drive: Drive;
  /** Whether the drive's leads begin, and end, with it. */
  readonly begins: boolean;
  readonly ends: boolean;
};

/** Every lead that carries tone to something that is heard, by its id. */
export const leadTones = derive(
  ['boxes', 'leads', 'variant', 'standing', 'houseRules'],
  (of): ReadonlyMap<string, LeadTone> => {
    const found = new Map<string, LeadTone>();
    for (const path of traceIn(of).paths) {
      const tone = toneAlong(of, path);
      if (!tone) continue;
      const drives = drivesAlong(of, tone.parts);
      tone.steps.forEach(({ lead, marksDb }, i) => {
        const drive = driveAt(drives, i);
        const db = marksDb[FIVE_KHZ] ?? 0;
        if (drive && db < (found.get(lead.id)?.db ?? Infinity))
          found.set(lead.id, { db, drive, begins: drive.first === i, ends: drive.last === i });
      });
    }
    return found;
  },
);
