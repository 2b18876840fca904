import { adapterFor, plugFits, presents } from '../cables';
import { isLink, type EditCall, type Rig } from '../rig';
import {
  bestExchange,
  clashes,
  clashingLeads,
  crossingParts,
  exchangeData,
  exchangeEdit,
  exchangeFrom,
  type Exchange,
} from './exchange';
import {
  endAt,
  everyJack,
  everySound,
  isFree,
  jackPart,
  leadPart,
  viewOf,
  type Found,
  type Rule,
  type View,
} from './finding';
import type { Cycle } from '../signal';

const clashesIn = (view: View, rig: Rig) => clashingLeads(viewOf(rig, view.variant, view.setting.sound));

/** WIRE-DIRECTION: output to output, input to input; one finding for each crossing of two leads. */
const direction: Rule = {
  code: 'WIRE-DIRECTION',
  reads: 'rig',
  judge: (view) => {
    const found: Found[] = [];
    let open = [...clashingLeads(view)];
    while (open.length > 0) {
      const left = open;
      const exchange = bestExchange(view, open.slice(0, 1), (rig) => {
        const now = clashesIn(view, rig);
        return now.length < left.length && now.every((lead) => left.includes(lead));
      });
      if (exchange) {
        found.push({ severity: 'fault', parts: crossingParts(view, exchange), data: exchangeData(exchange) });
        open = open.filter((lead) => lead !== exchange.a.lead && lead !== exchange.b.lead);
        continue;
      }
      const lead = view.plugged.find((p) => p.lead.id === open[0]);
      const [from, to] = [endAt(view.rig, lead?.from[0]), endAt(view.rig, lead?.to[0])];
      if (lead && from && to)
        found.push({
          severity: 'fault',
          parts: [leadPart(lead.lead), jackPart(from.box, from.jack), jackPart(to.box, to.jack)],
          data: {
            lead: lead.lead.id,
            from: `${from.box.id}/${from.jack.id}`,
            to: `${to.box.id}/${to.jack.id}`,
            direction: from.jack.direction,
          },
        });
      open = open.slice(1);
    }
    return found;
  },
  *cures(view, { data = {} }) {
    if (data.a !== undefined) yield exchangeEdit(view, exchangeFrom(data));
    else if (data.lead !== undefined) yield* anotherJack(view, data.lead);
  },
};

/** Free jacks of the right direction on either box, nearest in kind first. */
function* anotherJack(view: View, leadId: string): Generator<EditCall> {
  const lead = view.plugged.find((p) => p.lead.id === leadId);
  for (const side of ['to', 'from'] as const) {
    const [end, far] = [
      endAt(view.rig, lead?.[side][0]),
      endAt(view.rig, lead?.[side === 'to' ? 'from' : 'to'][0]),
    ];
    if (!end || !far) continue;
    const choices = end.box.jacks
      .filter((jack) => isFree(view, end.box, jack) && !clashes({ from: jack, to: far.jack }))
      .sort((a, b) => Number(b.carries === end.jack.carries) - Number(a.carries === end.jack.carries));
    for (const jack of choices)
      yield { edit: 'replug', arguments: { lead: leadId, side, at: [{ box: end.box.id, jack: jack.id }] } };
  }
}

/** WIRE-PLUG: a plug that does not fit its jack, adapters counted in. */
const plug: Rule = {
  code: 'WIRE-PLUG',
  reads: 'rig',
  judge: (view) =>
    view.plugged.flatMap(({ lead, from, to }) => {
      if (isLink(lead)) return [];
      return (['from', 'to'] as const).flatMap((side): Found[] => {
        const given = presents(lead[side]);
        return (side === 'from' ? from : to).flatMap((ref): Found[] => {
          const end = endAt(view.rig, ref);
          if (!end || (given !== null && plugFits(given, end.jack.connector))) return [];
          const adapter = adapterFor(lead[side].plug.connector, end.jack.connector);
          return [
            {
              severity: 'fault',
              parts: [leadPart(lead), jackPart(end.box, end.jack)],
              data: {
                lead: lead.id,
                side,
                jack: `${end.box.id}/${end.jack.id}`,
                plug: given ?? lead[side].plug.connector,
                socket: end.jack.connector,
                adapter: adapter?.name ?? '',
              },
            },
          ];
        });
      });
    }),
  *cures(view, { data = {} }) {
    const lead = view.rig.leads.find((l) => l.id === data.lead);
    const side = data.side === 'from' ? 'from' : 'to';
    const end = everyJack(view.rig).find(({ box, jack }) => `${box.id}/${jack.id}` === data.jack);
    if (!lead || !end) return;
    const adapter = adapterFor(lead[side].plug.connector, end.jack.connector);
    if (adapter !== undefined)
      yield { edit: 'setAdapters', arguments: { lead: lead.id, side, adapters: adapter ? [adapter] : [] } };
  },
};

/** Gain round a cycle, dB: small-signal gains of the states in force, drives of unknown position fully up. */
export function ringGain(view: View, cycle: Cycle): number {
  return cycle.blocks.reduce((sum, { box: boxId, block: blockId }) => {
    const box = view.resolved.boxes.get(boxId);
    const block = box?.blocks.find((b) => b.id === blockId);
    if (!box || !block) return sum;
    const gain = view.resolved.blockState(box, block).state.gainSmallDb;
    const open = box.controls.some(
      (c) =>
        c.sets === 'drive' &&
        'block' in c.actsOn &&
        c.actsOn.block === blockId &&
        (c.law.type !== 'db' || view.resolved.control(box, c).position === null),
    );
    return sum + (gain ? (open ? (gain.high ?? gain.value) : gain.value) : 0);
  }, 0);
}

/** The exchange of two plugs that opens a ring again, or null: then crossed leads are not the reason for it. */
export function ringExchange(view: View, cycle: Cycle): Exchange | null {
  const before = everySound(view).reduce((n, sound) => n + sound.trace.cycles.length, 0);
  return bestExchange(view, cycle.leads, (rig) => {
    const after = everySound(viewOf(rig, view.variant, view.setting.sound));
    const cycles = after.reduce((n, sound) => n + sound.trace.cycles.length, 0);
    return cycles < before && clashesIn(view, rig).length <= clashingLeads(view).length;
  });
}

/** WIRE-RING: crossed leads close the signal on itself; told by the two leads whose exchange opens it again. */
const ring: Rule = {
  code: 'WIRE-RING',
  reads: 'rig',
  judge: (view) => {
    const byLeads = new Map<string, { cycle: Cycle; gain: number }>();
    for (const sound of everySound(view))
      for (const cycle of sound.trace.cycles) {
        const key = [...cycle.leads].sort().join(' ');
        const gain = ringGain(sound, cycle);
        if (cycle.leads.length > 0 && gain > (byLeads.get(key)?.gain ?? -Infinity))
          byLeads.set(key, { cycle, gain });
      }
    return [...byLeads.values()].flatMap(({ cycle, gain }): Found[] => {
      const exchange = ringExchange(view, cycle);
      if (!exchange) return [];
      return [
        {
          severity: gain > 0 ? 'danger' : 'fault',
          parts: crossingParts(view, exchange),
          figures: [{ name: 'gain round the ring', value: gain, unit: 'dB' }],
          data: exchangeData(exchange),
        },
      ];
    });
  },
  *cures(view, { data = {} }) {
    yield exchangeEdit(view, exchangeFrom(data));
  },
};

export const WIRE_RULES: readonly Rule[] = [direction, ring, plug];
