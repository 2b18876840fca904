import { describe, expect, test } from '@jest/globals';
import { CATALOGUE, boxesFromQuick, guessKinds, makeBox, readQuickLine } from '../catalog';
import { problemWords, produce, setFigureAt, type Figure } from '../model';
import { itemOf, play } from '../testing/gear-items';
import { build } from '../testing/build';
import {
  addressOfPath,
  applyGearEdit,
  checkItem,
  compareWithShelf,
  copyOfItem,
  isAbout,
  offersIn,
  itemFromBox,
  itemFromKind,
  kindOfItem,
  newItemId,
  troubleOf,
  type GearItem,
} from './index';

describe('an item of the shelf', () => {
  test('begins as any kind of the catalogue, and makes the same box as the kind', () => {
    for (const kind of CATALOGUE) {
      const item = itemFromKind(kind, `own-${kind.id}`);
      expect(checkItem(item)).toEqual({ ok: true, item });
      const given = { id: 'x', name: 'X', tag: 'X', place: 'floor', order: 1 };
      const [mine, theirs] = [makeBox(kindOfItem(item), given), makeBox(kind, given)];
      expect({ ...mine, from: null }).toEqual({ ...theirs, from: null });
      expect(mine.from).toEqual({ item: item.id, revision: 0 });
    }
  });

  test('begins as a box of a rig: its figures come along, knobs as noted and the outlet in the wall do not', () => {
    const [head] = build('valve head 50w').boxes;
    const noted = {
      ...head!,
      controls: head!.controls.map((control) => ({ ...control, position: 0.5, basis: 'x' })),
      jacks: head!.jacks.map((jack) => ({ ...jack, wallOutlet: 'outlet' })),
    };
    const item = itemFromBox(noted, newItemId(head!.name, 'k3f9'));
    expect(item.id).toBe('own-valve-head-k3f9');
    expect(item.jacks.find((jack) => jack.speaker)?.speaker?.watts).toEqual({ value: 50, source: 'manual' });
    expect(item.controls.every(({ position, basis }) => position === null && basis === null)).toBe(true);
    expect(JSON.stringify(item)).not.toContain('wallOutlet');
    expect(checkItem(item).ok).toBe(true);
    expect(copyOfItem(item, 'own-b').name).toBe('Valve head (copy)');
  });

  test('is offered before the kinds of the catalogue, by its name, its kind and the words one types', () => {
    const item = { ...itemOf('fuzz', 'own-moth'), name: 'Grey Moth', words: ['the loud one'] };
    const kinds = [kindOfItem(item), ...CATALOGUE];
    for (const words of ['grey moth', 'fuzz', 'the loud one'])
      expect(guessKinds(words, kinds)[0]?.kind.id).toBe('own-moth');
    expect(guessKinds('overdrive', kinds)[0]?.kind.id).toBe('overdrive');
    const [box, second] = boxesFromQuick(build(''), readQuickLine('grey moth x2', kinds), {}, kinds);
    expect([box?.name, second?.name, box?.from?.item]).toEqual(['Grey Moth', 'Grey Moth 2', 'own-moth']);
    // A number is ohms where one's own has a loudspeaker.
    const cab = { ...itemOf('cabinet', 'own-cab'), name: 'Old square' };
    const line = readQuickLine('old square 16', [kindOfItem(cab), ...CATALOGUE]);
    expect(line[0]).toMatchObject({ text: 'old square', ohm: 16 });
  });

  test.each<[string, (item: GearItem) => unknown, RegExp]>([
    ['no jack', (item) => ({ ...item, jacks: [] }), /has one jack at least/],
    ['no name', (item) => ({ ...item, name: ' ' }), /a box has a name/],
    [
      'a jack that nothing is printed at',
      (item) => ({ ...item, jacks: [{ ...item.jacks[0], label: ' ' }, ...item.jacks.slice(1)] }),
      /a jack has a printed name/,
    ],
    ['a wire from nowhere', (item) => ({ ...item, jacks: item.jacks.slice(1) }), /there is no jack "in"/],
    [
      'no impedance at all',
      (item) => produce(item, (d) => void (d.jacks[0]!.modes[0]!.rIn!.value = 0)),
      /“IN”, modes, “as built”.*more than 0, not 0/,
    ],
    [
      'a date that is none',
      (item) => ({ ...item, service: [{ id: 's', date: 'May', what: 'x' }] }),
      /YYYY-MM-DD/,
    ],
    [
      'two parts of one id',
      (item) => ({ ...item, blocks: [item.blocks[0], item.blocks[0]] }),
      /used by blocks\[0\] too/,
    ],
  ])('with %s it says where, and is no item', (_, spoil, words) => {
    const spoilt = spoil(itemOf('fuzz'));
    const checked = checkItem(spoilt);
    expect(checked.ok).toBe(false);
    const told = checked.ok ? [] : checked.problems.map((problem) => problemWords(spoilt, problem));
    expect(told.join(' ')).toMatch(words);
  });

  test('a problem leads to its part', () => {
    const item = itemOf('valve-head');
    const at = (path: string) => addressOfPath(item, path);
    expect(at('jacks[1].modes[0].rIn.value')).toEqual({
      address: `jacks/${item.jacks[1]!.id}/modes/${item.jacks[1]!.modes[0]!.id}`,
      field: 'rIn.value',
    });
    expect(at('patches[0].wires[2].from.jack')).toEqual({
      address: 'patches/inside/wires/2',
      field: 'from.jack',
    });
    expect(at('name')).toEqual({ address: '', field: 'name' });
  });
});

