import { describe, expect, test } from '@jest/globals';
import { isPutAway, makeSound, wiring, type Box } from '../model';
import { routeLines } from '../routes';
import { trace } from '../signal';
import { build, edited, fourCable, plugged, SOUND } from '../testing/build';
import { DIRECT_NIGHT, twoNights } from '../testing/nights';
import {
  alongJacks,
  alongRoute,
  bypassEdit,
  foldEdit,
  handFrom,
  isWhole,
  likelyEdits,
  nextFold,
  otherSound,
  otherVariant,
  removeSelected,
  selectionWords,
  switchesAlong,
  unplugEdit,
  type Selection,
} from './index';

const rig = fourCable();
const lines = routeLines(rig, trace(rig, SOUND).paths[0]!);
const box = (id: string): Selection => ({ type: 'box', id });
const jack = (id: string): Selection => ({ type: 'jack', id });
const block = (id: string): Selection => ({ type: 'block', id });
const lead = (n: number): Selection => ({ type: 'lead', id: `lead-${n}` });

describe('along the route', () => {
  test('goes from box to lead to box, begins at the source, and ends at the ends', () => {
    const seen: string[] = [];
    for (let at = alongRoute(lines, null, 1); at && seen.length <= 40; at = alongRoute(lines, at, 1))
      seen.push(at.id);
    expect(seen.slice(0, 4)).toEqual(['guitar', 'lead-1', 'fuzz', 'lead-2']);
    expect(alongRoute(lines, lead(2), -1)).toEqual(box('fuzz'));
    expect(alongRoute(lines, box('guitar'), -1)).toBeNull();
    expect(alongRoute(lines, block('fuzz/fuzz'), 1)).toEqual(lead(2));
  });

  test('from jack to jack of a box, of the layer only, and back to the box', () => {
    expect(alongJacks(rig, 'signal', box('fuzz'), 1)).toEqual(jack('fuzz/in'));
    expect(alongJacks(rig, 'signal', jack('fuzz/in'), 1)).toEqual(jack('fuzz/out'));
    expect(alongJacks(rig, 'signal', jack('fuzz/out'), 1)).toEqual(box('fuzz'));
    expect(alongJacks(rig, 'signal', box('fuzz'), -1)).toEqual(jack('fuzz/out'));
    expect(alongJacks(rig, 'power', box('fuzz'), 1)).toEqual(jack('fuzz/dc'));
    expect(alongJacks(rig, 'signal', lead(1), 1)).toBeNull();
  });
});

describe('picking up a plug', () => {
  const loose = edited(rig, { edit: 'unplug', arguments: { lead: 'lead-2', side: 'from' } });
  test.each([
    ['a lead by its far plug', rig, lead(2), { kind: 'plug', lead: 'lead-2', side: 'to' }],
    ['a lead whose source is loose by that', loose, lead(2), { kind: 'plug', lead: 'lead-2', side: 'from' }],
    ['a jack that holds a plug', rig, jack('fuzz/in'), { kind: 'plug', lead: 'lead-1', side: 'to' }],
    ['a box by its free output', loose, box('fuzz'), { kind: 'new', at: { box: 'fuzz', jack: 'out' } }],
  ])('%s', (_, of, selection, hand) => {
    expect(handFrom(of, null, 'signal', selection)).toMatchObject(hand);
  });

  test('a box with no free jack says so; with nothing selected there is nothing', () => {
    expect(handFrom(rig, null, 'signal', box('fuzz'))).toBe(
      'Every jack of Fuzz holds a lead: choose one of them first.',
    );
    expect(handFrom(rig, null, 'signal', null)).toBeNull();
  });
});

