// The nominal reckoning of levels along a route, from the figures of jacks, blocks and knobs, with hops by the circuit.
import {
  actsOnBlock,
  blockIn,
  combinationOf,
  jackIn,
  movesJack,
  type Block,
  type BlockState,
  type Box,
  type Control,
  type Figure,
  type Jack,
  type JackMode,
  type Part,
} from '../model';
import { bareVolume, loudestOf } from '../network';
import { isOn, type Resolved, type Step } from '../signal';
import { clipped, dbuOf, powerSum, raised, SILENT_DBU, type Levels } from './chain';
import type { Hops } from './hops';
import { potDb } from './knobs';
import { converterIn, converterOut, stageNoise, type StageNoise } from './noise';

/** A place on the route where the level changes, or where something sets a limit to it. */
export type LevelStop = {
  readonly part: Part;
  /** Every part of the route from the stop before to this one. */
  readonly parts: readonly Part[];
  readonly box: Box;
  /** The jack's printed name, or the block's. */
  readonly label: string;
  readonly averageDbu: number;
  readonly peakDbu: number;
  /** Between notes: thermal and of the stages, unweighted, 20 Hz to 20 kHz. */
  readonly noiseDbu: number;
  /** Sine-equivalent; null: none stated. */
  readonly ceilingDbu: number | null;
  /** What is left between the peak that arrives and the ceiling, dB; negative: it clips. */
  readonly headroomDb: number | null;
  readonly meantToClip: boolean;
  /** Rests on figures that nobody has looked up. */
  readonly assumed: boolean;
};

export type LevelRoute = {
  readonly stops: readonly LevelStop[];
  /** Why the reckoning ends before the route does; null: it reaches the end. */
  readonly endsBecause: string | null;
};

type At = Levels;

/** A valve stage gives this much over its rating before it is flat. */
const VALVE_OVER_DB = 2;
/** A microphone hears a loudspeaker: the crest that is left lies between these. */
const CREST_DB = { least: 6, most: 20 } as const;

/** A stage's own noise at its input, carried by its small-signal gain, and what is fixed at its output. */
const withNoise = (at: At, { inDbu, outDbu }: StageNoise, gainDb: number): At => {
  const out = raised({ ...at, noiseDbu: powerSum(at.noiseDbu, inDbu) }, gainDb);
  return { ...out, noiseDbu: powerSum(out.noiseDbu, outDbu) };
};

const passesBare = (block: Block, state: BlockState) =>
  !isOn(state) && block.states.length > 1 && ['true', 'hung', 'relay'].includes(block.bypassKind);

/** Levels along the steps of one way, a thing at a time. */
export class Reckoning {
  readonly stops: LevelStop[] = [];
  endsBecause: string | null = null;
  private at: At | null = null;
  /** What drives the stretch that is being passed gives, and which stretch that is; −1: none. */
  private drive: At | null = null;
  private stretch = -1;
  private assumed = false;
  private parts: Part[] = [];
  /** What the box now being passed came in by: its sensitivity, for a power stage. */
  private cameBy: JackMode | undefined;

  constructor(
    private readonly resolved: Resolved,
    private readonly steps: readonly Step[],
    private readonly hops: Hops,
  ) {}

  run() {
    for (const [i, step] of this.steps.entries()) {
      if (step.type === 'lead') this.parts.push({ type: 'lead', id: step.lead });
      else {
        const box = this.resolved.boxes.get(step.box);
        if (!box) continue;
        if (step.type === 'jack') {
          this.parts.push({ type: 'jack', id: `${step.box}/${step.jack}` });
          const jack = jackIn(box, step.jack);
          if (jack) this.jack(i, box, jack);
        } else {
          this.parts.push({ type: 'block', id: `${step.box}/${step.block}` }, { type: 'box', id: box.id });
          const block = blockIn(box, step.block);
          if (block) this.block(i, box, block);
        }
      }
      if (this.endsBecause !== null) return;
    }
  }

  private rests(...figures: (Figure | undefined)[]) {
    if (figures.some((figure) => figure?.source === 'assumed')) this.assumed = true;
  }

  private stop(box: Box, part: Part, label: string, at: At, ceiling: number | null, meantToClip = false) {
    const headroom = ceiling === null ? null : ceiling - at.peakDbu;
    this.at = ceiling === null ? at : clipped(at, ceiling);
    this.stops.push({
      part,
      parts: this.parts,
      box,
      label,
      ...this.at,
      ceilingDbu: ceiling,
      headroomDb: headroom,
      meantToClip,
      assumed: this.assumed,
    });
    this.parts = [];
  }

