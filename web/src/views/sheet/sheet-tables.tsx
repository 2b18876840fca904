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

const drawnWords = ({ drawn, rating, unit }: Sheet['power']['outlets'][number]): string => {
  const own = Number(drawn.toPrecision(3));
  return rating === null ? `${own} ${unit}` : `${own} of ${Number(rating.toPrecision(3))} ${unit}`;
};

/** What feeds what: outlets in use, supplies and circuits as a whole, plugs, and what takes the power of amplifiers. */
export function PowerTables({ sheet }: { sheet: Sheet }) {
  const { outlets, wholes, plugs, unfed, loads } = sheet.power;
  const used = outlets.filter(({ boxes }) => boxes.length > 0);
  if (used.length + plugs.length + loads.length === 0) return null;
  return (
    <section aria-label="Power plan">
      <h3 className="sheet-title">Power plan</h3>
      {used.length > 0 || wholes.length > 0 ? (
        <table className="sheet-table">
          <Heads of={['Feeds', 'Gives', 'Boxes', 'Drawn']} />
          <tbody>
            {[...used, ...wholes].map((line, i) => (
              <tr key={`${line.of} ${line.name} ${i}`}>
                <td className={cell}>{[line.of, line.name || 'in all'].join(' ')}</td>
                <td className={cell}>{line.gives}</td>
                <td className={cell}>{line.boxes.join(', ')}</td>
                <td
                  className={`${cell} font-mono ${line.strain !== null && line.strain > 1 + 1e-9 ? 'font-semibold' : ''}`}
                >
                  {drawnWords(line)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {unfed.length > 0 ? <p className="font-semibold">Fed by nothing: {unfed.join(', ')}.</p> : null}
      {plugs.length > 0 ? (
        <table className="sheet-table">
          <Heads of={['Mains plug', 'Plate', 'Where', 'Circuit']} />
          <tbody>
            {plugs.map(({ box, va, volts, where, circuit }) => (
              <tr key={box}>
                <td className={cell}>{box}</td>
                <td className={`${cell} font-mono`}>
                  {[
                    volts.length > 0 ? `${volts.join('/')} V` : '',
                    va === null ? 'not read' : `${Math.round(va)} VA`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </td>
                <td className={cell}>{where || 'not noted'}</td>
                <td className={cell}>{circuit}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {loads.length > 0 ? (
        <table className="sheet-table">
          <Heads of={['Amplifier', 'Output', 'Load', 'Shares']} />
          <tbody>
            {loads.map((line, i) => (
              <tr key={`${line.box.id} ${line.output} ${i}`}>
                <td className={cell}>{line.box.name}</td>
                <td className={`${cell} font-mono`}>{line.output}</td>
                <td className={`${cell} font-mono`}>
                  {line.shares.length === 0
                    ? line.hasInternal
                      ? 'its internal load'
                      : 'nothing'
                    : `${line.ohm === null ? '?' : Number(line.ohm.toPrecision(3))} Ω ${line.joined}`}
                </td>
                <td className={cell}>
                  {line.shares
                    .map(
                      ({ box, share, watts }) =>
                        `${box.name} ${Math.round(100 * share)} %${watts === null ? '' : `, ${Math.round(watts)} W`}`,
                    )
                    .join('; ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
    </section>
  );
}
