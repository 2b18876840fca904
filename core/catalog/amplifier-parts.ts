// What amplifiers are made of.
import type { BlockInput, JackInput, Wire } from '../model';
import {
  decibels,
  drive,
  input,
  level,
  on,
  output,
  speakerOut,
  tone,
  typical,
  type ControlInput,
} from './parts';

export const AMP_INPUT = { rIn: typical(1e6), cIn: typical(50e-12, 150e-12) };
export const VALVE = { needsLoad: true, stage: 'valve' as const };
export const LOOP_OUT = { rOut: typical(1e3, 50e3), nominalDbu: decibels(-20, 4) };
export const LOOP_IN = { rIn: typical(22e3, 1e6), nominalDbu: decibels(-20, 4) };
export const SOLID_OUT = { rOut: typical(100, 1000), nominalDbu: decibels(-10, 4) };
export const SOLID_IN = { rIn: typical(22e3, 100e3), nominalDbu: decibels(-10, 4) };

export const channel = (id: string, name: string, gain: readonly [number, number], ceiling = 20) => ({
  id,
  name,
  gainSmallDb: decibels(...gain),
  ceilingDbu: decibels(ceiling),
});
export const CLEAN = channel('clean', 'clean', [10, 30]);
export const CRUNCH = channel('crunch', 'crunch', [30, 50]);
export const LEAD = channel('lead', 'lead', [55, 80]);

export const preamp = (states: BlockInput['states']): BlockInput => ({
  id: 'preamp',
  name: 'Preamp',
  role: 'preamp',
  states,
  state: states[0]?.id ?? '',
});
export const POWER: BlockInput = {
  id: 'power',
  name: 'Power stage',
  role: 'power',
  states: [on],
  state: 'on',
};
export const SPEAKER: BlockInput = {
  id: 'speaker',
  name: 'Loudspeaker',
  role: 'speaker',
  states: [on],
  state: 'on',
};

export const toneStack: readonly ControlInput[] = [
  drive('gain', 'GAIN', 'preamp'),
  tone('bass', 'BASS', 'preamp'),
  tone('middle', 'MIDDLE', 'preamp'),
  tone('treble', 'TREBLE', 'preamp'),
];
export const powerControls: readonly ControlInput[] = [
  level('master', 'MASTER', 'power'),
  tone('presence', 'PRESENCE', 'power'),
];

export const foot: JackInput = {
  id: 'foot',
  label: 'FOOTSWITCH',
  direction: 'in',
  carries: 'switch',
  connector: 'trs-635',
};
export const send = (out: typeof LOOP_OUT = LOOP_OUT) => output('send', 'SEND', out, { carries: 'line' });
export const back = (into: typeof LOOP_IN = LOOP_IN, more: Partial<JackInput> = {}) =>
  input('return', 'RETURN', into, { carries: 'line', ...more });
export const lineOut = (more: Partial<JackInput> = {}) =>
  output(
    'line-out',
    'LINE OUT',
    { rOut: typical(100, 1000), nominalDbu: decibels(-10, 4) },
    { carries: 'line', ...more },
  );

export const taps = (watts: number, ...ohms: readonly number[]): readonly JackInput[] =>
  ohms.map((ohm) => speakerOut(`spk-${ohm}`, ohm, { ...VALVE, watts: typical(watts) }));
export const toTaps = (...ohms: readonly number[]): readonly Wire[] =>
  ohms.map((ohm) => ({ from: { block: 'power', port: 'out' }, to: { jack: `spk-${ohm}` } }));

export const loopOf = { id: 'loop', name: 'Loop', sends: ['send'], returns: ['return'] };