describe('switching, removing, unplugging', () => {
  const state = (selection: Selection) => {
    const edit = bypassEdit(rig, SOUND, { layer: 'rest' }, selection);
    return edit?.edit === 'setBlockState' ? `${edit.arguments.block} ${edit.arguments.state}` : null;
  };
  test.each([
    [box('fuzz'), 'fuzz on'],
    [block('multi-effects/delay'), 'delay off'],
    [block('valve-head/power'), 'preamp lead'],
    [box('cabinet'), null],
    [lead(1), null],
  ])('%j: %s', (selection, after) => {
    expect(state(selection)).toBe(after);
  });

  test('the channels of a preamp go round', () => {
    const edit = bypassEdit(rig, SOUND, { layer: 'rest' }, box('valve-head'))!;
    const lead = edited(rig, edit);
    expect(bypassEdit(lead, SOUND, { layer: 'rest' }, box('valve-head'))).toMatchObject({
      arguments: { state: 'clean' },
    });
  });

  test('a whole box goes, a jack of it or one block of several does not', () => {
    expect([box('fuzz'), block('fuzz/fuzz')].map((s) => isWhole(rig, s))).toEqual([true, true]);
    expect(
      [jack('fuzz/in'), block('multi-effects/delay'), lead(1), null].map((s) => isWhole(rig, s)),
    ).toEqual([false, false, false, false]);
    expect(removeSelected(rig, null, jack('fuzz/in'))).toBeNull();
    const gone = edited(rig, removeSelected(rig, null, box('fuzz'))!);
    expect(gone.boxes.map(({ id }) => id)).not.toContain('fuzz');
    expect(edited(rig, removeSelected(rig, null, lead(3))!).leads).toHaveLength(rig.leads.length - 1);
  });

  test('in a variant a lead is put away, and stays what it is on other nights', () => {
    const two = twoNights();
    const call = removeSelected(two, DIRECT_NIGHT, lead(8))!;
    const gone = edited(two, call);
    expect(
      wiring(gone, DIRECT_NIGHT)
        .filter(isPutAway)
        .map(({ lead: one }) => one.number),
    ).toContain(8);
    expect(gone.leads).toHaveLength(two.leads.length);
    expect(wiring(gone, null)).toEqual(wiring(two, null).map((one, i) => ({ ...one, lead: gone.leads[i] })));
    expect([null, DIRECT_NIGHT].map((night) => otherVariant(two, night))).toEqual([DIRECT_NIGHT, null]);
  });

  test('an end comes out once, in the variant that is looked at', () => {
    expect(unplugEdit(rig, 'night', lead(3), 'to')).toEqual({
      edit: 'unplug',
      arguments: { lead: 'lead-3', side: 'to', scope: { layer: 'variant', id: 'night' } },
    });
    const out = edited(rig, unplugEdit(rig, null, lead(3), 'to')!);
    expect(unplugEdit(out, null, lead(3), 'to')).toBeNull();
    expect(unplugEdit(rig, null, box('fuzz'), 'to')).toBeNull();
  });

  test('sounds go round both ways; from all of them to the first or the last', () => {
    const three = edited(
      rig,
      ...['b', 'c'].map(
        (id, i) => ({ edit: 'addSound', arguments: { sound: makeSound(id, id), index: i + 1 } }) as const,
      ),
    );
    const all = ['sound-1', 'b', 'c', null];
    expect(all.map((s) => otherSound(three, s, 1))).toEqual(['b', 'c', 'sound-1', 'sound-1']);
    expect(all.map((s) => otherSound(three, s, -1))).toEqual(['c', 'sound-1', 'b', 'c']);
  });

  test('a box folds by itself, open, folded, and round again', () => {
    let fuzz: Box = rig.boxes[1]!;
    const seen = [1, 2, 3].map(() => {
      fuzz = edited({ ...rig, boxes: [fuzz], leads: [], wants: [] }, foldEdit(fuzz)).boxes[0]!;
      return fuzz.folded;
    });
    expect(seen).toEqual(['open', 'folded', 'auto']);
    expect(nextFold(undefined)).toBe('open');
  });
});

describe('what is selected, read out', () => {
  test.each([
    [lead(3), 'Lead 3, SEND 1 of Multi-effects to INPUT of Valve head'],
    [box('fuzz'), 'Fuzz'],
    [jack('valve-head/send'), 'SEND of Valve head'],
    [block('multi-effects/delay'), 'Delay of Multi-effects'],
    [null, ''],
  ])('%j: %s', (selection, words) => {
    expect(selectionWords(rig, null, selection)).toBe(words);
  });

  test('a lead that guitars share, and a loose one', () => {
    const shared = plugged(build('guitar, baritone, fuzz'), 'guitar/out+baritone/out > .');
    expect(selectionWords(shared, null, lead(1))).toBe('Lead 1, OUT of Guitar or OUT of Baritone to loose');
  });
});

describe('the strip of a sound', () => {
  test('has what can be switched in the order of the route, the rest behind', () => {
    const strip = switchesAlong(rig, SOUND, lines);
    expect(strip.map(({ label }) => label).slice(0, 4)).toEqual([
      'FUZZ',
      'MULTI Drive',
      'MULTI Loop 1',
      'VALVE',
    ]);
    expect(strip.find(({ label }) => label === 'VALVE')).toMatchObject({
      chooses: true,
      on: true,
      next: { id: 'lead' },
    });
    expect(strip[0]).toMatchObject({ chooses: false, on: false, from: 'rest', next: { id: 'on' } });
    const unmet = switchesAlong(rig, SOUND, []);
    expect(unmet.map(({ box: b }) => b.id)).toEqual(
      [...unmet.map(({ box: b }) => b.id)].sort(
        (a, b) => rig.boxes.findIndex((x) => x.id === a) - rig.boxes.findIndex((x) => x.id === b),
      ),
    );
    expect(unmet).toHaveLength(strip.length);
  });
});

test('what is likely next of a box is to switch it, of a lead to unplug its far end; then to remove it', () => {
  const scope = { layer: 'sound', id: 'sound-1' } as const;
  const likely = (selection: Selection) => likelyEdits(rig, SOUND, scope, selection);
  expect(likely(box('fuzz'))).toEqual([
    bypassEdit(rig, SOUND, scope, box('fuzz')),
    removeSelected(rig, null, box('fuzz')),
  ]);
  expect(likely(lead(2))).toEqual([
    { edit: 'unplug', arguments: { lead: 'lead-2', side: 'to' } },
    { edit: 'removeLead', arguments: { id: 'lead-2' } },
  ]);
  expect(likely(box('cabinet'))).toEqual([removeSelected(rig, null, box('cabinet'))]);
  // A jack of a box is not the box.
  expect(likely({ type: 'jack', id: 'fuzz/in' }).map(({ edit }) => edit)).toEqual(['setBlockState']);
  expect(likely(null)).toEqual([]);
});
