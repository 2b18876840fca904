// What walks are made of: steps, the leads as they are called out, what goes off and on, what proves it.
import { connectorName } from '../cables';
import {
  actsOnBlock,
  jacksOfControl,
  boxOf,
  endWords,
  inNight,
  isLink,
  isTurned,
  onward,
  sources,
  type Box,
  type JackRef,
  type Lead,
  type Plugged,
  type Rig,
  type Side,
} from '../model';
import { slavingBook } from '../power';
import { blockBehind, isOn, settingsOf, trace } from '../signal';
import { formatDb, inWords } from '../units';

export type SectionId =
  | 'off'
  | 'speakers'
  | 'out'
  | 'audio'
  | 'control'
  | 'supplies'
  | 'settings'
  | 'power'
  | 'proof'
  | 'down'
  | 'tell'
  | 'listen'
  | 'after';

/** One thing to do and tick: one lead, or one act that is none. */
export type WalkStep = {
  /** Stays the same while the rig changes around it. */
  readonly id: string;
  readonly section: SectionId;
  readonly text: string;
  readonly lead: WalkLead | null;
  /** What is done to the lead, where it is not simply plugged at both ends: `at DESK CH 1, out of VALVE RETURN`. */
  readonly how: string | null;
  /** Where the ends of the lead go, by those that move; empty: out. */
  readonly ends: { readonly from?: readonly JackRef[]; readonly to?: readonly JackRef[] };
  readonly caution: string | null;
  /** Of a shield that is lifted, listened to, restored, listened to again. */
  readonly listen: {
    readonly acts: readonly string[];
    /** The end at which it is opened. */
    readonly end: 'from' | 'to';
    readonly why: string;
    readonly estimate: string;
    /** What was heard last; null: nobody has listened. */
    readonly heard: string | null;
  } | null;
  /** What the step says, for telling a changed one from the one that was ticked. */
  readonly basis: string;
};

/** A lead as the walk calls it out: number, tag + jack, tag + jack, kind, length. */
export type WalkLead = {
  readonly id: string;
  readonly number: number;
  readonly from: string;
  readonly to: string;
  readonly kind: Lead['kind'];
  readonly lengthM: number;
  readonly plugs: string;
};

/** Headings in the safe order. */
export const SECTIONS: readonly { readonly id: SectionId; readonly title: string }[] = [
  { id: 'off', title: 'Everything off, masters down' },
  { id: 'speakers', title: 'Speakers and loads' },
  { id: 'out', title: 'Plugs that come out' },
  { id: 'audio', title: 'Audio, from the guitar on' },
  { id: 'control', title: 'Control' },
  { id: 'supplies', title: 'Supplies' },
  { id: 'settings', title: 'Switches, insides and knobs' },
  { id: 'power', title: 'Power up, source to power stage' },
  { id: 'proof', title: 'Proof' },
  { id: 'down', title: 'Power down, when the night is over' },
  { id: 'tell', title: 'Before any shield is touched' },
  { id: 'listen', title: 'One shield at a time' },
  { id: 'after', title: 'Afterwards' },
];

export const SPEAKER_CAUTION = 'Amplifier switched off, not on standby, whenever a speaker lead is moved.';
const CONTROL: readonly Lead['kind'][] = ['midi', 'switch', 'expression', 'usb'];

/** @param more.how what is done to the lead, for a walk on which it is not simply plugged */
export const step = (
  section: SectionId,
  id: string,
  text: string,
  more: { lead?: WalkLead; caution?: string; how?: string; ends?: WalkStep['ends'] } = {},
): WalkStep => ({
  id,
  section,
  text,
  lead: more.lead ?? null,
  how: more.how ?? null,
  ends: more.ends ?? {},
  caution: more.caution ?? null,
  listen: null,
  basis: (more.lead
    ? `${more.lead.number} ${more.lead.from} → ${more.lead.to}, ${more.lead.kind} ${more.lead.lengthM} m${more.how ? `, ${more.how}` : ''}`
    : text
  ).slice(0, 400),
});

export function walkLead(rig: Rig, plugged: Plugged): WalkLead {
  const { lead } = plugged;
  const { from, to } = onward(rig, plugged);
  const plug = (side: Side) =>
    [lead[side].plug.connector, ...lead[side].adapters.map((a) => a.gives)].map(connectorName).join(' + ');
  return {
    id: lead.id,
    number: lead.number,
    from: endWords(rig, from),
    to: endWords(rig, to),
    kind: lead.kind,
    lengthM: lead.lengthM,
    plugs: (isTurned(rig, plugged) ? [plug('to'), plug('from')] : [plug('from'), plug('to')]).join(' – '),
  };
}

/** Leads as the signal meets them, from the sources on through every sound; those it never meets come last. */
export function inRouteOrder(
  rig: Rig,
  variant: string | null,
  leads: readonly Plugged[],
): readonly Plugged[] {
  const rank = new Map<string, number>();
  for (const setting of settingsOf(rig, variant))
    for (const path of trace(rig, setting).paths)
      for (const s of path.steps) if (s.type === 'lead' && !rank.has(s.lead)) rank.set(s.lead, rank.size);
  const at = ({ lead }: Plugged) => rank.get(lead.id) ?? rank.size + lead.number;
  return [...leads].sort((a, b) => at(a) - at(b));
}

/** What a link that is no lead is called out as: a microphone in front of a cabinet, a radio. */
export const linkWords = (rig: Rig, { kind }: Lead, plugged: Pick<Plugged, 'from' | 'to'>): string => {
  const { from, to } = onward(rig, plugged);
  const [a, b] = [from, to].map((refs) => boxOf(rig, refs[0]?.box ?? '')?.name ?? '');
  return kind === 'air' ? `${b} in front of ${a}` : `Radio: ${a} to ${b}`;
};

