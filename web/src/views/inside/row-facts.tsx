import { gridChoices } from '../../../../core/catalog';
import { inRows, joinable, joinAt, outputOf, partRow } from '../../../../core/inside';
import { jackFacts, jackIn } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { Button } from '../../parts/button';
import { Choice, Labelled, Ways } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import { jackChoices, jackLabel, NONE } from './jack-choices';
import { blockName, type Inside } from './use-inside';

/** Level and switch of an output, as the unit has them: what a path gives to what is plugged there. */
function OutputLevel({ inside, jack: id }: { inside: Inside; jack: string }) {
  const { rig, setting, scope } = useOpen('rig', 'setting', 'scope');
  const { box, disabled, commit } = inside;
  const jack = jackIn(box, id);
  if (!jack) return null;
  const { mode } = resolve(rig, setting).jackMode(box, jack);
  return (
    <li className="text-xs">
      <span className="font-mono">{jack.label}</span>{' '}
      <span className="text-muted">{jackFacts(box, jack)}</span>
      {jack.modes.length > 1 && mode ? (
        <span className="block pt-1">
          <Ways
            label={`Level of ${jack.label}`}
            value={mode.id}
            disabled={disabled}
            options={jack.modes.map((one) => ({ value: one.id, label: one.name }))}
            onChange={(to) =>
              commit({ edit: 'setMode', arguments: { box: box.id, jack: jack.id, mode: to, scope } })
            }
          />
        </span>
      ) : null}
    </li>
  );
}

/** Blocks that set the level and tone of one leg of a split. */
const LEG: readonly string[] = ['volume', 'eq'];

/** Where a row begins and ends, and what its leg has of its own. */
export function RowFacts({ inside, index }: { inside: Inside; index: number }) {
  const { box, rows, disabled, set, putIn } = inside;
  const row = rows.rows[index];
  if (!row) return null;
  const join = row.into?.block ?? NONE;
  const joins = joinable(rows, index);
  return (
    <section aria-label={`Facts of row ${index + 1}`} className="flex max-w-2xl flex-col gap-3 px-4 py-2">
      <h2 className="text-sm">Row {index + 1}</h2>
      {'jack' in row.from ? (
        <Labelled label="Begins at">
          {(id) => (
            <Choice
              id={id}
              className="font-mono"
              value={'jack' in row.from ? row.from.jack : NONE}
              disabled={disabled}
              options={jackChoices(box, 'in').filter(({ value }) => value !== NONE)}
              onChange={(jack) => set(inRows(rows, index, (old) => ({ ...old, from: { jack } })))}
            />
          )}
        </Labelled>
      ) : (
        <p className="text-sm">
          Splits off behind {blockName(box, row.from.after)}
          {row.from.port === undefined
            ? ''
            : `, at its ${row.from.port === 'out2' ? 'second output' : row.from.port}`}
        </p>
      )}
      <div className="grid grid-cols-2 gap-2">
        {[0, 1].map((n) => (
          <Labelled key={n} label={n === 0 ? 'Comes out at' : 'and at'}>
            {(id) => (
              <Choice
                id={id}
                label={`Output ${n + 1} of row ${index + 1}`}
                className="font-mono"
                value={row.outputs[n] ?? NONE}
                disabled={disabled || (n === 1 && row.outputs.length === 0)}
                options={jackChoices(box, 'out')}
                onChange={(jack) =>
                  set(inRows(rows, index, (old) => outputOf(old, n, jack === NONE ? null : jack)))
                }
              />
            )}
          </Labelled>
        ))}
      </div>
      <Labelled
        label="Or joins"
        hint={
          joins.length === 0 && join === NONE ? 'No other row has a block that could take it.' : undefined
        }
      >
        {(id) => (
          <Choice
            id={id}
            value={join}
            disabled={disabled || (joins.length === 0 && join === NONE)}
            options={[
              { value: NONE, label: 'no other row' },
              ...[...new Set([...joins, ...(join === NONE ? [] : [join])])].map((block) => ({
                value: block,
                label: `row ${rows.rows.findIndex(({ blocks }) => blocks.includes(block)) + 1}, ahead of ${blockName(box, block)}`,
              })),
            ]}
            onChange={(block) => set(block === NONE ? partRow(rows, index) : joinAt(rows, index, block))}
          />
        )}
      </Labelled>
      {row.outputs.length > 0 ? (
        <ul aria-label="Its outputs" className="flex flex-col gap-2">
          {row.outputs.map((jack) => (
            <OutputLevel key={jack} inside={inside} jack={jack} />
          ))}
        </ul>
      ) : null}
      <div className="flex flex-wrap gap-1.5">
        {gridChoices()
          .filter(({ id }) => LEG.includes(id))
          .map((choice) => (
            <Button key={choice.id} disabled={disabled} onClick={() => putIn(choice, index, 0)}>
              {choice.id === 'volume' ? 'Level of its own' : 'Equaliser of its own'}
            </Button>
          ))}
        <Button
          look="danger"
          disabled={disabled || rows.rows.length < 2}
          title="Its blocks come to rest"
          onClick={() => set(inRows(rows, index, () => null))}
        >
          Remove the row
        </Button>
      </div>
      {'jack' in row.from && rows.taps.length > 0 ? (
        <p className="text-xs text-muted">
          {rows.taps
            .map(({ from, to }) =>
              'jack' in from && 'jack' in to
                ? `${jackLabel(box, to.jack)} hears ${jackLabel(box, from.jack)}`
                : '',
            )
            .filter(Boolean)
            .join(', ')}
          .
        </p>
      ) : null}
    </section>
  );
}
