import { useId, useState } from 'react';
import { memberName } from '../../../../core/control';
import { blockIn, boxOf, type SoundRule } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Labelled } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

const FIELD = 'min-h-8 w-full rounded border border-line bg-raised px-2 text-sm';

const KINDS: readonly { readonly id: SoundRule['kind']; readonly name: string }[] = [
  { id: 'one', name: 'exactly one of them' },
  { id: 'together', name: 'all together or none' },
  { id: 'never', name: 'never all at once' },
];

const keyOf = ({ box, block }: SoundRule['members'][number]) => `${box}/${block}`;

/** A rule as it is written: how many of which parts, and the player's own words for it. */
export function RuleForm(props: {
  rule: SoundRule;
  take: (rule: SoundRule) => string | null;
  onLeave: () => void;
}) {
  const { take, onLeave } = props;
  const { rig } = useOpen('rig');
  const [rule, setRule] = useState(props.rule);
  const [part, setPart] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const list = useId();
  const parts = rig.boxes.flatMap((box) =>
    box.blocks
      .filter(({ role }) => role !== 'source')
      .map(({ id }) => ({ box: box.id, block: id, name: memberName(rig, {}, `${box.id}/${id}`) })),
  );
  const add = (name: string) => {
    const found = parts.find((one) => one.name.toLowerCase() === name.trim().toLowerCase());
    if (!found) return setRefused(`“${name}” is no part of this rig; the list below the field has them all.`);
    setRefused(null);
    setPart('');
    if (rule.members.some((member) => keyOf(member) === keyOf(found))) return;
    setRule({ ...rule, members: [...rule.members, { box: found.box, block: found.block }] });
  };
  const keep = () => {
    const why = take(rule);
    setRefused(why);
    if (why === null) onLeave();
  };
  const setState = (key: string, state: string) => {
    const others = Object.fromEntries(Object.entries(rule.states ?? {}).filter(([other]) => other !== key));
    setRule({ ...rule, states: state === '' ? others : { ...others, [key]: state } });
  };
  return (
    <form
      aria-label="Rule"
      className="flex flex-col gap-3 border-b border-line bg-ground px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (part.trim() === '') keep();
        else add(part);
      }}
      onKeyDown={(event) => event.key === 'Escape' && onLeave()}
    >
      <div className="grid gap-3 md:grid-cols-[14rem_1fr_1fr]">
        <Labelled label="In every sound">
          {(id) => (
            <select
              id={id}
              className={FIELD}
              value={rule.kind}
              onChange={({ target }) =>
                setRule({ ...rule, kind: KINDS.find((kind) => kind.id === target.value)?.id ?? rule.kind })
              }
            >
              {KINDS.map(({ id: value, name }) => (
                <option key={value} value={value}>
                  {name}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <Labelled label="Add a part" hint="Enter puts it in; with nothing written Enter keeps the rule">
          {(id) => (
            <>
              <input
                id={id}
                autoFocus
                list={list}
                className={FIELD}
                value={part}
                maxLength={200}
                onChange={({ target }) => setPart(target.value)}
              />
              <datalist id={list}>
                {parts.map(({ name, ...one }) => (
                  <option key={keyOf(one)} value={name} />
                ))}
              </datalist>
            </>
          )}
        </Labelled>
        <Labelled label="In the player’s own words" hint="no delay while both amplifiers sound">
          {(id) => (
            <input
              id={id}
              className={FIELD}
              value={rule.words}
              maxLength={200}
              onChange={({ target }) => setRule({ ...rule, words: target.value })}
            />
          )}
        </Labelled>
      </div>
      <ul aria-label="Parts of the rule" className="flex flex-wrap gap-2">
        {rule.members.map((member) => {
          const key = keyOf(member);
          const block = blockIn(boxOf(rig, member.box), member.block);
          const name = memberName(rig, {}, key);
          return (
            <li
              key={key}
              className="flex items-center gap-2 rounded-sm border border-line bg-raised px-2 text-sm"
            >
              {name}
              {block && block.states.length > 1 ? (
                <select
                  aria-label={`State of ${name} that counts`}
                  className="min-h-7 bg-raised text-xs"
                  value={rule.states?.[key] ?? ''}
                  onChange={({ target }) => setState(key, target.value)}
                >
                  <option value="">at work</option>
                  {block.states.map((state) => (
                    <option key={state.id} value={state.id}>
                      {state.name}
                    </option>
                  ))}
                </select>
              ) : null}
              <button
                type="button"
                aria-label={`Take out ${name}`}
                className="min-h-7 min-w-6"
                onClick={() => {
                  setState(key, '');
                  setRule((old) => ({ ...old, members: old.members.filter((one) => keyOf(one) !== key) }));
                }}
              >
                ×
              </button>
            </li>
          );
        })}
      </ul>
      {refused === null ? null : (
        <p role="alert" className="text-sm text-fault">
          {refused}
        </p>
      )}
      <div className="flex gap-2">
        <Button look="strong" type="submit">
          {part.trim() === '' ? 'Keep the rule' : 'Add the part'}
        </Button>
        <Button onClick={onLeave}>Leave</Button>
      </div>
    </form>
  );
}