  /** Blocks passed from a jack on until the box is left again. */
  private blocksAhead(from: number, box: Box): readonly (readonly [Block, BlockState])[] {
    const found: (readonly [Block, BlockState])[] = [];
    for (const step of this.steps.slice(from + 1)) {
      if (step.type !== 'block' || step.box !== box.id) break;
      const block = blockIn(box, step.block);
      if (block) found.push([block, this.resolved.blockState(box, block).state]);
    }
    return found;
  }

  /** Blocks passed since the box was entered, looking back from one of its output jacks. */
  private blocksBehind(from: number, box: Box): readonly (readonly [Block, BlockState])[] {
    const found: (readonly [Block, BlockState])[] = [];
    for (let i = from - 1; i >= 0; i -= 1) {
      const step = this.steps[i];
      if (step?.type !== 'block' || step.box !== box.id) break;
      const block = blockIn(box, step.block);
      if (block) found.push([block, this.resolved.blockState(box, block).state]);
    }
    return found;
  }

  private knobs(box: Box, test: (control: Control) => boolean, sets: Control['sets']): number {
    return box.controls
      .filter((control) => control.sets === sets && test(control))
      .reduce((sum, control) => sum + potDb(control.law, this.resolved.control(box, control).position), 0);
  }

  private jack(i: number, box: Box, jack: Jack) {
    const { mode } = this.resolved.jackMode(box, jack);
    const arrives = this.steps[i - 1]?.type === 'lead';
    if (arrives) this.cameBy = mode;
    if (!this.at || jack.carries === 'air') return;
    const passed = arrives ? this.blocksAhead(i, box) : this.blocksBehind(i, box);
    // A bypassed box, or a jack joined to another by a wire alone, is as if it were not there.
    if (passed.every(([block, state]) => passesBare(block, state))) return;
    // A guitar's own jack changes nothing: the pickup drives what comes behind it, or a stage on its battery does.
    if (passed.some(([block]) => block.role === 'source')) {
      if (!this.hops.isPassive) this.drive = this.at;
      return;
    }
    if (arrives) this.arrive(i, box, jack, mode, passed[0]?.[1]);
    else this.leave(i, box, jack, mode, passed[0]?.[1]);
  }

  /** The level at a jack by the circuit from what drives it; as it was, where no lead leads there. */
  private loaded(i: number, box: Box, jack: Jack): At | null {
    const ref = { box: box.id, jack: jack.id };
    const loss = this.hops.lossAt(i, ref);
    if (loss === null || !this.drive) return this.at;
    const at = raised(this.drive, loss);
    return { ...at, noiseDbu: powerSum(at.noiseDbu, this.hops.thermalAt(i, ref) ?? SILENT_DBU) };
  }

  private arrive(i: number, box: Box, jack: Jack, mode: JackMode | undefined, state: BlockState | undefined) {
    const loaded = this.loaded(i, box, jack);
    if (!loaded) return;
    const own = jack.converts ? converterIn(mode) : SILENT_DBU;
    const at = { ...loaded, noiseDbu: powerSum(loaded.noiseDbu, own) };
    this.rests(state?.rIn ?? mode?.rIn, mode?.maxDbu);
    this.stop(box, { type: 'jack', id: `${box.id}/${jack.id}` }, jack.label, at, mode?.maxDbu?.value ?? null);
    this.pad(mode);
  }

  /** A pad at an input takes its decibels off what has arrived within the jack's limit. */
  private pad(mode: JackMode | undefined) {
    if (!this.at || !mode?.gainDb) return;
    this.rests(mode.gainDb);
    this.at = raised(this.at, mode.gainDb.value);
  }

  private leave(i: number, box: Box, jack: Jack, mode: JackMode | undefined, state: BlockState | undefined) {
    const at = this.at;
    if (!at) return;
    const part: Part = { type: 'jack', id: `${box.id}/${jack.id}` };
    const stretch = this.hops.stretchAt(i);
    // What the way passes as a wire, a pot or a transformer gives nothing of its own.
    const passes = stretch >= 0 && stretch === this.stretch;
    const knob = passes ? 0 : this.knobs(box, (control) => movesJack(control, jack.id), 'level');
    this.rests(state?.rOut ?? mode?.rOut, mode?.maxDbu);
    const out = (passes ? this.loaded(i, box, jack) : null) ?? raised(at, knob);
    const own = jack.converts ? converterOut(mode) : SILENT_DBU;
    const noisy = { ...out, noiseDbu: powerSum(out.noiseDbu, own) };
    this.stop(box, part, jack.label, noisy, mode?.maxDbu?.value ?? null);
    if (passes) return;
    this.drive = this.at;
    this.stretch = stretch;
  }

