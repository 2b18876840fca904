// Rigs whose grounds are changed: earths, ties of jacks, lifts, outlets, leads beside the signal's.
import { makeLead, type Box, type Jack, type Lead, type Rig } from '../model';
import { build, plugged } from './build';

/** A rig with one box as it is changed. */
export const changed = (rig: Rig, id: string, change: (box: Box) => Box): Rig => ({
  ...rig,
  boxes: rig.boxes.map((box) => (box.id === id ? change(box) : box)),
});

export const powered = (rig: Rig, id: string, more: Partial<Box['power']>): Rig =>
  changed(rig, id, (box) => ({ ...box, power: { ...box.power, ...more } }));

export const earthed = (rig: Rig, id: string): Rig => powered(rig, id, { class: 'I' });

export const withJack = (rig: Rig, id: string, jack: string, more: Partial<Jack>): Rig =>
  changed(rig, id, (box) => ({
    ...box,
    jacks: box.jacks.map((one) => (one.id === jack ? { ...one, ...more } : one)),
  }));

export const lifted = (rig: Rig, ...leads: readonly string[]): Rig => ({
  ...rig,
  leads: rig.leads.map((lead) =>
    leads.includes(lead.id) ? { ...lead, break: { kind: 'lift' as const } } : lead,
  ),
});

/** A lead of a kind between two jacks. */
export function joined(rig: Rig, kind: Lead['kind'], from: string, to: string): Rig {
  const before = new Set(rig.leads.map(({ id }) => id));
  const after = plugged(rig, `${from} > ${to}`);
  const ofKind = ({ id, number, from: { at: a }, to: { at: b } }: Lead) =>
    makeLead({ id, number, kind, from: a, to: b });
  return { ...after, leads: after.leads.map((lead) => (before.has(lead.id) ? lead : ofKind(lead))) };
}

/** One board into two amplifiers. */
export const twoAmplifiers = (): Rig =>
  build(
    'guitar, unit, valve head, valve head',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/input',
    'multi-effects/out-1-r > valve-head-2/input',
  );

/** The same, each amplifier on a circuit of its own. */
export function onTwoCircuits(earthDifferences: Rig['stage']['mains']['earthDifferences'] = []): Rig {
  const rig = twoAmplifiers();
  const outlet = (id: string, circuit: string) => ({ id, name: id, circuit, group: '' });
  const mains = {
    ...rig.stage.mains,
    circuits: ['one', 'two'].map((id) => ({ id, name: id })),
    outlets: [outlet('left', 'one'), outlet('right', 'two')],
    earthDifferences,
  };
  const staged: Rig = { ...rig, stage: { ...rig.stage, mains } };
  return withJack(withJack(staged, 'valve-head', 'mains', { wallOutlet: 'left' }), 'valve-head-2', 'mains', {
    wallOutlet: 'right',
  });
}

/** A rig with a loudspeaker jack whose facts are others. */
export function withSpeaker(
  rig: Rig,
  id: string,
  jack: string,
  more: Partial<NonNullable<Jack['speaker']>>,
): Rig {
  const own = rig.boxes.find((box) => box.id === id)?.jacks.find((one) => one.id === jack)?.speaker;
  if (!own) throw new Error(`${id}/${jack} is no loudspeaker jack`);
  return withJack(rig, id, jack, { speaker: { ...own, ...more } });
}

/** A head into a switcher with a cabinet at each of its outputs. */
export const switchedCabinets = (switching: NonNullable<Jack['speaker']>['switching']): Rig =>
  withSpeaker(
    build(
      'guitar, valve head, speaker switcher, cab 16, cab 16',
      'guitar/out > valve-head/input',
      'valve-head/spk-16 = speaker-switcher/in',
      'speaker-switcher/out-a = cabinet/in',
      'speaker-switcher/out-b = cabinet-2/in',
    ),
    'speaker-switcher',
    'in',
    { switching },
  );

/** A tap made for so many watts, across a stage of 50 W with its cabinet. */
export const tapAcross = (watts: number): Rig =>
  withSpeaker(
    build(
      'guitar, valve head 50w, speaker tap, cab 8 200w',
      'guitar/out > valve-head/input',
      'valve-head/spk-8 = speaker-tap/in',
      'speaker-tap/through = cabinet/in',
    ),
    'speaker-tap',
    'in',
    { watts: { value: watts, source: 'manual' } },
  );
