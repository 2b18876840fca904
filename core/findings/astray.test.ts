// A lead that carries sound, plugged into a jack of its box that carries none.
import { describe, expect, test } from '@jest/globals';
import { isAudio, jackKey, type Rig } from '../model';
import { build, edited, fourCable, plugged } from '../testing/build';
import { curedOnce, joins, linesOf, swapped } from '../testing/mended';
import { replug } from '../testing/short-edits';
import { cureOf, report } from './index';

const texts = (rig: Rig) => report(rig, null, null).map(({ text }) => text);
const head = () =>
  build(
    'guitar, od, latching footswitch, valve head, cab 16',
    'guitar/out > overdrive/in',
    'overdrive/out > valve-head/input',
    'valve-head/spk-16 = cabinet/in',
  );

describe('in the footswitch jack of the amplifier', () => {
  test('what belongs in its input is told by its lead, and goes there', () => {
    const wrong = edited(head(), replug('lead-2', 'to', 'valve-head/foot'));
    expect(texts(wrong)).toContain(
      'Lead 2 is plugged into FOOTSWITCH of Valve head; it belongs in INPUT of Valve head.',
    );
    expect(linesOf(wrong).map(({ finding }) => finding.code)).toEqual(['WIRE-GRID']);
    expect(joins(curedOnce(wrong))).toBe(joins(head()));
  });

  test('with the footswitch’s own lead in the input the two are in each other’s place', () => {
    const right = plugged(head(), 'two-button-footswitch-latching/out / valve-head/foot');
    const wrong = swapped(right, { a: { lead: 'lead-2', side: 'to' }, b: { lead: 'lead-4', side: 'to' } });
    expect(texts(wrong)).toContain(
      'Lead 2 and lead 4 are in each other’s jack, FOOTSWITCH of Valve head and INPUT of Valve head.',
    );
    expect(joins(curedOnce(wrong))).toBe(joins(right));
  });

  test('where the rig still sounds it is told that no contact is there, and the plug goes where its sound is heard', () => {
    // Without the return the head goes on from its own preamp.
    const wrong = edited(fourCable(), replug('lead-5', 'to', 'valve-head/foot'));
    const [line, ...others] = linesOf(wrong);
    expect(others).toEqual([]);
    expect(line!.finding.code).toBe('CTRL-JACK');
    expect(cureOf(wrong, line!.finding)!.label).toBe('Re-plug lead 5 into RETURN of Valve head');
    expect(joins(curedOnce(wrong))).toBe(joins(fourCable()));
  });

  test('a pedal for expression that is in it is told as before: another contact, or none', () => {
    const rig = plugged(
      build('expression pedal, latching footswitch, valve head'),
      'expression-pedal/out - valve-head/foot',
    );
    expect(texts(rig)).toContain(
      'Lead 1 joins EXP of Expression pedal, which carries expression, to FOOTSWITCH of Valve head, which wants a contact.',
    );
    const line = linesOf(rig).find(({ finding }) => finding.code === 'CTRL-JACK')!;
    expect(cureOf(rig, line.finding)!.label).toBe('Unplug lead 1');
  });
});

test('law: each plug of four-cable, in each jack of its box that carries no sound, is told by its lead and goes back', () => {
  const rig = fourCable();
  // What carries a loudspeaker is told of by its load.
  const leads = rig.leads.filter(({ kind }) => kind !== 'speaker');
  const wrong = leads.flatMap(({ id, from, to }) =>
    [from, to].flatMap(({ at: [ref] }, i) => {
      const box = rig.boxes.find((one) => one.id === ref!.box)!;
      return box.jacks
        .filter((jack) => !isAudio(jack) && /^(?:switch|expression|midi|dc)$/.test(jack.carries))
        .map((jack) =>
          edited(rig, replug(id, i === 0 ? 'from' : 'to', jackKey({ box: box.id, jack: jack.id }))),
        );
    }),
  );
  expect(wrong.length).toBeGreaterThan(15);
  expect(wrong.filter((one) => joins(curedOnce(one)) !== joins(rig)).map(texts)).toEqual([]);
});

test('a box is wired inside anew only where that leaves no lead without use', () => {
  const rig = build(
    'guitar, small unit, stereo combo',
    'guitar/out > stereo-combo/input',
    'stereo-combo/send > small-unit/input',
    'small-unit/out-l > stereo-combo/return-l',
  );
  const unit = rig.boxes.find(({ id }) => id === 'small-unit')!;
  expect(rig.boxes.find(({ id }) => id === 'stereo-combo')!.patches.length).toBeGreaterThan(1);
  const pedal = unit.jacks.find(({ carries }) => carries === 'midi' || carries === 'expression')!;
  const wrong = edited(rig, replug('lead-2', 'to', `small-unit/${pedal.id}`));
  expect(joins(curedOnce(wrong))).toBe(joins(rig));
  expect(curedOnce(wrong).boxes).toEqual(rig.boxes);
});
