import { judge } from '../findings';
import { routingTrial } from '../edits';
import { figureKey, figuresOf, type FigureEntry, type Rig } from '../model';
import { bindTemplate, reconcile, TEMPLATES } from '../routings';
import { settingsOf, trace } from '../signal';

/** A figure nobody has looked up, as it is told. */
export type GuessLine = {
  readonly box: string;
  readonly key: string;
  readonly of: string;
  readonly what: string;
  readonly unit: string;
  readonly value: number;
};

export const guessLine = (box: string, { at, of, what, unit, figure }: FigureEntry): GuessLine => ({
  box,
  key: figureKey(at),
  of,
  what,
  unit,
  value: figure.value,
});

/** One with how much rests on it. */
export type AssumedLine = GuessLine & {
  /** Findings of this rig that read it. */
  readonly findings: number;
  /** Figures of routing cards that read it: milliseconds of a way through the unit. */
  readonly cards: number;
};

type Assumed = { readonly box: string; readonly entry: FigureEntry };

/** The part a figure belongs to, as findings name parts. */
function partOf({ box, entry }: Assumed): string {
  const { at } = entry;
  if (at.on === 'mode' || at.on === 'speaker') return `jack:${box}/${at.jack}`;
  if (at.on === 'state' || at.on === 'pickup') return `block:${box}/${at.block}`;
  return `box:${box}`;
}

/** Boxes and blocks that the ways of any routing's card pass: their delays are in its milliseconds. */
function readByCards(rig: Rig): readonly ReadonlySet<string>[] {
  const trials = TEMPLATES.flatMap((template) => {
    const wanted = bindTemplate(rig, template);
    if ('reason' in wanted) return [];
    const change = reconcile(rig, template.name, wanted);
    const taken = routingTrial(rig, change);
    return 'trial' in taken ? [taken.trial] : [];
  });
  return trials.map((trial) => {
    const passed = new Set<string>();
    for (const setting of settingsOf(trial, null))
      for (const path of trace(trial, setting).paths)
        for (const { box, block, state } of path.sections) {
          if (box.tripMs) passed.add(`${box.id} tripMs`);
          if (state.latencyMs) passed.add(`${box.id} ${block.id} ${state.id} latencyMs`);
        }
    return passed;
  });
}

function cardKey({ box, entry: { at } }: Assumed): string {
  if (at.on === 'box') return `${box} ${at.field}`;
  return at.on === 'state' ? `${box} ${at.block} ${at.state} ${at.field}` : '';
}

/** Figures still assumed, those that most findings and card figures read first. */
export function assumedFigures(rig: Rig): readonly AssumedLine[] {
  const findings = judge(rig, null);
  const cards = readByCards(rig);
  const assumed = rig.boxes.flatMap((box) =>
    figuresOf(box)
      .filter(({ figure }) => figure.source === 'assumed')
      .map((entry): Assumed => ({ box: box.id, entry })),
  );
  return assumed
    .map((item): AssumedLine => {
      const { box, entry } = item;
      const part = partOf(item);
      return {
        ...guessLine(box, entry),
        findings: findings.filter((finding) =>
          finding.assumed.some((a) => `${a.part.type}:${a.part.id}` === part && a.figure === entry.what),
        ).length,
        cards: cards.filter((card) => card.has(cardKey(item))).length,
      };
    })
    .map((line, i) => ({ line, i }))
    .sort((a, b) => b.line.findings - a.line.findings || b.line.cards - a.line.cards || a.i - b.i)
    .map(({ line }) => line);
}
