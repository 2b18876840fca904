// Wired rigs to choose jacks on: two hosts, stereo, tails; and hands that leave them otherwise.
import { parseChains, stopsOf, wireChains } from '../chain';
import { isAudio, jackKey, type Box, type Jack, type JackRef, type Rig, type Wire } from '../model';
import { build } from './build';

const FOUR = 'MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb]';

const WIDE = 'STEREO[compressor drive amp cab delay reverb]';

/** Rigs with two hosts, in stereo, with tails: gear and its order. */
const STARTS: readonly (readonly [string, string])[] = [
  ['guitar, fuzz, od, unit, valve head, cab 16', `GUITAR > FUZZ > OVRDRV > ${FOUR} > VALVE[power] > CABINET`],
  [
    'guitar, fuzz, od, unit, valve head, cab 16, desk',
    `GUITAR > FUZZ > ${FOUR} { > OVRDRV > VALVE[power] > CABINET | > DESK[mix-1] }`,
  ],
  [
    'guitar, od, delay, valve head, di, cab 16, desk',
    'GUITAR > OVRDRV > PASSIVE { > VALVE[preamp] > DIGITAL > VALVE[power] > CABINET | [transformer] > DESK[mix-1] }',
  ],
  [
    'guitar, od, unit, stereo combo',
    'GUITAR > OVRDRV > STEREO[preamp divide] > MULTI[drive amp cab chorus delay reverb] >> STEREO[blend-l power-l speaker-l]+STEREO[blend-r power-r speaker-r]',
  ],
  [
    'guitar, fuzz, unit, di x2, desk',
    'GUITAR > MULTI[drive loop-1(FUZZ) amp cab chorus delay reverb] >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]',
  ],
  [
    'guitar, unit, combo, valve combo with loop',
    'GUITAR > MULTI[drive amp cab chorus delay reverb] sides { > COMBO | > VALVE }',
  ],
  [
    'guitar, od, four-loop unit, fuzz, stereo chorus, stereo delay, stereo power amp, stereo cab',
    'GUITAR > FOUR[loop-1(OVRDRV) loop-2(FUZZ) compressor drive amp cab chorus delay reverb] >> STEREO >> STERD >> STERPA[power-l]+STERPA[power-r] >> STERC[speaker-l]+STERC[speaker-r]',
  ],
  [
    'guitar, rack unit, valve head, cab 16, desk',
    'GUITAR > RACK[compressor drive amp] > VALVE[preamp] > RACK[chorus delay reverb] { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }',
  ],
  ['guitar, stereo-loop unit, desk', `GUITAR > ${WIDE} > DESK[mix-1]`],
  ['guitar, stereo-loop unit, desk', `GUITAR > ${WIDE} >> DESK[mix-1]+DESK[mix-2]`],
  ['guitar, stereo-loop unit, combo', `GUITAR > ${WIDE} > COMBO`],
  [
    'guitar, stereo-loop unit, stereo delay, di x2, desk',
    `GUITAR > ${WIDE} >> STERD >> PASSIVE+PASSD2 >> DESK[mix-1]+DESK[mix-2]`,
  ],
  ['guitar, unit, combo', 'GUITAR > MULTI[drive amp cab chorus delay reverb] > COMBO'],
  ['guitar, bass head, fuzz, combo', 'GUITAR > BASS[preamp] > FUZZ > COMBO'],
];

/** The rig of a line, wired. */
export const started = STARTS.map(([line, text]) => {
  const made = build(line);
  const isFixed = ({ balance }: Jack) => balance !== 'unbalanced';
  const isPlain = ({ whileOpen }: Wire) => whileOpen === undefined;
  // One unit whose right side is never folded into its left: any left of it goes with any right.
  const plain = (box: Box) =>
    box.patches.map((patch) =>
      box.id === 'stereo-loop-unit' ? { ...patch, wires: patch.wires.filter(isPlain) } : patch,
    );
  const rig = {
    ...made,
    boxes: made.boxes.map((box) => ({
      ...box,
      patches: plain(box),
      jacks: box.jacks.map((jack) => (isFixed(jack) ? { ...jack, fixedUnity: true } : jack)),
    })),
  };
  const wired = wireChains(rig, parseChains(rig, text));
  if ('reason' in wired) throw new Error(wired.reason);
  const passed = wired.chains.flatMap(stopsOf).map(({ box }, k, all) => (all[k - 1]?.box === box ? '' : box));
  const hosts = new Set(passed.filter((id, k) => id !== '' && passed.indexOf(id) < k)).size;
  return { rig: wired.trial, chains: wired.chains, hosts };
});

/** Jacks of every box in another order: which stands first is no reason. */
export const shuffled = (rig: Rig, n: number): Rig => ({
  ...rig,
  boxes: rig.boxes.map((box) => ({
    ...box,
    jacks: box.jacks
      .map((jack, i) => ({ jack, at: ((i + 1) * (2 * (n % 50) + 3)) % 101 }))
      .sort((a, b) => a.at - b.at)
      .map(({ jack }) => jack),
  })),
});

/** Jacks of a box that a lead may come in at, or leave by. */
export const jacksFor = (rig: Rig, id: string, way: 'in' | 'out'): readonly JackRef[] =>
  rig.boxes
    .find((box) => box.id === id)!
    .jacks.filter((jack) => jack.direction !== (way === 'in' ? 'out' : 'in') && isAudio(jack))
    .map(({ id: jack }) => ({ box: id, jack }));

/** A lead that stands in another output of its box, the far end maybe out. */
export function replugged(rig: Rig, n: number): Rig {
  const lead = rig.leads[n % Math.max(1, rig.leads.length)];
  const [ref] = lead?.from.at ?? [];
  if (!lead || !ref) return rig;
  const taken = new Set(rig.leads.flatMap(({ from, to }) => [...from.at, ...to.at]).map(jackKey));
  const free = jacksFor(rig, ref.box, 'out').filter((jack) => !taken.has(jackKey(jack)));
  const other = free[(n >> 4) % Math.max(1, free.length)];
  if (!other) return rig;
  const there = { ...lead, from: { ...lead.from, at: [other] } };
  const now = n % 2 === 0 ? there : { ...there, to: { ...lead.to, at: [] } };
  return { ...rig, leads: rig.leads.map((one) => (one === lead ? now : one)) };
}
