import { BRIDGED, IS_LOAD, SWITCHING } from '../../../core/gear';
import type { Box, Jack } from '../../../core/model';
import { Choice, Labelled } from '../parts/field';
import { Tick } from '../parts/tick';
import { useOpen } from '../rig/use-open';
import { Section } from './section';

type Facts = NonNullable<Jack['speaker']>;

const NEEDS_LOAD = 'must not run without a load';

/** Of an output: whether it may run with nothing plugged, and what stands against its ground. */
function Output({ jack, facts, set, disabled }: LineProps) {
  // Of a stage with a transformer it is no question.
  const isAsked = facts.stage !== 'valve' && facts.stage !== 'solid-transformer';
  const flags = [
    ...(isAsked || !facts.needsLoad ? [['needsLoad', NEEDS_LOAD] as const] : []),
    ['internalLoad', 'a load inside is switched in'] as const,
    ['inSeries', 'in series with the other jacks'] as const,
  ];
  return (
    <>
      {isAsked || !facts.needsLoad ? null : <p className="text-xs text-muted">{NEEDS_LOAD}</p>}
      {flags.map(([key, words]) => (
        <Tick
          key={key}
          checked={facts[key] ?? false}
          disabled={disabled}
          onChange={(is) => set({ [key]: is })}
        >
          {words}
        </Tick>
      ))}
      <Labelled label={`Output ${jack.label}`}>
        {(id) => (
          <Choice
            id={id}
            value={facts.bridged}
            disabled={disabled}
            options={BRIDGED}
            onChange={(bridged) => set({ bridged })}
          />
        )}
      </Labelled>
    </>
  );
}

type LineProps = {
  readonly jack: Jack;
  readonly facts: Facts;
  readonly disabled: boolean;
  readonly set: (
    facts: Partial<
      Pick<Facts, 'needsLoad' | 'internalLoad' | 'isLoad' | 'bridged' | 'inSeries' | 'switching'>
    >,
  ) => void;
};

/** Of a box with loudspeaker jacks: what decides whether an amplifier is safe, and only its owner knows. */
export function Speaker({ box }: { box: Box }) {
  const { readOnly, commit } = useOpen('readOnly', 'commit');
  const disabled = readOnly !== null;
  const jacks = box.jacks.filter((jack) => jack.speaker);
  if (jacks.length === 0) return null;
  return (
    <Section title="Loudspeaker jacks">
      <p className="text-xs text-muted">
        As the manual or the amplifier itself says: a load inside counts only while it is switched in.
      </p>
      <ul className="flex flex-col gap-2">
        {jacks.map((jack) => {
          const facts = jack.speaker;
          if (!facts) return null;
          const set: LineProps['set'] = (to) =>
            commit({ edit: 'setSpeaker', arguments: { box: box.id, jack: jack.id, facts: to } });
          return (
            <li key={jack.id} role="group" aria-label={jack.label} className="flex flex-col gap-1">
              <span className="font-mono text-sm">{jack.label}</span>
              {jack.direction === 'in' ? (
                facts.switching ? (
                  <Choice
                    label={`How ${jack.label} switches`}
                    value={facts.switching}
                    disabled={disabled}
                    options={SWITCHING}
                    onChange={(switching) => set({ switching })}
                  />
                ) : (
                  <Choice
                    label={`What ${jack.label} is`}
                    value={facts.isLoad}
                    disabled={disabled}
                    options={IS_LOAD}
                    onChange={(isLoad) => set({ isLoad })}
                  />
                )
              ) : (
                <Output jack={jack} facts={facts} set={set} disabled={disabled} />
              )}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