  private block(i: number, box: Box, block: Block) {
    const { state } = this.resolved.blockState(box, block);
    const part: Part = { type: 'block', id: `${box.id}/${block.id}` };
    if (block.role === 'source') this.source(box, block, part);
    else if (block.role === 'mic') this.microphone(i, box, part, block.name);
    else if (!this.at) return;
    else if (block.role === 'power') this.power(i, box, block, part);
    else if (block.role === 'speaker' || block.role === 'mix' || block.role === 'monitor') return;
    else if (isOn(state)) this.stage(i, box, block, state, part);
    else if (!passesBare(block, state)) this.at = withNoise(this.at, stageNoise(box, block, state), 0);
  }

  private source(box: Box, block: Block, part: Part) {
    const pickup = loudestOf(combinationOf(block, this.resolved.sound?.pickup).coils);
    if (!pickup?.averageDbu || !pickup.peakDbu) {
      this.endsBecause = `nothing is known of the level of ${box.name}`;
      return;
    }
    this.rests(pickup.averageDbu, pickup.peakDbu);
    const knob = this.knobs(
      box,
      (control) => control.law.type !== 'pot' && actsOnBlock(control, block.id),
      'level',
    );
    const [averageDbu, peakDbu] = [pickup.averageDbu.value + knob, pickup.peakDbu.value + knob];
    // A coil is silent by itself: what its resistance and the controls hiss is told where something hears it.
    this.drive = { averageDbu, peakDbu, noiseDbu: SILENT_DBU };
    this.stretch = 0;
    this.stop(box, part, pickup.name, raised(this.drive, this.hops.controlsDb), null);
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
    const crest = this.at ? this.at.peakDbu - this.at.averageDbu : CREST_DB.most;
    const kept = Math.min(CREST_DB.most, Math.max(CREST_DB.least, crest));
    const at = { averageDbu: nominal.value, peakDbu: nominal.value + kept, noiseDbu: SILENT_DBU };
    this.stop(box, part, label, at, null);
  }

  private stage(i: number, box: Box, block: Block, state: BlockState, part: Part) {
    if (!this.at || bareVolume(box, block, this.resolved)) return;
    const { gainSmallDb, ceilingDbu, levelAfterDb } = state;
    const gain = gainSmallDb ? this.gainOf(box, block, gainSmallDb) : 0;
    const ceiling = ceilingDbu?.value ?? null;
    const knob = this.knobs(box, (control) => actsOnBlock(control, block.id), 'level');
    const after = (levelAfterDb?.value ?? this.toNominal(i, box, block, ceiling)) + knob;
    // Said at the output of the stage: what arrives, and where it is cut, both moved by the level after it.
    const at = withNoise(this.at, stageNoise(box, block, state), gain + after);
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

  /** A preamp's ceiling stands at its last anode; what follows brings a driven signal to the send's nominal level. */
  private toNominal(i: number, box: Box, block: Block, ceiling: number | null): number {
    if (block.role !== 'preamp' || ceiling === null) return 0;
    const step = this.steps.slice(i + 1).find((s) => s.type === 'jack' && s.box === box.id);
    const jack = step?.type === 'jack' ? jackIn(box, step.jack) : undefined;
    const nominal = jack && this.resolved.jackMode(box, jack).mode?.nominalDbu;
    this.rests(nominal);
    return nominal ? nominal.value - (ceiling - CREST_DB.least) : 0;
  }

  /** P = P_rated × 10^((level at return − sensitivity)/10), at most P_rated (valve +2 dB); as volts across the tap. */
  private power(i: number, box: Box, block: Block, part: Part) {
    if (!this.at) return;
    const step = this.steps[i + 1];
    const tap = step?.type === 'jack' ? jackIn(box, step.jack)?.speaker : undefined;
    const sensitivity = this.cameBy?.nominalDbu ?? this.normalled(box, block)?.nominalDbu;
    if (!tap?.watts || !tap.ohm || !sensitivity) {
      this.at = null;
      return;
    }
    this.rests(tap.watts, tap.ohm, sensitivity);
    const rated = dbuOf(Math.sqrt(tap.watts.value * tap.ohm.value));
    const gain = rated - sensitivity.value;
    const ceiling = rated + (tap.stage === 'valve' ? VALVE_OVER_DB : 0);
    const at = withNoise(this.at, stageNoise(box, block, this.resolved.blockState(box, block).state), gain);
    this.stop(box, part, block.name, at, ceiling, true);
  }

  private normalled(box: Box, block: Block): JackMode | undefined {
    const { patch } = this.resolved.innerWiring(box);
    const wire = patch.wires.find(({ from, to }) => 'block' in to && to.block === block.id && 'jack' in from);
    const id = wire && 'jack' in wire.from ? wire.from.jack : null;
    const jack = jackIn(box, id);
    return jack && this.resolved.jackMode(box, jack).mode;
  }
}
