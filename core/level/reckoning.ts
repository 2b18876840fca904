// The nominal reckoning of levels along a route, from the figures of jacks, blocks and knobs, with hops by the circuit.
import {
  actsOnBlock,
  combinationOf,
  jackIn,
  movesJack,
  type Block,
  type BlockState,
  type Box,
  type Figure,
  type Jack,
  type JackMode,
  type Part,
} from '../model';
import { bareVolume, loudestOf } from '../network';
import { isOn, onSteps, type OnStep, type Resolved, type Step } from '../signal';
import { clipped, dbuOf, SILENT_DBU } from './chain';
import { converterGain, converterIn, converterOut, MODEL } from './converter';
import type { Hops } from './hops';
import { levelKnobs, modeBehind, normalledMode } from './inside';
import {
  begun,
  changed,
  noisier,
  stageNoise,
  throughNoisy,
  type At,
  type Maker,
  type NoiseGroup,
} from './noise';
import type { LevelStop } from './stop';

/** A valve stage gives this much over its rating before it is flat. */
const VALVE_OVER_DB = 2;
/** A microphone hears a loudspeaker: the crest that is left lies between these. */
const CREST_DB = { least: 6, most: 20 } as const;

const passesBare = (block: Block, state: BlockState) =>
  !isOn(state) && block.states.length > 1 && ['true', 'hung', 'relay'].includes(block.bypassKind);

/** Levels along the steps of one way, a thing at a time. */
export class Reckoning {
  readonly stops: LevelStop[] = [];
  endsBecause: string | null = null;
  private at: At | null = null;
  /** As it came to a power stage of which nothing is known. */
  private ended: At | null = null;
  /** What drives the stretch that is being passed gives, and which stretch that is; −1: none. */
  private drive: At | null = null;
  private stretch = -1;
  private assumed = false;
  /** From loudspeakers to the microphones before them, dB. */
  private airDb = 0;
  private parts: Part[] = [];
  /** What the box now being passed came in by: its sensitivity, for a power stage. */
  private cameBy: JackMode | undefined;
  /** The first preamp is passed. */
  private isPast = false;
  /** The box that the signal is in as numbers, and the mode of the jack that it came in by. */
  private digital: { readonly box: string; readonly mode: JackMode } | null = null;
  private readonly met: readonly OnStep[];

  constructor(
    private readonly resolved: Resolved,
    private readonly steps: readonly Step[],
    private readonly hops: Hops,
  ) {
    this.met = onSteps(resolved.boxes, steps);
  }

  run() {
    for (let i = 0; i < this.steps.length && this.endsBecause === null; i += 1) {
      const met = this.met[i];
      if (!met) continue;
      const { part, box, jack, block } = met;
      this.parts.push(part);
      if (!box) continue;
      if (part.type === 'block') this.parts.push({ type: 'box', id: box.id });
      if (jack) this.jack(i, box, jack, part);
      if (block) this.block(i, box, block, part);
    }
  }

  /** Whose noise something is, by where it stands. */
  private maker(step: number, by: Box, group: NoiseGroup = this.isPast ? 'after' : 'pedals'): Maker {
    return { by, group, step };
  }

  /** The instrument that the way begins at. */
  private get played(): Box | undefined {
    const [first] = this.steps;
    return first?.type === 'block' ? this.resolved.boxes.get(first.box) : undefined;
  }

  /** Who has made the noise that comes to the end, the last one first; null: nobody. */
  get made() {
    const at = this.at ?? this.ended;
    return at && { gainDb: at.gainDb, last: at.made };
  }

  private rests(...figures: (Figure | undefined)[]) {
    if (figures.some((figure) => figure?.source === 'assumed')) this.assumed = true;
  }

