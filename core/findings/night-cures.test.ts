// A mistake that one night alone makes is cured in that night, and the base is left as it is.
import { expect, test } from '@jest/globals';
import type { EditCall, SingleEdit } from '../edits';
import { jackKey, wiring, type Rig } from '../model';
import { edited, fourCable } from '../testing/build';
import { freeJacks, plugsOf } from '../testing/mended';
import { judge } from '../testing/of-wiring';
import { variant } from '../testing/setup-kit';
import { replug, swap } from '../testing/short-edits';
import { isOfNight } from './cure';
import { cureOf, cureToldIn, merged, report } from './index';

const NIGHT = 'night';
const inNight = (edit: SingleEdit): SingleEdit =>
  ({ ...edit, arguments: { ...edit.arguments, scope: { layer: 'variant', id: NIGHT } } }) as SingleEdit;

const joined = (rig: Rig, night: string | null) =>
  wiring(rig, night).map(({ lead, from, to }) => [lead.id, from.map(jackKey), to.map(jackKey)]);

/** What is bad, by its code, and the rig once the first line is cured. */
function told(rig: Rig, night: string | null) {
  const lines = merged(rig, judge(rig, night)).filter(({ finding }) => finding.severity !== 'note');
  const cure = lines[0] && cureOf(rig, lines[0].finding);
  return { codes: lines.map(({ finding }) => finding.code), after: cure ? edited(rig, cure.edit) : null };
}

test('law: any plug in any free jack is cured in a night as it is in the base', () => {
  const sound = edited(fourCable(), variant(NIGHT));
  const moves = plugsOf(sound).flatMap(({ lead, side }) =>
    freeJacks(sound).map(({ key }) => replug(lead, side, key) as SingleEdit),
  );
  const cases = moves
    .filter((_, i) => i % 2 === 0)
    .flatMap((move) => {
      const base = told(edited(sound, move), null);
      return base.after ? [{ move, cured: joined(base.after, null) }] : [];
    });
  expect(cases.length).toBeGreaterThan(30);
  const bad = cases.filter(({ move, cured }) => {
    const wrong = edited(sound, inNight(move));
    const { after } = told(wrong, NIGHT);
    const isCured = after && JSON.stringify(joined(after, NIGHT)) === JSON.stringify(cured);
    return !isCured || JSON.stringify(joined(after, null)) !== JSON.stringify(joined(sound, null));
  });
  expect(bad.map(({ move }) => JSON.stringify(move.arguments))).toEqual([]);
});

test.each<[string, SingleEdit]>([
  ['two plugs exchanged', swap('lead-2', 'to', 'lead-3', 'from') as SingleEdit],
  ['a plug in a wrong jack', replug('lead-3', 'from', 'multi-effects/out-1-r') as SingleEdit],
])('%s in the base are put right there, seen in a night that follows it', (_, mistake) => {
  const sound = edited(fourCable(), variant(NIGHT));
  const { codes, after } = told(edited(sound, mistake), NIGHT);
  expect(codes).toHaveLength(1);
  expect(after && joined(after, null)).toEqual(joined(sound, null));
  expect(after?.variants.map(({ leads }) => leads)).toEqual([{}]);
});

test('a speaker lead that is missing in one night alone is plugged in that night', () => {
  const sound = edited(fourCable(), variant(NIGHT));
  const away = (['from', 'to'] as const).map((side) =>
    inNight({ edit: 'unplug', arguments: { lead: 'lead-6', side } }),
  );
  const wrong = edited(sound, ...away);
  const { codes, after } = told(wrong, NIGHT);
  expect(codes[0]).toBe('SAFE-NOLOAD');
  expect(after && joined(after, null)).toEqual(joined(sound, null));
  expect(after && told(after, NIGHT).codes).toEqual([]);
});

test('no lead is made one for loudspeakers for the sake of one night', () => {
  const sound = edited(fourCable(), variant(NIGHT));
  const free = inNight({ edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } });
  const wrong = edited(sound, free, inNight(replug('lead-5', 'to', 'cabinet/in') as SingleEdit));
  const phones = judge(wrong, NIGHT).find(({ code }) => code === 'SPK-PHONES')!;
  expect(cureOf(wrong, phones)).toBeNull();
  const inBase = edited(
    fourCable(),
    { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } },
    replug('lead-5', 'to', 'cabinet/in'),
  );
  expect(
    cureOf(
      inBase,
      judge(inBase, null).find(({ code }) => code === 'SPK-PHONES')!,
    )!.label,
  ).toMatch(/^Drive it from Valve head/);
});

test('what destroys gear in one night is told in the others with the cure of its cause, in that night', () => {
  const sound = edited(fourCable(), variant(NIGHT), variant('other'));
  const wrong = edited(sound, inNight(swap('lead-5', 'to', 'lead-6', 'to') as SingleEdit));
  for (const night of [null, 'other']) {
    const [line] = report(wrong, night, null);
    expect(line).toMatchObject({ code: 'SAFE-NOLOAD', severity: 'danger', finding: { variant: NIGHT } });
    const cure = cureToldIn(wrong, night, line!.finding)!;
    expect(cure.label).toBe('Exchange the plugs of lead 5 and lead 6, amplifier switched off, in night');
    const after = edited(wrong, cure.edit);
    expect([null, 'other', NIGHT].map((one) => joined(after, one))).toEqual(
      [null, 'other', NIGHT].map((one) => joined(sound, one)),
    );
  }
  // In the night itself it stands under its cause, and the words need no night.
  const [line] = report(wrong, NIGHT, null);
  expect(line!.code).not.toBe('SAFE-NOLOAD');
  expect(cureToldIn(wrong, NIGHT, line!.finding)!.label).toBe(
    'Exchange the plugs of lead 5 and lead 6, amplifier switched off',
  );
});

test('what an edit changes for one night is told by its scope, or by the night a routing is taken for', () => {
  const change = {
    name: 'Straight',
    put: [],
    move: [],
    away: [],
    adapters: [],
    modes: [],
    states: [],
    blocks: [],
    wires: [],
  };
  const taken = (night: string | null): EditCall => ({
    edit: 'takeRouting',
    arguments: night === null ? change : { ...change, variant: night },
  });
  const is = (edit: EditCall) => isOfNight({ edit, label: '' }, NIGHT);
  expect([is(taken(NIGHT)), is(taken(null))]).toEqual([true, false]);
  const away = (id: string | null): EditCall => ({
    edit: 'unplug',
    arguments: { lead: 'lead-6', side: 'to', ...(id === null ? {} : { scope: { layer: 'variant', id } }) },
  });
  expect([is(away(NIGHT)), is(away('other')), is(away(null))]).toEqual([true, false, false]);
  const both: EditCall = {
    edit: 'together',
    arguments: { label: 'Both', edits: [away(null), away(NIGHT)] as SingleEdit[] },
  };
  expect(is(both)).toBe(true);
});
