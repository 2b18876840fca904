// What setups say of grounds: loops, what may be opened and what never, isolators that wait for an earth.
import { describe, expect, test } from '@jest/globals';
import { judge } from '../findings';
import { humActs } from '../hum/acts';
import { namedLoops, planHum, type HumPlan } from '../hum';
import { inNight, type Rig } from '../model';
import { build, edited } from './build';
import { proved } from './finding-cases-hum';
import { limit } from './short-edits';
import { wiredSetup } from './wired-setup';

function planOf(rig: Rig): HumPlan {
  const search = planHum(rig, null);
  for (;;) {
    const step = search.next();
    if (step.done === true) return step.value;
  }
}

const loopsOf = (rig: Rig) => namedLoops(inNight(rig, null)).map(({ words }) => words);
const codes = (rig: Rig) => judge(rig, null).map(({ code }) => code);
const wordsOf = (plan: HumPlan) => (plan.best?.acts ?? []).map(({ words }) => words);

describe('O: a gate round the drives', () => {
  const rig = proved(wiredSetup('O:'));
  test('is one loop, by name', () => {
    expect(loopsOf(rig)).toEqual(['leads 2, 3 and 4 between Four-jack gate, Fuzz and Overdrive']);
  });
  test('a lift at one end is among what can be done; a mains earth never is', () => {
    const acts = humActs(inNight(rig, null));
    expect(acts.map(({ kind }) => kind)).toContain('lift');
    for (const { edits, words } of acts) {
      expect(edits.map(({ edit }) => edit)).not.toContain('setEarth');
      expect(words).not.toMatch(/earth|both ends/);
    }
  });
});

test('N: a hub of two buffers closes one loop, and its hum is nothing beside the pickup’s', () => {
  expect(loopsOf(wiredSetup('N:'))).toHaveLength(1);
  expect(planOf(wiredSetup('N:')).outputs.every(({ isOver }) => !isOver)).toBe(true);
});

test('P: the unit straight into both returns of a combo closes a loop a side', () => {
  expect(loopsOf(wiredSetup('P:'))).toEqual([
    'leads 2 and 3 between Multi-effects and Stereo combo',
    'leads 2 and 4 between Multi-effects and Stereo combo',
  ]);
});

describe('X: wet, dry, wet', () => {
  test('the splitter’s isolated side keeps the dry amplifier off the wet ones', () => {
    expect(loopsOf(wiredSetup('X:'))).toEqual(['leads 5 and 6 between Stereo delay and Stereo power amp']);
  });
  test('lifting one of the two wet leads is told to make it worse', () => {
    expect(planOf(proved(wiredSetup('X:'))).worse.map(({ words }) => words)).toEqual([
      'Lift the shield at the receiving end of lead 5',
      'Lift the shield at the receiving end of lead 6',
    ]);
  });
});

test('Z: a head to its cabinet and by its own feed to the desk closes no loop', () => {
  expect(loopsOf(wiredSetup('Z:'))).toEqual([]);
});

describe('AA: two amplifiers on two circuits', () => {
  const mains: Rig['stage']['mains'] = {
    circuits: [
      { id: 'one', name: 'A' },
      { id: 'two', name: 'B' },
    ],
    outlets: [
      { id: 'l', name: 'Left', circuit: 'one', group: '' },
      { id: 'r', name: 'Right', circuit: 'two', group: '' },
    ],
    earthDifferences: [{ a: 'l', b: 'r', volts: 0.1 }],
  };
  const wall = (box: string, outlet: string) =>
    ({ edit: 'setWallOutlet', arguments: { box, jack: 'mains', outlet } }) as const;
  const base = edited(
    build(
      'guitar, unit, combo, combo',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > combo/input',
      'multi-effects/out-1-r > combo-2/input',
    ),
    { edit: 'setMains', arguments: { mains } },
    wall('combo', 'l'),
    wall('combo-2', 'r'),
    // The plugs stay where they are: each amplifier stands at its own side of the stage.
    limit('costGather', 100),
  );
  const old = edited(base, { edit: 'setEarth', arguments: { box: 'combo-2', earth: 'missing' } });

  test('one with a two-wire lead: danger, and no isolator or lift until it has an earth that is proved', () => {
    expect(codes(old)).toContain('SAFE-UNEARTHED');
    const { best, single, unproved } = planOf(old);
    expect([best, single]).toEqual([null, null]);
    expect(unproved.map(({ id }) => id)).toContain('combo');
  });

  test('both earthed, nobody has proved it: over the limit, and nothing is opened: only the plug is moved', () => {
    expect(codes(base)).toContain('HUM-LOOP');
    expect(wordsOf(planOf(base))).toEqual(['Move the mains plug of Combo 2 to Left on A, where most are']);
    expect(planOf(base).unproved.map(({ id }) => id)).toEqual(['combo', 'combo-2']);
  });

  test('proved: a transformer into one of them; a lift makes it worse', () => {
    const plan = planOf(proved(base));
    expect(wordsOf(plan)).toEqual([
      expect.stringMatching(/^Put an isolating transformer at the receiving end of lead [23]$/),
    ]);
    expect(plan.isEnough).toBe(true);
    expect(plan.worse.map(({ words }) => words)).toEqual(
      expect.arrayContaining([
        'Lift the shield at the receiving end of lead 2',
        'Lift the shield at the receiving end of lead 3',
      ]),
    );
  });
});
