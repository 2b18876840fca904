// Rigs of 1 to 40 boxes for laws of the map.
import fc from 'fast-check';
import type { Rig } from '../model';
import { bindTemplate, reconcile, TEMPLATES } from '../routings';
import { build, edited } from './build';

export const KINDS = ['tuner', 'fuzz', 'od', 'chorus', 'delay', 'buffer'];

/** What a rig of 1 to 40 boxes is made from: in one of the routings or none, with a few plugs moved at random. */
export const recipes = fc.record({
  pedals: fc.array(fc.constantFrom(...KINDS), { maxLength: 34 }),
  routing: fc.constantFrom('FOUR', 'FOUR+FEED', 'LOOP', 'FRONT', 'POWER', null),
  desk: fc.boolean(),
  guitars: fc.integer({ min: 1, max: 2 }),
  spoil: fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 3 }),
});
export type Recipe = typeof recipes extends fc.Arbitrary<infer T> ? T : never;
/** The rig of a recipe. */
export function rigFrom({ pedals, routing, desk, guitars, spoil }: Recipe): Rig {
  const line = [
    'guitar',
    ...(guitars > 1 ? ['baritone'] : []),
    ...pedals,
    'unit',
    'valve head',
    'cab 16',
    ...(desk ? ['mic', 'desk'] : []),
  ];
  let rig = build(line.join(', '));
  const template = TEMPLATES.find(({ code }) => code === routing);
  const wanted = template && bindTemplate(rig, template);
  if (wanted && !('reason' in wanted))
    rig = edited(rig, { edit: 'takeRouting', arguments: reconcile(rig, template.name, wanted) });
  for (const [a, b] of spoil) {
    const [x, y] = [
      rig.leads[a % Math.max(1, rig.leads.length)],
      rig.leads[b % Math.max(1, rig.leads.length)],
    ];
    if (x && y && x !== y && x.kind !== 'air' && y.kind !== 'air')
      rig = edited(rig, {
        edit: 'exchangeEnds',
        arguments: { a: { lead: x.id, side: 'to' }, b: { lead: y.id, side: b % 2 ? 'to' : 'from' } },
      });
  }
  return rig;
}
