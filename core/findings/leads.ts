import type { SingleEdit } from '../edits';
import { neededLength, stockLength } from '../lengths';
import {
  derive,
  endAt,
  isAudio,
  isLink,
  jackIn,
  leadOf,
  makeLead,
  pluggedIn,
  sources,
  takesLine,
  type Jack,
  type JackEnd,
  type JackMode,
  type JackRef,
  type Lead,
  type LeadKind,
  type Reads,
} from '../model';
import { leadKindFor } from '../cables';
import { resolveIn, type ForSignal } from '../signal';
import { isFree, jackPart, leadPart, type Found, type Rule } from './finding';

type Run = { readonly lead: Lead; readonly from: JackEnd; readonly to: JackEnd };

/** Leads with both ends plugged; where an end may stand in several jacks, one run for each. The same in every sound. */
const runsOf = derive(['boxes', 'leads', 'variant'], (of): readonly Run[] => {
  const at = (ref: JackRef): readonly JackEnd[] => {
    const end = endAt(of, ref);
    return end ? [end] : [];
  };
  return pluggedIn(of).flatMap(({ lead, from, to }) =>
    isLink(lead)
      ? []
      : from.flatMap(at).flatMap((one) => to.flatMap(at).map((other) => ({ lead, from: one, to: other }))),
  );
});

const ofKind = (lead: Lead, kind: LeadKind): SingleEdit => {
  const { from, to } = makeLead({ id: lead.id, number: lead.number, kind, from: [], to: [] });
  return {
    edit: 'setLeadKind',
    arguments: { id: lead.id, kind, plugs: { from: from.plug, to: to.plug } },
  };
};

/** SAFE-SPKLEAD: a signal lead on a speaker run can burn; a speaker lead in the signal path hums. */
const speakerLead: Rule = {
  code: 'SAFE-SPKLEAD',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found[] =>
    runsOf(view).flatMap(({ lead, from, to }): Found[] => {
      const speaker = [from, to].some(({ jack }) => jack.carries === 'speaker');
      const signal = [from, to].every(({ jack }) => isAudio(jack) && jack.carries !== 'speaker');
      const wrong = speaker ? lead.kind !== 'speaker' : signal && lead.kind === 'speaker';
      if (!wrong) return [];
      return [
        {
          severity: speaker ? 'danger' : 'caution',
          parts: [leadPart(lead), jackPart(from.box, from.jack), jackPart(to.box, to.jack)],
          data: {
            lead: lead.id,
            kind: lead.kind,
            wanted: leadKindFor(from, to),
            speaker: speaker ? 'yes' : '',
          },
        },
      ];
    }),
  ),
  *cures(view, { data = {} }) {
    const run = runsOf(view).find(({ lead }) => lead.id === data.lead);
    if (run) yield ofKind(run.lead, leadKindFor(run.from, run.to));
  },
};

type ForLengths = Reads<'boxes' | 'stage' | 'houseRules' | 'variants'>;

/** Slack is comfort; without it the lead still reaches. */
function reach(rig: ForLengths, lead: Lead): number | null {
  const needed = neededLength(rig, lead);
  const { slackPercent, playerSlackPercent } = rig.houseRules.limits;
  const guitars = new Set(sources(rig).map((box) => box.id));
  const isPlayers = [...lead.from.at, ...lead.to.at].some((at) => guitars.has(at.box));
  return needed === null ? null : needed / (1 + (isPlayers ? playerSlackPercent : slackPercent) / 100);
}

/** WIRE-LENGTH: a lead whose length is known by hand or tape, shorter than its route. */
const length: Rule = {
  code: 'WIRE-LENGTH',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'stage', 'houseRules', 'variants'], (view): readonly Found[] =>
    view.leads.flatMap((lead): Found[] => {
      if (lead.lengthBy === 'computed') return [];
      const least = reach(view, lead);
      if (least === null || lead.lengthM >= least - 1e-9) return [];
      return [
        {
          severity: 'fault',
          parts: [leadPart(lead)],
          figures: [
            { name: 'length', value: lead.lengthM, unit: 'm' },
            { name: 'route', value: least, unit: 'm' },
          ],
          data: { lead: lead.id },
        },
      ];
    }),
  ),
  *cures(view, { data = {} }) {
    const lead = leadOf(view, data.lead);
    const needed = lead && neededLength(view, lead);
    if (!lead || needed === null || needed === undefined) return;
    const { lengthM } = stockLength(needed, view.stage.stockM);
    yield { edit: 'setLeadLength', arguments: { id: lead.id, lengthM, by: 'hand' } };
  },
};

const LOW_LEVEL: readonly Jack['carries'][] = ['phones', 'line', 'instrument', 'mic'];

