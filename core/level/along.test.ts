import { describe, expect, test } from '@jest/globals';
import { curveOf, parseNetlist } from '../circuit';
import type { EditCall } from '../edits';
import { inSetting, type Rig, type Scope } from '../model';
import { trace } from '../signal';
import { build, edited, fourCable, plugged } from '../testing/build';
import { levelsAlong, tightest } from './along';
import { potDb } from './knobs';

const REST: Scope = { layer: 'rest' };
const SOUND = { variant: null, sound: 'sound-1' } as const;
const set = (box: string, block: string, state: string): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state, scope: REST },
});
const figure = (box: string, at: object, value: number): EditCall =>
  ({ edit: 'setFigure', arguments: { box, at, figure: { value, source: 'manual' } } }) as EditCall;
const along = (rig: Rig, path = 0) => levelsAlong(inSetting(rig, SOUND), trace(rig, SOUND).paths[path]!);
const stop = (rig: Rig, id: string) => along(rig).stops.find((s) => s.part.id === id)!;

describe('levels along a route', () => {
  test('a pickup by 5.5 m into 1 Mohm is at its stated level; into less it loses what the circuit takes', () => {
    const into = (ohm: number) =>
      stop(
        edited(
          build('guitar, od, combo', 'guitar/out > overdrive/in', 'overdrive/out > combo/input'),
          set('overdrive', 'drive', 'on'),
          figure('overdrive', { on: 'mode', jack: 'in', mode: 'as-built', field: 'rIn' }, ohm),
          figure('overdrive', { on: 'mode', jack: 'in', mode: 'as-built', field: 'cIn' }, 0),
          { edit: 'setLeadLength', arguments: { id: 'lead-1', lengthM: 5.5, by: 'hand' } },
        ),
        'overdrive/in',
      );
    expect(into(1e6).averageDbu).toBeCloseTo(-14, 6);
    const byHand = (ohm: number) => {
      const lines = [
        't', 'V1 s 0 AC 1', 'R1 s m 8200', 'L1 m pu 4.6', 'Re m pu 500k', 'C1 pu 0 140p', 'Rt pu t 500k', 'Ct t 0 22n',
        'Rv pu j 0.1', 'Rb j 0 500k', 'Ci j 0 100p', 'Ca j 0 275p', 'Rc j out 0.44', 'Cb out 0 275p', `Ri out 0 ${ohm}`,
      ]; // prettier-ignore
      return curveOf(parseNetlist(lines.join('\n')), 'out', Float64Array.of(1_000)).magnitudeDb[0]!;
    };
    expect(into(10e3).averageDbu).toBeCloseTo(-14 + byHand(10e3) - byHand(1e6), 4);
    expect(into(10e3).averageDbu).toBeLessThan(-20);
    expect(into(10e3).peakDbu - into(10e3).averageDbu).toBeCloseTo(20, 6);
  });

  test('a passive volume pedal, and what hangs beside it, takes from the pickup and not from a stage', () => {
    const pedal = (position: number) =>
      edited(
        build(
          'guitar, volume pedal, combo',
          'guitar/out > volume-pedal/in',
          'volume-pedal/out > combo/input',
        ),
        {
          edit: 'setControl',
          arguments: { box: 'volume-pedal', control: 'treadle', position, basis: null, scope: REST },
        },
      );
    const at = (position: number) => stop(pedal(position), 'combo/input').averageDbu;
    // Fully up, 15 m in all: the resonance comes down towards 1 kHz and lifts it a little.
    expect(Math.abs(at(1) + 14)).toBeLessThan(1.2);
    // A tenth of the track less what a source of 25 kohm and the input take: near 20 dB, and never twice.
    expect(at(0.5) - at(1)).toBeLessThan(-18);
    expect(at(0.5) - at(1)).toBeGreaterThan(-24);
    expect(along(pedal(0.5)).stops.map(({ part }) => part.id)).toContain('volume-pedal/out');
  });

  test('a stage on the instrument’s battery drives the lead: its gain and its volume arrive', () => {
    const rig = build('electro-acoustic, combo', 'electro-acoustic/out > combo/input');
    const gain = rig.boxes[0]!.blocks.find(({ id }) => id === 'battery')!.states[0]!.gainSmallDb!.value;
    const [source] = along(rig).stops;
    expect(stop(rig, 'combo/input').averageDbu - source!.averageDbu).toBeCloseTo(gain, 1);
  });

  test('both pickups of a position give what their circuit gives; one coil 5 dB less', () => {
    const played = (pickup: string, ...more: EditCall[]) =>
      stop(
        edited(build('guitar, combo', 'guitar/out > combo/input'), ...more, {
          edit: 'setGuitar',
          arguments: { sound: 'sound-1', guitar: 'guitar', pickup },
        }),
        'combo/input',
      ).averageDbu;
    const inside = (own: object): EditCall => ({
      edit: 'setPickups',
      arguments: { box: 'guitar', block: 'pickups', inside: own },
    });
    const series = inside({
      combinations: [{ name: 'Both', joined: 'series', coils: [{ pickup: 'bridge' }, { pickup: 'neck' }] }],
    });
    const half = inside({
      combinations: [{ name: 'Neck', joined: 'parallel', coils: [{ pickup: 'neck', half: true }] }],
    });
    // Half the inductance: the resonance lies farther up, and lifts 1 kHz less.
    expect(Math.abs(played('Both') - played('Bridge'))).toBeLessThan(1.5);
    expect(played('Both', series) - played('Bridge')).toBeGreaterThan(5);
    expect(Math.abs(played('Neck', half) - played('Neck') + 5)).toBeLessThan(1.5);
  });

  test('a drive stage: gain, ceiling, and the crest that is left', () => {
    const rig = edited(
      build('guitar, od, combo', 'guitar/out > overdrive/in', 'overdrive/out > combo/input'),
      set('overdrive', 'drive', 'on'),
    );
    const drive = stop(rig, 'overdrive/drive');
    expect(drive).toMatchObject({ peakDbu: -3, averageDbu: -9, ceilingDbu: -3, meantToClip: true });
    // 6 dBu less the hop, 30.5 dB up, against -3.
    expect(drive.headroomDb).toBeCloseTo(-39.5, 0);
    expect(tightest(along(rig).stops)?.meantToClip).not.toBe(true);
  });

  test('a bypassed pedal is as if it were not there; a buffered one is not', () => {
    const rig = (pedal: string) =>
      build(`guitar, ${pedal}, combo`, `guitar/out > ${pedal}/in`, `${pedal}/out > combo/input`);
    expect(along(rig('overdrive')).stops.map((s) => s.part.id)).toEqual([
      'guitar/pickups',
      'combo/input',
      'combo/preamp',
    ]);
    expect(along(rig('chorus')).stops.map((s) => s.part.id)).toContain('chorus/in');
  });

  test('a converter’s maximum leaves no more than it is, and is the tightest stop', () => {
    const hot = edited(
      build('guitar, unit, combo', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > combo/input'),
      figure('guitar', { on: 'pickup', block: 'pickups', pickup: 'bridge', field: 'peakDbu' }, 15),
    );
    const input = stop(hot, 'multi-effects/input');
    expect(input).toMatchObject({ peakDbu: 11, ceilingDbu: 11, meantToClip: false });
    expect(input.headroomDb).toBeCloseTo(-4, 0);
    expect(tightest(along(hot).stops)).toBe(
      along(hot).stops.reduce((worst, s) =>
        s.headroomDb !== null && !s.meantToClip && s.headroomDb < (worst.headroomDb ?? Infinity) ? s : worst,
      ),
    );
  });

  test('a driven preamp stands at the send’s nominal level, 6 dB of crest left; a clean one below it', () => {
    const lead = stop(edited(fourCable(), set('valve-head', 'preamp', 'lead')), 'valve-head/preamp');
    const clean = stop(fourCable(), 'valve-head/preamp');
    // The send's nominal level is assumed in the middle of -20 … +4.
    expect(lead.averageDbu).toBeCloseTo(-8, 6);
    expect(lead.peakDbu).toBeCloseTo(-2, 6);
    expect(clean.averageDbu).toBeLessThan(lead.averageDbu);
  });

  test('a power stage gives its rating at its sensitivity: 20 W in 16 ohm are +27.3 dBu, a valve stage 2 dB more at most', () => {
    const rig = edited(fourCable(), set('valve-head', 'preamp', 'lead'));
    const power = stop(rig, 'valve-head/power');
    expect(power.ceilingDbu).toBeCloseTo(27.3 + 2, 1);
    expect(power.peakDbu).toBeLessThanOrEqual(power.ceilingDbu!);
  });

  test('a microphone begins anew; behind a loudspeaker of unknown watts there is nothing to say but no fault either', () => {
    const rig = build(
      'guitar, combo, mic, desk',
      'guitar/out > combo/input',
      'combo/air ~ microphone/air',
      'microphone/out - desk/ch-1',
    );
    const path = trace(rig, SOUND).paths.findIndex((p) => p.output.box === 'desk');
    const run = along(rig, path);
    expect(run.endsBecause).toBeNull();
    expect(run.stops.find((s) => s.part.id === 'microphone/capsule')!.averageDbu).toBe(-40);
    expect(run.stops.at(-1)!.part.id).toBe('desk/ch-1');
    // Nothing clips and nothing is driven: the gain is told through the air as by a lead.
    const ahead = run.stops.map(({ averageDbu, gainDb }) => averageDbu - gainDb);
    for (const dbu of ahead) expect(dbu).toBeCloseTo(ahead[0]!, 6);
    // What a driven preamp has left of the crest is left behind the microphone too.
    const head = build(
      'guitar, valve head, cab 16, mic, desk',
      'guitar/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
      'cabinet/air ~ microphone/air',
      'microphone/out - desk/ch-1',
    );
    const driven = edited(head, set('valve-head', 'preamp', 'lead'));
    const heard = trace(driven, SOUND).paths.findIndex(({ output }) => output.box === 'desk');
    const crests = along(driven, heard).stops.map(({ averageDbu, peakDbu }) => peakDbu - averageDbu);
    expect(crests.at(-1)).toBeCloseTo(6, 6);
  });

  test('knobs: a guitar’s volume, a level in dB, a drive in its range', () => {
    const turn = (box: string, control: string, position: number): EditCall => ({
      edit: 'setControl',
      arguments: { box, control, position, basis: null, scope: REST },
    });
    const rig = edited(
      build('guitar, od, combo', 'guitar/out > overdrive/in', 'overdrive/out > combo/input'),
      set('overdrive', 'drive', 'on'),
    );
    // A tenth of the track, and what 45 kohm lose into the reference: 20 dB and a little.
    const down = stop(edited(rig, turn('guitar', 'volume', 0.5)), 'guitar/pickups').averageDbu;
    expect(down).toBeLessThan(-34);
    expect(down).toBeGreaterThan(-36);
    const gain = (position: number) =>
      stop(edited(rig, turn('overdrive', 'drive', position)), 'overdrive/drive').headroomDb!;
    expect(gain(0) - gain(1)).toBeCloseTo(21, 6);
    expect(potDb({ type: 'db', lo: -20, hi: 10 }, 0.5)).toBe(-5);
    expect(potDb({ type: 'unknown' }, 0.3)).toBe(0);
    expect(potDb({ type: 'pot', ohm: 1, taper: 'linear' }, 0)).toBe(-80);
  });

  test('a pad takes its decibels off behind the jack, and the jack bears as much more', () => {
    const rig = build('guitar, active di, desk', 'guitar/out > active-di/in', 'active-di/out - desk/ch-1');
    const padded = edited(rig, {
      edit: 'setMode',
      arguments: { box: 'active-di', jack: 'in', mode: 'pad', scope: REST },
    });
    expect(stop(padded, 'active-di/in').averageDbu).toBeCloseTo(stop(rig, 'active-di/in').averageDbu, 6);
    expect(stop(padded, 'active-di/in').ceilingDbu).toBe(28);
    expect(stop(rig, 'desk/ch-1').averageDbu - stop(padded, 'desk/ch-1').averageDbu).toBeCloseTo(20, 6);
  });

  test('one knob moves every output that it names, and no other', () => {
    const rig = build('guitar, unit, combo, di', 'guitar/out > multi-effects/input');
    const law = { type: 'db', lo: -20, hi: 0 } as const;
    const known: Rig = {
      ...rig,
      boxes: rig.boxes.map((box) => ({
        ...box,
        controls: box.controls.map((c) => (c.id === 'output' ? { ...c, law, position: 0.5 } : c)),
      })),
    };
    const at = (jack: string) => {
      const right = plugged(known, `multi-effects/${jack} > combo/input`);
      return stop(right, `multi-effects/${jack}`).averageDbu;
    };
    const without = stop(plugged(rig, 'multi-effects/out-1-r > combo/input'), 'multi-effects/out-1-r');
    expect(at('out-1-r')).toBeCloseTo(without.averageDbu - 10, 6);
    expect(at('out-1-l')).toBeCloseTo(without.averageDbu - 10, 6);
  });

  test('says why it ends where a source has no level', () => {
    const rig = build('guitar, combo', 'guitar/out > combo/input');
    const bare: Rig = {
      ...rig,
      boxes: rig.boxes.map((box) => ({
        ...box,
        blocks: box.blocks.map((block) => ({ ...block, pickups: [] })),
      })),
    };
    expect(along(bare)).toEqual({
      stops: [],
      noise: [],
      endsBecause: 'nothing is known of the level of Guitar',
    });
  });

  test('what rests on assumed figures says so', () => {
    expect(along(fourCable()).stops.every((s) => s.assumed)).toBe(true);
  });
});
