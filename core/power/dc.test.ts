// What feeds what; and the placement that feeds most, against every placement there is.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyEdit } from '../edits';
import { checkInvariants, inNight, makeLead, newVariant, type Rig } from '../model';
import { powered } from '../testing/grounds';
import { fedRig, type OutletFigures, type PedalFigures } from '../testing/supplies';
import {
  assignEdits,
  assignOutlets,
  dcFaults,
  dcFeeds,
  dcOutlets,
  groundOf,
  loadOf,
  positiveShared,
  supplies,
  unfed,
  type DcOutlet,
} from './index';

const night = (rig: Rig) => inNight(rig, null);
const fedBy = (rig: Rig) =>
  Object.fromEntries(
    dcFeeds(night(rig)).map(({ outlet, fed }) => [outlet.jack.id, fed.map(({ box }) => box.id)]),
  );
const taken = (rig: Rig) => {
  const { boxes } = assignOutlets(night(rig));
  return boxes.map(({ at }) => (at ? `${at.box.id}/${at.jack.id}` : null));
};
const done = (rig: Rig): Rig =>
  assignEdits(rig, null, assignOutlets(night(rig))).reduce((r, edit) => applyEdit(r, edit).rig, rig);

describe('feeds', () => {
  const rig = fedRig(
    [{ total: 300, outlets: [{ milliamps: 100 }, { milliamps: 200, group: 'a', mult: true }] }],
    [
      { milliamps: 50, at: 'supply/out-1' },
      { milliamps: 80, at: 'supply/out-2' },
      { milliamps: 90, at: 'supply/out-2' },
      { milliamps: 10 },
    ],
  );

  test('by outlet, with what is drawn from each and from the whole supply', () => {
    expect(fedBy(rig)).toEqual({ 'out-1': ['pedal-1'], 'out-2': ['pedal-2', 'pedal-3'] });
    expect(dcFeeds(night(rig)).map((feed) => [loadOf(feed).wants, loadOf(feed).rating])).toEqual([
      [50, 100],
      [170, 200],
    ]);
    expect(supplies(night(rig)).map(({ wants, rating }) => [wants, rating])).toEqual([[220, 300]]);
    expect(unfed(night(rig)).map(({ box }) => box.id)).toEqual(['pedal-4']);
  });

  test('through a pedal that hands its feed on', () => {
    const chained: Rig = {
      ...rig,
      boxes: rig.boxes.map((box) =>
        box.id === 'pedal-1'
          ? {
              ...box,
              jacks: [...box.jacks, { ...box.jacks[0]!, id: 'dc-out', label: 'DC OUT', direction: 'out' }],
            }
          : box,
      ),
      leads: [
        ...rig.leads,
        {
          ...rig.leads[0]!,
          id: 'chain',
          number: 9,
          from: { ...rig.leads[0]!.from, at: [{ box: 'pedal-1', jack: 'dc-out' }] },
          to: { ...rig.leads[0]!.to, at: [{ box: 'pedal-4', jack: 'dc' }] },
        },
      ],
    };
    expect(fedBy(chained)['out-1']).toEqual(['pedal-1', 'pedal-4']);
    // It goes where its host goes, and its current counts there.
    expect(assignOutlets(night(chained))).toMatchObject({ unfed: [], moved: 0 });
    expect(taken(chained)).toEqual(['supply/out-1', 'supply/out-2', 'supply/out-2']);
    const heavy = powered(chained, 'pedal-4', { dcMilliamps: { value: 80, source: 'manual' } });
    expect(taken(heavy)[0]).toBe('supply/out-2');
  });

  test.each([
    [{ volts: 18 }, {}, ['volts']],
    [{ volts: 18 }, { high: 18 }, []],
    [{ volts: 9 }, { low: 12, high: 12 }, ['under']],
    [{ polarity: 'centre-positive' }, {}, ['polarity']],
    [{ kind: 'ac' }, {}, ['ac']],
    [{ volts: 18, polarity: 'centre-positive' }, {}, ['volts', 'polarity']],
  ] as [OutletFigures, Partial<PedalFigures>, string[]][])(
    'outlet %j for a pedal of %j: %j',
    (outlet, pedal, wrong) => {
      const own = fedRig([{ outlets: [outlet] }], [{ milliamps: 20, ...pedal }]);
      expect(dcFaults(dcOutlets(night(own))[0]!, own.boxes[1]!)).toEqual(wrong);
    },
  );

  test('positive ground beside others on one ground is told; alone it is not', () => {
    const shared = (group: string | null) =>
      positiveShared(
        night(
          fedRig(
            [{ outlets: [{ group }, { group }] }],
            [
              { milliamps: 5, positiveGround: true, at: 'supply/out-1' },
              { milliamps: 5, at: 'supply/out-2' },
            ],
          ),
        ),
      ).map(({ box, with: others }) => [box.id, others.map(({ id }) => id)]);
    expect(shared('a')).toEqual([['pedal-1', ['pedal-2']]]);
    expect(shared(null)).toEqual([]);
  });
});

