import { useState } from 'react';
import { memberName, proposedRules, ruleLines, type RuleLine } from '../../../../core/control';
import { freshId, inNight, type SoundRule } from '../../../../core/model';
import { count } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Button } from '../../parts/button';
import { Empty } from '../../parts/empty';
import { useOpen } from '../../rig/use-open';
import { SoundsHead } from './parts-of-view';
import { RuleForm } from './rule-form';

/** A rule in words, and how each sound stands to it. */
function Line({ line, sounds, children }: { line: RuleLine; sounds: number; children: React.ReactNode }) {
  const { rule, words, broken } = line;
  const { rig } = useOpen('rig');
  const members = rule.members.map(({ box, block }) => memberName(rig, rule, `${box}/${block}`));
  return (
    <li className="flex items-start gap-3 border-b border-hair px-4 py-2">
      <div className="min-w-0 flex-1">
        <p className={broken.length > 0 ? 'font-semibold' : ''}>
          {words.charAt(0).toUpperCase() + words.slice(1)}
        </p>
        {rule.words === '' ? null : <p className="text-xs text-muted">{members.join(', ')}</p>}
        {broken.length === 0 ? (
          <p className="text-xs text-muted">Kept in {sounds === 1 ? 'the sound' : `all ${sounds} sounds`}.</p>
        ) : (
          <ul aria-label="Broken in">
            {broken.map(({ sound, name, how }) => (
              <li key={sound} className="text-xs text-caution">
                {name}: {how}.
              </li>
            ))}
          </ul>
        )}
      </div>
      {children}
    </li>
  );
}

/** What goes together and what must not, in every sound. */
export function RulesView() {
  const { rig, setting, session, readOnly } = useOpen('rig', 'setting', 'session', 'readOnly');
  const [changed, setChanged] = useState<SoundRule | null>(null);
  const of = inNight(rig, setting.variant);
  const isReadOnly = readOnly !== null;
  if (rig.boxes.length === 0)
    return (
      <Empty
        title="Nothing to rule yet"
        text="A rule says what goes together and what must not: the gear comes first."
      >
        <ActLink to={`/rig/${rig.id}/gear`}>Enter the gear</ActLink>
      </Empty>
    );
  const lines = ruleLines(of);
  const proposed = proposedRules(of);
  const broken = lines.filter((line) => line.broken.length > 0).length;
  const take = (rule: SoundRule) => session.commit({ edit: 'setRule', arguments: { rule } });
  const isNew = () =>
    setChanged({
      id: freshId('rule', new Set(rig.soundRules.map(({ id }) => id))),
      kind: 'never',
      members: [],
      words: '',
    });
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Rules"
        text={
          lines.length === 0
            ? 'No rule yet: what must be exactly one, together, or never at once is said here and checked in every sound.'
            : `${count(lines.length, 'rule')}, ${broken === 0 ? 'all kept in every sound' : `${broken} broken`}.`
        }
      >
        <Button disabled={isReadOnly || changed !== null} onClick={isNew}>
          New rule
        </Button>
      </SoundsHead>
      <div className="min-h-0 flex-1 overflow-auto bg-sheet text-sm">
        {changed ? (
          <RuleForm key={changed.id} rule={changed} take={take} onLeave={() => setChanged(null)} />
        ) : null}
        <ul aria-label="Rules of this rig">
          {lines.map((line) => (
            <Line key={line.rule.id} line={line} sounds={rig.sounds.length}>
              <Button look="quiet" disabled={isReadOnly} onClick={() => setChanged(line.rule)}>
                Change
              </Button>
              <Button
                look="quiet"
                disabled={isReadOnly}
                onClick={() => session.commit({ edit: 'removeRule', arguments: { id: line.rule.id } })}
              >
                Remove
              </Button>
            </Line>
          ))}
        </ul>
        {proposed.length > 0 ? (
          <section aria-label="Suggested">
            <h2 className="px-4 pt-3 pb-1 text-xs text-muted">The wiring and the sounds suggest</h2>
            <ul>
              {proposed.map((line) => (
                <Line key={line.rule.id} line={line} sounds={rig.sounds.length}>
                  <Button disabled={isReadOnly} onClick={() => take(line.rule)}>
                    Make it a rule
                  </Button>
                </Line>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
    </div>
  );
}
