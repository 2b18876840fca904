import { starred } from '../../../../core/drawing';
import { jointLine, loomLine, type Sheet } from '../../../../core/papers';
import { formatLength } from '../../../../core/units';
import { usePreferences } from '../../store/app';

export const cell = 'border border-hair px-1.5 py-0.5 align-top';

export const Heads = ({ of }: { of: readonly string[] }) => (
  <thead>
    <tr>
      {of.map((head) => (
        <th key={head} scope="col" className={`${cell} text-left`}>
          {head}
        </th>
      ))}
    </tr>
  </thead>
);

export function Tables({ sheet }: { sheet: Sheet }) {
  const { units } = usePreferences();
  const { schedule } = sheet;
  return (
    <>
      <section aria-label="Leads">
        <h3 className="sheet-title">Leads</h3>
        <table className="sheet-table">
          <Heads of={['No.', 'From', 'To', 'Kind', 'Plugs', 'Length']} />
          <tbody>
            {schedule.rows
              .filter((row) => row.state !== 'put away')
              .map((row) => (
                <tr key={row.id}>
                  <td className={`${cell} font-mono`}>{starred(row.number, row.inBase !== null)}</td>
                  <td className={`${cell} font-mono`}>{row.from}</td>
                  <td className={`${cell} font-mono`}>{row.to}</td>
                  <td className={cell}>
                    {row.kind}
                    {row.remarks === '' ? null : <span className="block text-xs">{row.remarks}</span>}
                  </td>
                  <td className={cell}>
                    {row.plugs}
                    {row.adapters.length > 0 ? `, adapter ${row.adapters.join(', ')}` : ''}
                  </td>
                  <td className={`${cell} font-mono`}>
                    {formatLength(row.lengthM, units)}
                    {row.toBeMade ? ', to be made' : ''}
                  </td>
                </tr>
              ))}
          </tbody>
          <tfoot>
            <tr>
              <td className={cell} colSpan={5}>
                {schedule.totals.map((t) => `${t.kind} ${t.count}`).join(', ')}
              </td>
              <td className={`${cell} font-mono`}>{formatLength(schedule.all.metres, units)}</td>
            </tr>
          </tfoot>
        </table>
        {schedule.looms.map((loom) => (
          <p key={loom.id} className="text-sm">
            Loom {loomLine(loom, units)}
          </p>
        ))}
        {schedule.joints.map((joint) => (
          <p key={joint.id} className="text-sm">
            {jointLine(joint)}
          </p>
        ))}
      </section>
      {sheet.settings.length > 0 ? (
        <section aria-label="Settings">
          <h3 className="sheet-title">Settings at rest</h3>
          <ul className="grid grid-cols-1 gap-x-6 text-sm sm:grid-cols-2 print:grid-cols-2">
            {sheet.settings.map((setting) => (
              <li
                key={`${setting.box} ${setting.what}`}
                className="flex justify-between border-b border-hair"
              >
                <span>
                  {setting.box}: {setting.what}
                </span>
                <span className="font-mono">{setting.value || 'not recorded'}</span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  );
}

/** How equalisers are set. */
export function Equalisers({ sheet }: { sheet: Sheet }) {
  if (sheet.equalisers.length === 0) return null;
  return (
    <section aria-label="Equalisers">
      <h3 className="sheet-title">Equalisers</h3>
      <table className="sheet-table">
        <Heads of={['What', 'In', 'Set to']} />
        <tbody>
          {sheet.equalisers.map(({ what, sounds, value }) => (
            <tr key={`${what} ${sounds}`}>
              <td className={cell}>{what}</td>
              <td className={cell}>{sounds}</td>
              <td className={`${cell} font-mono`}>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Which level knob moves what is heard. */
export function Knobs({ sheet }: { sheet: Sheet }) {
  const { feeds, knobs } = sheet.knobs;
  if (knobs.length === 0) return null;
  return (
    <section aria-label="Knobs and feeds">
      <h3 className="sheet-title">Which knob moves which feed</h3>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Table of knobs and feeds">
        <table className="sheet-table">
          <Heads of={['Knob', ...feeds]} />
          <tbody>
            {knobs.map(({ box, words, moves }) => (
              <tr key={`${box} ${words}`}>
                <th scope="row" className={`${cell} text-left font-normal`}>
                  {words}
                </th>
                {moves.map((one, i) => (
                  <td key={feeds[i]} className={cell}>
                    {one ? 'moves' : ''}
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

/** Whose earth is proved, by whom, and until when. */
export function Earths({ sheet }: { sheet: Sheet }) {
  if (sheet.earths.length === 0) return null;
  return (
    <section aria-label="Earth book">
      <h3 className="sheet-title">Earth book</h3>
      <table className="sheet-table">
        <Heads of={['Box', 'Its earth', 'Proved', 'Again by']} />
        <tbody>
          {sheet.earths.map(({ box, earth, proved, due, isProved }) => (
            <tr key={box}>
              <td className={cell}>{box}</td>
              <td className={cell}>{earth}</td>
              <td className={`${cell} ${isProved ? '' : 'font-semibold'}`}>{proved}</td>
              <td className={`${cell} font-mono`}>{due}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Leads that are not like others: what stands in their shields, and what was heard of it. */
export function Shields({ sheet }: { sheet: Sheet }) {
  if (sheet.shields.length === 0) return null;
  return (
    <section aria-label="Shields">
      <h3 className="sheet-title">Shields</h3>
      <table className="sheet-table">
        <Heads of={['No.', 'Lead', 'Shield', 'By ear']} />
        <tbody>
          {sheet.shields.map(({ number, ends, shield, heard }) => (
            <tr key={number}>
              <td className={`${cell} font-mono`}>{number}</td>
              <td className={`${cell} font-mono`}>{ends}</td>
              <td className={`${cell} ${shield === 'whole' ? '' : 'font-semibold'}`}>{shield}</td>
              <td className={cell}>{heard.join('; ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** A table whose words were put together already. */
function WordTable({ table: { heads, mono, rows } }: { table: Sheet['powerTables'][number] }) {
  return (
    <table className="sheet-table">
      <Heads of={heads} />
      <tbody>
        {rows.map((row, i) => (
          <tr key={`${row[0] ?? ''} ${i}`}>
            {row.map((words, k) => (
              <td key={heads[k]} className={`${cell} ${mono.includes(k) ? 'font-mono' : ''}`}>
                {words}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What feeds what: outlets in use, supplies and circuits as a whole, plugs, and what takes the power of amplifiers. */
export function PowerTables({ sheet }: { sheet: Sheet }) {
  const { unfed } = sheet.power;
  if (sheet.powerTables.length === 0) return null;
  return (
    <section aria-label="Power plan">
      <h3 className="sheet-title">Power plan</h3>
      {unfed.length > 0 ? <p className="font-semibold">Fed by nothing: {unfed.join(', ')}.</p> : null}
      {sheet.powerTables.map((table) => (
        <WordTable key={table.heads[0]} table={table} />
      ))}
    </section>
  );
}

/** Which switch does what, what is dialled for each sound, which control change is which. */
export function ControlTables({ sheet }: { sheet: Sheet }) {
  return sheet.controlTables.map((table) => (
    <section key={table.title} aria-label={table.title}>
      <h3 className="sheet-title">{table.title}</h3>
      <WordTable table={table} />
    </section>
  ));
}