describe('who goes where', () => {
  test('what stands right stays; what is too much for its outlet changes places with what is not', () => {
    const rig = fedRig(
      [{ outlets: [{ milliamps: 100 }, { milliamps: 500 }, { milliamps: 100 }] }],
      [
        { milliamps: 300, at: 'supply/out-1' },
        { milliamps: 20, at: 'supply/out-2' },
        { milliamps: 20, at: 'supply/out-3' },
      ],
    );
    expect(taken(rig)).toEqual(['supply/out-2', 'supply/out-1', 'supply/out-3']);
    const after = done(rig);
    expect(fedBy(after)).toEqual({ 'out-1': ['pedal-2'], 'out-2': ['pedal-1'], 'out-3': ['pedal-3'] });
    expect(after.leads).toHaveLength(3);
    expect(checkInvariants(after)).toEqual([]);
  });

  test('a 9 V 500 mA outlet feeds a pedal of 100 mA: nothing is wrong with it', () => {
    const rig = fedRig([{ outlets: [{ milliamps: 500 }] }], [{ milliamps: 100, at: 'supply/out-1' }]);
    expect(assignOutlets(night(rig))).toMatchObject({ unfed: [], moved: 0, withMargin: 1, isExact: true });
  });

  test('a pedal without a lead gets one; one that no outlet can feed is taken off what would harm it', () => {
    const rig = fedRig(
      [{ outlets: [{ volts: 18 }, { milliamps: 100 }] }],
      [{ milliamps: 10, at: 'supply/out-1' }, { milliamps: 10 }],
    );
    const { unfed: left } = assignOutlets(night(rig));
    expect(left).toHaveLength(1);
    const after = done(rig);
    expect(fedBy(after)['out-1']).toEqual([]);
    expect(fedBy(after)['out-2']).toHaveLength(1);
  });

  const stray = (from: string | null, to: string | null, kind: 'dc' | 'instrument' = 'instrument') => {
    const at = (key: string | null) => {
      const [box = '', jack = ''] = key?.split('/') ?? [];
      return key === null ? [] : [{ box, jack }];
    };
    return makeLead({ id: 'stray', number: 40, kind, from: at(from), to: at(to), lengthM: 1 });
  };

  test.each([
    ['is none of theirs: it is left alone', stray('supply/out-1', 'supply-2/out-1'), 2, 2],
    ['hangs loose: it is taken out and used', stray('supply/out-1', null, 'dc'), 1, 1],
    ['is in the pedal’s own jack and does not belong there', stray('supply-2/out-1', 'pedal-1/dc'), 1, 2],
    ['is no supply lead, from an outlet', stray('supply/out-1', 'pedal-1/dc'), 2, 2],
  ])('what is plugged where a pedal is to be fed, and %s', (_, lead, outlets, leads) => {
    const rig = fedRig(
      [
        { outlets: Array.from({ length: outlets }, () => ({ milliamps: 100 })) },
        { outlets: [{ volts: 18 }] },
      ],
      [{ milliamps: 10 }],
    );
    const after = done({ ...rig, leads: [...rig.leads, lead] });
    const fed = dcFeeds(night(after)).filter((feed) => feed.fed.some(({ box }) => box.id === 'pedal-1'));
    expect(fed.map(({ outlet }) => `${outlet.box.id}/${outlet.jack.id}`)).toEqual([`supply/out-${outlets}`]);
    expect(after.leads).toHaveLength(leads);
    expect(checkInvariants(after)).toEqual([]);
  });

  test('a pedal that another lead feeds in a variant of the base is left as it is; the others are fed', () => {
    const rig = fedRig([{ outlets: [{}, {}, {}] }], [{ milliamps: 10 }, { milliamps: 10 }]);
    const leads = { stray: { from: [], to: [{ box: 'pedal-1', jack: 'dc' }] } };
    const variants = [{ ...newVariant(rig, null, 'Night'), leads }];
    const after = done({ ...rig, leads: [stray(null, null)], variants });
    expect(unfed(inNight(after, null)).map(({ box }) => box.id)).toEqual(['pedal-1']);
    expect(checkInvariants(after)).toEqual([]);
  });

  test('24 pedals on 16 outlets, one of them a bank: all that can be is fed, and proved to be', () => {
    const outlets = Array.from({ length: 16 }, (_, i): OutletFigures =>
      i === 15 ? { milliamps: 400, group: 'bank', mult: true } : { milliamps: 100 + 50 * (i % 4) },
    );
    const pedals = Array.from({ length: 24 }, (_, i): PedalFigures => ({ milliamps: 15 + ((i * 37) % 140) }));
    const found = assignOutlets(night(fedRig([{ total: 3000, outlets }], pedals)));
    expect(found.isExact).toBe(true);
    expect(found.boxes).toHaveLength(24);
    expect(found.unfed.length).toBeLessThan(3);
  });

  const outlet = fc.record({
    volts: fc.constantFrom(9, 9, 9, 18),
    milliamps: fc.constantFrom(60, 100, 200, 300),
    group: fc.constantFrom(null, null, 'a'),
    mult: fc.constantFrom(false, false, true),
  });
  const pedal = fc.record({
    high: fc.constantFrom(9.6, 9.6, 18),
    milliamps: fc.constantFrom(10, 55, 90, 150, 250),
    positiveGround: fc.constantFrom(false, false, false, true),
    assumed: fc.constantFrom(false, false, true),
    in: fc.integer({ min: -1, max: 3 }),
  });

  /** Every placement, one after the other: boxes fed, with margin, moved. */
  function best(rig: Rig, margin: number): readonly number[] {
    const of = night(rig);
    const outlets = dcOutlets(of);
    const boxes = rig.boxes.filter(({ power }) => power.class === 'low');
    const today = boxes.map((box) => dcFeeds(of).findIndex(({ fed }) => fed.some((one) => one.box === box)));
    let top: readonly number[] = [Infinity, Infinity, Infinity, Infinity, Infinity];
    const least = ({ dcMilliamps: own }: Rig['boxes'][number]['power']) =>
      own!.source === 'assumed' ? own!.value / 2 : own!.value;
    const at: number[] = [];
    const suits = (one: DcOutlet, box: Rig['boxes'][number]) =>
      least(box.power) <= one.facts.milliamps!.value && dcFaults(one, box).length === 0;
    const mayBe = (): boolean => {
      const groups = new Map<string, Set<boolean>>();
      let total = 0;
      for (const [o, one] of outlets.entries()) {
        const own = boxes.filter((_, i) => at[i] === o);
        if (own.length > 1 && !one.jack.mult) return false;
        const has = one.facts.milliamps!.value;
        const drawn = own.reduce((sum, { power }) => sum + power.dcMilliamps!.value, 0);
        if (own.length > 1 && drawn > has) return false;
        if (own.some((box) => !suits(one, box))) return false;
        total += own.reduce((sum, { power }) => sum + least(power), 0);
        for (const { power } of own) {
          const signs = groups.get(groundOf(one)) ?? new Set();
          groups.set(groundOf(one), signs.add(power.positiveGround));
        }
      }
      const most = outlets[0]?.box.power.dcTotalMilliamps?.value ?? Infinity;
      return total <= most && [...groups.values()].every((signs) => signs.size < 2);
    };
    const place = (i: number): void => {
      if (i === boxes.length) {
        if (!mayBe()) return;
        const over = (times: number) =>
          boxes.filter(
            ({ power }, k) =>
              at[k]! >= 0 && power.dcMilliamps!.value * times > outlets[at[k]!]!.facts.milliamps!.value,
          ).length;
        const score = [
          at.filter((o) => o < 0).length,
          boxes.filter((box, k) => at[k]! < 0 && outlets[today[k]!] && suits(outlets[today[k]!]!, box))
            .length,
          over(1),
          over(margin) - over(1),
          at.filter((o, k) => o >= 0 && o !== today[k]).length,
        ];
        const d = score.map((one, k) => one - top[k]!).find((one) => one !== 0) ?? 0;
        if (d < 0) top = score;
        return;
      }
      for (let o = -1; o < outlets.length; o += 1) {
        at[i] = o;
        place(i + 1);
      }
    };
    place(0);
    return top;
  }

  test('as good as the best of all placements', () => {
    const met = { moved: 0, unfed: 0, shared: 0, branched: 0 };
    fc.assert(
      fc.property(
        fc.array(outlet, { minLength: 1, maxLength: 4 }),
        fc.array(pedal, { minLength: 1, maxLength: 5 }),
        fc.option(fc.constantFrom(150, 300), { nil: undefined }),
        (outlets, wanted, total) => {
          const held = new Set<number>();
          const pedals = wanted.map(({ in: at, ...own }): PedalFigures => {
            const free = at >= 0 && at < outlets.length && (outlets[at]!.mult || !held.has(at));
            if (free) held.add(at);
            return free ? { ...own, at: `supply/out-${at + 1}` } : own;
          });
          const rig = fedRig([{ outlets, ...(total === undefined ? {} : { total }) }], pedals);
          const found = assignOutlets(night(rig));
          const fed = found.boxes.filter(({ at }) => at !== null).length;
          const top = best(rig, 1.2);
          expect(found.isExact).toBe(true);
          expect([found.unfed.length, fed - found.withMargin, found.moved]).toEqual([
            top[0],
            top[2]! + top[3]!,
            top[4],
          ]);
          // Done to the rig it is what was told.
          const after = done(rig);
          expect(dcFeeds(night(after)).flatMap((feed) => feed.fed)).toHaveLength(fed);
          expect(positiveShared(night(after))).toEqual([]);
          if (found.moved > 0) met.moved += 1;
          if (found.unfed.length > 0) met.unfed += 1;
          if (dcFeeds(night(after)).some((feed) => feed.fed.length > 1)) met.shared += 1;
          if (found.looked > 1) met.branched += 1;
        },
      ),
      { numRuns: 500 },
    );
    for (const n of Object.values(met)) expect(n).toBeGreaterThan(30);
  });
});
