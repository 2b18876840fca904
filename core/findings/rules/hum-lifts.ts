import { adriftIn, bothEnds, unprovedAcross, worseLifts } from '../../hum';
import { derive, leadOf, type Lead } from '../../model';
import { group, type Cure } from '../cure';
import { boxPart, jackPart, leadPart, type Found, type View } from '../finding';
import { isHum } from '../hum';
import { capitalFirst, plainDb } from '../phrases';
import { rule } from '../rule';

const restore = ({ id, number }: Lead): Cure =>
  group(`Restore the shield of lead ${number}`, [
    { edit: 'setLeadBreak', arguments: { id, break: { kind: 'none' } } },
  ]);

/** The lead of a finding whole again, where it is the lead that is opened. */
function* restored(view: View, found: Found): Generator<Cure> {
  const lead = leadOf(view, found.parts.find(({ type }) => type === 'lead')?.id);
  if (lead && lead.break.kind !== 'none') yield restore(lead);
}

type Worse = { readonly lead: number; readonly box: string; readonly db: number };

/** HUM-LIFTWORSE: a shield that is recorded as opened, and by that louder than whole. */
export const liftWorse = rule<Worse>({
  code: 'HUM-LIFTWORSE',
  reads: 'sound',
  isMild: true,
  judge: derive(
    ['boxes', 'leads', 'variant', 'sound', 'sounds', 'stage', 'walks'],
    (of): readonly Found<Worse>[] =>
      worseLifts(of).map(({ lead, output, db }) => ({
        severity: 'caution',
        parts: [leadPart(lead), { type: 'box', id: output.path.output.box }],
        figures: [{ name: 'louder by', value: db, unit: 'dB' }],
        data: { lead: lead.number, box: output.path.output.box, db },
      })),
  ),
  // What is brought by a lift is no loop of its own.
  covers: (own, other) =>
    isHum(other) && other.sound === own.sound && other.parts[0]?.id === own.parts[0]?.id,
  words: ({ data }, say) => ({
    text: `With the shield of lead ${data.lead} opened, hum at ${say.box(data.box)} is ${plainDb(data.db)} dB more than with it whole.`,
    why: 'Opened, the whole difference between the grounds of its two ends stands in series with its signal. Between two boxes that each have an earth a transformer throws it away; a lift does not.',
  }),
  *cures(view, found) {
    yield* restored(view, found);
    const lead = leadOf(view, found.parts[0]?.id);
    if (lead && (unprovedAcross(view).get(lead.id) ?? []).length === 0)
      yield group(`Put an isolating transformer into lead ${lead.number} instead`, [
        {
          edit: 'setLeadBreak',
          arguments: { id: lead.id, break: { ...lead.break, kind: 'transformer' } },
        },
      ]);
  },
});

/** `at`: the box that is left without, or the jack that lifts the other end. */
type Left = { readonly lead: number; readonly at: string };

/** HUM-ADRIFT: an opened shield was the last ground that a box had in common with what it is plugged to. */
export const adrift = rule<Left>({
  code: 'HUM-ADRIFT',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly Found<Left>[] =>
    adriftIn(of).map(({ opened, box }) => ({
      severity: 'fault',
      parts: [leadPart(opened.lead), boxPart(box)],
      data: { lead: opened.lead.number, at: box.id },
    })),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.box(data.at))} has no ground left: the shield of lead ${data.lead}, which is opened, was its last.`,
    why: 'Its signal has no way back: it is silent, or buzzes louder than anything. The last ground of a box is never opened.',
  }),
  cures: restored,
});

/** HUM-BOTHENDS: a shield that is open at both ends. */
export const openAtBoth = rule<Left>({
  code: 'HUM-BOTHENDS',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly Found<Left>[] =>
    bothEnds(of).flatMap(({ lead, ends, open }): readonly Found<Left>[] => {
      const end = ends[open.indexOf('jack')];
      if (!end) return [];
      const { box, jack } = end;
      return [
        {
          severity: 'fault',
          parts: [leadPart(lead), jackPart(box, jack)],
          data: { lead: lead.number, at: `${box.id}/${jack.id}` },
        },
      ];
    }),
  ),
  words: ({ data }, say) => ({
    text: `The shield of lead ${data.lead} is open at both ends: in the lead, and at ${say.jack(data.at)} by its lift.`,
    why: 'It keeps nothing off and picks up like an aerial. A shield is opened at one end.',
  }),
  cures: restored,
});
