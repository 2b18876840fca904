import { loomsOf } from '../cables';
import {
  boxOf,
  isLink,
  isPutAway,
  jackIn,
  wiring,
  type Jack,
  type JackRef,
  type Lead,
  type Rig,
} from '../model';

/** One end of a label: the tag of the box and the jack as printed on it. */
export type LabelEnd = { readonly tag: string; readonly jack: string };

/** The label of one end of a lead: this end first, then where the other one goes. */
export type Label = {
  readonly lead: string;
  readonly number: number;
  readonly here: LabelEnd;
  readonly there: LabelEnd;
  /** A band across the label: a lead that is not like the others. */
  readonly band: string | null;
  /** What its code says when it is read, the same as the words. */
  readonly code: string;
};

const LOOSE: LabelEnd = { tag: 'loose', jack: '' };

function endOf(rig: Rig, refs: readonly JackRef[]): LabelEnd {
  const ends = refs.flatMap((ref) => {
    const box = boxOf(rig, ref.box);
    const jack = jackIn(box, ref.jack);
    return box && jack ? [{ tag: box.tag, jack: jack.label }] : [];
  });
  const [first] = ends;
  if (!first) return LOOSE;
  // Guitars that share a lead: every tag, the jack once.
  return { tag: [...new Set(ends.map((end) => end.tag))].join('/'), jack: first.jack };
}

const BREAKS: Readonly<Record<Lead['break']['kind'], string | null>> = {
  none: null,
  lift: 'SHIELD LIFTED',
  cap: 'SHIELD BY CAPACITOR',
  transformer: 'TRANSFORMER',
  'twin-core': 'TWIN CORE, SHIELD ONE END',
};

/** What sets this lead apart from a plain one, for the band; null for a plain lead. */
function bandOf(rig: Rig, lead: Lead, ends: readonly JackRef[]): string | null {
  const jacks = ends.flatMap(
    (ref): Jack[] => boxOf(rig, ref.box)?.jacks.filter((j) => j.id === ref.jack) ?? [],
  );
  const broken = BREAKS[lead.break.kind];
  if (broken !== null) {
    const end = lead.break.end === undefined ? '' : lead.break.end === 'from' ? ' AT SOURCE' : ' AT FAR END';
    return `${broken}${end}`;
  }
  if (lead.kind === 'speaker') return 'SPEAKER: AMP OFF FIRST';
  if (jacks.some((jack) => jack.carries === 'switch')) return 'SWITCH LEAD';
  if (lead.kind === 'mains') return 'MAINS';
  return lead.from.adapters.length + lead.to.adapters.length > 0 ? 'WITH ADAPTER' : null;
}

/** Two labels for each lead that is plugged, in the order of the numbers; links through the air carry none. */
export function labelsOf(rig: Rig, variant: string | null): readonly Label[] {
  return wiring(rig, variant)
    .filter(({ lead, from, to }) => !isLink(lead) && !isPutAway({ from, to }))
    .sort((a, b) => a.lead.number - b.lead.number)
    .flatMap(({ lead, from, to }): Label[] => {
      const [a, b] = [endOf(rig, from), endOf(rig, to)];
      const band = bandOf(rig, lead, [...from, ...to]);
      const words = ({ tag, jack }: LabelEnd) => (jack === '' ? tag : `${tag} ${jack}`);
      const code = `${lead.number}: ${words(a)} > ${words(b)}`;
      const shared = { lead: lead.id, number: lead.number, band, code };
      return [
        { ...shared, here: a, there: b },
        { ...shared, here: b, there: a },
      ];
    });
}

/** The label of one end of a loom: its name, and where it goes with which leads. */
export type LoomLabel = Omit<Label, 'lead' | 'number'> & { readonly count: number };

/** Two labels for each loom, the end at the player's side first. */
export const loomLabelsOf = (rig: Rig, variant: string | null): readonly LoomLabel[] =>
  loomsOf(rig, variant).flatMap(({ id, name, places, leads }): LoomLabel[] => {
    const written = rig.looms.find((loom) => loom.id === id)?.label;
    const here: LabelEnd = { tag: written === undefined || written === '' ? name : written, jack: '' };
    const numbers = leads.map(({ number }) => number).join(', ');
    const [left = '', right = ''] = places.map(
      (place) => rig.stage.places.find((one) => one.id === place)?.name ?? '',
    );
    const shared = {
      here,
      band: null,
      count: leads.length,
      code: `${here.tag}: ${numbers}; ${left} > ${right}`,
    };
    return [right, left].map((far) => ({ ...shared, there: { tag: far, jack: numbers } }));
  });
