import { lies } from '../bench';
import { connectorName, loomsOf, type Loom } from '../cables';
import { toCsv, type Cell } from '../file';
import { computedLength } from '../lengths';
import {
  boxOf,
  differencesBetween,
  endWords,
  isLink,
  isPutAway,
  isTurned,
  nightName,
  onward,
  shieldWords,
  wiring,
  type JackRef,
  type Lead,
  type Plugged,
  type Rig,
} from '../model';
import { formatLength, type LengthUnit } from '../units';

/** One line of the lead schedule. */
export type ScheduleRow = {
  readonly id: string;
  readonly number: number;
  /** Tag and printed jack; `loose` for an end that is plugged nowhere. */
  readonly from: string;
  readonly to: string;
  readonly fromBox: string;
  readonly toBox: string;
  readonly kind: Lead['kind'];
  readonly plugs: string;
  readonly adapters: readonly string[];
  readonly lengthM: number;
  readonly lengthBy: Lead['lengthBy'];
  /** Longer than the longest of the stock. */
  readonly toBeMade: boolean;
  readonly state: 'plugged' | 'one end loose' | 'put away';
  /** Name of the loom it is tied into; empty for what runs alone. */
  readonly loom: string;
  readonly shield: string;
  readonly notes: string;
  /** What stands in its shield, and its notes. */
  readonly remarks: string;
  /** How it lies in the base wiring, where that is otherwise than in the variant; else null. */
  readonly inBase: string | null;
};

export type Total = { readonly kind: Lead['kind']; readonly count: number; readonly metres: number };

/** A Y, an insert, a breakout: what it is called and where its ends are plugged. */
export type Joint = { readonly id: string; readonly name: string; readonly ends: readonly string[] };

export type Schedule = {
  readonly rows: readonly ScheduleRow[];
  /** What is plugged, by kind, and all of it. */
  readonly totals: readonly Total[];
  readonly all: { readonly count: number; readonly metres: number };
  readonly adapters: readonly { readonly name: string; readonly count: number }[];
  readonly looms: readonly Loom[];
  /** Leads with three ends or more, one line each. */
  readonly joints: readonly Joint[];
};

function rowOf(rig: Rig, plugged: Plugged, looms: readonly Loom[], inBase: string | null): ScheduleRow {
  const { lead, from, to } = onward(rig, plugged);
  const [first, second] = isTurned(rig, plugged) ? [lead.to, lead.from] : [lead.from, lead.to];
  const names = (refs: readonly JackRef[]) =>
    [...new Set(refs.map((ref) => boxOf(rig, ref.box)?.name ?? ''))].join(' or ');
  const loose = [from, to].filter((refs) => refs.length === 0).length;
  return {
    id: lead.id,
    number: lead.number,
    from: endWords(rig, from),
    to: endWords(rig, to),
    fromBox: names(from),
    toBox: names(to),
    kind: lead.kind,
    plugs: `${connectorName(first.plug.connector)} – ${connectorName(second.plug.connector)}`,
    adapters: [...lead.from.adapters, ...lead.to.adapters].map((adapter) => adapter.name),
    lengthM: lead.lengthM,
    lengthBy: lead.lengthBy,
    toBeMade: lead.lengthBy === 'computed' && (computedLength(rig, lead)?.toBeMade ?? false),
    state: loose === 0 ? 'plugged' : loose === 1 ? 'one end loose' : 'put away',
    loom: looms.find(({ leads }) => leads.some(({ id }) => id === lead.id))?.name ?? '',
    shield: shieldWords(rig, plugged),
    notes: lead.notes,
    remarks: [shieldWords(rig, plugged), lead.notes].filter(Boolean).join('; '),
    inBase,
  };
}

