import { describe, expect, test } from '@jest/globals';
import {
  boxesFromQuick,
  CATALOGUE,
  guessKinds,
  gridChoices,
  makeBox,
  makeGridBlock,
  readQuickLine,
  type Kind,
} from './index';
import { applyEdit, type EditCall } from '../edits';
import { boxSchema, checkInvariants, figuresOf } from '../model';
import { emptyRig } from '../testing/rigs';
import { build, edited } from '../testing/build';

describe('the catalogue', () => {
  test('every kind has an id, a first word and a name of its own', () => {
    for (const read of [(k: Kind) => k.id, (k: Kind) => k.name, (k: Kind) => k.words[0]])
      expect(new Set(CATALOGUE.map(read)).size).toBe(CATALOGUE.length);
  });

  test.each(CATALOGUE.map((kind) => [kind.id, kind] as const))('%s makes a sound box', (id, kind) => {
    const box = makeBox(kind, { id, name: kind.name, tag: 'TAG', place: kind.place, order: 1 });
    const rig = applyEdit(emptyRig(), { edit: 'addBox', arguments: { box } }).rig;
    expect(checkInvariants(rig)).toEqual([]);
    // To the letter: a rig that is saved and opened again is the same file.
    expect(JSON.stringify(boxSchema.parse(box))).toBe(JSON.stringify(box));
    for (const { figure } of figuresOf(box)) {
      expect(figure.source).toBe('assumed');
      expect(figure.low ?? figure.value).toBeLessThanOrEqual(figure.value);
      expect(figure.high ?? figure.value).toBeGreaterThanOrEqual(figure.value);
    }
    const wired = new Set(
      box.patches[0]!.wires.flatMap((w) => [w.from, w.to].flatMap((e) => ('block' in e ? [e.block] : []))),
    );
    expect(box.blocks.filter((block) => !wired.has(block.id)).map((b) => b.id)).toEqual([]);
  });

  test('every block a grid can take is a block', () => {
    for (const { id, name } of gridChoices())
      expect(makeGridBlock(id, `${id}-9`, name)).toMatchObject({ id: `${id}-9`, name });
  });
});

describe('quick entry', () => {
  const line = 'guitar, tuner, fuzz, od x2, delay | unit | valve head, cab 16';
  const boxes = boxesFromQuick(emptyRig(), readQuickLine(line));

  test('the line of the brief', () => {
    expect(boxes.map((b) => [b.name, b.place])).toEqual([
      ['Guitar', 'player'],
      ['Tuner', 'floor'],
      ['Fuzz', 'floor'],
      ['Overdrive', 'floor'],
      ['Overdrive 2', 'floor'],
      ['Digital delay', 'floor'],
      ['Multi-effects', 'floor'],
      ['Valve head', 'backline'],
      ['Cabinet', 'backline'],
    ]);
    expect(new Set(boxes.map((b) => b.tag)).size).toBe(9);
    expect(boxes.at(-1)!.jacks[0]!.speaker!.ohm).toEqual({ value: 16, source: 'manual' });
  });

  test.each([
    ['head 8', 'SPK 8 Ω'],
    ['valve head 20w 4ohm', 'SPK 4 Ω'],
  ])('%s has that tap only', (text, label) => {
    const box = boxesFromQuick(emptyRig(), readQuickLine(text))[0]!;
    expect(box.jacks.filter((j) => j.carries === 'speaker').map((j) => j.label)).toEqual([label]);
  });

  test('watts go to what has watts', () => {
    const [head, cab] = boxesFromQuick(
      emptyRig(),
      readQuickLine('head 50w, cab 8 100 w'.replace('100 w', '100w')),
    );
    expect(head!.jacks.find((j) => j.speaker)!.speaker!.watts!.value).toBe(50);
    expect(cab!.jacks[0]!.speaker).toMatchObject({ ohm: { value: 8 }, watts: { value: 100 } });
  });

  test.each([
    ['wireless', 'radio-transmitter', 'word'],
    ['di', 'passive-di', 'word'],
    ['active di', 'active-di', 'word'],
    ['ears', 'in-ear-pack', 'word'],
    ['powered speaker', 'powered-speaker', 'word'],
    ['small unit', 'small-unit', 'word'],
    ['midi delay', 'midi-delay', 'word'],
    ['solid-state combo', 'solid-combo', 'word'],
    ['acoustic', 'acoustic', 'word'],
    ['load box', 'load-box', 'word'],
    ['attenuator', 'attenuator', 'word'],
    ['power supply', 'supply', 'word'],
    ['volume pedal', 'volume-pedal', 'word'],
    ['exp', 'expression-pedal', 'word'],
    ['comp', 'compressor', 'word'],
    ['delay', 'digital-delay', 'word'],
    ['dirt', 'overdrive', 'word'],
    ['floor unit', 'multi-effects', 'word'],
    ['old fuzz', 'fuzz', 'word'],
    ['del', 'digital-delay', 'beginning'],
    ['choris', 'chorus', 'alike'],
    ['amp', 'valve-head', 'word'],
    ['clean combo', 'combo', 'word'],
    ['xyzzy', undefined, 'none'],
  ])('%s is taken for %s (%s)', (text, kind, certainty) => {
    const item = readQuickLine(text)[0]!;
    expect([item.guesses[0]?.kind.id, item.certainty]).toEqual([kind, certainty]);
  });

  test('rivals come with a guess, and one of them can be chosen', () => {
    expect(guessKinds('b').map((g) => g.kind.id)).toEqual(expect.arrayContaining(['buffer', 'baritone']));
    const [box] = boxesFromQuick(emptyRig(), readQuickLine('dirt'), { 0: 'fuzz' });
    expect(box!.from!.item).toBe('fuzz');
  });

  test('says more than the kind: the words become the name', () => {
    const names = boxesFromQuick(emptyRig(), readQuickLine('germanium fuzz, Slap delay')).map((b) => b.name);
    expect(names).toEqual(['Germanium fuzz', 'Slap delay']);
  });

  test('a second line goes on behind the first, with ids and tags of its own', () => {
    const rig = build('guitar, fuzz');
    const more = boxesFromQuick(rig, readQuickLine('fuzz, fuzz'));
    const both = edited(rig, ...more.map((box): EditCall => ({ edit: 'addBox', arguments: { box } })));
    expect(both.boxes.map((b) => b.id)).toEqual(['guitar', 'fuzz', 'fuzz-2', 'fuzz-3']);
    expect(both.boxes.map((b) => b.order)).toEqual([1, 2, 3, 4]);
  });

  test('a transmitter comes with its receiver, each in its place, and both are repeated', () => {
    const boxes = boxesFromQuick(emptyRig(), readQuickLine('wireless x2'));
    expect(boxes.map((b) => [b.name, b.place])).toEqual([
      ['Radio transmitter', 'player'],
      ['Radio receiver', 'floor'],
      ['Radio transmitter 2', 'player'],
      ['Radio receiver 2', 'floor'],
    ]);
  });

  test('pasted lines and empty items do no harm', () => {
    expect(readQuickLine(' , guitar\n fuzz ,, | ').map((i) => i.text)).toEqual(['guitar', 'fuzz']);
    expect(readQuickLine('fuzz x900')[0]!.repeat).toBe(20);
    expect(readQuickLine('')).toEqual([]);
  });
});
