import { describe, expect, test } from '@jest/globals';
import { build } from '../testing/build';
import { adapterFor, kindServes, leadKindFor, plugFits, presents } from './index';

describe('plugs and jacks', () => {
  test.each([
    ['ts-635', 'ts-635', true],
    ['ts-635', 'combo', true],
    ['trs-635', 'ts-635', true],
    ['xlr-m', 'xlr-f', true],
    ['xlr-m', 'xlr-m', false],
    ['xlr-m', 'ts-635', false],
    ['din-7', 'din-5', false],
    ['none', 'ts-635', false],
  ] as const)('%s into %s: %s', (plug, jack, fits) => {
    expect(plugFits(plug, jack)).toBe(fits);
  });

  test('an adapter is named where there is one', () => {
    expect(adapterFor('ts-635', 'xlr-f')).toEqual({
      name: '6.35 mm TS to XLR male',
      takes: 'ts-635',
      gives: 'xlr-m',
    });
    expect(adapterFor('ts-635', 'ts-635')).toBeNull();
    expect(adapterFor('ts-635', 'din-5')).toBeUndefined();
  });

  test('adapters in a row must take one another', () => {
    const plug = { connector: 'ts-635', angle: 'straight', silent: false } as const;
    const a = adapterFor('ts-635', 'xlr-f')!;
    expect(presents({ at: [], plug, adapters: [a] })).toBe('xlr-m');
    expect(presents({ at: [], plug, adapters: [a, a] })).toBeNull();
  });
});

test('the kind of lead between two jacks', () => {
  const rig = build('guitar, fuzz, od, unit, valve head, cabinet, mic, desk');
  const end = (key: string) => {
    const [id, jack] = key.split('/');
    const box = rig.boxes.find((b) => b.id === id)!;
    return { box, jack: box.jacks.find((j) => j.id === jack)! };
  };
  const kind = (a: string, b: string) => leadKindFor(end(a), end(b));
  expect(kind('guitar/out', 'fuzz/in')).toBe('instrument');
  expect(kind('fuzz/out', 'overdrive/in')).toBe('patch');
  const [fuzz, drive] = [end('fuzz/out'), end('overdrive/in')];
  expect(leadKindFor(fuzz, { ...drive, box: { ...drive.box, place: 'elsewhere' } })).toBe('instrument');
  expect(kind('overdrive/out', 'multi-effects/input')).toBe('instrument');
  expect(kind('valve-head/spk-16', 'cabinet/in')).toBe('speaker');
  expect(kind('microphone/out', 'desk/ch-1')).toBe('balanced');
  expect(kind('cabinet/air', 'microphone/air')).toBe('air');
  expect(kindServes('patch', 'instrument')).toBe(true);
  expect(kindServes('speaker', 'instrument')).toBe(false);
});
