import { describe, expect, test } from '@jest/globals';
import { trialOf } from '../edits';
import { inSetting, type Rig } from '../model';
import { traceIn } from '../signal';
import { edited } from '../testing/build';
import { wired } from '../testing/order';
import { set } from '../testing/short-edits';
import { sliderEdit, toneAlong, toneTried, toneView } from './index';

const REST = { layer: 'rest' } as const;
const setting = (rig: Rig) => ({ variant: null, sound: rig.sounds[0]!.id });
const view = (rig: Rig, part: Parameters<typeof toneView>[3] = null) => toneView(rig, setting(rig), 0, part)!;

/** Guitar, a pedal that is off, a drive that is on, 12 m to the amplifier. */
function board(): Rig {
  const rig = edited(
    wired('guitar, fuzz, overdrive, combo', 'GUITAR > FUZZ > OVRDRV > COMBO'),
    set('fuzz', 'fuzz', 'off'),
    set('overdrive', 'drive', 'on'),
  );
  return edited(rig, { edit: 'setLeadLength', arguments: { id: 'lead-3', lengthM: 12, by: 'hand' } });
}

describe('tone at a place', () => {
  test('of the whole route: its ends, who drives what, what can be tried where most is lost', () => {
    const told = view(board());
    expect(told.place).toBe('from Guitar to Combo');
    expect(told.straightIn).toBe('5.5 m into Combo');
    expect(told.hz).toHaveLength(97);
    expect(told.rows.map(({ tag, leads, into }) => [tag, leads, into])).toEqual([
      ['GUITAR', '1, 2', 'OVRDRV'],
      ['OVRDRV', '3', 'COMBO'],
    ]);
    expect(told.rows[1]!.picofarad).toBe(String(1200 + 87));
    expect(told.curves.map(({ name }) => name)).toEqual(['Sound 1']);
  });

  test('of a lead, a jack and a box: at the jack that is reached; what is on no way is told as the whole', () => {
    const places = [
      { type: 'lead', id: 'lead-2' },
      { type: 'jack', id: 'overdrive/in' },
      { type: 'box', id: 'overdrive' },
      { type: 'block', id: 'overdrive/drive' },
    ] as const;
    for (const part of places) expect(view(board(), part).place).toMatch(/^at .+ of Overdrive$/);
    expect(view(board(), { type: 'box', id: 'gone' }).place).toBe('from Guitar to Combo');
    // Up to the drive the long lead behind it counts for nothing.
    const at = view(board(), { type: 'lead', id: 'lead-2' });
    const short = edited(board(), {
      edit: 'setLeadLength',
      arguments: { id: 'lead-3', lengthM: 1, by: 'hand' },
    });
    expect(view(short, { type: 'lead', id: 'lead-2' }).curves).toEqual(at.curves);
    expect(view(short).curves).not.toEqual(view(board()).curves);
  });

  test('every sound has its curve, the one in force first', () => {
    const rig = edited(
      board(),
      {
        edit: 'addSound',
        arguments: {
          sound: { ...structuredClone(board().sounds[0]!), id: 'sound-2', name: 'Clean' },
          index: 1,
        },
      },
      set('overdrive', 'drive', 'off', { layer: 'sound', id: 'sound-2' }),
    );
    const [on, off] = view(rig).curves;
    expect([on!.name, off!.name]).toEqual(['Sound 1', 'Clean']);
    // Off, the pickup drives 12 m more.
    expect(off!.db.at(-20)).toBeLessThan(on!.db.at(-20)! - 3);
    expect(toneView(rig, { variant: null, sound: 'sound-2' }, 0, null)!.curves[0]!.name).toBe('Clean');
  });

  test('nothing is told of a rig without leads', () => {
    const rig = edited(
      board(),
      ...['1', '2', '3'].map((n) => ({ edit: 'removeLead', arguments: { id: `lead-${n}` } }) as const),
    );
    expect(toneView(rig, setting(rig), 0, null)).toBeNull();
  });
});

describe('what is tried', () => {
  test('of a lead: its length, its cable, what drives it; each tried as kept, the rig as it was', () => {
    const rig = board();
    const part = { type: 'lead', id: 'lead-3' } as const;
    const { sliders } = view(rig, part);
    expect(sliders.map(({ label, unit }) => [label, unit])).toEqual([
      ['Length of lead 3', 'm'],
      ['Cable of lead 3', 'pF/m'],
      ['Output of Overdrive', 'ohm'],
    ]);
    const before = structuredClone(rig);
    for (const slider of sliders) {
      const edits = [sliderEdit(slider, slider.most, REST)];
      const tried = toneTried(rig, setting(rig), { route: 0, part, edits })!;
      const kept = trialOf(rig, edits[0]!);
      expect(tried.db).toEqual(view(kept, part).curves[0]!.db);
      expect(tried.caption).toBe(view(kept, part).caption);
      // Longer, thicker, weaker: treble goes.
      expect(tried.db.at(-1)).toBeLessThan(view(rig, part).curves[0]!.db.at(-1)!);
    }
    expect(rig).toEqual(before);
  });

  test('of a lead behind the guitar: its pots, in the scope that is asked', () => {
    const { sliders } = view(board(), { type: 'lead', id: 'lead-1' });
    const volume = sliders.find(({ label }) => label === 'VOLUME of Guitar')!;
    expect(volume.value).toBe(1);
    const kept = trialOf(board(), sliderEdit(volume, 0.5, { layer: 'sound', id: 'sound-1' }));
    expect(kept.sounds[0]!.state.controls['guitar/volume']!.position).toBe(0.5);
    const of = inSetting(kept, setting(kept));
    expect(toneAlong(of, traceIn(of).paths[0]!)).not.toBeNull();
  });

  test('a lead that was measured has no cable to be tried', () => {
    const rig = board();
    const measured: Rig = {
      ...rig,
      leads: rig.leads.map((lead) => (lead.number === 3 ? { ...lead, measured: { farad: 900e-12 } } : lead)),
    };
    expect(view(measured, { type: 'lead', id: 'lead-3' }).sliders.map(({ unit }) => unit)).toEqual([
      'm',
      'ohm',
    ]);
  });
});
