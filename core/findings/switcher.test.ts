// A loop switcher, wrongly plugged in every way that two exchanged plugs or one beside its jack can make it.
import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { isAudio, jackKey, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { curedOnce, joins, linesOf, swapped, swapWords as words } from '../testing/mended';
import { set } from '../testing/short-edits';
import { report } from './index';

describe('a loop switcher with a pedal in each of two loops, both on', () => {
  const switcher = () =>
    edited(
      build(
        'guitar, loop switcher, fuzz, od, combo',
        'guitar/out > four-loop-switcher/in',
        'four-loop-switcher/send-1 > fuzz/in',
        'fuzz/out > four-loop-switcher/return-1',
        'four-loop-switcher/send-2 > overdrive/in',
        'overdrive/out > four-loop-switcher/return-2',
        'four-loop-switcher/out > combo/input',
      ),
      ...['loop-1', 'loop-2'].map((block): EditCall => set('four-loop-switcher', block, 'on')),
    );
  const ends = [1, 2, 3, 4, 5, 6].flatMap((n) =>
    (['from', 'to'] as const).map((side) => ({ lead: `lead-${n}`, side })),
  );
  const pairs = ends.flatMap((a, i) =>
    ends.slice(i + 1).flatMap((b) => (a.lead === b.lead ? [] : [{ a, b }])),
  );

  test('law: of any two plugs exchanged one line is told, and its cure leaves nothing to say', () => {
    expect(linesOf(switcher())).toEqual([]);
    const told = pairs.filter((pair) => linesOf(swapped(switcher(), pair)).length > 0);
    expect(told.length).toBeGreaterThan(50);
    const bad = told.filter((pair) => {
      const wrong = swapped(switcher(), pair);
      return linesOf(wrong).length !== 1 || linesOf(curedOnce(wrong)).length > 0;
    });
    expect(bad.map(words)).toEqual([]);
  });

  test('one loop on: two sends or two returns in each other’s jack are told by both leads, and both pedals play again', () => {
    const sound = edited(switcher(), set('four-loop-switcher', 'loop-2', 'off'));
    const sends = { a: { lead: 'lead-2', side: 'from' }, b: { lead: 'lead-4', side: 'from' } } as const;
    const returns = { a: { lead: 'lead-3', side: 'to' }, b: { lead: 'lead-5', side: 'to' } } as const;
    const texts = (rig: Rig) => report(rig, null, null).map(({ text }) => text);
    const mixed = swapped(sound, sends);
    expect(texts(mixed)).toEqual([
      'Lead 2 and lead 4 are in each other’s jack, SEND 2 of Four-loop switcher and SEND 1 of Four-loop switcher.',
    ]);
    expect(linesOf(mixed).map(({ finding }) => finding.code)).toEqual(['WIRE-GRID']);
    expect(joins(curedOnce(mixed))).toBe(joins(sound));
    // Which pedal was meant for which loop nobody can tell from the returns: each in one of its own is right.
    const crossed = swapped(sound, returns);
    expect(texts(crossed)).toHaveLength(1);
    expect(joins(curedOnce(crossed))).toBe(joins(swapped(crossed, sends)));
    expect(linesOf(curedOnce(crossed))).toEqual([]);
  });

  test('law: each plug in a free jack of the switcher is told by its lead, and the cure restores the rig', () => {
    const sound = switcher();
    const box = sound.boxes.find(({ id }) => id === 'four-loop-switcher')!;
    const held = new Set(sound.leads.flatMap(({ from, to }) => [...from.at, ...to.at].map(jackKey)));
    const free = box.jacks.filter((jack) => isAudio(jack) && !held.has(`${box.id}/${jack.id}`));
    const wrong = ends
      .filter(({ lead, side }) => sound.leads.find(({ id }) => id === lead)![side].at[0]!.box === box.id)
      .flatMap(({ lead, side }) =>
        free.map((jack) => ({
          lead,
          name: `${lead} ${side} in ${jack.id}`,
          rig: edited(sound, {
            edit: 'replug',
            arguments: { lead, side, at: [{ box: box.id, jack: jack.id }] },
          }),
        })),
      );
    // A pedal that is fed from TUNER OUT, and comes back where it did, plays as it should.
    const told = wrong.filter(({ rig }) => linesOf(rig).length > 0);
    expect(wrong.filter((one) => !told.includes(one)).map(({ name }) => name)).toEqual([
      'lead-2 from in tuner',
      'lead-4 from in tuner',
    ]);
    expect(told.length).toBeGreaterThan(20);
    const bad = told.filter(({ rig, lead }) => {
      const lines = linesOf(rig);
      const leads = lines.flatMap(({ finding }) => finding.parts.filter(({ type }) => type === 'lead'));
      return (
        lines.length !== 1 || leads.some(({ id }) => id !== lead) || joins(curedOnce(rig)) !== joins(sound)
      );
    });
    expect(
      bad.map(
        ({ name, rig }) =>
          `${name}: ${linesOf(rig)
            .map(({ finding }) => finding.code)
            .join(' ')}`,
      ),
    ).toEqual([]);
  });
});
