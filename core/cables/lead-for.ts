import {
  endAt,
  freeNumber,
  freshId,
  makeLead,
  type JackEnd,
  type JackRef,
  type Lead,
  type Rig,
  type Side,
} from '../model';
import { adapterFor, leadKindFor } from './fit';

/** Box and jack of a reference. @throws if the rig has no such jack */
export function endOf(rig: Rig, ref: JackRef): JackEnd {
  const end = endAt(rig, ref);
  if (!end) throw new Error(`there is no jack ${ref.box}/${ref.jack}`);
  return end;
}

/** A maker's own socket, or MIDI on five pins or on TRS: there are no adapters for it, its lead has its plugs. */
const hasOwnPlug = ({ jack }: JackEnd): boolean =>
  ['din-7', 'din-8'].includes(jack.connector) ||
  (jack.carries === 'midi' && (jack.connector === 'din-5' || jack.connector.startsWith('trs')));

/** A new lead of the kind that belongs between the jacks, with the lowest free number and the adapters it needs. */
export function leadFor(rig: Rig, from: readonly JackRef[], to: JackRef): Lead {
  const first = from[0];
  if (!first) throw new Error('a new lead begins at a jack');
  const [a, b] = [endOf(rig, first), endOf(rig, to)];
  const number = freeNumber(rig.leads);
  const lead = makeLead({
    id: freshId(`lead-${number}`, new Set(rig.leads.map((other) => other.id))),
    number,
    kind: leadKindFor(a, b),
    from,
    to: [to],
  });
  const adapters = (side: Side, connector: Lead['from']['plug']['connector']) => {
    const adapter = adapterFor(lead[side].plug.connector, connector);
    return adapter ? [adapter] : [];
  };
  if (hasOwnPlug(a) && hasOwnPlug(b)) {
    const plug = ({ jack }: JackEnd) => ({ ...lead.from.plug, connector: jack.connector });
    return { ...lead, from: { ...lead.from, plug: plug(a) }, to: { ...lead.to, plug: plug(b) } };
  }
  return {
    ...lead,
    from: { ...lead.from, adapters: adapters('from', a.jack.connector) },
    to: { ...lead.to, adapters: adapters('to', b.jack.connector) },
  };
}
