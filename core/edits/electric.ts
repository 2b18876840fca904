import type { Block, Control } from '../model';
import { boxIn, byId, copy, demand, edit, leadIn } from './edit';

type Inside = Pick<Block, 'toneAt' | 'combinations' | 'innerFarad' | 'instrument'>;
type Pot = Extract<Control['law'], { type: 'pot' }>;

/** More than this no knob does, dB. */
const MOST_DB = 120;

/** What is electrical of leads, pots and pickups, and stands in no figure. */
export const electricEdits = {
  /** Farad a metre; null: what is usual. */
  setCable: edit<{ id: string; faradPerM: number | null }>('Change cable', (draft, { id, faradPerM }) => {
    const lead = leadIn(draft, id);
    demand(faradPerM === null || faradPerM > 0, 'A cable has more than 0 pF/m.');
    if (faradPerM === null) delete lead.faradPerM;
    else lead.faradPerM = faradPerM;
  }),

  setPot: edit<{ box: string; control: string; pot: Pot }>(
    'Change pot',
    (draft, { box, control: id, pot }) => {
      const control = byId(boxIn(draft, box).controls, id, 'control');
      demand(pot.ohm > 0, 'A pot has more than 0 ohm.');
      control.law = copy(pot);
    },
  ),

  /** What a knob reaches from 7:00 to 5:00, dB; null: nobody knows. */
  setRange: edit<{ box: string; control: string; range: { lo: number; hi: number } | null }>(
    'Change what a knob does',
    (draft, { box, control: id, range }) => {
      const control = byId(boxIn(draft, box).controls, id, 'control');
      demand(
        range === null || [range.lo, range.hi].every((db) => Number.isFinite(db) && Math.abs(db) <= MOST_DB),
        `A knob reaches ${MOST_DB} dB at most.`,
      );
      demand(range === null || range.lo !== range.hi, 'A knob that changes nothing is none.');
      control.law = range === null ? { type: 'unknown' } : { type: 'db', lo: range.lo, hi: range.hi };
    },
  ),

  /** What the positions of a selector join, where the tone control stands, the wire to the jack; absent: as is usual. */
  setPickups: edit<{ box: string; block: string; inside: Inside }>(
    'Change pickups',
    (draft, { box, block: id, inside }) => {
      const block = byId(boxIn(draft, box).blocks, id, 'block');
      demand(block.role === 'source', `${block.name} has no pickups.`);
      for (const { name, coils } of inside.combinations ?? []) {
        demand(block.selector.includes(name), `The selector has no position "${name}".`);
        for (const { pickup } of coils) byId(block.pickups, pickup, 'pickup');
      }
      for (const key of ['toneAt', 'combinations', 'innerFarad', 'instrument'] as const) delete block[key];
      Object.assign(block, copy(inside));
    },
  ),
};
