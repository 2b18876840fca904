// Which figures a jack is asked for: by which way it goes, and whether it has to do with loudspeakers.
import { expect, test } from '@jest/globals';
import { build } from '../testing/build';
import { boxOf, figureKey, figurePlaces, type Box } from './index';

const asked = (box: Box, jack: string) =>
  figurePlaces(box).flatMap(({ at }) => ('jack' in at && at.jack === jack ? [figureKey(at)] : []));

test('an input is asked for what it takes, an output for what it gives, a speaker jack for ohms and watts alone', () => {
  const rig = build('fuzz, valve head, cab 16');
  const [fuzz, head, cab] = ['fuzz', 'valve-head', 'cabinet'].map((id) => boxOf(rig, id)!);
  const [takes, gives] = [asked(fuzz!, 'in').join(), asked(fuzz!, 'out').join()];
  expect(takes).toContain('rIn');
  expect(takes).not.toMatch(/rOut|\/ohm|\/watts/);
  expect(gives).toContain('rOut');
  expect(gives).not.toMatch(/rIn|cIn|\/ohm|\/watts/);
  for (const jack of [asked(head!, 'spk-16'), asked(cab!, 'in')]) {
    expect(jack.join()).toMatch(/ohm/);
    expect(jack.join()).toMatch(/watts/);
    expect(jack.join()).not.toMatch(/rIn|cIn|rOut/);
  }
});