  /** @returns the level behind it */
  private stop(box: Box, part: Part, label: string, at: At, ceiling: number | null, meantToClip = false): At {
    const headroom = ceiling === null ? null : ceiling - at.peakDbu;
    const behind = ceiling === null ? at : clipped(at, ceiling);
    this.at = behind;
    this.stops.push({
      part,
      parts: this.parts,
      box,
      label,
      averageDbu: behind.averageDbu,
      peakDbu: behind.peakDbu,
      noiseDbu: behind.noiseDbu,
      gainDb: behind.gainDb + this.airDb,
      ceilingDbu: ceiling,
      headroomDb: headroom,
      meantToClip,
      assumed: this.assumed,
    });
    this.parts = [];
    return behind;
  }

  /** Blocks of a box next to one of its jacks on the way: ahead of it (by 1) until the box is left, or behind it (−1). */
  private blocksNext(from: number, by: 1 | -1, box: Box): readonly (readonly [Block, BlockState])[] {
    const found: (readonly [Block, BlockState])[] = [];
    for (let i = from + by; ; i += by) {
      const met = this.met[i];
      if (met?.part.type !== 'block' || met.box !== box) return found;
      if (met.block) found.push([met.block, this.resolved.blockState(box, met.block).state]);
    }
  }

  private jack(i: number, box: Box, jack: Jack, part: Part) {
    const { mode } = this.resolved.jackMode(box, jack);
    const arrives = this.steps[i - 1]?.type === 'lead';
    if (arrives) this.cameBy = mode;
    if (!this.at || jack.carries === 'air') return;
    const passed = this.blocksNext(i, arrives ? 1 : -1, box);
    // A bypassed box, or a jack joined to another by a wire alone, is as if it were not there.
    if (passed.every(([block, state]) => passesBare(block, state))) return;
    // A guitar's own jack changes nothing: the pickup drives what comes behind it, or a stage on its battery does.
    if (passed.some(([block]) => block.role === 'source')) {
      if (!this.hops.isPassive) this.drive = this.at;
      return;
    }
    if (arrives) this.arrive(i, box, jack, part, passed[0]?.[1]);
    else this.leave(i, box, jack, part, passed[0]?.[1]);
  }

  /** The level at a jack by the circuit from what drives it; as it was, where no lead leads there. */
  private loaded(i: number, box: Box, jack: Jack): At | null {
    const ref = { box: box.id, jack: jack.id };
    const loss = this.hops.lossAt(i, ref);
    if (loss === null || !this.drive) return this.at;
    const thermal = this.hops.thermalAt(i, ref) ?? SILENT_DBU;
    // What the resistance of a pickup and its controls hisses is the guitar's.
    const guitar = this.stretch === 0 && this.hops.isPassive ? this.played : undefined;
    const maker = guitar ? this.maker(i, guitar, 'guitar') : this.maker(i, box);
    return noisier(changed(this.drive, loss), thermal, maker);
  }

  private arrive(i: number, box: Box, jack: Jack, part: Part, state: BlockState | undefined) {
    const { mode } = this.resolved.jackMode(box, jack);
    const loaded = this.loaded(i, box, jack);
    if (!loaded) return;
    const own = jack.converts ? converterIn(mode) : SILENT_DBU;
    const at = noisier(loaded, own, this.maker(i, box));
    this.rests(state?.rIn ?? mode?.rIn, mode?.maxDbu);
    const stood = this.stop(box, part, jack.label, at, mode?.maxDbu?.value ?? null);
    // A pad or a trim at an input moves what has arrived within the jack's limit.
    this.rests(mode?.gainDb);
    this.at = changed(stood, (mode?.gainDb?.value ?? 0) + this.jackKnobs(box, jack));
    this.digital = jack.converts && mode ? { box: box.id, mode } : null;
  }

  private jackKnobs(box: Box, jack: Jack): number {
    return levelKnobs(this.resolved, box, (control) => movesJack(control, jack.id));
  }

