import { useState } from 'react';
import type { HouseLine } from '../../../../core/findings';
import { same } from '../../../../core/model';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Busy } from '../../parts/empty';
import { useOpen } from '../../rig/use-open';
import { useNotice, usePreferences } from '../../store/app';
import { useAnalysis } from '../../worker/use-analysis';
import { Limits } from './limits';

/** What another position would change here: findings gone and new, and pairs of the order that stand against it. */
function brings({ gone, added, against }: HouseLine['positions'][number], isInForce: boolean): string {
  const words = [
    isInForce ? 'in force' : '',
    gone > 0 ? `${count(gone, 'finding')} gone` : '',
    added > 0 ? `${count(added, 'finding')} new` : '',
    against > 0 ? `${count(against, 'pair')} of the order against it` : '',
  ].filter(Boolean);
  return words.length === 0 ? 'changes nothing here' : words.join(', ');
}

const TOPICS = [
  { topic: 'order', words: 'What stands where' },
  { topic: 'tone', words: 'Tone' },
  { topic: 'models', words: 'Models into amplifiers' },
] as const;

function Question({
  line,
  said,
  disabled,
  onTake,
}: {
  line: HouseLine;
  /** The side as the rig has it now, ahead of what is counted of it. */
  said: string | undefined;
  disabled: boolean;
  onTake: (id: string) => void;
}) {
  const inForce = line.positions.find(({ id }) => id === said)?.id ?? line.positions[0]?.id;
  return (
    <fieldset className="break-inside-avoid border-b border-hair py-2">
      <legend className="float-left w-full text-sm">{line.question}</legend>
      <div className="clear-both flex flex-col gap-1 pt-1">
        {line.positions.map((position) => {
          const isInForce = position.id === inForce;
          return (
            <label key={position.id} className="flex min-h-6 flex-wrap items-center gap-2 text-sm">
              <input
                type="radio"
                name={line.id}
                checked={isInForce}
                disabled={disabled}
                onChange={() => onTake(position.id)}
              />
              <span className={isInForce ? 'font-semibold' : ''}>{position.words}</span>
              <span className="text-xs text-muted">{brings(position, isInForce)}</span>
            </label>
          );
        })}
      </div>
    </fieldset>
  );
}

/** Where houses differ, and the limits that are judged by: of this rig, and what new rigs begin with. */
export function House() {
  const { rig, setting, readOnly, commit } = useOpen('rig', 'setting', 'readOnly', 'commit');
  const { house, set } = usePreferences();
  const say = useNotice((state) => state.say);
  /** What new rigs begin with is said once it is stored. */
  const begin = async (rules: typeof house, words: string) => {
    await set({ house: rules });
    say(words);
  };
  // A rig is judged for each side that can be taken: only where somebody looks.
  const [open, setOpen] = useState(false);
  const { value, fault } = useAnalysis<'house'>(open ? { kind: 'house', variant: setting.variant } : null);
  const disabled = readOnly !== null;
  const { houseRules } = rig;
  const isDefault = house !== null && same(house, houseRules);
  return (
    <details
      className="border-t border-hair bg-sheet px-4 py-1"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="inline-flex min-h-8 cursor-pointer items-center rounded text-sm font-semibold">
        House rules
      </summary>
      <div className="max-w-5xl pb-3">
        <p className="pb-1 text-xs text-muted">
          Good technicians disagree on these. Findings, and what is usual in the order, follow the side that
          this rig takes.
        </p>
        {fault !== null ? <p className="text-xs text-danger">{fault}</p> : null}
        {value === null ? <Busy what="Weighing the other sides" /> : null}
        {value === null
          ? null
          : TOPICS.map(({ topic, words }) => (
              <section key={topic} aria-label={words} className="pt-2">
                <h3 className="text-xs font-semibold text-muted">{words}</h3>
                <div className="gap-x-8 lg:columns-2">
                  {value
                    .filter((line) => line.topic === topic)
                    .map((line) => (
                      <Question
                        key={line.id}
                        line={line}
                        said={houseRules.schools[line.id]}
                        disabled={disabled}
                        onTake={(position) =>
                          commit({ edit: 'setSchool', arguments: { question: line.id, position } })
                        }
                      />
                    ))}
                </div>
              </section>
            ))}
        <Limits />
        <div className="flex flex-wrap items-center gap-2">
          <Button
            disabled={isDefault}
            onClick={() => {
              void begin(houseRules, 'New rigs begin with these house rules.');
            }}
          >
            {isDefault ? 'New rigs begin with these' : 'Let new rigs begin with these'}
          </Button>
          {house === null ? null : (
            <Button
              look="quiet"
              onClick={() => {
                void begin(null, 'New rigs begin with the usual house rules again.');
              }}
            >
              New rigs as usual again
            </Button>
          )}
        </div>
      </div>
    </details>
  );
}
