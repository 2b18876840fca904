import {
  derive,
  everyNight,
  freeNumber,
  freshId,
  makeLead,
  otherSide,
  pluggedIn,
  type JackRef,
  type Reads,
} from '../../model';
import {
  amplifiers,
  freeLoads,
  gapsIn,
  ratio,
  speakerRuns,
  throughs,
  withoutLoad,
  type Amplifier,
} from '../../power';
import { cure, group, type Cure } from '../cure';
import { boxPart, isFree, jackPart, leadsAt, type Found, type View } from '../finding';
import { rule, type Say } from '../rule';
import { capitalFirst, DESTROYS, inSound } from '../phrases';
import { drivenBy, undrivenIn } from '../undriven';
type Data = {
  /** A speaker switcher that leaves the stage bare for a moment; whether it is known to. */
  readonly gap?: { readonly at: string; readonly isKnown: boolean };
  readonly box: string;
  readonly taps: string;
  readonly spare: boolean;
  readonly valve: boolean;
  /** The sound that takes it away; null: it is so at rest. */
  readonly sound: string | null;
  /** The amplifier, and what its speaker leads lead to. */
  readonly along: readonly string[];
  /** Leads that bring a cabinet what cannot drive it. */
  readonly undriven: readonly string[];
};

/** What a lead that is fetched is called. */
function newLead(view: View): { readonly id: string; readonly number: number } {
  const number = freeNumber(view.leads);
  return { id: freshId(`lead-${number}`, new Set(view.leads.map((lead) => lead.id))), number };
}

/** Taps of an amplifier, the one nearest to a load first. */
const tapsFor = ({ taps }: Amplifier, ohm: number) =>
  [...taps].sort((a, b) => ratio(a.speaker?.ohm?.value ?? 8, ohm) - ratio(b.speaker?.ohm?.value ?? 8, ohm));

/**
 * A speaker lead from a through jack that is in use, or from the best tap, to a load: one that hangs loose there
 * already, else a new one; or a cabinet's own lead from what cannot drive it.
 */
export function* plugLoad(view: View, amplifier: Amplifier): Generator<Cure> {
  for (const load of freeLoads(view)) {
    for (const { end, plugs } of throughs({ ...view, sound: null }, amplifier)) {
      const hanging = plugs.find(({ far }) => far === undefined);
      const to = { box: load.box.id, jack: load.jack.id };
      if (hanging)
        yield cure(view, {
          edit: 'replug',
          arguments: { lead: hanging.lead.id, side: otherSide(hanging.side), at: [to] },
        });
      else if (plugs.length === 0)
        yield cure(view, {
          edit: 'plug',
          arguments: {
            lead: makeLead({
              ...newLead(view),
              kind: 'speaker',
              from: [{ box: end.box.id, jack: end.jack.id }],
              to: [to],
            }),
          },
        });
    }
    const ohm = load.jack.speaker?.ohm?.value ?? 8;
    const to: JackRef = { box: load.box.id, jack: load.jack.id };
    for (const tap of tapsFor(amplifier, ohm)) {
      const hanging = leadsAt(view, amplifier.box, tap).find(({ far }) => far === undefined);
      if (hanging) {
        const side = otherSide(hanging.side);
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
  for (const run of undrivenIn(view)) {
    const taps = tapsFor(amplifier, run.into.jack.speaker?.ohm?.value ?? 8);
    yield* drivenBy(
      view,
      run,
      taps.map((jack) => ({ box: amplifier.box, jack })),
    );
  }
}

/** Switchers that break before they make, between a stage that needs a load and all that it has. */
const gapsFound = (there: Reads<'boxes' | 'leads' | 'variant'>): readonly Found<Data>[] =>
  gapsIn({ ...there, sound: null }).map(({ stage: { box, taps }, at, isKnown }) => ({
    severity: isKnown ? 'danger' : 'caution',
    variant: there.variant?.id ?? null,
    parts: [boxPart(box), jackPart(at.box, at.jack)],
    data: {
      gap: { at: at.box.id, isKnown },
      box: box.id,
      taps: taps.map(({ label }) => label).join(', '),
      spare: true,
      valve: taps.some((tap) => tap.speaker?.stage === 'valve'),
      sound: null,
      along: [],
      undriven: [],
    },
  }));

const gapWords = (say: Say, box: string, { at, isKnown }: NonNullable<Data['gap']>): string =>
  isKnown
    ? `${capitalFirst(say.box(at))} breaks before it makes: each time it is switched, ${say.box(box)} has no load.`
    : `Look up whether ${say.box(at)} makes before it breaks: if not, ${say.box(box)} has no load each time it is switched.`;

/** SAFE-NOLOAD: an amplifier that needs a load, whenever powered, in any variant, without one. */
export const noLoad = rule<Data>({
  code: 'SAFE-NOLOAD',
  cause: 2,
  reads: 'rig',
  // What ends at a speaker output, or behind it, is not heard because nothing takes its power; its cabinet's lead is elsewhere.
  covers: ({ data }, other) =>
    (other.code === 'WIRE-SILENT' && data.along.includes(other.parts[0]?.id.split('/')[0] ?? '')) ||
    other.parts.some(({ type, id }) => type === 'lead' && data.undriven.includes(id)),
  judge: derive(['boxes', 'leads', 'variants', 'sounds'], (view): readonly Found<Data>[] =>
    everyNight(view).flatMap((there) => [
      ...gapsFound(there),
      ...withoutLoad(there).map(({ box, taps, sound }): Found<Data> => ({
        severity: 'danger',
        variant: there.variant?.id ?? null,
        parts: [boxPart(box), ...taps.map((tap) => jackPart(box, tap))],
        data: {
          box: box.id,
          taps: taps.map((tap) => tap.label).join(', '),
          spare: freeLoads(there).length > 0,
          valve: taps.some((tap) => tap.speaker?.stage === 'valve'),
          sound: sound?.id ?? null,
          along: [
            box.id,
            ...taps.flatMap((tap) => speakerRuns({ ...there, sound }, box, tap).map(({ to }) => to.box.id)),
          ],
          undriven: undrivenIn(there).map(({ lead }) => lead.id),
        },
      })),
    ]),
  ),
  words: ({ data }, say) => ({
    text: data.gap
      ? gapWords(say, data.box, data.gap)
      : `No load on ${say.box(data.box)}${say.night() && ` in ${say.night()}`}${inSound(say, data.sound)}: nothing on ${data.taps} takes its power.`,
    why: `${DESTROYS} ${
      data.valve
        ? 'A valve stage without a load can burn its output transformer'
        : 'This stage may not run without a load: it can fail'
    } whenever it is powered, heard or not. Plug speaker leads only with the amplifier switched off.${
      data.spare ? '' : ' There is no free cabinet or load in this rig.'
    }`,
  }),
  *cures(view, found) {
    if (found.data.gap) return;
    const isIt = ({ box, taps }: Amplifier) =>
      box.id === found.data.box && found.parts.some(({ id }) => id === `${box.id}/${taps[0]?.id}`);
    const amplifier = amplifiers(view).find(isIt);
    if (amplifier) yield* plugLoad(view, amplifier);
  },
});
