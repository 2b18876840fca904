import { boxOf, derive, jackIn, type JackEnd, type Lead } from '../../model';
import { amplifiers, freeLoads, speakerRuns } from '../../power';
import { resolveIn, type ForSignal } from '../../signal';
import { cure } from '../cure';
import { jackPart, leadPart, leadsAt, type Found } from '../finding';
import { DESTROYS } from '../phrases';
import { rule } from '../rule';
import { sideAt } from '../runs';

type Data = { readonly tap: string; readonly to: string; readonly lead: string; readonly isKnown: boolean };

/** Does a jack tie its sleeve to a ground? */
function isTied(of: ForSignal, { box, jack }: JackEnd): boolean {
  const ground = resolveIn(of).jackMode(box, jack).mode?.ground ?? jack.ground;
  return ground === 'audio' || ground === 'chassis';
}

/** SAFE-BRIDGED: both terminals of an output are live, and something ties its sleeve to ground. */
export const bridged = rule<Data>({
  code: 'SAFE-BRIDGED',
  cause: 1,
  reads: 'rig',
  // What takes speaker level without being made for it ties its sleeve as well: it has its own line.
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] => {
    const of: ForSignal = { ...view, sound: null };
    return amplifiers(of).flatMap(({ box, taps }) =>
      taps.flatMap((tap): readonly Found<Data>[] => {
        const { bridged: is, stage } = tap.speaker ?? {};
        const mayBe = is === 'yes' || (is === 'unknown' && (stage === 'solid' || stage === 'class-d'));
        if (!mayBe) return [];
        const seen = new Set<string>();
        return speakerRuns(of, box, tap).flatMap(({ lead, to }): readonly Found<Data>[] => {
          const key = `${to.box.id}/${to.jack.id}`;
          if (!to.jack.speaker || !isTied(of, to) || seen.has(key)) return [];
          seen.add(key);
          return [
            {
              severity: is === 'yes' ? 'danger' : 'caution',
              parts: [jackPart(box, tap), jackPart(to.box, to.jack), leadPart(lead)],
              data: { tap: `${box.id}/${tap.id}`, to: key, lead: lead.id, isKnown: is === 'yes' },
            },
          ];
        });
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: data.isKnown
      ? `${say.jack(data.tap)} is bridged, and ${say.jack(data.to)} ties its sleeve to ground.`
      : `Nobody knows whether ${say.jack(data.tap)} is bridged; ${say.jack(data.to)} ties its sleeve to ground.`,
    why: `${DESTROYS} ${
      data.isKnown
        ? 'Both terminals of a bridged output are live: a sleeve on ground shorts one of them.'
        : 'Were it bridged, both its terminals would be live, and a sleeve on ground would short one of them: ask before this lead is plugged.'
    } Take the feed by a tap that is isolated, or ahead of the power stage. Move speaker leads only with the amplifier switched off.`,
  }),
  *cures(view, { data }) {
    const lead: Lead | undefined = view.leads.find(({ id }) => id === data.lead);
    const [box = '', jack = ''] = data.to.split('/');
    const tied = boxOf(view, box);
    const at = jackIn(tied, jack);
    if (!lead || !tied || !at) return;
    const side = sideAt(view, lead.id, { box, jack });
    for (const load of freeLoads(view))
      if (!isTied(view, load))
        yield cure(view, {
          edit: 'replug',
          arguments: { lead: lead.id, side, at: [{ box: load.box.id, jack: load.jack.id }] },
        });
    for (const plug of leadsAt(view, tied, at))
      yield cure(view, { edit: 'unplug', arguments: { lead: plug.lead.id, side: plug.side } });
  },
});
