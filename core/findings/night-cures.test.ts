// A mistake that one night alone makes is cured in that night, and the base is left as it is.
import { expect, test } from '@jest/globals';
import type { EditCall, SingleEdit } from '../edits';
import { jackKey, wiring, type Lead, type Rig } from '../model';
import { edited, fourCable } from '../testing/build';
import { ALL_CASES } from '../testing/all-finding-cases';
import { freeJacks, plugsOf } from '../testing/mended';
import { judge } from '../testing/of-wiring';
import { variant } from '../testing/setup-kit';
import { replug, swap } from '../testing/short-edits';
import { isOfNight } from './cure';
import { cureOf, cureToldIn, judge as judgeAll, merged, report, sentenceOf } from './index';

const NIGHT = 'night';
const ORDERED = ALL_CASES.find(({ code }) => code === 'ORDER-TUNER')!;
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

test('law: whatever the base has wrong has one cure, seen in the base or in a night that follows it', () => {
  const of = (rig: Rig, night: string | null, code: string) => {
    const finding = judgeAll(rig, night).find((one) => one.code === code)!;
    return { code, cure: cureOf(rig, finding) };
  };
  const cases = ALL_CASES.map(({ code, sound, spoil }) => {
    const wrong = edited(sound(), spoil);
    return { base: of(wrong, null, code), night: of(edited(wrong, variant(NIGHT)), NIGHT, code) };
  });
  expect(cases.filter(({ base }) => base.cure).length).toBeGreaterThan(60);
  expect(cases.map(({ night }) => night)).toEqual(cases.map(({ base }) => base));
});

test('law: two crossings in one night are put right there, press by press, as they are in the base', () => {
  const sound = edited(fourCable(), variant(NIGHT));
  const ends = plugsOf(sound).filter(({ isSpeaker }) => !isSpeaker);
  const crossings = ends.flatMap((a, i) =>
    ends.slice(i + 1).flatMap((b) => (a.lead === b.lead ? [] : [swap(a.lead, a.side, b.lead, b.side)])),
  ) as SingleEdit[];
  const twos = crossings
    .map((one, i) => [one, crossings[(i * 7 + 5) % crossings.length]!] as const)
    .filter(([one, other]) => one !== other);
  const pressed = (rig: Rig, night: string | null) => {
    const first = told(rig, night);
    const second = first.after && told(first.after, night);
    return [first.codes, second?.codes, second?.after && joined(second.after, night)];
  };
  const cases = twos.map((two) => ({
    base: pressed(edited(sound, ...two), null),
    night: pressed(edited(sound, ...two.map(inNight)), NIGHT),
  }));
  expect(cases.filter(({ base }) => base[2]).length).toBeGreaterThan(10);
  expect(cases.map(({ night }) => night)).toEqual(cases.map(({ base }) => base));
});

/** A rig whose leads all lie in one night alone; the links through the air are in every one. */
function inOneNight(rig: Rig): Rig {
  const nights = edited(rig, variant(NIGHT));
  const isLaid = ({ kind }: Lead) => kind !== 'air' && kind !== 'radio';
  const own = rig.leads.filter(isLaid).map(({ id, from, to }) => [id, { from: from.at, to: to.at }] as const);
  const bare = (end: Lead['from']) => ({ ...end, at: [] });
  return {
    ...nights,
    leads: rig.leads.map((lead) =>
      isLaid(lead) ? { ...lead, from: bare(lead.from), to: bare(lead.to) } : lead,
    ),
    variants: nights.variants.map((one) => ({ ...one, leads: Object.fromEntries(own) })),
  };
}
const plugged = (rig: Rig, night: string | null) =>
  joined(rig, night).filter(([, from = [], to = []]) => from.length + to.length > 0);

/** Not so there: what a box has inside is cured as suits the base; what was noted was noted in another wiring. */
const APART = ['WIRE-FEEDS', 'STALE-SETTINGS'];

test('law: what one night has to itself is told there and cured there, and the base is left as it is', () => {
  const lines = (rig: Rig, night: string | null) =>
    judgeAll(rig, night)
      .filter((one) => one.variant === night && !APART.includes(one.code))
      .map((finding) => {
        const cure = cureOf(rig, finding);
        const after = cure && edited(rig, cure.edit);
        const { text } = sentenceOf(rig, finding);
        return {
          said: [finding.code, finding.severity, text.replace(` in ${NIGHT}`, '')],
          cure: after && [cure.label, joined(after, night)],
          // A lead that is new in a night is put away in the base.
          base: after && night !== null ? plugged(after, null) : null,
        };
      });
  const cases = ALL_CASES.map(({ sound, spoil }) => {
    const wrong = edited(sound(), spoil);
    const night = inOneNight(wrong);
    return { base: lines(wrong, null), night: lines(night, NIGHT), bare: plugged(night, null) };
  });
  const told = (one: { said: unknown; cure: unknown }) => [one.said, one.cure];
  expect(cases.map(({ night }) => night.map(told))).toEqual(cases.map(({ base }) => base.map(told)));
  const touched = cases.flatMap(({ night, bare }) =>
    night.filter(({ base }) => base && JSON.stringify(base) !== JSON.stringify(bare)),
  );
  expect(touched.map(({ said }) => said)).toEqual([]);
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

test('where the base is wrong as well and its cure does not reach the night, the night has one of its own', () => {
  const away: SingleEdit = { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } };
  const sound = edited(fourCable(), variant(NIGHT));
  const wrong = edited(sound, inNight(away), away);
  const inBase = told(wrong, null);
  expect(inBase.after && joined(inBase.after, null)).toEqual(joined(sound, null));
  expect(told(inBase.after!, NIGHT).codes).toEqual(['SAFE-NOLOAD']);
  // Of two that are as bad, that of the night that is looked at comes first.
  const { after } = told(wrong, NIGHT);
  expect(after && joined(after, NIGHT)).toEqual(joined(sound, null));
  expect(after && joined(after, null)).toEqual(joined(wrong, null));
});

test('a cure that moves plugs in the base says so in a night, and says nothing there of what is the night’s own', () => {
  const sound = edited(fourCable(), variant(NIGHT), {
    edit: 'renameBase',
    arguments: { name: 'Cabinet night' },
  });
  const exchange = swap('lead-3', 'from', 'lead-5', 'from') as SingleEdit;
  const label = (rig: Rig, night: string | null) =>
    cureToldIn(rig, night, merged(rig, judge(rig, night))[0]!.finding)!.label;
  const wrong = edited(sound, exchange);
  expect(label(wrong, null)).toBe('Exchange the plugs of lead 3 and lead 5');
  expect(label(wrong, NIGHT)).toBe('Exchange the plugs of lead 3 and lead 5, in Cabinet night too');
  expect(label(edited(sound, inNight(exchange)), NIGHT)).toBe('Exchange the plugs of lead 3 and lead 5');
  const routed = edited(ORDERED.sound(), ORDERED.spoil, variant(NIGHT));
  const finding = judgeAll(routed, NIGHT).find(({ code }) => code === ORDERED.code)!;
  expect(cureToldIn(routed, NIGHT, finding)!.label).toBe('Move Tuner after Guitar, in Base too');
  // What a lead is it is in every night: there is nothing to say of it.
  const thin = edited(sound, { edit: 'setLeadKind', arguments: { id: 'lead-6', kind: 'instrument' } });
  expect(label(thin, NIGHT)).toBe(label(thin, null));
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
