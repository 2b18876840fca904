import { boxOf, derive } from '../../model';
import { resolveIn } from '../../signal';
import { meetingCure, meetingsIn, meetingWords, type Meeting } from '../../timing';
import { ofElectricity } from '../electric';
import { boxPart, type Found, type View } from '../finding';
import { switchTo } from '../hung';
import type { Code } from '../codes';
import type { Cure } from '../cure';
import { rule, type Rule } from '../rule';

type Data = { readonly text: string; readonly why: string; readonly boxes: readonly string[] };

/** A way by nothing but what passes in the box itself: the dry signal of a parallel loop, or of a unit's mix. */
const isDry = ({ where, by }: Meeting): boolean => where === 'wire' && by.some((boxes) => boxes.length === 0);

const CODES: readonly { readonly code: Code; readonly is: (meeting: Meeting) => boolean }[] = [
  { code: 'PHASE-AMPS', is: ({ unlike, where }) => unlike && where === 'air' },
  { code: 'LOOP-PARALLEL', is: (meeting) => isDry(meeting) },
  { code: 'PHASE-BLEND', is: ({ unlike, where }) => unlike && where === 'wire' },
  { code: 'TIME-NOTCH', is: ({ unlike }) => !unlike },
];

/** The first code that speaks of a meeting. */
const codeOf = (meeting: Meeting) => CODES.find(({ is }) => is(meeting))?.code;

const WHY: Partial<Record<Code, string>> = {
  'LOOP-PARALLEL':
    'Dry that comes through what stands beside dry combs with it: 100 % wet there, the amount by the blend; or series, where the amplifier has the switch.',
};

function found(meeting: Meeting): Found<Data> {
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
      why: WHY[codeOf(meeting) ?? 'TIME-NOTCH'] ?? meetingCure(meeting),
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

const meets = (code: Code): Rule =>
  rule<Data>({
    code,
    reads: 'sound',
    isMild: true,
    judge: derive(ofElectricity, (of): readonly Found<Data>[] =>
      meetingsIn(of)
        .filter((meeting) => codeOf(meeting) === code)
        .map(found),
    ),
    words: ({ data }) => data,
    ...(code.startsWith('PHASE')
      ? { cures: (view: View, { data }: Found<Data>) => turnings(view, data) }
      : {}),
  });

/** TIME-NOTCH: two ways meet, one of them late: notches. */
export const notch = meets('TIME-NOTCH');
/** PHASE-AMPS: two loudspeakers sound together, one of them turned. */
export const amplifiers = meets('PHASE-AMPS');
/** PHASE-BLEND: two ways meet in a wire or a mixer, one of them turned. */
export const blend = meets('PHASE-BLEND');
/** LOOP-PARALLEL: what comes back late, or turned, meets the dry signal of the same box. */
export const parallelLoop = meets('LOOP-PARALLEL');
