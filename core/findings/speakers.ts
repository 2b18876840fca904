import type { EditCall } from '../edits';
import {
  derive,
  endAt,
  everyNight,
  freeNumber,
  pluggedIn,
  freshId,
  makeLead,
  type Box,
  type Figure,
  type Jack,
  type JackEnd,
  type JackRef,
} from '../model';
import { resolveIn } from '../signal';
import {
  boxPart,
  everyJack,
  isFree,
  jackPart,
  leadPart,
  leadsAt,
  type AssumedFigure,
  type Found,
  type Rule,
  type View,
  type Wired,
} from './finding';

/** Outputs of one amplifier that drive loudspeakers, taken together: taps of one transformer. */
type Amplifier = { readonly box: Box; readonly taps: readonly Jack[] };

export const amplifiers = (view: Wired): readonly Amplifier[] =>
  view.boxes.flatMap((box) => {
    const taps = box.jacks.filter((jack) => jack.direction === 'out' && jack.speaker !== undefined);
    return taps.length === 0 ? [] : [{ box, taps }];
  });

/** The far ends of the leads in a speaker output. */
const farEnds = (view: Wired, box: Box, jack: Jack): readonly JackEnd[] =>
  leadsAt(view, box, jack).flatMap(({ far }) => endAt(view, far) ?? []);

/** Joined inside by nothing but a wire, or made as a through jack. */
const isThrough = (view: Wired, box: Box, jack: Jack, other: Jack): boolean =>
  other.direction !== 'out' ||
  resolveIn({ ...view, sound: null })
    .patch(box)
    .patch.wires.some(
      ({ from, to }) => 'jack' in from && 'jack' in to && from.jack === jack.id && to.jack === other.id,
    );

/**
 * Jacks that dissipate what comes out of this output: cabinets, loads, attenuators whose own cabinet is there,
 * reached through the through jacks of what stands between. A tap is no load.
 */
export function loadsOn(
  view: Wired,
  box: Box,
  jack: Jack,
  seen: ReadonlySet<string> = new Set(),
): readonly JackEnd[] {
  const here = `${box.id}/${jack.id}`;
  if (seen.has(here)) return [];
  const passed = new Set([...seen, here]);
  return farEnds(view, box, jack).flatMap((end) => {
    const { speaker } = end.jack;
    if (!speaker || end.jack.direction === 'out') return [];
    const behind = (jacks: readonly Jack[]) =>
      jacks.flatMap((other) => loadsOn(view, end.box, other, passed));
    const others = end.box.jacks.filter(
      (other) => other !== end.jack && other.carries === 'speaker' && other.direction !== 'in',
    );
    // An attenuator is the load itself, as long as a cabinet hangs behind it; a through jack puts loads side by side.
    if (speaker.isLoad === 'with-cabinet') return behind(others).length > 0 ? [end] : [];
    const beside = behind(others.filter((other) => isThrough(view, end.box, end.jack, other)));
    return speaker.isLoad === 'always' ? [end, ...beside.filter((load) => load.box !== end.box)] : beside;
  });
}

function tapsWanting(view: Wired): readonly Amplifier[] {
  return amplifiers(view)
    .map(({ box, taps }) => ({ box, taps: taps.filter((jack) => jack.speaker?.needsLoad) }))
    .filter(({ box, taps }) => taps.length > 0 && !box.jacks.some((jack) => jack.speaker?.internalLoad));
}

const freeLoads = (view: Wired): readonly JackEnd[] =>
  everyJack(view).filter(
    ({ box, jack }) =>
      jack.speaker?.isLoad === 'always' && jack.direction === 'in' && isFree(view, box, jack),
  );

const ratio = (a: number, b: number) => Math.max(a / b, b / a);