export const leadSteps = (rig: Rig, section: SectionId, leads: readonly Plugged[]): readonly WalkStep[] =>
  leads.map((entry) => {
    const { lead, from, to } = entry;
    if (isLink(lead)) return step(section, `link-${lead.id}`, linkWords(rig, lead, entry));
    return step(section, lead.id, `Lead ${lead.number}`, {
      lead: walkLead(rig, entry),
      ends: { from, to },
      ...(section === 'speakers' ? { caution: SPEAKER_CAUTION } : {}),
    });
  });

export const isMains = (box: Box) => box.power.class === 'I' || box.power.class === 'II';

/** Level controls of power stages and of desk channels in use, and of outputs that feed a power stage: the masters. */
function masters(rig: Rig, plugged: readonly Plugged[]): readonly string[] {
  const isPower = (ref: JackRef) => {
    const box = boxOf(rig, ref.box);
    return box !== undefined && blockBehind(box, ref.jack)?.role === 'power';
  };
  const feeds = (box: Box, jack: string) =>
    plugged.some(
      ({ from, to }) => from.some((ref) => ref.box === box.id && ref.jack === jack) && to.some(isPower),
    );
  const heard = (box: Box, jack: string) =>
    blockBehind(box, jack)?.role === 'mix' &&
    plugged.some(({ to }) => to.some((ref) => ref.box === box.id && ref.jack === jack));
  return rig.boxes.flatMap((box) =>
    box.controls
      .filter(
        (control) =>
          control.sets === 'level' &&
          (jacksOfControl(control).some((jack) => feeds(box, jack) || heard(box, jack)) ||
            box.blocks.some((block) => block.role === 'power' && actsOnBlock(control, block.id))),
      )
      .map((control) => `${control.label} of ${box.name}`),
  );
}

/** Where somebody holds strings and mains is about: before the first note, what they might touch beside them. */
export function stringsStep(rig: Rig): readonly WalkStep[] {
  if (sources(rig).length === 0 || !rig.boxes.some(isMains)) return [];
  return [
    step(
      'proof',
      'strings',
      'Before the first note: AC volts between the strings and the microphone, or any other earthed metal in reach, by a mains-rated meter on its low-impedance setting: 5 V at most',
      {
        caution:
          'Above 5 V this can kill: nobody touches both, power off at the outlets, then it is looked at by a qualified person; not by this plan. An ordinary meter may show tens of volts of leakage and cannot tell the two apart: that counts as above.',
      },
    ),
  ];
}

export function proofSteps(rig: Rig, variant: string | null): readonly WalkStep[] {
  const steps: WalkStep[] = [
    step('proof', 'bypass', 'Everything bypassed: the guitar is heard, masters brought up slowly', {
      caution: 'Ears: begin at minimum.',
    }),
    ...rig.sounds.map((sound) => {
      const guitar = boxOf(rig, sound.guitar);
      return step(
        'proof',
        `sound-${sound.id}`,
        `${sound.name} is heard${guitar && sources(rig).length > 1 ? `, on ${guitar.name}` : ''}`,
      );
    }),
  ];
  // A sound that takes the real preamp out and a model in: with the amp's own volume down the model must go on.
  for (const setting of settingsOf(rig, variant)) {
    const path = trace(rig, setting).paths[0];
    const model = path?.sections.find((s) => s.block.role === 'ampModel' && isOn(s.state));
    const loopOff = path?.sections.some((s) => s.block.role === 'loop' && !isOn(s.state));
    const amp = rig.boxes.find((box) => box.blocks.some((b) => b.role === 'preamp'));
    const sound = rig.sounds.find((s) => s.id === setting.sound);
    if (model && loopOff && amp && sound)
      steps.push(
        step(
          'proof',
          `model-${sound.id}`,
          `${sound.name}: turn the clean volume of ${amp.name} down; ${model.block.name} of ${model.box.name} still sounds. Turn it back.`,
        ),
      );
  }
  return steps;
}

/** Everything off at the switch, and the masters of what is plugged down. */
export function offSteps(rig: Rig, variant: string | null, plugged: readonly Plugged[]): readonly WalkStep[] {
  const onMains = rig.boxes.filter(isMains);
  const down = masters(rig, plugged);
  return [
    ...(onMains.length > 0
      ? [
          step('off', 'off', `Off at the switch: ${inWords(onMains.map((box) => box.name))}`, {
            caution: SPEAKER_CAUTION,
          }),
        ]
      : []),
    ...(down.length > 0 ? [step('off', 'masters', `Down: ${inWords(down)}`)] : []),
    ...slavingBook(inNight(rig, variant)).map(({ small, big, gainDb }) =>
      step(
        'off',
        `slaved-${small.id}-${big.id}`,
        `${big.name} is slaved to ${small.name}${gainDb === null ? '' : `, ${formatDb(Math.round(gainDb))} dB by their watts`}: the masters of both stay low at first`,
        { caution: 'Ears: bring them up in turn, the small one first.' },
      ),
    ),
  ];
}

/** The part of a walk that a lead belongs to. */
export function sectionOf({ kind }: Lead): 'speakers' | 'audio' | 'control' | 'supplies' {
  if (kind === 'speaker') return 'speakers';
  if (kind === 'dc' || kind === 'mains') return 'supplies';
  return CONTROL.includes(kind) ? 'control' : 'audio';
}
