// Every kind of the catalogue as people would look it up: what it has, what it is called, what makes there are of it.
import { CATALOGUE_GROUPS, makeBox, type Kind } from '../catalog';
import { figuresOf, type Jack } from '../model';
import { count, formatQuantity } from '../units';

const cell = (text: string) => text.replace(/\|/g, '/');

const DIRECTIONS: Readonly<Record<Jack['direction'], string>> = {
  in: 'in',
  out: 'out',
  both: 'either way',
  through: 'through',
};

/** `INPUT (in), SEND (out)`, as printed on the box. */
const jacksOf = (jacks: readonly Jack[]) =>
  jacks.map(({ label, direction }) => `${label} (${DIRECTIONS[direction]})`).join(', ');

function row(kind: Kind): string {
  const box = makeBox(kind, { id: 'x', name: kind.name, tag: 'X', place: kind.place, order: 1 });
  const inside = box.blocks.map(({ name, states }) =>
    states.length > 1 ? `${name} [${states.map((state) => state.name).join(', ')}]` : name,
  );
  const assumed = figuresOf(box).length;
  const sets = (kind.sets ?? []).map(
    ({ name, figures }) =>
      `${name}${figures.length <= 2 ? ` (${figures.map(({ at, figure }) => formatQuantity(figure.value, unitOf(box, at))).join(', ')})` : ''}`,
  );
  return `| **${kind.name}**: ${[
    kind.hint,
    kind.words.join(', '),
    jacksOf(box.jacks),
    inside.join(', ') || 'wire',
    sets.join('; ') || '–',
    String(assumed),
  ]
    .map(cell)
    .join(' | ')} |`;
}

type At = NonNullable<Kind['sets']>[number]['figures'][number]['at'];

const unitOf = (box: ReturnType<typeof makeBox>, at: At): string =>
  figuresOf(box).find((entry) => JSON.stringify(entry.at) === JSON.stringify(at))?.unit ?? '';

/** The page as Markdown, in the order of the catalogue. */
export function gearPage(): string {
  const kinds = CATALOGUE_GROUPS.flatMap((group) => group.kinds);
  const sets = kinds.flatMap((kind) => kind.sets ?? []);
  return [
    '# The gear',
    '',
    `${count(kinds.length, 'kind')} and ${count(sets.length, 'make')} of them, as quick entry knows them. A kind differs from every other in its`,
    'jacks, its blocks or its limits; makes of a kind differ in figures alone and are said with it (`guitar single-coil`,',
    '`cab 4x12`). Every figure is assumed until somebody looks it up, and says its plausible range. Written by a test:',
    '`WRITE_DOCS=1 npm run unit -- scripts/docs` writes the page anew; [How to add a kind](add-a-kind.md) says how one is added.',
    '',
    ...CATALOGUE_GROUPS.flatMap(({ name, kinds: own }) => [
      `## ${name}`,
      '',
      '| kind | what people type | jacks | inside | makes | figures |',
      '| --- | --- | --- | --- | --- | --- |',
      ...own.map(row),
      '',
    ]),
  ].join('\n');
}
