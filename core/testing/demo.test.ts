import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { cureOf, judge as judgeAll, type Finding } from '../findings';
import { drawMap } from '../drawing';
import { readRig } from '../file';
import type { Rig } from '../model';
import { cardsOf } from '../planner';
import { settingsOf, trace } from '../signal';
import { edited } from './build';
import { judge } from './of-wiring';

function demo(name: string): Rig {
  const read = readRig(readFileSync(`demo/${name}.humrig.json`, 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.rig;
}

const found = (rig: Rig) => judge(rig, null).map((f) => [f.code, f.severity, f.sound]);
const ends = (rig: Rig) =>
  settingsOf(rig, null).map((setting) => [
    ...new Set(trace(rig, setting).paths.map((path) => path.sections.at(-1)!.block.id)),
  ]);

/** What hands cure and no press: a cupboard is aired, pedals are hung into loops or stay under the foot. */
const byHand = ({ code }: Finding) => code === 'SAFE-HEAT' || code === 'CTRL-PRESSES';

/** Every cure pressed, the worst first. */
function cured(rig: Rig): Rig {
  let now = rig;
  const left = () => judge(now, null).filter((one) => !byHand(one));
  for (let findings = left(); findings.length > 0; findings = left()) {
    const cure = cureOf(now, findings[0]!);
    expect(cure).not.toBeNull();
    now = edited(now, cure!.edit);
  }
  return now;
}

describe('Pit chair', () => {
  test('in layer Hum the lead that brings most says its share on its number, on the ring of its loom if need be', () => {
    const rig = demo('pit-chair');
    const drawing = drawMap({
      rig,
      setting: { variant: null, sound: 'overture' },
      layer: 'hum',
      width: 1008,
      level: 'fit',
      view: { open: [], names: 'few', marks: {} },
    });
    const sleeves = drawing.items.flatMap((item) => (item.type === 'sleeve' ? [item.text] : []));
    expect(sleeves).toContain('6: 100%');
    expect(sleeves).toContain('7');
  });

  test('has three sounds, two guitars on one lead, a closed cupboard, a feed, ears, MIDI and a supply', () => {
    const rig = demo('pit-chair');
    expect(rig.sounds.map((sound) => sound.name)).toEqual(['Overture', 'Ballad', 'Storm solo']);
    expect(rig.leads[0]!.from.at.map((ref) => ref.box)).toEqual(['guitar', 'baritone']);
    expect(rig.stage.places.find((place) => place.name === 'Cupboard')!.enclosed).toBe(true);
    expect(new Set(rig.leads.map((lead) => lead.kind))).toEqual(
      new Set([
        ...['instrument', 'patch', 'speaker', 'balanced', 'air', 'stereo'],
        ...['midi', 'switch', 'expression', 'dc', 'mains'],
      ]),
    );
    const feed = trace(rig, settingsOf(rig, null)[0]!).paths.find((path) => path.output.block === 'mix-1')!;
    const models = feed.sections.filter((s) => s.block.role === 'cabModel' && s.state.id === 'on');
    expect(models).toHaveLength(1);
  });

  test('the head’s channel follows the unit’s programs: MIDI through the delay unit to relays at its FOOT jack', () => {
    const { leads } = demo('pit-chair');
    const way = (from: string) =>
      leads.filter((lead) => lead.from.at.some((ref) => ref.box === from)).map((lead) => lead.to.at[0]);
    expect(way('midi-delay')).toContainEqual({ box: 'relay-footswitch', jack: 'midi-in' });
    expect(way('relay-footswitch')).toEqual([{ box: 'valve-head', jack: 'foot' }]);
  });

  test('contains four honest mistakes, the heat of its cupboard among them, what its pedals ask of feet, and nothing else', () => {
    expect(found(demo('pit-chair'))).toEqual([
      ['SAFE-HEAT', 'danger', null],
      ['WIRE-SILENT', 'fault', 'sound-1'],
      ['SAFE-IMPED', 'caution', null],
      ['MODEL-TWOPRE', 'caution', 'storm'],
      ['CTRL-PRESSES', 'note', null],
    ]);
  });

  test('of its signal what anybody would look at is told: unity of the loop, the noise of its drives, the feed', () => {
    const lines = judgeAll(demo('pit-chair'), null).map(({ code, sound }) => `${code} ${sound ?? ''}`);
    expect(lines.filter((line) => /^(LEVEL-UNITY|NOISE|LEVEL-DESK)/.test(line))).toEqual([
      'LEVEL-UNITY overture',
      'NOISE-FLOOR overture',
      'NOISE-FLOOR storm',
      'LEVEL-DESK ',
    ]);
  });

  test('no routing that can be had of it silences a sound that is heard now', () => {
    const silent = (rig: Rig) => judge(rig, null).filter(({ code }) => code === 'WIRE-SILENT');
    const now = silent(demo('pit-chair')).map(({ sound }) => sound);
    const cards = cardsOf(demo('pit-chair')).filter((card) => card.can);
    expect(cards.length).toBeGreaterThan(4);
    for (const card of cards)
      expect([card.name, silent(card.trial).map(({ sound }) => sound)]).toEqual([card.name, now]);
  });

  test('pressing every cure leaves it heard in every sound at the cabinet, by the feed and by the microphone', () => {
    for (const heard of ends(cured(demo('pit-chair'))))
      expect(heard).toEqual(expect.arrayContaining(['speaker', 'mix-1', 'mix-2']));
  });
});

describe('Stage walk-on', () => {
  test('is wireless into a small board and a clean combo without a loop', () => {
    const rig = demo('stage-walk-on');
    expect(rig.leads.filter((lead) => lead.kind === 'radio')).toHaveLength(1);
    expect(rig.boxes.find((box) => box.id === 'combo')!.jacks.some((jack) => jack.label === 'RETURN')).toBe(
      false,
    );
  });

  test('is lifted by a clean boost in the chase alone', () => {
    const rig = demo('stage-walk-on');
    const states = settingsOf(rig, null).map((setting) =>
      trace(rig, setting)
        .paths[0]!.sections.filter(({ block }) => block.id === 'boost')
        .map(({ state }) => state.id),
    );
    expect(states).toEqual([['off'], ['on']]);
  });

  test('contains one honest mistake, cured at a press', () => {
    expect(found(demo('stage-walk-on'))).toEqual([['WIRE-LENGTH', 'fault', null]]);
    for (const heard of ends(cured(demo('stage-walk-on'))))
      expect(heard).toEqual(expect.arrayContaining(['speaker', 'mix-1']));
  });
});

describe('Fly kit', () => {
  test('is direct only, and goes on by another preamp where the unit dies', () => {
    const rig = demo('fly-kit');
    expect(rig.sounds.map((sound) => sound.name)).toEqual(['Entrance', 'Ballad', 'Fallback']);
    expect(rig.boxes.some((box) => box.jacks.some((jack) => jack.carries === 'speaker'))).toBe(false);
    const settings = settingsOf(rig, null);
    const boxes = settings.map((setting) =>
      trace(rig, setting).paths.flatMap((path) => path.sections.map(({ box }) => box.id)),
    );
    expect(boxes.map((ids) => ids.includes('small-unit'))).toEqual([true, true, false]);
    expect(ends(rig)).toEqual([
      expect.arrayContaining(['mix-1', 'ears']),
      expect.arrayContaining(['mix-1', 'ears']),
      ['mix-2'],
    ]);
  });

  test('contains one honest mistake, cured at a press: a lead that was borrowed', () => {
    expect(found(demo('fly-kit'))).toEqual([['GEAR-LEFTOVER', 'caution', null]]);
    expect(ends(cured(demo('fly-kit')))).toEqual(ends(demo('fly-kit')));
  });
});