/** A speaker lead from the best tap to a load: one that hangs loose there already, else a new one. */
function* plugLoad(view: View, amplifier: Amplifier): Generator<EditCall> {
  for (const load of freeLoads(view)) {
    const ohm = load.jack.speaker?.ohm?.value ?? 8;
    const to: JackRef = { box: load.box.id, jack: load.jack.id };
    const taps = [...amplifier.taps].sort(
      (a, b) => ratio(a.speaker?.ohm?.value ?? 8, ohm) - ratio(b.speaker?.ohm?.value ?? 8, ohm),
    );
    for (const tap of taps) {
      const hanging = leadsAt(view, amplifier.box, tap).find(({ far }) => far === undefined);
      if (hanging) {
        const side = hanging.side === 'from' ? 'to' : 'from';
        yield { edit: 'replug', arguments: { lead: hanging.lead.id, side, at: [to] } };
      } else if (isFree(view, amplifier.box, tap)) {
        const number = freeNumber(view.leads);
        const id = freshId(`lead-${number}`, new Set(view.leads.map((lead) => lead.id)));
        const from = { box: amplifier.box.id, jack: tap.id };
        const put = pluggedIn(view).find(
          (p) => p.lead.kind === 'speaker' && p.from.length === 0 && p.to.length === 0,
        );
        yield put
          ? {
              edit: 'together',
              arguments: {
                label: `Plug ${load.box.name}`,
                edits: [
                  { edit: 'replug', arguments: { lead: put.lead.id, side: 'from', at: [from] } },
                  { edit: 'replug', arguments: { lead: put.lead.id, side: 'to', at: [to] } },
                ],
              },
            }
          : {
              edit: 'plug',
              arguments: { lead: makeLead({ id, number, kind: 'speaker', from: [from], to: [to] }) },
            };
      }
    }
  }
}

/** SAFE-NOLOAD: an amplifier that needs a load, whenever powered, in any variant, without one. */
const noLoad: Rule = {
  code: 'SAFE-NOLOAD',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variants'], (view): readonly Found[] =>
    everyNight(view).flatMap((there) =>
      tapsWanting(there)
        .filter(({ box, taps }) => taps.every((tap) => loadsOn(there, box, tap).length === 0))
        .map(({ box, taps }): Found => ({
          severity: 'danger',
          variant: there.variant?.id ?? null,
          parts: [boxPart(box), ...taps.map((tap) => jackPart(box, tap))],
          data: {
            box: box.id,
            taps: taps.map((tap) => tap.label).join(', '),
            spare: freeLoads(there)[0]?.box.id ?? '',
          },
        })),
    ),
  ),
  *cures(view, found) {
    const amplifier = tapsWanting(view).find(({ box }) => box.id === found.data?.box);
    if (amplifier) yield* plugLoad(view, amplifier);
  },
};

/** SAFE-SPKOUT: speaker output into anything but cabinet, load, attenuator, or a tap rated for it. */
const speakerOut: Rule = {
  code: 'SAFE-SPKOUT',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found[] =>
    amplifiers(view).flatMap(({ box, taps }) =>
      taps.flatMap((tap) =>
        leadsAt(view, box, tap).flatMap(({ lead, far }): Found[] => {
          const end = endAt(view, far);
          if (!end || end.jack.speaker !== undefined) return [];
          return [
            {
              severity: 'danger',
              parts: [leadPart(lead), jackPart(box, tap), jackPart(end.box, end.jack)],
              data: { lead: lead.id, from: `${box.id}/${tap.id}`, to: `${end.box.id}/${end.jack.id}` },
            },
          ];
        }),
      ),
    ),
  ),
  *cures(view, found) {
    const lead = pluggedIn(view).find((p) => p.lead.id === found.data?.lead);
    const from = `${lead?.from[0]?.box}/${lead?.from[0]?.jack}`;
    const side = from === found.data?.from ? 'to' : 'from';
    for (const load of freeLoads(view))
      if (lead)
        yield {
          edit: 'replug',
          arguments: { lead: lead.lead.id, side, at: [{ box: load.box.id, jack: load.jack.id }] },
        };
    if (lead) yield { edit: 'unplug', arguments: { lead: lead.lead.id, side } };
  },
};

