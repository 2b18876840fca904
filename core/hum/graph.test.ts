// Loops that must come out, and a basis of them that people can follow.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inNight, makeSound, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { gear, rigOf, wiredWays } from '../testing/gear';
import {
  changed,
  earthed,
  joined,
  onTwoCircuits,
  powered,
  twoAmplifiers,
  withJack,
} from '../testing/grounds';
import { mode } from '../testing/short-edits';
import { cyclesIn } from './cycles';
import { piecesOf } from './elimination';
import { groundGraph } from './graph';
import { bothEnds, groundLoops, groupWords, isolatedIn, namedLoops, unprovedAcross } from './index';

const withRack = (): Rig =>
  build(
    'guitar, rack unit, valve head, cab 16, interface, midi delay',
    'guitar/out > rack-unit/input',
    'rack-unit/out-1-l > valve-head/input',
    'valve-head/send > rack-unit/in-1-l',
    'rack-unit/out-2-l > valve-head/return',
  );

describe('counts that must come out', () => {
  test('plain four-cable: 2; the unit earthed in the same group: 3', () => {
    expect(groundLoops(fourCable(), null)).toBe(2);
    expect(groundLoops(earthed(fourCable(), 'multi-effects'), null)).toBe(3);
    expect(groundLoops(withRack(), null)).toBe(3);
  });

  test('five-pin MIDI adds none, USB to something earthed one', () => {
    const rig = withRack();
    const midi = (one: Rig) => joined(one, 'midi', 'rack-unit/midi-out', 'midi-delay/midi-in');
    expect(groundLoops(midi(rig), null)).toBe(3);
    // Nor where both ends are tied to what is earthed, as on a box of one's own: the screen is tied at the sender alone.
    const tied = withJack(earthed(rig, 'midi-delay'), 'midi-delay', 'midi-in', { ground: 'audio' });
    const both = withJack(tied, 'rack-unit', 'midi-out', { ground: 'audio' });
    expect(groundLoops(midi(both), null)).toBe(groundLoops(both, null));
    const usb = (one: Rig) => joined(one, 'usb', 'rack-unit/usb', 'audio-interface/usb');
    expect(groundLoops(usb(rig), null)).toBe(3);
    expect(groundLoops(usb(earthed(rig, 'audio-interface')), null)).toBe(4);
  });

  test('a relay lead adds one, floating contacts none', () => {
    const rig = joined(withRack(), 'switch', 'rack-unit/relay-1', 'valve-head/foot');
    expect(groundLoops(withJack(rig, 'rack-unit', 'relay-1', { ground: 'audio' }), null)).toBe(4);
    expect(groundLoops(withJack(rig, 'rack-unit', 'relay-1', { ground: 'none' }), null)).toBe(3);
  });

  test('two amplifiers on two circuits by one board: 1', () => {
    const apart = onTwoCircuits();
    expect([groundLoops(twoAmplifiers(), null), groundLoops(apart, null)]).toEqual([1, 1]);
    expect(namedLoops(inNight(apart, null)).map(({ group, words }) => [group, words])).toEqual([
      ['mains', 'leads 2 and 3 and the earths of Valve head and Valve head 2'],
    ]);
  });

  test('pedals on outlets that share a ground close one for each lead between them; isolated ones none', () => {
    const rig = build(
      'guitar, fuzz, chorus, combo, supply',
      'guitar/out > fuzz/in',
      'fuzz/out > chorus/in',
      'chorus/out > combo/input',
    );
    const supply = rig.boxes.find(({ jacks }) => jacks.some(({ dcOutlet }) => dcOutlet))!;
    const outlets = supply.jacks.filter(({ dcOutlet }) => dcOutlet).map(({ id }) => `${supply.id}/${id}`);
    const fed = joined(joined(rig, 'dc', outlets[0]!, 'fuzz/dc'), 'dc', outlets[1]!, 'chorus/dc');
    expect(groundLoops(fed, null)).toBe(0);
    const daisy = changed(fed, supply.id, (box) => ({
      ...box,
      jacks: box.jacks.map((jack) =>
        jack.dcOutlet ? { ...jack, dcOutlet: { ...jack.dcOutlet, group: 'all' } } : jack,
      ),
    }));
    expect(groundLoops(daisy, null)).toBe(1);
    const [loop] = namedLoops(inNight(daisy, null));
    expect(loop!.group).toBe('supply');
    expect(loop!.words).toMatch(/^leads 2, 4 and 5 and the shared outlets of/);
  });

  test('an earth that is missing is none', () => {
    const rig = powered(fourCable(), 'multi-effects', { class: 'I', earth: 'missing' });
    expect(groundLoops(rig, null)).toBe(2);
  });
});

