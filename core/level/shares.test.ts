import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { EditCall } from '../edits';
import { inNight, inSetting, type Rig, type Scope } from '../model';
import { traceIn } from '../signal';
import { editSeeds, playEdits } from '../testing/arbitrary';
import { build, edited, fourCable } from '../testing/build';
import { rigForEdits } from '../testing/edit-cases';
import { levelsAlong } from './along';
import { powerSum } from './chain';
import { feedsIn } from './feeds';
import type { NoiseGroup } from './noise';
import { gateWords, noiseAtEnd, type NoiseShare } from './shares';

const REST: Scope = { layer: 'rest' };
const SOUND = { variant: null, sound: 'sound-1' } as const;
const state = (box: string, block: string, to: string): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state: to, scope: REST },
});
function atEnd(rig: Rig) {
  const of = inSetting(rig, SOUND);
  return noiseAtEnd(of, traceIn(of).paths[0]!)!;
}
const share = (rig: Rig, group: NoiseGroup) =>
  atEnd(rig).shares.find((one) => one.group === group)?.share ?? 0;

describe('whose the noise is', () => {
  test('it adds up to the noise at the end, on any rig', () => {
    let met = 0;
    fc.assert(
      fc.property(editSeeds, (seeds) => {
        const rig = playEdits(rigForEdits(), seeds, () => undefined);
        for (const { id } of rig.sounds) {
          const of = inSetting(rig, { variant: null, sound: id });
          for (const path of traceIn(of).paths) {
            const { stops, noise } = levelsAlong(of, path);
            if (noise.length === 0 || stops.length === 0) continue;
            met += 1;
            expect(powerSum(...noise.map(({ dbu }) => dbu))).toBeCloseTo(stops.at(-1)!.noiseDbu, 6);
            const told = noiseAtEnd(of, path)!;
            expect(told.shares.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(1, 9);
          }
        }
      }),
      { numRuns: 60 },
    );
    expect(met).toBeGreaterThan(30);
  });

  test('a drive that is on is most of it; without it the guitar and the preamp are', () => {
    const rig = build(
      'guitar, od, valve head, cabinet 16',
      'guitar/out > overdrive/in',
      'overdrive/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    );
    const driven = edited(rig, state('overdrive', 'drive', 'on'));
    expect(share(driven, 'pedals')).toBeGreaterThan(0.5);
    expect(atEnd(driven).shares.find(({ group }) => group === 'pedals')!.most.name).toBe('Overdrive');
    expect(share(edited(rig, state('overdrive', 'drive', 'off')), 'pedals')).toBe(0);
    const plain = edited(rig, state('overdrive', 'drive', 'off'));
    // Up to the first valve it is the guitar's alone; the valve adds its −104 dBu.
    const of = inSetting(plain, SOUND);
    const input = levelsAlong(of, traceIn(of).paths[0]!).stops.find(
      ({ part }) => part.id === 'valve-head/input',
    )!;
    expect(share(plain, 'guitar') / share(plain, 'amplifier')).toBeCloseTo(
      10 ** ((input.noiseDbu + 104) / 10),
      6,
    );
    expect(input.noiseDbu).toBeLessThan(-110);
    expect(atEnd(plain).shares.find(({ group }) => group === 'guitar')!.most.name).toBe('Guitar');
    expect(atEnd(plain).unheardDb).toBe(6);
  });

  test('a gate silences what is made ahead of it, not what comes behind', () => {
    const rig = build(
      'guitar, od, gate, valve head, cabinet 16',
      'guitar/out > overdrive/in', 'overdrive/out > gate/in', 'gate/out > valve-head/input', 'valve-head/spk-16 = cabinet/in',
    ); // prettier-ignore
    const on = edited(rig, state('overdrive', 'drive', 'on'), state('gate', 'gate', 'on'));
    const [gate] = atEnd(on).gates;
    expect(gate!.share).toBeGreaterThan(0.9);
    expect(gate!.share).toBeLessThan(1);
    expect(gate!.db).toBeCloseTo(-10 * Math.log10(1 - gate!.share), 9);
    expect(atEnd(edited(on, state('gate', 'gate', 'off'))).gates).toEqual([]);
  });

  test.each<[Partial<Record<NoiseGroup, number>>, RegExp]>([
    [{ guitar: 0.9, pedals: 0.1 }, /^A gate acts first/],
    [{ guitar: 0.1, pedals: 0.9 }, /around the drives/],
    [{ amplifier: 0.8, pedals: 0.2 }, /around the preamp, or a simple one right behind the send/],
    [{ amplifier: 0.5, pedals: 0.5 }, /around everything from the first drive to the send/],
    [{ guitar: 0.4, amplifier: 0.6 }, /around everything/],
    [{ after: 0.9, guitar: 0.1 }, /no gate does/],
  ])('its place, by the shares: %j', (shares, words) => {
    const told = Object.entries(shares).map(([group, of]) => ({ group, share: of }) as NoiseShare);
    expect(gateWords(told)).toMatch(words);
  });
});

describe('which knob moves which feed', () => {
  test('a knob of one output moves what hangs on that, the guitar everything; what leads nowhere is left out', () => {
    const rig = edited(
      build(
        'guitar, unit, valve head, cabinet 16, desk',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > valve-head/input',
        'valve-head/spk-16 = cabinet/in',
        'multi-effects/out-2-l - desk/ch-1',
      ),
      {
        edit: 'wireInside',
        arguments: {
          box: 'multi-effects',
          patch: 'inside',
          wires: [
            { from: { jack: 'input' }, to: { block: 'reverb', port: 'in' } },
            { from: { block: 'reverb', port: 'out' }, to: { jack: 'out-1-l' } },
            { from: { block: 'reverb', port: 'out' }, to: { jack: 'out-2-l' } },
          ],
        },
      },
    );
    const { feeds, knobs } = feedsIn(inNight(rig, null));
    expect(feeds.map(({ words }) => words).sort()).toEqual(['CH 1 of Desk', 'Cabinet']);
    const words = (keys?: readonly string[]) =>
      keys?.map((key) => feeds.find((feed) => feed.key === key)!.words);
    const knob = (label: string) => knobs.find(({ control }) => control.label === label);
    const of = (label: string) => words(knob(label)?.moves);
    expect(of('OUTPUT')).toEqual(['Cabinet']);
    expect(of('MASTER')).toEqual(['Cabinet']);
    expect(of('GAIN 1')).toEqual(['CH 1 of Desk']);
    expect(of('VOLUME')!.length).toBe(2);
    expect(of('SEND 1 LEVEL')).toBeUndefined();
    // Ahead of the amplifier that a feed has its sound from, a knob changes that sound; behind it its level alone.
    expect(words(knob('OUTPUT')?.behind)).toEqual([]);
    expect(words(knob('MASTER')?.behind)).toEqual(['Cabinet']);
    expect(
      feedsIn(inNight(fourCable(), null)).knobs.some(({ control }) => control.label === 'SEND 1 LEVEL'),
    ).toBe(true);
  });
});
