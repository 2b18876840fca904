import { isBuffer } from '../../buffers';
import { takeOutEdit } from '../../cables';
import { boxOf, derive, everySound } from '../../model';
import { stretchesAlong } from '../../network';
import { traceIn } from '../../signal';
import { drivesAlong, stageChange, toneAlong, type Drive } from '../../tone';
import { formatQuantity } from '../../units';
import { bufferCures } from '../buffer-cure';
import { act } from '../cure';
import { ofElectricity } from '../electric';
import { boxPart, leadPart, type Found } from '../finding';
import { distinct } from '../hung';
import { plainDb } from '../phrases';
import { rule } from '../rule';

const lengthOf = ({ leads }: Drive) => leads.reduce((sum, { lengthM }) => sum + lengthM, 0);

/** A buffer that drives no more than this hands over at once, m. */
const SHORT_M = 0.6;
/** What takes over drives so much, m, with so many times its impedance. */
const LONG = { m: 3, times: 3 } as const;

type Over = {
  readonly buffer: string;
  readonly shortM: number;
  readonly next: string;
  readonly ohm: number;
  readonly longM: number;
};

/** TONE-OVERRIDDEN: a good buffer hands over, after a short lead, to a weaker output that drives the long ones. */
export const overridden = rule<Over>({
  code: 'TONE-OVERRIDDEN',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Over>[] =>
    distinct(
      traceIn(of).paths.flatMap((path) => {
        const hasBuffer = path.sections.some(({ box }) => isBuffer(box));
        const tone = hasBuffer ? toneAlong(of, path) : null;
        const drives = tone ? drivesAlong(of, tone.parts) : [];
        return drives.flatMap((drive, i): Found<Over>[] => {
          const next = drives[i + 1];
          if (!next || !isBuffer(drive.box) || next.block === null) return [];
          const [shortM, longM] = [lengthOf(drive), lengthOf(next)];
          if (shortM > SHORT_M || longM < LONG.m || next.ohm < drive.ohm * LONG.times) return [];
          return [
            {
              severity: 'note',
              parts: [boxPart(drive.box), boxPart(next.box), ...next.leads.map(leadPart)],
              data: { buffer: drive.box.id, shortM, next: next.box.id, ohm: next.ohm, longM },
            },
          ];
        });
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `${say.box(data.buffer)} hands over after ${formatQuantity(data.shortM, 'm')}: ${say.box(data.next)}, ${formatQuantity(data.ohm, 'Ω')}, drives the ${formatQuantity(data.longM, 'm')} behind.`,
    why: 'A buffer is worth something up to the next active stage only: behind the last of them it drives the long lead.',
  }),
  cures: bufferCures,
});

/** The most that each buffer changes on any way of a setting, dB; those that no way passes are left out. */
const changesIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): ReadonlyMap<string, number> => {
  const changes = new Map<string, number>();
  for (const path of traceIn(of).paths) {
    const stretches = stretchesAlong(of, path);
    stretches.forEach((ahead, i) => {
      const behind = stretches[i + 1];
      const box = ahead.into && boxOf(of, ahead.into.box);
      if (!behind || !box || behind.segment.driver.box !== box.id || !isBuffer(box)) return;
      changes.set(box.id, Math.max(changes.get(box.id) ?? -Infinity, stageChange(ahead, behind)));
    });
  }
  return changes;
});

type Spare = { readonly box: string; readonly db: number };

/** TONE-SPARE: a buffer that changes no sound by as much as the house asks of one. */
export const spare = rule<Spare>({
  code: 'TONE-SPARE',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'houseRules'], (of): readonly Found<Spare>[] => {
    const inSounds = everySound(of).map(changesIn);
    return of.boxes.filter(isBuffer).flatMap((box): Found<Spare>[] => {
      const changes = inSounds.flatMap((of) => of.get(box.id) ?? []);
      const db = Math.max(0, ...changes);
      // Where it makes up a level, or two guitars, it is there for that.
      const isLevel = box.controls.some(({ sets }) => sets === 'level');
      if (changes.length === 0 || isLevel || db >= of.houseRules.limits.spareDb) return [];
      return [
        {
          severity: 'note',
          parts: [boxPart(box)],
          figures: [{ name: 'change', value: db, unit: 'dB' }],
          data: { box: box.id, db },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)} changes no sound${data.db < 0.05 ? '' : ` by more than ${plainDb(data.db)} dB`}.`,
    why: 'It can be left out, or stand where it tells: one box less to feed and to fail.',
  }),
  *cures(view, { data }) {
    const call = takeOutEdit(view.rig, view.variant?.id ?? null, data.box);
    if (call) yield act(call);
  },
});
