import { combinationRows, combinationsIn, type Combinations } from '../../../../core/control';
import { toCsv } from '../../../../core/file';
import { inNight, slug } from '../../../../core/model';
import { count, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { saveText } from '../../store/files';
import { EmptyPart, SoundsHead } from './parts-of-view';

const CELL = 'border-b border-hair px-3 py-1.5 text-left align-baseline';

/** Columns of one box together. */
function runsOf({ columns }: Combinations) {
  const runs: { box: string; tag: string; count: number }[] = [];
  for (const { box, tag } of columns) {
    const last = runs.at(-1);
    if (last?.box === box) last.count += 1;
    else runs.push({ box, tag, count: 1 });
  }
  return runs;
}

const nameOf = ({ name, linked }: Combinations) =>
  linked.length > 0 ? `${name} with ${inWords(linked)}` : name;

/** The table to store in one switcher, and in those that follow it. */
function Table({ table }: { table: Combinations }) {
  const { columns, rows, all, room, isStored } = table;
  /** Where another box begins. */
  const edge = (i: number) => (columns[i - 1]?.box === columns[i]?.box ? '' : 'border-l border-l-line');
  return (
    <section aria-label={`Combinations of ${nameOf(table)}`} className="border-b border-line px-4 py-3">
      <div className="flex flex-wrap items-baseline gap-x-3 pb-1">
        <h2 className="text-base font-semibold">{nameOf(table)}</h2>
        <p className="text-xs text-muted">
          {rows.length} of {all} {isStored ? `wanted, room for ${room}` : 'wanted; each part goes by hand'}
          {table.linked.length > 0 ? `; ${inWords(table.linked)} goes along by lead` : ''}
        </p>
        {isStored && rows.length > room ? (
          <p className="text-xs text-fault">
            {count(rows.length - room, 'combination')} more than can be stored.
          </p>
        ) : null}
      </div>
      <div className="overflow-x-auto">
        <table className="text-sm">
          <thead>
            <tr>
              <td colSpan={2} />
              {runsOf(table).map(({ box, tag, count: span }) => (
                <th
                  key={box}
                  scope="colgroup"
                  colSpan={span}
                  className="border-l border-line px-3 pt-1 text-left font-mono text-xs font-normal text-muted"
                >
                  {tag}
                </th>
              ))}
            </tr>
            <tr className="text-xs whitespace-nowrap text-muted">
              {['Called by', 'Sounds'].map((name) => (
                <th key={name} scope="col" className={`${CELL} font-normal`}>
                  {name}
                </th>
              ))}
              {columns.map(({ key, name }, i) => (
                <th key={key} scope="col" className={`${CELL} font-normal ${edge(i)}`}>
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ states, sounds, calledBy }) => (
              <tr key={sounds.join()}>
                <td
                  className={`${CELL} font-mono text-xs ${isStored && calledBy.length === 0 ? 'text-caution' : ''}`}
                >
                  {calledBy.length > 0 ? calledBy.join('; ') : isStored ? 'nothing yet' : 'hand'}
                </td>
                <th scope="row" className={`${CELL} font-normal`}>
                  {inWords(sounds)}
                </th>
                {states.map(({ text, isOn }, i) => (
                  <td
                    key={columns[i]?.key}
                    className={`${CELL} ${edge(i)} ${isOn ? 'font-semibold' : 'text-muted'}`}
                  >
                    {text}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** Of all that switchers could be, the few that sounds want: the tables to store. */
export function CombinationsView() {
  const { rig, setting } = useOpen('rig', 'setting');
  const tables = combinationsIn(inNight(rig, setting.variant));
  if (tables.length === 0)
    return (
      <EmptyPart
        title="Combinations"
        line="No switcher in this rig."
        head="No switcher in this rig"
        text="Loop switchers and amplifier selectors stand here, each with the combinations that the sounds want of it."
        to="/gear"
        act="Enter one"
      />
    );
  const csv = tables.flatMap((table) => [[nameOf(table)], ...combinationRows(table), []]);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Combinations"
        text={`The few that the ${count(rig.sounds.length, 'sound')} want of all there could be: what is to be stored.`}
      >
        <Button onClick={() => saveText(toCsv(csv), `${slug(rig.title)}-combinations.csv`, 'text/csv')}>
          Save as CSV
        </Button>
      </SoundsHead>
      <div className="min-h-0 flex-1 overflow-auto bg-sheet">
        {tables.map((table) => (
          <Table key={table.box} table={table} />
        ))}
      </div>
    </div>
  );
}
