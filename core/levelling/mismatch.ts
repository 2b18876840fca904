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
  readonly fromChoice: number;
  readonly toChoice: number;
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
          fromChoice: numberOf(from),
          toChoice: numberOf(end),
        });
    }
  return [...found.values()];
}

/** How many pairs of jacks are set for unlike levels, by the modes that are tried. */
export function mismatchesIn(all: Ways): (at: Setting) => number {
  const pairs = pairsOf(all).filter(({ fromChoice, toChoice }) => fromChoice >= 0 || toChoice >= 0);
  return ({ modes }) =>
    pairs.filter(({ of, from, to, fromChoice, toChoice }) => {
      const inMode = ({ box, jack }: JackEnd, choice: number) => ({
        jack,
        mode: all.choices[choice]?.modes[modes[choice] ?? -1] ?? resolveIn(of).jackMode(box, jack).mode,
      });
      return unlikeLevels(inMode(from, fromChoice), inMode(to, toChoice)) !== null;
    }).length;
}
