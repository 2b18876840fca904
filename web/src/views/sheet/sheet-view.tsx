import { useState } from 'react';
import { nightName, titleWords, slug, type Rig } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Busy, Empty } from '../../parts/empty';
import { usePress } from '../../parts/use-press';
import { useOpen } from '../../rig/use-open';
import { today, useNotice, usePreferences } from '../../store/app';
import { saveText } from '../../store/files';
import { useAnalysis } from '../../worker/use-analysis';
import { Judged, MapSheets, Order, Otherwise, Sounds, Walk } from './sheet-parts';
import { ControlTables, Earths, PowerTables, Shields, Equalisers, Knobs, Tables } from './sheet-tables';
import './print.css';

/** Head and page numbers of every printed page; names are set as text of a style sheet, quotes and all. */
function PageHead({ rig, night }: { rig: Rig; night: string | null }) {
  const css = (text: string) => `"${text.replace(/[\\"\n<]/g, (c) => `\\${c.charCodeAt(0).toString(16)} `)}"`;
  return (
    <style>{`@page {
      @top-left { content: ${css(rig.title)}; }
      @top-center { content: ${css(`${night === null ? '' : `${night}, `}revision ${rig.revision}`)}; }
      @top-right { content: ${css(`${today()}, page `)} counter(page) ${css(' of ')} counter(pages); }
    }`}</style>
  );
}

/** What to hand over: the rig on paper. */
export function SheetView() {
  const { rig, setting, analyst } = useOpen('rig', 'setting', 'analyst');
  const { units } = usePreferences();
  const say = useNotice((state) => state.say);
  const [saving, setSaving] = useState(false);
  const { run, busy, note } = usePress();
  const {
    value: sheet,
    fault,
    stale,
  } = useAnalysis<'sheet'>({ kind: 'sheet', variant: setting.variant, unit: units });
  const save = (asked: Promise<string>, name: string, type: string) => {
    setSaving(true);
    asked
      .then((result) => saveText(result, name, type))
      .catch((error: unknown) => say(error instanceof Error ? error.message : String(error), 'bad'))
      .finally(() => setSaving(false));
  };
  const { variant } = setting;
  const named = `${slug(rig.title)}${variant === null ? '' : `-${slug(nightName(rig, variant))}`}`;
  const saveSvg = () =>
    save(analyst.ask<'svg'>({ kind: 'svg', setting, unit: units }), `${named}-map.svg`, 'image/svg+xml');
  const saveCard = () =>
    save(
      analyst.ask<'card'>({ kind: 'card', variant, unit: units, day: today() }),
      `${named}-card.html`,
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
            run(`${named}.pdf`, 'the sheet', (press, printed) => press.sheet(rig, variant, printed))
          }
        >
          Sheet as PDF
        </Button>
        <Button look="strong" onClick={() => window.print()}>
          Print …
        </Button>
      </div>
      <PageHead rig={rig} night={sheet.night} />
      <article className="paper mx-auto my-4 flex max-w-[68rem] flex-col gap-4 rounded border border-hair p-5 shadow-sm">
        <header>
          <h2 className="text-xl">{titleWords(sheet.title)}</h2>
          <p className="text-sm text-muted">
            {sheet.night === null ? '' : `${sheet.night} · `}revision {sheet.revision} · {today()} ·{' '}
            {rig.boxes.length} boxes, {sheet.schedule.all.count} leads
          </p>
          {sheet.notes ? <p className="pt-1 text-sm whitespace-pre-line">{sheet.notes}</p> : null}
        </header>
        <Judged sheet={sheet} />
        <Order sheet={sheet} />
        <Sounds sheet={sheet} />
        <MapSheets sheet={sheet} />
        <Tables sheet={sheet} />
        <Equalisers sheet={sheet} />
        <Knobs sheet={sheet} />
        <Earths sheet={sheet} />
        <Shields sheet={sheet} />
        <ControlTables sheet={sheet} />
        <PowerTables sheet={sheet} />
        <Otherwise sheet={sheet} base={nightName(rig, null)} />
        <Walk name="Patch-up" parts={sheet.walk} />
        {sheet.moves.map(({ from, walk }, i) => (
          <Walk key={`${i} ${from}`} name={`Moves from ${from} to ${sheet.night ?? ''}`} parts={walk} />
        ))}
      </article>
    </div>
  );
}