describe('a box of a rig beside its item', () => {
  const rin = { on: 'mode', jack: 'in', mode: 'as-built', field: 'rIn' } as const;
  const put = <T extends GearItem>(item: T, figure: Figure, revision: number) =>
    produce({ ...item, revision }, (draft) => setFigureAt(draft, rin, figure));
  const item = itemOf('fuzz');
  const box = makeBox(kindOfItem(item), { id: 'x', name: 'Fuzz', tag: 'F', place: 'floor', order: 1 });

  test('what is newer on the shelf is offered, and what the rig knows better is offered back', () => {
    expect(offersIn(compareWithShelf(box, item))).toEqual([]);
    const known: Figure = { value: 8200, source: 'manual', page: '4' };
    const newer = compareWithShelf(box, put(item, known, 1));
    expect(newer).toMatchObject({ isNewer: true, differences: [{ onShelf: known, offeredBack: false }] });
    expect(offersIn(newer)).toEqual(newer.differences);
    const measured: Figure = { value: 7900, source: 'measured', date: '2026-05-06' };
    const here = produce(box, (draft) => setFigureAt({ ...draft, jacks: draft.jacks }, rin, measured));
    const back = compareWithShelf(here, put(item, known, 0));
    expect(back).toMatchObject({ isNewer: false, differences: [{ here: measured, offeredBack: true }] });
    // An older measurement, and a manual against a measurement, are no better.
    for (const better of [{ ...measured, date: '2026-05-07' }, measured])
      expect(offersIn(compareWithShelf(here, put(item, better, 0)))).toEqual([]);
  });

  test('jacks and blocks that only one of both has are named', () => {
    const more = play(item, { edit: 'add part', owner: '', list: 'jacks', template: 'send' });
    expect(compareWithShelf(box, more)).toMatchObject({
      onlyOnShelf: ['SEND'],
      onlyHere: [],
      differences: [],
    });
  });
});

test('what keeps an item off the shelf is told with the part and the field, and leads there', () => {
  const item = produce(itemOf('fuzz'), (draft) => {
    draft.jacks[0]!.modes[0]!.rIn!.value = -1;
    draft.blocks[0]!.name = '';
    draft.controls[0]!.label = 'x'.repeat(300);
    draft.name = '';
  });
  const checked = checkItem(item);
  const troubles = checked.ok ? [] : checked.problems.map((problem) => troubleOf(item, problem));
  expect(troubles.map(({ address, words }) => [address, words])).toEqual([
    ['jacks/in/modes/as-built', 'IN, as built, input impedance: more than 0.'],
    [`controls/${item.controls[0]!.id}`, `${'x'.repeat(300)}, printed name: at most 200 characters.`],
    ['', 'name: a box has a name.'],
  ]);
  const named = checkItem({ ...itemOf('fuzz'), blocks: item.blocks });
  expect(named.ok ? '' : troubleOf(item, named.problems[0]!).words).toBe('block, name: a block has a name.');
});

test('what a list lacks is told at its first field, what one of it lacks at its own', () => {
  const begun = applyGearEdit(itemOf('valve-head'), { edit: 'add part', owner: '', list: 'loops' }).item;
  const told = (item: GearItem) => {
    const checked = checkItem(item);
    return checked.ok ? [] : checked.problems.map((problem) => troubleOf(item, problem));
  };
  expect(told(begun).map(({ words }) => words)).toEqual([
    'Loop, goes out by: one jack at least.',
    'Loop, comes back by: one jack at least.',
  ]);
  expect(
    told(begun).map(({ field }) => ['sends.0', 'sends.1', 'returns.0'].filter((one) => isAbout(field, one))),
  ).toEqual([['sends.0'], ['returns.0']]);
  const half = applyGearEdit(begun, {
    edit: 'set field',
    address: 'loops/loop',
    path: 'sends.1',
    value: 'send',
  }).item;
  expect(told(half)[0]).toMatchObject({ field: 'sends.0', words: 'Loop, goes out by: a text is missing.' });
});