  private leave(i: number, box: Box, jack: Jack, part: Part, state: BlockState | undefined) {
    const { mode } = this.resolved.jackMode(box, jack);
    const at = this.at;
    if (!at) return;
    const stretch = this.hops.stretchAt(i);
    // What the way passes as a wire, a pot or a transformer gives nothing of its own.
    const passes = stretch >= 0 && stretch === this.stretch;
    const gain = passes ? 0 : this.jackKnobs(box, jack) + this.converted(box, jack, mode);
    this.rests(state?.rOut ?? mode?.rOut, mode?.maxDbu);
    const out = (passes ? this.loaded(i, box, jack) : null) ?? changed(at, gain);
    const own = jack.converts ? converterOut(mode) : SILENT_DBU;
    const noisy = noisier(out, own, this.maker(i, box));
    this.stop(box, part, jack.label, noisy, mode?.maxDbu?.value ?? null);
    if (passes) return;
    this.drive = this.at;
    this.stretch = stretch;
  }

  /** Of a signal that came into this box by another converter, dB. */
  private converted(box: Box, jack: Jack, mode: JackMode | undefined): number {
    const { digital } = this;
    return digital?.box === box.id && jack.converts && mode ? converterGain(digital.mode, jack, mode) : 0;
  }

  private block(i: number, box: Box, block: Block, part: Part) {
    const { state } = this.resolved.blockState(box, block);
    if (block.role === 'source') this.source(box, block, part);
    else if (block.role === 'mic') this.microphone(i, box, part, block.name);
    else if (!this.at) return;
    else if (block.role === 'power') this.power(i, box, block, part);
    else if (block.role === 'speaker' || block.role === 'mix' || block.role === 'monitor') return;
    else if (isOn(state)) this.stage(i, box, block, state, part);
    else if (!passesBare(block, state))
      this.at = throughNoisy(this.at, stageNoise(box, block, state), 0, this.maker(i, box));
  }

  private source(box: Box, block: Block, part: Part) {
    const pickup = loudestOf(combinationOf(block, this.resolved.sound?.pickup).coils);
    if (!pickup?.averageDbu || !pickup.peakDbu) {
      this.endsBecause = `nothing is known of the level of ${box.name}`;
      return;
    }
    this.rests(pickup.averageDbu, pickup.peakDbu);
    const knob = levelKnobs(
      this.resolved,
      box,
      (control) => control.law.type !== 'pot' && actsOnBlock(control, block.id),
    );
    const [averageDbu, peakDbu] = [pickup.averageDbu.value + knob, pickup.peakDbu.value + knob];
    // A coil is silent by itself: what its resistance and the controls hiss is told where something hears it.
    this.drive = begun(averageDbu, peakDbu);
    this.stretch = 0;
    this.stop(box, part, pickup.name, changed(this.drive, this.hops.controlsDb), null);
  }

  /** Sound in the air has no dBu: the microphone's own nominal level begins anew. */
  private microphone(i: number, box: Box, part: Part, label: string) {
    const step = this.steps[i + 1];
    const jack = step?.type === 'jack' ? jackIn(box, step.jack) : undefined;
    const nominal = jack && this.resolved.jackMode(box, jack).mode?.nominalDbu;
    if (!nominal) {
      this.endsBecause = `nothing is known of the level of ${box.name}`;
      return;
    }
    this.rests(nominal);
    const heard = this.at ?? this.ended;
    if (heard) this.airDb += heard.gainDb + nominal.value - heard.averageDbu;
    const crest = this.at ? this.at.peakDbu - this.at.averageDbu : CREST_DB.most;
    const kept = Math.min(CREST_DB.most, Math.max(CREST_DB.least, crest));
    const at = begun(nominal.value, nominal.value + kept);
    this.stop(box, part, label, at, null);
  }

