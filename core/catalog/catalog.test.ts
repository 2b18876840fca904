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

/** All that tells a kind from others but its figures: jacks, blocks, wires, limits, hidden settings. */
function signature(kind: Kind): string {
  const box = makeBox(kind, { id: 'x', name: 'x', tag: 'X', place: 'floor', order: 1 });
  return JSON.stringify([
    box.jacks.map(
      ({ direction, carries, connector, balance, channels, modes, speaker, dcOutlet, ...jack }) => [
        direction,
        carries,
        connector,
        balance,
        channels,
        modes.map(({ id }) => id),
        speaker && [speaker.isLoad, speaker.needsLoad, speaker.bridged, speaker.stage],
        dcOutlet?.group,
        jack.converts,
        jack.normalledFrom,
        jack.wantsPhantom,
      ],
    ),
    box.blocks.map(
      ({ role, category, states, channelsIn, channelsOut, bypassKind, wantsPickup, pickups }) => [
        role,
        category,
        states.map(({ id, mutes, inverts, passes }) => [id, mutes, inverts, passes]),
        [channelsIn, channelsOut],
        [bypassKind, wantsPickup],
        pickups.map(({ lHenry, cFarad }) => [lHenry === undefined, cFarad === undefined]),
      ],
    ),
    box.patches.map(({ wires }) => wires.length),
    box.switches?.map(({ action, does }) => [action, does]),
    box.loops?.map(({ stands }) => stands),
    box.slots?.blocks,
    box.hidden.map(({ label, value }) => [label, value]),
    box.part,
  ]);
}

describe('the catalogue', () => {
  test('every kind has an id, a first word and a name of its own', () => {
    for (const read of [(k: Kind) => k.id, (k: Kind) => k.name, (k: Kind) => k.words[0]])
      expect(new Set(CATALOGUE.map(read)).size).toBe(CATALOGUE.length);
  });

  test('a kind differs from every other in jacks, blocks or limits; what differs in figures alone is a set of it', () => {
    const bySignature = new Map<string, string[]>();
    for (const kind of CATALOGUE) {
      const key = signature(kind);
      bySignature.set(key, [...(bySignature.get(key) ?? []), kind.id]);
    }
    expect([...bySignature.values()].filter((ids) => ids.length > 1)).toEqual([]);
    expect(CATALOGUE.length).toBeGreaterThan(85);
  });

  test('no word stands for two kinds', () => {
    const words = CATALOGUE.flatMap((kind) => [
      ...kind.words,
      ...(kind.sets ?? []).flatMap((set) => set.words),
    ]);
    expect(words.filter((word, i) => words.indexOf(word) !== i)).toEqual([]);
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

describe('makes of a kind', () => {
  const figure = (line: string, what: string) =>
    figuresOf(boxesFromQuick(emptyRig(), readQuickLine(line))[0]!).find((entry) => entry.what === what)!
      .figure.value;

  test.each([
    ['guitar single-coil', 'Guitar single-coil', 'inductance', 2.5],
    ['guitar hot humbucker', 'Guitar hot humbucker', 'inductance', 8.4],
    ['baritone', 'Baritone', 'inductance', 4.6],
    ['cab 4x12', 'Cab 4x12', 'power', 240],
    ['cab 4x12 100w', 'Cab 4x12', 'power', 100],
    ['1x12', '1x12', 'impedance', 8],
    ['volume pedal low', 'Volume pedal low', 'input impedance', 25_000],
    ['boost 18v', 'Boost 18v', 'maximum level', 14],
  ])('%s is called %s: %s %d', (line, name, what, value) => {
    expect(boxesFromQuick(emptyRig(), readQuickLine(line))[0]!.name).toBe(name);
    expect(figure(line, what)).toBe(value);
  });

  test('every set changes figures that the kind has, and passes the schema', () => {
    for (const kind of CATALOGUE)
      for (const set of kind.sets ?? []) {
        const given = { id: 'x', name: 'x', tag: 'X', place: 'floor', order: 1 };
        const box = makeBox(kind, given, [set]);
        expect(boxSchema.parse(box)).toEqual(box);
        expect(box.jacks.map(({ id }) => id)).toEqual(makeBox(kind, given).jacks.map(({ id }) => id));
      }
  });

  test('another one can be chosen, or none', () => {
    const items = readQuickLine('guitar single-coil');
    const inductance = (set: string | null) =>
      figuresOf(boxesFromQuick(emptyRig(), items, { 0: { set } })[0]!).find((f) => f.what === 'inductance')!
        .figure.value;
    expect([inductance('soapbar'), inductance(null)]).toEqual([6.4, 4.6]);
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
    ['loop switcher 8', 'loop-switcher-8', 'word'],
    ['iso', 'isolator', 'word'],
    ['octaver', 'pitch', 'word'],
    ['boost', 'clean-boost', 'word'],
    ['treble booster', 'treble-booster', 'word'],
    ['my loud treble booster', 'treble-booster', 'word'],
    ['a/b/y', 'amp-selector', 'word'],
    ['switcher', 'loop-switcher-4', 'word'],
    ['8-loop switcher', 'loop-switcher-8', 'word'],
    ['wedge', 'wedge', 'word'],
    ['rack', 'rack-unit', 'word'],
    ['class d', 'class-d-power-amp', 'word'],
    ['daisy chain', 'shared-supply', 'word'],
    ['single-coil', 'guitar', 'word'],
    ['phantom', 'active-di', 'beginning'],
    ['floating contacts', 'relay-footswitch', 'beginning'],
    ['mutes below threshold', 'gate', 'beginning'],
    ['flangr', 'flanger', 'alike'],
    ['xyzzy', undefined, 'none'],
  ])('%s is taken for %s (%s)', (text, kind, certainty) => {
    const item = readQuickLine(text)[0]!;
    expect([item.guesses[0]?.kind.id, item.certainty]).toEqual([kind, certainty]);
  });

  test('rivals come with a guess, and one of them can be chosen', () => {
    expect(guessKinds('b').map((g) => g.kind.id)).toEqual(expect.arrayContaining(['buffer', 'bass']));
    const [box] = boxesFromQuick(emptyRig(), readQuickLine('dirt'), { 0: { kind: 'fuzz' } });
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
