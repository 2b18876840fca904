// The switches of a box as facts: read off its top, or as such boxes have them.
import { CATALOGUE, modelOf } from '../catalog';
import { bankCount, freshId, slug, switchesOf, type Box, type FootSwitch } from '../model';

/** What is said of a box's switches: those that are free by their printed names, how many banks, a switch for tapping. */
export type SaidSwitches = {
  readonly labels: readonly string[];
  readonly banks: number;
  readonly hasTap: boolean;
};

const IS_SAID: readonly FootSwitch['does'][] = ['free', 'bank-up', 'bank-down', 'tap'];

export const saidOf = (box: Box): SaidSwitches => ({
  labels: switchesOf(box).flatMap(({ does, label }) => (does === 'free' ? [label] : [])),
  banks: bankCount(box),
  hasTap: switchesOf(box).some(({ does }) => does === 'tap'),
});

/** `A, B, C` as names; each once. */
export const readLabels = (text: string): readonly string[] => [
  ...new Set(
    text
      .split(',')
      .map((one) => one.trim())
      .filter((one) => one !== ''),
  ),
];

/**
 * The switches of a box as they are said; those with fixed acts stay, and a printed name keeps its switch.
 * @param banks 1: none
 */
export function switchesSaid(
  box: Box,
  { labels, banks, hasTap }: SaidSwitches,
): { readonly switches: readonly FootSwitch[]; readonly banks: Box['banks'] | null } {
  const old = switchesOf(box);
  const taken = new Set(old.map(({ id }) => id));
  const own = (label: string, does: FootSwitch['does']): FootSwitch => {
    const same = old.find((one) => one.does === does && (does !== 'free' || one.label === label));
    if (same) return same;
    const id = freshId(slug(`switch ${label}`), taken);
    taken.add(id);
    return { id, label, action: 'momentary', does };
  };
  return {
    switches: [
      ...old.filter(({ does }) => !IS_SAID.includes(does)),
      ...labels.map((label) => own(label, 'free')),
      ...(banks > 1 ? [own('BANK ▼', 'bank-down'), own('BANK ▲', 'bank-up')] : []),
      ...(hasTap ? [own('TAP', 'tap')] : []),
    ],
    banks: banks > 1 ? { count: banks, wraps: box.banks?.wraps ?? true } : null,
  };
}

/** The switches that the catalogue has for such a box; null: it knows of none. */
export function usualSwitches(
  box: Box,
): { readonly switches: readonly FootSwitch[]; readonly banks: Box['banks'] | null } | null {
  const kind = CATALOGUE.find(({ id }) => id === box.from?.item);
  const { switches, banks = null } = kind ? modelOf(kind) : {};
  const fits = switches?.every(
    ({ blocks = [], jack }) =>
      blocks.every((id) => box.blocks.some((block) => block.id === id)) &&
      (jack === undefined || box.jacks.some(({ id }) => id === jack)),
  );
  return switches && fits ? { switches, banks } : null;
}
