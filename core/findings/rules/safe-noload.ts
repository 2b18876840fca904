import { derive, everyNight, freeNumber, freshId, makeLead, pluggedIn, type JackRef } from '../../model';
import { cure, group, type Cure } from '../cure';
import { boxPart, isFree, jackPart, leadsAt, type Found, type View, type Wired } from '../finding';
import { rule } from '../rule';
import { DESTROYS } from '../phrases';
import {
  amplifiers,
  freeLoads,
  freeThroughs,
  loadsOn,
  ratio,
  speakerRuns,
  type Amplifier,
} from '../speakers';

type Data = {
  readonly box: string;
  readonly taps: string;
  readonly spare: boolean;
  readonly valve: boolean;
  /** The amplifier, and what its speaker leads lead to. */
  readonly along: readonly string[];
};

/** What a lead that is fetched is called. */
function newLead(view: View): { readonly id: string; readonly number: number } {
  const number = freeNumber(view.leads);
  return { id: freshId(`lead-${number}`, new Set(view.leads.map((lead) => lead.id))), number };
}

function tapsWanting(view: Wired): readonly Amplifier[] {
  return amplifiers(view)
    .map(({ box, taps }) => ({ box, taps: taps.filter((jack) => jack.speaker?.needsLoad) }))
    .filter(({ box, taps }) => taps.length > 0 && !box.jacks.some((jack) => jack.speaker?.internalLoad));
}

/** Amplifiers that need a load and have none in a night, with their speaker outputs. */
export const withoutLoad = derive(['boxes', 'leads', 'variant'], (there): readonly Amplifier[] =>
  tapsWanting(there).filter(({ box, taps }) => taps.every((tap) => loadsOn(there, box, tap).length === 0)),
);

/**
 * A speaker lead from a through jack that is in use, or from the best tap, to a load: one that hangs loose there
 * already, else a new one.
 */
function* plugLoad(view: View, amplifier: Amplifier): Generator<Cure> {
  for (const load of freeLoads(view)) {
    for (const end of freeThroughs(view, amplifier))
      yield cure(view, {
        edit: 'plug',
        arguments: {
          lead: makeLead({
            ...newLead(view),
            kind: 'speaker',
            from: [{ box: end.box.id, jack: end.jack.id }],
            to: [{ box: load.box.id, jack: load.jack.id }],
          }),
        },
      });
    const ohm = load.jack.speaker?.ohm?.value ?? 8;
    const to: JackRef = { box: load.box.id, jack: load.jack.id };
    const taps = [...amplifier.taps].sort(
      (a, b) => ratio(a.speaker?.ohm?.value ?? 8, ohm) - ratio(b.speaker?.ohm?.value ?? 8, ohm),
    );
    for (const tap of taps) {
      const hanging = leadsAt(view, amplifier.box, tap).find(({ far }) => far === undefined);
      if (hanging) {
        const side = hanging.side === 'from' ? 'to' : 'from';
        yield cure(view, { edit: 'replug', arguments: { lead: hanging.lead.id, side, at: [to] } });
      } else if (isFree(view, amplifier.box, tap)) {
        const from = { box: amplifier.box.id, jack: tap.id };
        const put = pluggedIn(view).find(
          (p) => p.lead.kind === 'speaker' && p.from.length === 0 && p.to.length === 0,
        );
        yield put
          ? group(
              `Plug lead ${put.lead.number} from ${tap.label} of ${amplifier.box.name} to ${load.box.name}`,
              [
                { edit: 'replug', arguments: { lead: put.lead.id, side: 'from', at: [from] } },
                { edit: 'replug', arguments: { lead: put.lead.id, side: 'to', at: [to] } },
              ],
            )
          : cure(view, {
              edit: 'plug',
              arguments: { lead: makeLead({ ...newLead(view), kind: 'speaker', from: [from], to: [to] }) },
            });
      }
    }
  }
}

/** SAFE-NOLOAD: an amplifier that needs a load, whenever powered, in any variant, without one. */
export const noLoad = rule<Data>({
  code: 'SAFE-NOLOAD',
  cause: 2,
  reads: 'rig',
  // What ends at a speaker output, or behind it, is not heard because nothing takes its power.
  covers: ({ data }, other) =>
    other.code === 'WIRE-SILENT' && data.along.includes(other.parts[0]?.id.split('/')[0] ?? ''),
  judge: derive(['boxes', 'leads', 'variants'], (view): readonly Found<Data>[] =>
    everyNight(view).flatMap((there) =>
      withoutLoad(there).map(({ box, taps }): Found<Data> => ({
        severity: 'danger',
        variant: there.variant?.id ?? null,
        parts: [boxPart(box), ...taps.map((tap) => jackPart(box, tap))],
        data: {
          box: box.id,
          taps: taps.map((tap) => tap.label).join(', '),
          spare: freeLoads(there).length > 0,
          valve: taps.some((tap) => tap.speaker?.stage === 'valve'),
          along: [box.id, ...taps.flatMap((tap) => speakerRuns(there, box, tap).map(({ to }) => to.box.id))],
        },
      })),
    ),
  ),
  words: ({ data }, say) => ({
    text: `No load on ${say.box(data.box)}${say.night() && ` in ${say.night()}`}: nothing on ${data.taps} takes its power.`,
    why: `${DESTROYS} ${
      data.valve
        ? 'A valve stage without a load can burn its output transformer'
        : 'This stage may not run without a load: it can fail'
    } whenever it is powered, heard or not. Plug speaker leads only with the amplifier switched off.${
      data.spare ? '' : ' There is no free cabinet or load in this rig.'
    }`,
  }),
  *cures(view, found) {
    const isIt = ({ box, taps }: Amplifier) =>
      box.id === found.data.box && found.parts.some(({ id }) => id === `${box.id}/${taps[0]?.id}`);
    const amplifier = tapsWanting(view).find(isIt);
    if (amplifier) yield* plugLoad(view, amplifier);
  },
});
