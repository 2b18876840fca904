import { useState } from 'react';
import { slug, type Rig } from '../../../../core/rig';
import { formatLength } from '../../../../core/units';
import { STANDING_CAUTIONS, type Sheet } from '../../../../core/papers';
import { Button } from '../../parts/button';
import { Busy, Empty } from '../../parts/empty';
import { usePress } from '../../parts/use-press';
import { Drawn, noEmphasis } from '../../pen/drawn';
import { useRig } from '../../rig/context';
import { today, useNotice, usePreferences } from '../../store/app';
import { saveText } from '../../store/files';
import { useAnalysis } from '../../worker/use-analysis';
import './print.css';

/** Head and page numbers of every printed page; names are set as text of a style sheet, quotes and all. */
function PageHead({ rig }: { rig: Rig }) {
  const css = (text: string) => `"${text.replace(/[\\"\n<]/g, (c) => `\\${c.charCodeAt(0).toString(16)} `)}"`;
  return (
    <style>{`@page {
      @top-left { content: ${css(rig.title)}; }
      @top-center { content: ${css(`revision ${rig.revision}`)}; }
      @top-right { content: ${css(`${today()}, page `)} counter(page) ${css(' of ')} counter(pages); }
    }`}</style>
  );
}

function MapSheets({ sheet }: { sheet: Sheet }) {
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

const cell = 'border border-hair px-1.5 py-0.5 align-top';

function Tables({ sheet }: { sheet: Sheet }) {
  const { units } = usePreferences();
  const { schedule } = sheet;
  return (
    <>
      <section aria-label="Leads">
        <h3 className="sheet-title">Leads</h3>
        <table className="sheet-table">
          <thead>
            <tr>
              {['No.', 'From', 'To', 'Kind', 'Plugs', 'Length'].map((head) => (
                <th key={head} scope="col" className={`${cell} text-left`}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {schedule.rows
              .filter((row) => row.state !== 'put away')
              .map((row) => (
                <tr key={row.id}>
                  <td className={`${cell} font-mono`}>{row.number}</td>
                  <td className={`${cell} font-mono`}>{row.from}</td>
                  <td className={`${cell} font-mono`}>{row.to}</td>
                  <td className={cell}>{row.kind}</td>
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

function Sounds({ sheet }: { sheet: Sheet }) {
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

function Judged({ sheet }: { sheet: Sheet }) {
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

function Walk({ sheet }: { sheet: Sheet }) {
  const { units } = usePreferences();
  return (
    <section aria-label="Patch-up" className="sheet-break">
      <h3 className="sheet-title">Patch-up</h3>
      {sheet.walk.map(({ title, steps }) => (
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

/** What to hand over: the rig on paper. */
export function SheetView() {
  const { rig, setting, analyst } = useRig();
  const { units } = usePreferences();
  const say = useNotice((state) => state.say);
  const [saving, setSaving] = useState(false);
  const { run, busy, note } = usePress();
  const {
    value: sheet,
    fault,
    stale,
  } = useAnalysis<'sheet'>({ kind: 'sheet', variant: setting.variant, unit: units });
  const save = (asked: Promise<{ result: string }>, name: string, type: string) => {
    setSaving(true);
    asked
      .then(({ result }) => saveText(result, name, type))
      .catch((error: unknown) => say(error instanceof Error ? error.message : String(error), 'bad'))
      .finally(() => setSaving(false));
  };
  const { variant } = setting;
  const saveSvg = () =>
    save(
      analyst.ask<'svg'>({ kind: 'svg', setting, unit: units }),
      `${slug(rig.title)}-map.svg`,
      'image/svg+xml',
    );
  const saveCard = () =>
    save(
      analyst.ask<'card'>({ kind: 'card', variant, unit: units, day: today() }),
      `${slug(rig.title)}-card.html`,
      'text/html',
    );
  if (rig.boxes.length === 0)
    return <Empty title="Nothing to hand over yet" text="A sheet begins with a rig: enter its gear first." />;
  if (!sheet)
    return fault === null ? <Busy what="Setting the sheet" /> : <p className="p-6 text-danger">{fault}</p>;
  return (
    <div aria-busy={stale} className="bg-ground">
      <div className="no-print sticky top-0 z-10 flex flex-wrap items-center gap-2 border-b border-hair bg-sheet px-4 py-1.5">
        <h2 className="mr-auto text-sm">Sheet</h2>
        {note}
        <Button
          disabled={saving}
          onClick={saveCard}
          title="One page for a phone: leads, patch-up, sounds, cautions"
        >
          Card for a phone
        </Button>
        <Button disabled={saving} onClick={saveSvg}>
          Map as SVG
        </Button>
        <Button
          disabled={busy}
          onClick={() =>
            run(`${slug(rig.title)}.pdf`, 'the sheet', (press, printed) => press.sheet(rig, variant, printed))
          }
        >
          Sheet as PDF
        </Button>
        <Button look="strong" onClick={() => window.print()}>
          Print …
        </Button>
      </div>
      <PageHead rig={rig} />
      <article className="paper mx-auto my-4 flex max-w-[68rem] flex-col gap-4 rounded border border-hair p-5 shadow-sm">
        <header>
          <h2 className="text-xl">{sheet.title}</h2>
          <p className="text-sm text-muted">
            revision {sheet.revision} · {today()} · {rig.boxes.length} boxes, {sheet.schedule.all.count} leads
          </p>
          {sheet.notes ? <p className="pt-1 text-sm whitespace-pre-line">{sheet.notes}</p> : null}
        </header>
        <Judged sheet={sheet} />
        <Sounds sheet={sheet} />
        <MapSheets sheet={sheet} />
        <Tables sheet={sheet} />
        <Walk sheet={sheet} />
      </article>
    </div>
  );
}
