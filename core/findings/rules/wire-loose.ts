import { derive, jackKey, type JackRef, type Side } from '../../model';
import { replugCure } from '../exchange';
import { jackPart, leadPart, type Found } from '../finding';
import { healsIn } from '../loose';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly lead: string;
  /** The end that hangs loose. */
  readonly side: Side;
  /** Where its other end stands, as `box/jack`. */
  readonly held: string;
  readonly to: JackRef;
};

/** WIRE-LOOSE: a lead hangs loose, and plugged again it would bring back what is passed by, or any sound at all. */
export const loose = rule<Data>({
  code: 'WIRE-LOOSE',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Data>[] =>
    healsIn(of).map(({ loose: { run, side, held }, to }) => ({
      severity: 'fault',
      parts: [leadPart(run.lead), jackPart(held.box, held.jack)],
      data: { lead: run.lead.id, side, held: `${held.box.id}/${held.jack.id}`, to },
    })),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')} hangs loose from ${say.jack(data.held)}; it belongs in ${say.jack(jackKey(data.to))}.`,
    why: 'What it joined is passed by, or nothing is heard at all: an open return is bridged inside some amplifiers, and the loss is easily missed.',
  }),
  *cures(view, { data: { lead, side, to } }) {
    yield replugCure(view, lead, side, to);
  },
});