  private stage(i: number, box: Box, block: Block, state: BlockState, part: Part) {
    if (!this.at || bareVolume(box, block, this.resolved)) return;
    const { gainSmallDb, ceilingDbu, levelAfterDb } = state;
    const gain = gainSmallDb ? this.gainOf(box, block, gainSmallDb) : 0;
    const ceiling = ceilingDbu?.value ?? (this.isModel(box, block) ? MODEL.ceilingDbu : null);
    const knob = levelKnobs(this.resolved, box, (control) => actsOnBlock(control, block.id));
    const after = (levelAfterDb?.value ?? this.toNominal(i, box, block, ceiling)) + knob;
    // Said at the output of the stage: what arrives, and where it is cut, both moved by the level after it.
    const isPreamp = block.role === 'preamp' || block.role === 'ampModel';
    const maker = this.maker(i, box, isPreamp && !this.isPast ? 'amplifier' : undefined);
    if (isPreamp) this.isPast = true;
    const at = throughNoisy(this.at, stageNoise(box, block, state), gain + after, maker);
    if (gain === 0 && ceiling === null && after === 0) {
      this.at = at;
      return;
    }
    this.rests(gainSmallDb, ceilingDbu, levelAfterDb);
    const clips = block.meantToClip || block.role === 'preamp' || block.role === 'ampModel';
    this.stop(box, part, block.name, at, ceiling === null ? null : ceiling + after, clips);
  }

  /** A drive knob in its range; where nobody noted it, the middle. */
  private gainOf(box: Box, block: Block, figure: Figure): number {
    const drive = box.controls.find((c) => c.sets === 'drive' && actsOnBlock(c, block.id));
    const position = drive ? this.resolved.control(box, drive).position : null;
    return position === null || figure.low === undefined || figure.high === undefined
      ? figure.value
      : figure.low + (figure.high - figure.low) * position;
  }

  /** An amplifier as numbers: in a box that converts, whatever loop of it the signal came in by. */
  private isModel(box: Box, block: Block): boolean {
    return block.role === 'ampModel' && box.jacks.some(({ converts }) => converts);
  }

  /** A preamp's ceiling stands at its last anode; what follows brings a driven signal to the nominal level behind it. */
  private toNominal(i: number, box: Box, block: Block, ceiling: number | null): number {
    const nominal = ceiling === null ? null : this.nominalBehind(i, box, block);
    return ceiling === null || nominal === null ? 0 : nominal - (ceiling - CREST_DB.least);
  }

  private nominalBehind(i: number, box: Box, block: Block): number | null {
    if (this.isModel(box, block)) {
      const full = (this.digital?.mode ?? modeBehind(this.resolved, this.steps, i, box))?.maxDbu;
      this.rests(full);
      return full ? full.value - MODEL.underFullDb : null;
    }
    if (block.role !== 'preamp') return null;
    const nominal = modeBehind(this.resolved, this.steps, i, box)?.nominalDbu;
    this.rests(nominal);
    return nominal?.value ?? null;
  }

  /** P = P_rated × 10^((level at return − sensitivity)/10), at most P_rated (valve +2 dB); as volts across the tap. */
  private power(i: number, box: Box, block: Block, part: Part) {
    if (!this.at) return;
    const step = this.steps[i + 1];
    const tap = step?.type === 'jack' ? jackIn(box, step.jack)?.speaker : undefined;
    const sensitivity = this.cameBy?.nominalDbu ?? normalledMode(this.resolved, box, block)?.nominalDbu;
    if (!tap?.watts || !tap.ohm || !sensitivity) {
      // What its watts make of it nobody knows; noise and signal stand to each other as they come in.
      this.ended = this.at;
      this.at = null;
      return;
    }
    this.rests(tap.watts, tap.ohm, sensitivity);
    const rated = dbuOf(Math.sqrt(tap.watts.value * tap.ohm.value));
    const gain = rated - sensitivity.value;
    const ceiling = rated + (tap.stage === 'valve' ? VALVE_OVER_DB : 0);
    const noise = stageNoise(box, block, this.resolved.blockState(box, block).state);
    const at = throughNoisy(this.at, noise, gain, this.maker(i, box));
    this.stop(box, part, block.name, at, ceiling, true);
  }
}
