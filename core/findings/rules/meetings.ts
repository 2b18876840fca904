import { boxOf, derive, type Box } from '../../model';
import { resolveIn, type ForSignal } from '../../signal';
import { meetingCure, meetingsIn, meetingWords, type Meeting } from '../../timing';
import { ofElectricity } from '../electric';
import { boxPart, scopeFrom, type Found, type View } from '../finding';
import { switchTo } from '../hung';
import type { Code } from '../codes';
import { group, type Cure } from '../cure';
import { rule, type Rule } from '../rule';

type Data = { readonly text: string; readonly why: string; readonly boxes: readonly string[] };

/** Does a box give the effect alone: by its knob, where that is noted, else by what is known of its state? */
function givesEffectAlone(of: ForSignal, box: Box): boolean {
  const resolved = resolveIn(of);
  const noted = box.controls.flatMap((control) =>
    control.sets === 'mix' ? (resolved.control(box, control).position ?? []) : [],
  );
  const known = box.blocks.flatMap((block) => resolved.blockState(box, block).state.mix ?? []);
  const mixes = noted.length > 0 ? noted : known;
  return mixes.length > 0 && mixes.every((mix) => mix === 1);
}

/** What is dry in some boxes does not come back late. */
const isWet = (of: ForSignal, boxes: readonly Box[]): boolean =>
  boxes.length > 0 && boxes.every((box) => givesEffectAlone(of, box));

/** What speaks of a meeting; null: what hangs in a loop gives the effect alone, and nothing dry is late. */
function codeOf(of: ForSignal, { isLoop, unlike, where, by }: Meeting): Code | null {
  const isDry = isLoop && !isWet(of, by[0] ?? []);
  if (isDry) return 'LOOP-PARALLEL';
  if (unlike) return where === 'air' ? 'PHASE-AMPS' : 'PHASE-BLEND';
  return isLoop ? null : 'TIME-NOTCH';
}

const DRY =
  'Dry that comes through what stands beside dry combs with it: 100 % wet there, the amount by the blend; or series, where the amplifier has the switch.';

function found(meeting: Meeting, code: Code): Found<Data> {
  const { seconds, weakerDb, boxes, by } = meeting;
  const own = [...new Set([...boxes, ...by.flat()])];
  return {
    severity: 'caution',
    parts: own.map(boxPart),
    figures: [
      { name: 'later', value: seconds * 1000, unit: 'ms' },
      { name: 'weaker', value: weakerDb, unit: 'dB' },
    ],
    assumed: seconds > 0 ? own.slice(0, 3).map((box) => ({ part: boxPart(box), figure: 'delay' })) : [],
    data: {
      text: meetingWords(meeting),
      why: code === 'LOOP-PARALLEL' ? DRY : meetingCure(meeting),
      boxes: own.map(({ id }) => id),
    },
  };
}

/** States that turn the signal, or turn it no longer, in the boxes of the two ways. */
function* turnings(view: View, { boxes }: Data): Generator<Cure> {
  const resolved = resolveIn(view);
  for (const box of boxes.flatMap((id) => boxOf(view, id) ?? []))
    for (const block of box.blocks) {
      const { state } = resolved.blockState(box, block);
      const other = block.states.find(
        (one) => one.inverts !== state.inverts && one.mutes === state.mutes && one.id !== 'off',
      );
      // A switch that does nothing but turn: another channel of an amplifier is no cure.
      if (other && (block.role === 'buffer' || block.role === 'split'))
        yield switchTo(view, box, block, other.id);
    }
}

/** The mix of what hangs in the loop turned to the effect alone. */
function* wetOnly(view: View, { boxes }: Data): Generator<Cure> {
  for (const box of boxes.flatMap((id) => boxOf(view, id) ?? []))
    for (const control of box.controls.filter(({ sets }) => sets === 'mix')) {
      const { position, from } = resolveIn(view).control(box, control);
      if (position === 1) continue;
      const set = { box: box.id, control: control.id, position: 1, basis: null };
      yield group(`Turn ${control.label} of ${box.name} fully up: the effect alone`, [
        { edit: 'setControl', arguments: { ...set, scope: scopeFrom(view, from) } },
      ]);
    }
}

const meets = (code: Code): Rule =>
  rule<Data>({
    code,
    reads: 'sound',
    isMild: true,
    judge: derive(ofElectricity, (of): readonly Found<Data>[] =>
      meetingsIn(of)
        .filter((meeting) => codeOf(of, meeting) === code)
        .map((meeting) => found(meeting, code)),
    ),
    words: ({ data }) => data,
    *cures(view, { data }) {
      if (code === 'LOOP-PARALLEL') yield* wetOnly(view, data);
      else if (code !== 'TIME-NOTCH') yield* turnings(view, data);
    },
  });

/** TIME-NOTCH: two ways meet, one of them late: notches. */
export const notch = meets('TIME-NOTCH');
/** PHASE-AMPS: two loudspeakers sound together, one of them turned. */
export const amplifiers = meets('PHASE-AMPS');
/** PHASE-BLEND: two ways meet in a wire or a mixer, one of them turned. */
export const blend = meets('PHASE-BLEND');
/** LOOP-PARALLEL: what comes back late, or turned, meets the dry signal of the same box. */
export const parallelLoop = meets('LOOP-PARALLEL');
