// Routings on rigs whose variants plug some leads otherwise.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit, variantsKept } from '../edits';
import { checkInvariants, endWords, makeSound, wiring, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { Met } from '../testing/met';
import { TEMPLATES } from '../routings';
import { cardOf, cardsOf, type Card } from './index';

type Can = Extract<Card, { can: true }>;
const takable = (rig: Rig) => cardsOf(rig).filter((card): card is Can => card.can);
const templateOf = ({ name }: Card) => TEMPLATES.find((one) => one.name === name)!;
const take = (rig: Rig, card: Can) => edited(rig, { edit: 'takeRouting', arguments: card.change });
const inFront = (): Rig => {
  const bare = build('guitar, tuner, fuzz, od, delay | unit | valve head, cab 16');
  return take(
    bare,
    takable(bare).find(({ code }) => code === 'FRONT')!,
  );
};
const withVariant = (rig: Rig): Rig =>
  edited(rig, {
    edit: 'addVariant',
    arguments: {
      variant: {
        id: 'club',
        name: 'Small club',
        leads: {},
        state: makeSound('x', 'x').state,
        notes: '',
      },
    },
  });
const scope = { layer: 'variant', id: 'club' } as const;
const plugs = (rig: Rig, variant: string | null) =>
  wiring(rig, variant)
    .filter(({ from, to }) => from.length + to.length > 0)
    .map(({ lead, from, to }) => `${lead.number} ${JSON.stringify([from, to])}`);

describe('a routing and the variants', () => {
  test('a variant that plugs nothing otherwise follows the base', () => {
    const rig = withVariant(inFront());
    for (const card of takable(rig)) {
      expect(card.kept).toEqual([]);
      const taken = take(rig, card);
      expect(plugs(taken, 'club')).toEqual(plugs(taken, null));
    }
  });

  test('taken for a variant it wires that night alone, and its card counts what lies there', () => {
    const rig = withVariant(inFront());
    for (const card of cardsOf(rig, 'club')) {
      if (!card.can) continue;
      expect(card.change.variant).toBe('club');
      const taken = take(rig, card);
      expect(plugs(taken, null)).toEqual(plugs(rig, null));
      const told = [...card.fetch, ...card.move].map(({ number, from, to }) => `${number} ${from} ${to}`);
      const there = wiring(taken, 'club').map(
        ({ lead, from, to }) => `${lead.number} ${endWords(taken, from)} ${endWords(taken, to)}`,
      );
      expect(there).toEqual(expect.arrayContaining(told));
      expect(cardOf(taken, templateOf(card), 'club')).toMatchObject({ inForce: true, fetch: [], move: [] });
    }
  });

  test('one whose own plugging leaves no room keeps its wiring whole, and the card names it', () => {
    // In the club the guitar goes into the unit at once: the jack that FOUR wants for another lead.
    const front = withVariant(inFront());
    const first = front.leads.find(({ from }) => from.at[0]?.box === 'guitar')!;
    const last = front.leads.find(({ to }) => to.at[0]?.box === 'multi-effects')!;
    const loose = edited(front, { edit: 'unplug', arguments: { lead: last.id, side: 'to', scope } });
    const rig = edited(loose, {
      edit: 'replug',
      arguments: { lead: first.id, side: 'to', at: last.to.at, scope },
    });
    const kept = takable(rig).filter((card) => card.kept.length > 0);
    expect(kept.length).toBeGreaterThan(0);
    for (const card of kept) {
      expect(card.kept).toEqual(['Small club']);
      const taken = take(rig, card);
      expect(checkInvariants(taken)).toEqual([]);
      expect(plugs(taken, 'club')).toEqual(plugs(rig, 'club'));
      expect(plugs(taken, null)).not.toEqual(plugs(rig, null));
    }
  });

  test('law: a variant takes no routing away; it follows the base, or stays as it is', () => {
    const met = new Met();
    const front = withVariant(inFront());
    const bare = takable(inFront()).map(({ code }) => code);
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: 1, maxLength: 6 }), (picks) => {
        // A few leads of the variant come out, and some go into another's jack.
        let rig = front;
        picks.forEach((n, i) => {
          const lead = rig.leads[n % rig.leads.length]!;
          const other = rig.leads[(n * 7 + i) % rig.leads.length]!;
          const side = n % 2 === 0 ? 'from' : 'to';
          const jack = wiring(rig, 'club').find((p) => p.lead === other)![side];
          rig = edited(rig, { edit: 'putAway', arguments: { lead: other.id, scope } });
          if (jack.length > 0 && lead !== other && n % 3 > 0)
            rig = edited(rig, { edit: 'replug', arguments: { lead: lead.id, side, at: jack, scope } });
        });
        const cards = takable(rig);
        expect(cards.map(({ code }) => code)).toEqual(bare);
        for (const card of cards) {
          const taken = applyEdit(rig, { edit: 'takeRouting', arguments: card.change }).rig;
          expect(checkInvariants(taken)).toEqual([]);
          const isKept = variantsKept(rig, card.change).length > 0;
          met.count(isKept ? 'kept' : 'followed');
          if (isKept) expect(plugs(taken, 'club')).toEqual(plugs(rig, 'club'));
        }
      }),
      { numRuns: 40 },
    );
    met.atLeast({ kept: 10, followed: 20 });
  });
});
