import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { actChains, placesOf, writeChains } from '../chain';
import { applyEdit } from '../edits';
import { readRig } from '../file';
import { judge } from '../testing/of-wiring';
import { patchRig, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { AT, wired } from '../testing/order';
import { set } from '../testing/short-edits';
import {
  CRITERIA,
  criteriaIn,
  judged,
  oneEach,
  planAsVariant,
  planSearch,
  ranked,
  type Plan,
  type PlanLine,
} from './index';

function planOf(rig: Rig, variant: string | null = null): Plan {
  const steps = [...planSearch(rig, variant)];
  const plan = steps.at(-1)?.plan;
  if (!plan) throw new Error('nothing was planned');
  // It never tells more to do than there is, and grows.
  for (const { done, of } of steps) expect(done).toBeLessThanOrEqual(of);
  return plan;
}

const demo = (name: string): Rig => {
  const read = readRig(readFileSync(`demo/${name}.humrig.json`, 'utf8'));
  if (!read.ok) throw new Error(name);
  return read.rig;
};

const bad = (rig: Rig) =>
  judge(rig, null)
    .filter(({ severity }) => severity === 'danger' || severity === 'fault')
    .map(({ code, parts: [part], sound }) => `${code} ${part?.id ?? ''} ${sound ?? ''}`);

/** Boxes that hang in a loop of another, as `host < box`. */
const hung = (rig: Rig): readonly string[] =>
  actChains(rig, AT).flatMap((chain) => {
    const open: string[] = [];
    return placesOf(chain).flatMap(({ stops: [{ box, loop, blocks }] }): readonly string[] => {
      if (loop?.side === 'out') open.push(box);
      else if (loop?.side === 'back') open.pop();
      else if (open.length > 0 && !blocks.includes('preamp')) return [`${open.at(-1) ?? ''} < ${box}`];
      return [];
    });
  });

describe('the demo rigs', () => {
  test.each(['pit-chair', 'stage-walk-on', 'fly-kit'])(
    '%s: every proposal keeps what hangs in loops and raises no danger or fault of its own',
    (name) => {
      const rig = demo(name);
      const { lines } = planOf(rig);
      expect(lines.filter(({ inForce }) => inForce)).toHaveLength(1);
      expect(lines.length).toBeGreaterThan(1);
      for (const { trial } of lines) {
        expect(bad(rig)).toEqual(expect.arrayContaining(bad(trial)));
        expect(hung(trial)).toEqual(expect.arrayContaining([...hung(rig)]));
      }
    },
  );

  test('a night of its own is planned as it is', () => {
    const rig = demo('pit-chair');
    const night = rig.variants[0]!.id;
    const { lines } = planOf(rig, night);
    const own = lines.find(({ inForce }) => inForce)!;
    expect(own.name[0]).toMatch(/^direct/);
    for (const { change } of lines) expect(change.variant).toBe(night);
  });
});

describe('what matters', () => {
  const line = (more: Partial<PlanLine>): PlanLine =>
    ({
      unheard: [],
      lost: [],
      turned: 0,
      fetch: [],
      move: [],
      undone: [],
      adapters: [],
      deadKnobs: [],
      trips: 0,
      ms: 0,
      groundLoops: 0,
      runs: { count: 0, metres: 0 },
      findings: { danger: 0, fault: 0, caution: 0, note: 0 },
      inForce: false,
      ...more,
    }) as PlanLine;

  test('what is named first goes before all the rest; what is not named stands as usual', () => {
    const short = line({ key: 'short', runs: { count: 1, metres: 9 }, turned: 3 });
    const usual = line({ key: 'usual', runs: { count: 3, metres: 27 } });
    const keys = (first: readonly string[]) => ranked([short, usual], first).map(({ key }) => key);
    expect(keys([])).toEqual(['usual', 'short']);
    expect(keys(['runs'])).toEqual(['short', 'usual']);
    expect(keys(['heard', 'runs'])).toEqual(['short', 'usual']);
    expect(criteriaIn(['knobs', 'nonsense']).map(({ id }) => id)).toEqual([
      'knobs',
      ...CRITERIA.map(({ id }) => id).filter((id) => id !== 'knobs'),
    ]);
  });

  test.each(CRITERIA.map(({ id }) => id))('%s tells two lines apart', (id) => {
    const worse: Record<string, Partial<PlanLine>> = {
      heard: { unheard: ['Cabinet'] },
      faults: { findings: { danger: 0, fault: 1, caution: 0, note: 0 } },
      wishes: { undone: ['Delay is not after the preamp'] },
      order: { turned: 1 },
      cautions: { findings: { danger: 0, fault: 0, caution: 1, note: 0 } },
      leads: { move: [{} as PlanLine['move'][number]] },
      runs: { runs: { count: 1, metres: 9 } },
      trips: { trips: 1 },
      hum: { groundLoops: 1 },
      humDb: { humDb: 40 },
      knobs: { deadKnobs: ['PRESENCE of Head'] },
      presses: { presses: { total: 9, isMore: false } },
      adapters: { adapters: ['XLR to jack'] },
      tone: { tone: { db: -2, hz: 4_000 } },
      room: { roomDb: -1 },
      noise: { floorDb: 40 },
    };
    const [a, b] = [line({ key: 'a', ...worse[id] }), line({ key: 'b' })];
    expect(ranked([a, b], [id]).map(({ key }) => key)).toEqual(['b', 'a']);
  });

  test('of two that are alike the one in force comes first', () => {
    expect(ranked([line({ key: 'a' }), line({ key: 'b', inForce: true })]).map(({ key }) => key)).toEqual([
      'b',
      'a',
    ]);
  });
});

describe('a plan', () => {
  test('says how many were combined and wired, judges the best few of a family, the others when they are asked for', () => {
    const rig = build('guitar, fuzz, unit, valve head, cab 16, mic, desk');
    const { combined, wired: count, lines, others } = planOf(rig);
    expect(combined).toBeGreaterThan(count);
    expect(count).toBeGreaterThanOrEqual(lines.length);
    const families = lines.map(({ name: [family] }) => family);
    expect(families).toContain('four-cable');
    for (const one of families)
      expect(families.filter((other) => other === one).length).toBeLessThanOrEqual(3);
    // Shown is one of each, by what matters.
    const best = oneEach(ranked(lines));
    expect(best).toHaveLength(new Set(families).size);
    expect(new Set(best.map(({ name: [family] }) => family))).toEqual(new Set(families));
    const more = others['four-cable'] ?? [];
    expect(more.length).toBeGreaterThan(0);
    const next = judged(rig, AT, more[0]!);
    expect(next?.name[0]).toBe('four-cable');
    expect(lines.map(({ key }) => key)).not.toContain(next?.key);
  });

  test('a routing that leaves something silent is judged as a night that does not wish for it', () => {
    const rig = wired(
      'guitar, unit, valve head, cab 16, mic, desk',
      'GUITAR > MULTI[drive amp cab chorus delay reverb] > VALVE > CABINET ~ MCRPHN > DESK[mix-1]',
    );
    const direct = planOf(rig).lines.find(({ name: [family] }) => family === 'direct')!;
    expect(direct.unheard).toEqual(['Cabinet']);
    expect(direct.findings).toMatchObject({ danger: 0, fault: 0 });
    expect(ranked(planOf(rig).lines).at(-1)?.unheard).toEqual(['Cabinet']);
  });

  test('models are set at rest so that each way has one preamp and one cabinet', () => {
    const rig = build('guitar, unit, valve head, cab 16, desk');
    const states = (family: string) => {
      const { trial } = planOf(rig).lines.find(({ name }) => name[0] === family)!;
      const unit = trial.boxes.find(({ id }) => id === 'multi-effects')!;
      return unit.blocks.filter(({ id }) => id === 'amp' || id === 'cab').map(({ state }) => state);
    };
    expect(states('four-cable')).toEqual(['off', 'off']);
    expect(states('straight into the power stage')).toEqual(['on', 'off']);
  });

  test('amplifiers that no chain passes keep their loads, each its own', () => {
    const rig = build('guitar, small unit, valve head, cab 16, small head, cab 8, mic, desk');
    const direct = planOf(rig).lines.find(({ name: [family] }) => family === 'direct')!;
    expect(direct.findings.danger).toBe(0);
    expect(direct.trial.leads.filter(({ kind }) => kind === 'speaker')).toHaveLength(2);
  });

  test('as it is wired is in force, however its models are set', () => {
    const text =
      'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
    const rig = edited(wired('guitar, unit, valve head, cab 16', text), set('multi-effects', 'amp', 'on'));
    const own = planOf(rig).lines.find(({ inForce }) => inForce)!;
    expect(own.key).toBe(text);
    expect(own.change.states).toEqual([]);
  });

  test('a routing as a night of its own: the base stays as it is, the night wishes for what it leads to', () => {
    const rig = wired(
      'guitar, unit, valve head, cab 16, mic, desk',
      'GUITAR > MULTI[drive amp cab chorus delay reverb] > VALVE > CABINET ~ MCRPHN > DESK[mix-1]',
    );
    const direct = planOf(rig).lines.find(({ name: [family] }) => family === 'direct')!;
    const call = planAsVariant(rig, direct.key, { from: null, name: 'Direct night' });
    if ('reason' in call) throw new Error(call.reason);
    const { rig: two, inverse } = applyEdit(rig, call);
    const night = two.variants[0]!;
    expect(night.name).toBe('Direct night');
    expect(writeChains(two, actChains(two, { variant: night.id, wirings: {} }))).toEqual(
      direct.key.split('\n'),
    );
    expect(writeChains(two, actChains(two, AT))).toEqual(writeChains(rig, actChains(rig, AT)));
    expect(judge(two, night.id).filter(({ severity }) => severity === 'fault')).toEqual([]);
    expect(patchRig(two, inverse)).toEqual(rig);
  });
});