describe('the basis', () => {
  test('names the loops of a four-cable rig by its runs', () => {
    const loops = namedLoops(inNight(fourCable(), null));
    expect(loops.map(({ group, words }) => [group, words])).toEqual([
      ['stage runs', 'leads 3 and 4 between Multi-effects and Valve head'],
      ['stage runs', 'leads 3 and 5 between Multi-effects and Valve head'],
    ]);
    expect(groupWords(loops)).toBe('2 loops by stage runs');
    const mains = namedLoops(inNight(earthed(fourCable(), 'multi-effects'), null));
    expect(groupWords(mains)).toBe('2 loops by stage runs, 1 by the mains');
  });

  test('of a night is of the boxes that are joined in it', () => {
    const rig = edited(
      build(
        'guitar, unit, chorus, valve head, cab 16',
        'guitar/out > multi-effects/input',
        'multi-effects/send-1 > chorus/in',
        'chorus/out > multi-effects/return-1',
        'valve-head/spk-16 = cabinet/in',
      ),
      {
        edit: 'addVariant',
        arguments: {
          variant: { id: 'night', name: 'Night', leads: {}, state: makeSound('x', 'x').state, notes: '' },
        },
      },
      ...(['lead-2', 'lead-3'] as const).map((lead, i) => ({
        edit: 'replug' as const,
        arguments: {
          lead,
          side: i === 0 ? ('to' as const) : ('from' as const),
          at: [{ box: 'valve-head', jack: i === 0 ? 'input' : 'send' }],
          scope: { layer: 'variant' as const, id: 'night' },
        },
      })),
    );
    const told = (night: string | null) =>
      namedLoops(inNight(rig, night)).map(({ group, words }) => [group, words]);
    expect(told(null)).toEqual([['patches', 'leads 2 and 3 between Multi-effects and Chorus']]);
    expect(told('night')).toEqual([['stage runs', 'leads 2 and 3 between Multi-effects and Valve head']]);
  });

  test('has as many cycles as there are loops; each closes and passes nothing twice', () => {
    fc.assert(
      fc.property(gear, (g) => {
        for (const { rig } of wiredWays(rigOf(g)).slice(0, 4)) {
          const graph = groundGraph(inNight(rig, null));
          const cycles = cyclesIn(graph);
          expect(cycles).toHaveLength(groundLoops(rig, null));
          for (const cycle of cycles) {
            const met = new Map<number, number>();
            for (const { a, b } of cycle) for (const node of [a, b]) met.set(node, (met.get(node) ?? 0) + 1);
            expect([...met.values()].every((times) => times === 2)).toBe(true);
            expect(new Set(cycle).size).toBe(cycle.length);
            const piece = piecesOf(graph.nodes.length, cycle);
            expect(new Set([...met.keys()].map((node) => piece[node])).size).toBe(1);
          }
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('a rack', () => {
  const inRack = (chassisJoined: boolean): Rig => {
    const rig = ['multi-effects', 'valve-head'].reduce((r, id) => earthed(r, id), fourCable());
    return {
      ...rig,
      boxes: rig.boxes.map((box) => (box.id === 'multi-effects' ? { ...box, place: 'backline' } : box)),
      stage: {
        ...rig.stage,
        places: rig.stage.places.map((place) =>
          place.id === 'backline' ? { ...place, name: 'Rack', chassisJoined } : place,
        ),
      },
    };
  };

  test('whose chassis touch is one loop more, told by its place', () => {
    expect(groundLoops(inRack(true), null)).toBe(groundLoops(inRack(false), null) + 1);
    const words = namedLoops(inNight(inRack(true), null)).map((loop) => loop.words);
    expect(words.filter((one) => one.includes('the chassis that touch in Rack'))).not.toHaveLength(0);
  });
});

test('what hangs on one outlet together shares its ground, though the outlet has one of its own', () => {
  const line = 'guitar, fuzz, od, combo, supply';
  const rig = withJack(build(line, 'fuzz/out > overdrive/in'), 'supply', 'out-1', { mult: true });
  const supplies = (r: Rig) =>
    groundGraph(inNight(r, null)).ties.filter(({ kind }) => kind === 'supply').length;
  const one = joined(rig, 'dc', 'supply/out-1', 'fuzz/dc');
  expect(supplies(one)).toBe(0);
  expect(supplies(joined(one, 'dc', 'supply/out-1', 'overdrive/dc'))).toBe(2);
  expect(supplies(joined(one, 'dc', 'supply/out-2', 'overdrive/dc'))).toBe(0);
});

test('a lift with no end said is where the signal is received: with a switch there it is one opening, with one at the other both', () => {
  const plugs = ['guitar/out > multi-effects/input', 'multi-effects/out-1-l > combo/input'];
  const rig = build('guitar, unit, combo', ...plugs);
  const bare: Rig = {
    ...rig,
    leads: rig.leads.map((lead) => (lead.id === 'lead-2' ? { ...lead, break: { kind: 'lift' } } : lead)),
  };
  const open = (r: Rig) => bothEnds(inNight(r, null)).map(({ lead, open: ends }) => [lead.id, ...ends]);
  expect(open(bare)).toEqual([]);
  expect(open(withJack(bare, 'combo', 'input', { ground: 'lifted' }))).toEqual([]);
  expect(open(withJack(bare, 'multi-effects', 'out-1-l', { ground: 'lifted' }))).toEqual([
    ['lead-2', 'jack', 'lead'],
  ]);
});

test('earths on both sides of an isolator are found by every lead of what stands between, whichever was plugged first', () => {
  const plugs = [
    'multi-effects/send-1 > valve-head/input',
    'multi-effects/out-1-l > passive-di/in',
    'passive-di/out - desk/ch-1',
    'guitar/out > multi-effects/input',
  ];
  for (const order of [plugs, plugs.toReversed()]) {
    const bare = order.flatMap((plug) =>
      plug.includes('passive-di/in')
        ? []
        : [plug.replace('passive-di/out - desk', 'multi-effects/out-1-l - desk')],
    );
    const lift = mode('passive-di', 'out', 'lifted');
    const rig = edited(build('guitar, unit, valve head, passive di, desk', ...order), lift);
    const found = isolatedIn(inNight(rig, null));
    expect(found.map(({ unproved }) => unproved.map(({ id }) => id))).toEqual([['valve-head', 'desk']]);
    const across = unprovedAcross(inNight(build('guitar, unit, valve head, desk', ...bare), null));
    for (const { id } of build('guitar, unit, valve head, desk', ...bare).leads)
      expect(across.get(id)?.map(({ id: box }) => box)).toEqual(['valve-head', 'desk']);
    const without = order.filter((plug) => !plug.includes('send-1'));
    const apart = edited(build('guitar, unit, valve head, passive di, desk', ...without), lift);
    expect(isolatedIn(inNight(apart, null))).toEqual([]);
  }
});