/** Leads with more ends that are plugged somewhere: each tail by its label and what stands at the other side. */
const jointsOf = (rig: Rig, variant: string | null): readonly Joint[] =>
  rig.boxes
    .filter(({ part }) => part === 'lead')
    .map(({ id, name, jacks }) => ({
      id,
      name,
      ends: jacks.flatMap((jack) =>
        wiring(rig, variant).flatMap(({ from, to }) => {
          const isHere = (ref: JackRef) => ref.box === id && ref.jack === jack.id;
          const far = from.some(isHere) ? to : to.some(isHere) ? from : [];
          return far.length > 0 ? [`${jack.label} to ${endWords(rig, far)}`] : [];
        }),
      ),
    }))
    .filter(({ ends }) => ends.length > 0);

/** A lead with more ends in one line: `Y lead: ONE to HEAD LINE OUT, TWO A to DESK CH 2`. */
export const jointLine = ({ name, ends }: Joint): string => `${name}: ${ends.join(', ')}`;

/** Every lead with its ends, kind, plugs and length, by number; links through the air are no leads. */
export function scheduleOf(rig: Rig, variant: string | null): Schedule {
  const entries = wiring(rig, variant).filter(({ lead }) => !isLink(lead));
  const looms = loomsOf(rig, variant);
  const otherwise = new Map(
    (variant === null ? [] : differencesBetween(rig, null, variant).leads).map(({ lead, was }) => [
      lead.id,
      lies(rig, was),
    ]),
  );
  const rows = entries
    .map((entry) => rowOf(rig, entry, looms, otherwise.get(entry.lead.id) ?? null))
    .sort((a, b) => a.number - b.number);
  const plugged = rows.filter((row) => row.state !== 'put away');
  const kinds = [...new Set(plugged.map((row) => row.kind))];
  const sum = (list: readonly ScheduleRow[]) => list.reduce((metres, row) => metres + row.lengthM, 0);
  const counts = new Map<string, number>();
  for (const { lead, from, to } of entries)
    if (!isPutAway({ from, to }))
      for (const { name } of [...lead.from.adapters, ...lead.to.adapters])
        counts.set(name, (counts.get(name) ?? 0) + 1);
  return {
    rows,
    totals: kinds.map((kind) => {
      const own = plugged.filter((row) => row.kind === kind);
      return { kind, count: own.length, metres: sum(own) };
    }),
    all: { count: plugged.length, metres: sum(plugged) },
    adapters: [...counts].map(([name, count]) => ({ name, count })),
    looms,
    joints: jointsOf(rig, variant),
  };
}

/** A loom in one line: `Floor–Backline: leads 6, 7, 8, longest 9 m`. */
export const loomLine = ({ name, leads, lengthM }: Loom, unit: LengthUnit): string =>
  `${name}: leads ${leads.map(({ number }) => number).join(', ')}, longest ${formatLength(lengthM, unit)}`;

/** The schedule as CSV; lengths are plain numbers in the unit of their heading. */
export function scheduleCsv(rig: Rig, variant: string | null, unit: LengthUnit): string {
  const { rows, joints } = scheduleOf(rig, variant);
  const length = (metres: number) => Number(formatLength(metres, unit).split(' ')[0]);
  return toCsv([
    [
      'number',
      'from',
      'from box',
      'to',
      'to box',
      'kind',
      'plugs',
      'adapters',
      unit === 'metres' ? 'length m' : 'length ft',
      'length by',
      'to be made',
      'state',
      'loom',
      'shield',
      'notes',
      ...(variant === null ? [] : [`in ${nightName(rig, null)}`]),
    ],
    ...rows.map((row): Cell[] => [
      row.number,
      row.from,
      row.fromBox,
      row.to,
      row.toBox,
      row.kind,
      row.plugs,
      row.adapters.join('; '),
      length(row.lengthM),
      row.lengthBy,
      row.toBeMade ? 'yes' : '',
      row.state,
      row.loom,
      row.shield,
      row.notes,
      ...(variant === null ? [] : [row.inBase ?? '']),
    ]),
    ...joints.map(({ name, ends }): Cell[] => ['', name, '', ends.join('; ')]),
  ]);
}
