import { trial } from '../../edits';
import {
  blockIn,
  boxOf,
  derive,
  endAt,
  isPutAway,
  jackIn,
  pluggedIn,
  plugsAt,
  type JackRef,
  type Part,
  type Reads,
  type Rig,
} from '../../model';
import {
  resolveIn,
  traceIn,
  wantedOutputs,
  type ForSignal,
  type Node,
  type WantedOutput,
} from '../../signal';
import { joinCures } from '../missing-lead';
import { isHeard } from '../score';
import {
  blockPart,
  boxPart,
  hasSource,
  isFree,
  jackPart,
  scopeOf,
  viewOf,
  type Found,
  type View,
} from '../finding';
import { inWords } from '../../units';
import { cure, inNightAlone, type Cure } from '../cure';
import { rule } from '../rule';

type Data = {
  /** Jacks by box and id, boxes, or a kind of outlet. */
  readonly outputs: readonly string[];
  /** The part where the signal ends is the guitar, which is plugged nowhere, or its jack. */
  readonly unplugged: boolean;
  readonly mutes: boolean;
};

/** `a loudspeaker or the desk`. */
const inEither = (items: readonly string[]) => inWords(items).replace(/ and (?=[^,]*$)/, ' or ');

const OUTPUTS: Readonly<Record<string, string>> = {
  loudspeaker: 'a loudspeaker',
  desk: 'the desk',
  monitor: 'a full-range loudspeaker or ears',
};

/** A loudspeaker by its box: its air has no name that anybody uses. */
function nameOf(view: Reads<'boxes'>, at: JackRef | null): string {
  const jack = endAt(view, at ?? undefined)?.jack;
  return jack?.carries === 'air' ? (at?.box ?? '') : `${at?.box}/${at?.jack}`;
}

/**
 * Where the signal ends, as a technician means it: at a jack with a lead that hangs loose, else anywhere but at the
 * headphones, which hear along.
 */
function endMeant(view: ForSignal): Node | undefined {
  const { ends } = traceIn(view);
  const hangs = (end: Node) =>
    end.type === 'jack' &&
    plugsAt(view, { box: end.box, jack: end.jack }).some(({ far }) => far === undefined);
  const isPhones = (end: Node) =>
    end.type === 'jack' && jackIn(boxOf(view, end.box), end.jack)?.carries === 'phones';
  return ends.find(hangs) ?? ends.find((end) => !isPhones(end)) ?? ends[0];
}

/** Wanted outputs that nothing reaches in this sound. Before anything is wired there is nothing to judge: the routes come first. */
const unheardIn = derive(['boxes', 'leads', 'variant', 'sound', 'wants'], (view): readonly WantedOutput[] => {
  if (!hasSource(view) || pluggedIn(view).every(isPutAway)) return [];
  const { paths } = traceIn(view);
  return wantedOutputs(view)
    .filter((wanted) => wanted.sounds.length === 0 || wanted.sounds.includes(view.sound?.id ?? ''))
    .filter((wanted) => !isHeard(paths, wanted));
});

const outputName = (view: Reads<'boxes'>, { kind, at }: WantedOutput) =>
  kind === 'named' ? nameOf(view, at) : kind;

/** WIRE-SILENT: in this sound nothing reaches a wanted output; where the path ends. */
export const silent = rule<Data>({
  code: 'WIRE-SILENT',
  cause: 3,
  reads: 'sound',
  // Where the signal ends may change: what is heard no more counts, not the last jack on the way.
  wrong: (view) => unheardIn(view).map((wanted) => outputName(view, wanted)),
  judge: derive(['boxes', 'leads', 'variant', 'sound', 'wants'], (view): readonly Found<Data>[] => {
    const unheard = unheardIn(view);
    if (unheard.length === 0) return [];
    const end = endMeant(view);
    const box = end && boxOf(view, end.box);
    const jack = end?.type === 'jack' ? jackIn(box, end.jack) : undefined;
    const block = end?.type === 'port' ? blockIn(box, end.block) : undefined;
    const part: Part[] = box && jack ? [jackPart(box, jack)] : box && block ? [blockPart(box, block)] : [];
    const mutes = box && block ? resolveIn(view).blockState(box, block).state.mutes : false;
    const { guitar } = resolveIn(view);
    return [
      {
        severity: 'fault',
        parts: part.length > 0 ? part : guitar ? [boxPart(guitar)] : [],
        data: {
          outputs: unheard.map((wanted) => outputName(view, wanted)),
          unplugged:
            part.length === 0 ||
            (box !== undefined && jack !== undefined && box === guitar && isFree(view, box, jack)),
          mutes,
        },
      },
    ];
  }),
  words({ data, sound, parts }, say) {
    const goals = data.outputs.map(
      (output) => OUTPUTS[output] ?? (output.includes('/') ? say.jack(output) : say.box(output)),
    );
    const where =
      parts.length === 0
        ? ''
        : data.unplugged
          ? `${say.parts()[0]} is plugged nowhere`
          : `the signal ends at ${say.parts()[0]}`;
    return {
      text: `${sound === null ? 'Nothing' : `In ${say.sound()} nothing`} reaches ${inEither(goals)}: ${where}${data.mutes ? ', which mutes' : ''}.`,
      why: data.mutes
        ? 'A mute that is left on silences everything behind it.'
        : 'From there no lead or inner wire leads on.',
    };
  },
  *cures(view, found) {
    // What brings back some of the outputs only trades the finding for another.
    const isCured = (rig: Rig) =>
      unheardIn(viewOf(rig, view.variant?.id ?? null, view.sound?.id ?? null)).length === 0;
    for (const one of [...unmute(view), ...(found.parts.length > 0 ? joinCures(view) : [])]) {
      const after = trial(view.rig, inNightAlone(view, one).edit);
      if (after && isCured(after)) yield one;
    }
  },
});

/** Every muting block that the signal gets to, in a state that lets it pass. */
function* unmute(view: View): Generator<Cure> {
  for (const end of traceIn(view).ends) {
    if (end.type !== 'port') continue;
    const box = boxOf(view, end.box);
    const block = blockIn(box, end.block);
    const state = block?.states.find((s) => !s.mutes);
    if (box && block && state && resolveIn(view).blockState(box, block).state.mutes)
      yield cure(view, {
        edit: 'setBlockState',
        arguments: { box: box.id, block: block.id, state: state.id, scope: scopeOf(view) },
      });
  }
}
