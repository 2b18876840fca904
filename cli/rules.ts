import { proposedRules, ruleLines, type RuleLine } from '../core/control';
import { inNight } from '../core/model';
import { rigOf, variantOf, type Call } from './input';

const asJson = ({ rule, words, broken }: RuleLine) => ({
  id: rule.id,
  kind: rule.kind,
  members: rule.members.map(({ box, block }) => `${box}/${block}`),
  words,
  broken,
});

/** `rules`: each rule for sounds with those that break it, and the rules that the rig suggests. Exit 1: one is broken. */
export function rulesCommand(call: Call): number {
  const rig = rigOf(call);
  const of = inNight(rig, variantOf(call, rig));
  const lines = ruleLines(of);
  const proposed = proposedRules(of);
  const isBroken = lines.some(({ broken }) => broken.length > 0);
  if (call.flags.has('--json')) {
    call.printJson({ rules: lines.map(asJson), suggested: proposed.map(asJson) });
    return isBroken ? 1 : 0;
  }
  const print = ({ words, broken }: RuleLine) => {
    call.print(`${words}: ${broken.length === 0 ? 'kept in every sound' : 'broken'}`);
    for (const { name, how } of broken) call.print(`  ${name}: ${how}`);
  };
  if (lines.length === 0) call.print('no rule yet');
  lines.forEach(print);
  if (proposed.length > 0) call.print('suggested:');
  proposed.forEach(print);
  return isBroken ? 1 : 0;
}