const assumedOhms = (ends: readonly JackEnd[]): readonly AssumedFigure[] =>
  ends
    .filter(({ jack }) => jack.speaker?.ohm?.source === 'assumed')
    .map(({ box, jack }) => ({ part: jackPart(box, jack), figure: 'impedance' }));

const value = (figure: Figure | undefined): number | null => figure?.value ?? null;

/** Loads on one output in parallel: 1 / sum(1 / Z). null when any is not known. */
function inParallel(loads: readonly JackEnd[]): number | null {
  let conductance = 0;
  for (const { jack } of loads) {
    const ohm = value(jack.speaker?.ohm);
    if (ohm === null) return null;
    conductance += 1 / ohm;
  }
  return conductance === 0 ? null : 1 / conductance;
}

/** Right within 10 %, caution within 2 : 1, danger beyond (valve); under the stated least load a danger (solid state). */
function judgeLoad(tap: Jack, load: number): Found['severity'] | null {
  const facts = tap.speaker;
  if (facts?.stage === 'valve' || facts?.stage === 'solid-transformer') {
    const rated = value(facts.ohm);
    if (rated === null) return null;
    const r = ratio(load, rated);
    return r <= 1.1 + 1e-9 ? null : r <= 2 + 1e-9 ? 'caution' : 'danger';
  }
  const least = value(facts?.minOhm);
  if (least !== null && load < least - 1e-9) return 'danger';
  const rated = value(facts?.ohm) ?? least;
  return rated !== null && load > rated * 1.1 ? 'note' : null;
}

/** SAFE-IMPED: cabinets against the tap or the least load, with the sum worked out. */
const impedance: Rule = {
  code: 'SAFE-IMPED',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found[] =>
    amplifiers(view).flatMap(({ box, taps }) =>
      taps.flatMap((tap): Found[] => {
        const loads = loadsOn(view, box, tap);
        const total = inParallel(loads);
        const severity = total === null ? null : judgeLoad(tap, total);
        if (severity === null || total === null) return [];
        const rated = value(tap.speaker?.ohm) ?? value(tap.speaker?.minOhm) ?? total;
        return [
          {
            severity,
            parts: [jackPart(box, tap), ...loads.map((load) => jackPart(load.box, load.jack))],
            figures: [
              { name: 'load', value: total, unit: 'Ω' },
              { name: 'output', value: rated, unit: 'Ω' },
              { name: 'ratio', value: ratio(total, rated), unit: '' },
            ],
            assumed: assumedOhms([{ box, jack: tap }, ...loads]),
            data: {
              box: box.id,
              tap: `${box.id}/${tap.id}`,
              stage: tap.speaker?.stage ?? '',
              count: String(loads.length),
            },
          },
        ];
      }),
    ),
  ),
  *cures(view, found) {
    const end = endAt(view, { box: found.data?.box ?? '', jack: found.data?.tap?.split('/')[1] ?? '' });
    const load = found.figures?.find((figure) => figure.name === 'load')?.value;
    if (!end || load === undefined) return;
    const others = end.box.jacks
      .filter(
        (jack) =>
          jack !== end.jack && jack.direction === 'out' && jack.speaker && isFree(view, end.box, jack),
      )
      .sort((a, b) => ratio(value(a.speaker?.ohm) ?? 8, load) - ratio(value(b.speaker?.ohm) ?? 8, load));
    for (const { lead, side } of leadsAt(view, end.box, end.jack))
      for (const tap of others)
        yield { edit: 'replug', arguments: { lead: lead.id, side, at: [{ box: end.box.id, jack: tap.id }] } };
  },
};

export const SPEAKER_RULES: readonly Rule[] = [noLoad, speakerOut, impedance];
