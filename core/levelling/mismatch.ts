// Outputs and inputs on one wire that are set for unlike levels.
import { unlikeLevels } from '../level';
import { jackKey, type JackEnd } from '../model';
import { jointsIn, resolveIn } from '../signal';
import type { Setting } from './setting';
import type { Of, Ways } from './ways';

type Pair = {
  readonly of: Of;
  readonly from: JackEnd;
  readonly to: JackEnd;
  readonly from0: number;
  readonly to0: number;
};

const keyOf = ({ box, jack }: JackEnd) => jackKey({ box: box.id, jack: jack.id });

/** Every output with each input that wire alone joins it to, in any sound. */
function pairsOf({ ways, choices }: Ways): readonly Pair[] {
  const found = new Map<string, Pair>();
  const numberOf = (end: JackEnd) => choices.findIndex(({ key }) => key === keyOf(end));
  for (const { of } of ways)
    for (const { outputs, inputs } of new Set(jointsIn(of).values())) {
      const [from, ...others] = outputs;
      if (!from || others.length > 0) continue;
      for (const { end } of inputs)
        found.set(`${keyOf(from)} ${keyOf(end)}`, {
          of,
          from,
          to: end,
          from0: numberOf(from),
          to0: numberOf(end),
        });
    }
  return [...found.values()];
}

/** How many pairs of jacks are set for unlike levels, by the modes that are tried. */
export function mismatchesIn(all: Ways): (at: Setting) => number {
  const pairs = pairsOf(all).filter(({ from0, to0 }) => from0 >= 0 || to0 >= 0);
  return ({ modes }) =>
    pairs.filter(({ of, from, to, from0, to0 }) => {
      const inMode = ({ box, jack }: JackEnd, choice: number) => ({
        jack,
        mode: all.choices[choice]?.modes[modes[choice] ?? -1] ?? resolveIn(of).jackMode(box, jack).mode,
      });
      return unlikeLevels(inMode(from, from0), inMode(to, to0)) !== null;
    }).length;
}
