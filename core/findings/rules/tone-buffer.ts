import { isBuffer } from '../../buffers';
import { takeOutEdit } from '../../cables';
import { derive, everySound, type Block, type Box, type Reads } from '../../model';
import { traceIn } from '../../signal';
import { drivesAlong, toneAlong, type Drive } from '../../tone';
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
        const tone = toneAlong(of, path);
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

/** A block that is nothing but a wire. */
const wired = (block: Block): Block => {
  const [state] = block.states;
  if (!state) return block;
  const off = { ...state, id: 'off', name: 'off' };
  return { ...block, bypassKind: 'true', state: 'off', states: [off, { ...off, id: 'off-too' }] };
};

/** The boxes with a wire in one's place; the same list as long as nothing about them changed. */
const withWire = derive(['boxes'], ({ boxes }, id: string): readonly Box[] =>
  boxes.map((box) => (box.id === id ? { ...box, blocks: box.blocks.map(wired) } : box)),
);

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sound' | 'houseRules'>;

/** The most that a buffer changes on any way of a setting, dB; null: no way passes it. */
const changedBy = derive(ofElectricity, (of: Of, id: string): number | null => {
  const { paths } = traceIn(of);
  const own = paths.flatMap((path, i) => (path.sections.some(({ box }) => box.id === id) ? [i] : []));
  if (own.length === 0) return null;
  const without = { ...of, boxes: withWire(of, id) };
  const others = traceIn(without).paths;
  // It is more than a buffer where the ways are others without it.
  if (others.length !== paths.length) return Infinity;
  return Math.max(
    0,
    ...own.flatMap((i) => {
      const [path, other] = [paths[i], others[i]];
      const [now, then] = [path && toneAlong(of, path), other && toneAlong(without, other)];
      if (!now || !then) return [];
      return [...now.difference].map((db, k) => Math.abs(db - (then.difference[k] ?? 0)));
    }),
  );
});

type Spare = { readonly box: string; readonly db: number };

/** TONE-SPARE: a buffer that changes no sound by as much as the house asks of one. */
export const spare = rule<Spare>({
  code: 'TONE-SPARE',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'houseRules'], (of): readonly Found<Spare>[] =>
    of.boxes.filter(isBuffer).flatMap((box): Found<Spare>[] => {
      const changes = everySound(of).flatMap((one) => changedBy(one, box.id) ?? []);
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
    }),
  ),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)} changes no sound by more than ${data.db < 0.05 ? '0' : plainDb(data.db)} dB.`,
    why: 'It can be left out, or stand where it tells: one box less to feed and to fail.',
  }),
  *cures(view, { data }) {
    const call = takeOutEdit(view.rig, view.variant?.id ?? null, data.box);
    if (call) yield act(call);
  },
});