/** SPK-PHONES: a headphone or line output into a passive cabinet: nothing drives it. */
const phones: Rule = {
  code: 'SPK-PHONES',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found[] =>
    runsOf(view).flatMap(({ lead, from, to }): Found[] => {
      const [out, into] = from.jack.direction === 'in' ? [to, from] : [from, to];
      const passive = into.jack.direction === 'in' && into.jack.speaker?.isLoad === 'always';
      if (!passive || out.jack.direction === 'in' || !LOW_LEVEL.includes(out.jack.carries)) return [];
      return [
        {
          severity: 'fault',
          parts: [leadPart(lead), jackPart(out.box, out.jack), jackPart(into.box, into.jack)],
          data: {
            lead: lead.id,
            side: out === from ? 'from' : 'to',
            out: `${out.box.id}/${out.jack.id}`,
            into: `${into.box.id}/${into.jack.id}`,
          },
        },
      ];
    }),
  ),
  *cures(view, { data = {} }) {
    const side = data.side === 'to' ? 'to' : 'from';
    const lead = leadOf(view, data.lead);
    if (!lead) return;
    for (const box of view.boxes)
      for (const jack of box.jacks)
        if (jack.direction === 'out' && jack.speaker && isFree(view, box, jack))
          yield {
            edit: 'together',
            arguments: {
              label: `Drive it from ${box.name}`,
              edits: [
                { edit: 'replug', arguments: { lead: lead.id, side, at: [{ box: box.id, jack: jack.id }] } },
                ofKind(lead, 'speaker'),
              ],
            },
          };
    yield { edit: 'unplug', arguments: { lead: lead.id, side } };
  },
};

type Level = 'mic' | 'instrument' | 'line';

const LEVELS: readonly Level[] = ['mic', 'instrument', 'line'];

/** The level a jack is made for in its mode; null where its figures leave it open (a loop of -20 … +4 dBu). */
function levelOf(jack: Jack, mode: JackMode | undefined): Level | null {
  const named = LEVELS.find((level) => level === mode?.id);
  if (named) return named;
  if (jack.carries === 'mic' || jack.carries === 'instrument') return jack.carries;
  const nominal = mode?.nominalDbu;
  if (jack.carries !== 'line' || !nominal) return null;
  return (nominal.low ?? nominal.value) >= -8 ? 'line' : null;
}

const modeOf = (view: ForSignal, { box, jack }: JackEnd) => resolveIn(view).jackMode(box, jack).mode;

/** The level an output gives: where it only hands on what comes in, as a DI's through jack does, the level of that. */
function givenBy(view: ForSignal, end: JackEnd, seen: readonly Jack[] = []): Level | null {
  const { box, jack } = end;
  const into = resolveIn(view)
    .patch(box)
    .patch.wires.find(({ to }) => 'jack' in to && to.jack === jack.id)?.from;
  const handed = into && 'jack' in into ? jackIn(box, into.jack) : undefined;
  if (handed?.direction !== 'in') return levelOf(jack, modeOf(view, end));
  const run = runsOf(view).find(({ to }) => to.box === box && to.jack === handed);
  return run && !seen.includes(jack) ? givenBy(view, run.from, [...seen, jack]) : null;
}

/** Which pairs work badly: too hot for what hears it, or lost in its noise. A quiet pedal into a mic input is no mismatch. */
const MISMATCHED: readonly string[] = ['line > mic', 'line > instrument', 'instrument > line', 'mic > line'];

const isPlain = (jack: Jack) => jack.carries === 'instrument' && jack.modes.length <= 1;

/** LEVEL-MODE: instrument, line or mic level against what the other jack is set to. */
const levelMode: Rule = {
  code: 'LEVEL-MODE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] => {
    const seen = new Set<string>();
    return runsOf(view).flatMap(({ lead, from, to }): Found[] => {
      if (from.jack.direction !== 'out' || to.jack.direction !== 'in' || seen.has(lead.id)) return [];
      // Most jacks are for instruments, in every mode they have.
      if (isPlain(from.jack) && isPlain(to.jack)) return [];
      const mode = modeOf(view, to);
      const [a, b] = [givenBy(view, from), levelOf(to.jack, mode)];
      if (!a || !b || !MISMATCHED.includes(`${a} > ${b}`)) return [];
      if (a === 'line' && b === 'instrument' && takesLine(mode)) return [];
      seen.add(lead.id);
      return [
        {
          severity: 'caution',
          parts: [jackPart(to.box, to.jack), jackPart(from.box, from.jack), leadPart(lead)],
          data: {
            from: `${from.box.id}/${from.jack.id}`,
            to: `${to.box.id}/${to.jack.id}`,
            gives: a,
            hears: b,
          },
        },
      ];
    });
  }),
  *cures(view, { data = {} }) {
    for (const [key, wanted] of [
      [data.to, data.gives],
      [data.from, data.hears],
    ]) {
      const [box = '', id = ''] = (key ?? '').split('/');
      const jack = endAt(view, { box, jack: id })?.jack;
      if (jack?.modes.some((mode) => mode.id === wanted))
        yield {
          edit: 'setMode',
          arguments: { box, jack: id, mode: wanted ?? null, scope: { layer: 'rest' } },
        };
    }
  },
};

export const LEAD_RULES: readonly Rule[] = [speakerLead, length, phones, levelMode];
