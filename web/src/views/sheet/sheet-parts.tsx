import { STANDING_CAUTIONS, type Sheet } from '../../../../core/papers';
import { formatLength } from '../../../../core/units';
import { Drawn, noEmphasis } from '../../pen/drawn';
import { usePreferences } from '../../store/app';
import { cell, Heads } from './sheet-tables';

export function MapSheets({ sheet }: { sheet: Sheet }) {
  const { map, mapSheets, title } = sheet;
  return (
    <>
      {mapSheets.map((part, i) => (
        <section key={`${part.x} ${part.y}`} className="sheet-map" aria-label={`Map, sheet ${i + 1}`}>
          <h3 className="sheet-title">
            Map{mapSheets.length > 1 ? `, sheet ${i + 1} of ${mapSheets.length}` : ''}
          </h3>
          <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Map">
            <svg
              role="img"
              aria-label={`Map of ${title}`}
              width={part.width * part.scale}
              height={part.height * part.scale}
              viewBox={`${part.x} ${part.y} ${part.width} ${part.height}`}
              className="block"
            >
              <Drawn drawing={map} emphasisOf={noEmphasis} />
            </svg>
          </div>
          {part.edges.length > 0 ? <p className="font-mono text-xs">{part.edges.join('   ')}</p> : null}
        </section>
      ))}
    </>
  );
}

/** The chains in rows: what is passed from the string to what is heard. */
export function Order({ sheet }: { sheet: Sheet }) {
  return (
    <section aria-label="Order">
      <h3 className="sheet-title">Order</h3>
      {sheet.order.map(({ sounds, name, strip, notes }) => (
        <div key={sounds}>
          {sounds === '' ? null : <p className="text-sm font-semibold">{sounds}</p>}
          {name === '' ? null : <p className="text-sm">{name}</p>}
          <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Order from the string on">
            <svg
              role="img"
              aria-label={`Order of ${sheet.title}`}
              width={strip.width}
              height={strip.height}
              className="block"
            >
              <Drawn drawing={strip} emphasisOf={noEmphasis} />
            </svg>
          </div>
          {notes.map((note) => (
            <p key={note} className="text-sm">
              {note}
            </p>
          ))}
        </div>
      ))}
    </section>
  );
}

export function Sounds({ sheet }: { sheet: Sheet }) {
  return (
    <section aria-label="Sounds">
      <h3 className="sheet-title">Sounds</h3>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Table of sounds">
        <table className="sheet-table">
          <thead>
            <tr>
              <th scope="col" className={`${cell} text-left`}>
                Box
              </th>
              {sheet.sounds.map((sound) => (
                <th key={sound.id} scope="col" className={`${cell} text-left`}>
                  {sound.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row" className={`${cell} text-left font-normal`}>
                guitar
              </th>
              {sheet.sounds.map((sound) => (
                <td key={sound.id} className={cell}>
                  {sound.guitar}
                </td>
              ))}
            </tr>
            {sheet.columns.map((name, i) => (
              <tr key={name}>
                <th scope="row" className={`${cell} text-left font-mono font-normal`}>
                  {name}
                </th>
                {sheet.sounds.map((sound) => (
                  <td
                    key={sound.id}
                    className={`${cell} ${sound.states[i] === 'off' ? 'text-muted' : 'font-semibold'}`}
                  >
                    {sound.states[i]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <ul className="pt-1 text-xs">
        {sheet.routes.map((route) => (
          <li key={`${route.sound} ${route.text}`}>
            <span className="font-semibold">{route.sound}</span>{' '}
            <span className="font-mono">{route.text}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function Judged({ sheet }: { sheet: Sheet }) {
  return (
    <section aria-label="Cautions">
      <h3 className="sheet-title">Cautions</h3>
      {sheet.findings.length === 0 ? (
        <p className="text-sm">Nothing found in what is judged.</p>
      ) : (
        <ul className="text-sm">
          {sheet.findings.map((line) => (
            <li key={line.key} className="break-inside-avoid border-b border-hair py-0.5">
              <span className="font-semibold uppercase">{line.severity}</span>{' '}
              {line.sounds.length > 0 ? `(${line.sounds.join(', ')}) ` : ''}
              {line.text} <span className="text-muted">{line.why}</span>
            </li>
          ))}
        </ul>
      )}
      {sheet.accepted.length > 0 ? (
        <ul className="text-xs">
          {sheet.accepted.map((line) => (
            <li key={line.key}>
              accepted: {line.text} ({line.accepted?.reason})
            </li>
          ))}
        </ul>
      ) : null}
      <p className="pt-1 text-xs">Not judged yet: {sheet.notJudged.join(', ')}.</p>
      <p className="pt-1 text-xs">{STANDING_CAUTIONS}</p>
    </section>
  );
}

/** What the night has otherwise than the base wiring. */
export function Otherwise({ sheet, base }: { sheet: Sheet; base: string }) {
  if (sheet.differing.length === 0) return null;
  return (
    <section aria-label={`Otherwise than ${base}`}>
      <h3 className="sheet-title">Otherwise than {base}</h3>
      <table className="sheet-table">
        <Heads of={['What', 'Is', `In ${base}`]} />
        <tbody>
          {sheet.differing.map(({ id, what, now, was }) => (
            <tr key={id}>
              <td className={cell}>{what}</td>
              <td className={`${cell} font-mono`}>{now}</td>
              <td className={`${cell} font-mono`}>{was}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Steps to be ticked on paper. */
export function Walk({ name, parts }: { name: string; parts: Sheet['walk'] }) {
  const { units } = usePreferences();
  if (parts.length === 0) return null;
  return (
    <section aria-label={name} className="sheet-break">
      <h3 className="sheet-title">{name}</h3>
      {parts.map(({ title, steps }) => (
        <div key={title} className="break-inside-avoid pb-1 text-sm">
          <h4 className="font-semibold">{title}</h4>
          <ul>
            {steps.map((step) => (
              <li key={step.id} className="flex gap-2 border-b border-hair py-0.5">
                <span aria-hidden="true" className="mt-1 inline-block size-3 shrink-0 border border-ink" />
                <span>
                  {step.lead ? (
                    <>
                      <span className="font-mono">
                        {step.lead.number}: {step.lead.from} → {step.lead.to}
                      </span>{' '}
                      {step.lead.kind} {formatLength(step.lead.lengthM, units)}
                      {step.how ? `, ${step.how}` : ''}
                    </>
                  ) : (
                    step.text
                  )}
                  {step.caution ? <span className="text-muted"> {step.caution}</span> : null}
                </span>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
