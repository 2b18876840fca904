// Power stages as they are told on paper and on the command line.
import { describe, expect, test } from '@jest/globals';
import { inNight, type Rig } from '../model';
import { build } from '../testing/build';
import { stand, withSounds } from '../testing/feet';
import { switchedCabinets } from '../testing/grounds';
import { loadBook } from './index';

const book = (rig: Rig) => loadBook(inNight(rig, null));
const onHead = (cabinet: string) =>
  build(`guitar, valve head, ${cabinet}`, 'guitar/out > valve-head/input', 'valve-head/spk-16 = cabinet/in');

describe('the book of loads', () => {
  test('an output with its load: what it sees beside what is printed, and what that takes and stands', () => {
    expect(book(onHead('cabinet 8'))).toMatchObject([
      {
        box: { id: 'valve-head' },
        output: 'SPK 16 Ω',
        sound: null,
        joined: '',
        ohm: 8,
        ratedOhm: 16,
        ratio: 2,
        watts: 20,
        isValve: true,
        needsLoad: true,
        // A valve head is matched with half as much again in reserve.
        shares: [
          { box: { id: 'cabinet' }, jack: 'SPK IN', ohm: 8, share: 1, watts: 20, stands: 60, wanted: 30 },
        ],
      },
    ]);
    expect(book(onHead('cabinet 16'))[0]).toMatchObject({ ohm: 16, ratio: 1 });
  });

  test('a stage with nothing on it stands there once, with all its outputs', () => {
    const bare = build('guitar, valve head', 'guitar/out > valve-head/input');
    expect(book(bare)).toMatchObject([
      { output: 'SPK 16 Ω, SPK 8 Ω, SPK 4 Ω', ohm: null, watts: null, needsLoad: true, shares: [] },
    ]);
  });

  test('sounds have lines of their own where they load it otherwise, none where they do not', () => {
    const same = withSounds(onHead('cabinet 16'), 'One', 'Two');
    expect(book(same)).toHaveLength(1);
    const two = withSounds(switchedCabinets('breaks-first'), 'One', 'Two');
    const lines = book(stand(two, 's1', { 'speaker-switcher/select': 'b' }));
    expect(lines.map(({ sound, shares }) => [sound, shares.map(({ box }) => box.id)])).toEqual([
      [null, ['cabinet']],
      ['s1', ['cabinet-2']],
    ]);
  });
});
