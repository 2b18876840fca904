// Layer Control: what leads carry on the map, what is not reached, and one press in time as the profile.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Rig } from '../model';
import { build } from '../testing/build';
import { calledStage, takes } from '../testing/called-stage';
import { withSounds } from '../testing/feet';
import { drawMap, drawProfile } from './index';

const SETTING = { variant: null, sound: 's1' };
const map = (rig: Rig) =>
  drawMap({
    rig,
    setting: SETTING,
    layer: 'control',
    width: 1008,
    level: 'fit',
    leastHeight: 548,
    view: { open: [], names: 'few', marks: {} },
  });
const profile = (rig: Rig, more: { press?: string; pressedIn?: string; width?: number } = {}) =>
  drawProfile({ rig, setting: SETTING, route: 0, layer: 'control', width: 1008, height: 150, ...more });
const wordsOf = ({ items }: { items: ReturnType<typeof map>['items'] }) =>
  items.flatMap((item) => (item.type === 'text' || item.type === 'sleeve' ? [item.text] : []));
const cut = (rig: Rig, id: string): Rig => ({ ...rig, leads: rig.leads.filter((lead) => lead.id !== id) });

describe('on the map', () => {
  test('each sleeve says what its lead carries in the sound; what carries nothing is thin', () => {
    const drawing = map(calledStage());
    expect(wordsOf(drawing)).toEqual(expect.arrayContaining(['4: prog 9 +1', '5: prog 1 +1', '6: tip']));
    const weights = (rig: Rig, sound: string) =>
      drawMap({
        rig,
        setting: { variant: null, sound },
        layer: 'control',
        width: 1008,
        level: 'fit',
        view: { open: [], names: 'few', marks: {} },
      }).items.flatMap((item) =>
        item.type === 'path' && item.quantity !== undefined ? [item.quantity] : [],
      );
    expect(new Set(weights(calledStage(), 's1'))).toEqual(new Set([2]));
    expect(new Set(weights(calledStage(), 'none'))).toEqual(new Set([0]));
  });

  test('arrows go from the sender on, though the lead was written down from the input', () => {
    const drawing = map(calledStage());
    const path = drawing.items.flatMap((item) =>
      item.type === 'path' && item.part?.id === 'lead-4' ? [item.points] : [],
    )[0]!;
    const jack = (id: string) =>
      drawing.items.flatMap((item) =>
        item.type === 'jack' && item.part.id === id ? [{ x: item.x, y: item.y }] : [],
      )[0];
    expect([path[0], path.at(-1)]).toEqual([jack('midi-footswitch/midi-out'), jack('midi-delay/midi-in')]);
  });

  test('what a sound wants and no lead brings is told under its plate; with all leads in nothing is', () => {
    const told = (rig: Rig) => wordsOf(map(rig)).filter((words) => words.startsWith('not reached'));
    expect(told(calledStage())).toEqual([]);
    expect(told(cut(calledStage(), 'lead-4'))).toEqual(
      expect.arrayContaining([expect.stringMatching(/^not reached: prog/)]),
    );
  });
});

describe('the profile of one press', () => {
  test('a lane for each box, an instant for each column, what sounds at the foot', () => {
    const drawing = profile(
      calledStage(takes('midi-delay', 20), takes('relay-footswitch', 5), takes('valve-head', 12)),
    );
    const words = wordsOf(drawing);
    expect(words).toEqual(
      expect.arrayContaining([
        'MIDI',
        'MIDID',
        'RELAY',
        'VALVE',
        '0',
        '0.64',
        '1.28',
        '6.28',
        '18.3',
        '20.6',
        'sounds',
      ]),
    );
    expect(words).toEqual(
      expect.arrayContaining(['prog 9', 'prog 1', 'shows 9', 'RELAY 1, shows 1', 'Clean', 'Lead']),
    );
    expect(drawing.name).toBe('MIDI 2: calls Lead in Clean');
    expect(drawing.caption).toBe('all has changed over 21 ms after the press');
    expect(drawing.stops.map(({ part }) => part.id)).toEqual([
      'lead-4',
      'lead-5',
      'midi-delay',
      'lead-6',
      'valve-head/preamp',
    ]);
  });

  test('a relay box that switches two heads at once is one dot with a way down to each', () => {
    const rig = calledStage(takes('relay-footswitch', 5), takes('valve-head', 12));
    const second = build('valve head').boxes[0]!;
    const two: Rig = {
      ...rig,
      boxes: [...rig.boxes, { ...second, id: 'second', tag: 'SECOND', place: rig.boxes[0]!.place }],
      leads: [
        ...rig.leads,
        {
          ...rig.leads.find(({ id }) => id === 'lead-6')!,
          id: 'lead-7',
          number: 7,
          from: { ...rig.leads[5]!.from, at: [{ box: 'relay-footswitch', jack: 'relay-2' }] },
          to: { ...rig.leads[5]!.to, at: [{ box: 'second', jack: 'foot' }] },
        },
      ],
      sounds: rig.sounds.map((sound, i) =>
        i === 1
          ? {
              ...sound,
              state: { ...sound.state, blocks: { ...sound.state.blocks, 'second/preamp': 'lead' } },
            }
          : sound,
      ),
    };
    const { items, stops } = profile(two);
    expect(stops.map(({ words }) => words.split(',')[0]!)).toContain('RELAY 1 of Relay footswitch switches');
    // Two messages, two contacts.
    expect(items.filter(({ type }) => type === 'arrow')).toHaveLength(4);
    expect(wordsOf({ items })).toContain('RELAY 1, RELAY 2, shows 1');
  });

  test('with no switch, or no sound, it says what is missing', () => {
    expect(profile(withSounds(build('guitar, combo'), 'A', 'B'))).toMatchObject({
      stops: [],
      caption: expect.stringMatching(/^No switch under a foot is heard/),
    });
    expect(profile({ ...build('guitar, od, combo'), sounds: [] }).caption).toMatch(/^No sound is made yet/);
  });

  test('law: columns stand in the order of time, apart; each stop lies within its own lane and the drawing', () => {
    const ms = fc.double({ min: 0, max: 200, noNaN: true });
    fc.assert(
      fc.property(ms, ms, ms, fc.integer({ min: 400, max: 1600 }), (delay, relay, head, width) => {
        const rig = calledStage(
          takes('midi-delay', delay),
          takes('relay-footswitch', relay),
          takes('valve-head', head),
        );
        const drawing = profile(rig, { width });
        const columns = drawing.items.flatMap((item) =>
          item.type === 'text' && item.y < 18 && item.anchor === 'middle'
            ? [[Number(item.text), item.x] as const]
            : [],
        );
        columns.slice(1).forEach(([at, x], i) => {
          const [before, left] = columns[i]!;
          expect([at >= before, x - left >= 54 - 1e-9]).toEqual([true, true]);
        });
        for (const { x, y, top, bottom } of drawing.stops) {
          expect(top < y && y < bottom).toBe(true);
          expect(x > 0 && x < drawing.width && bottom <= drawing.height).toBe(true);
        }
      }),
      { numRuns: 30 },
    );
  });
});
