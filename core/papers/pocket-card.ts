import type { Rig } from '../model';
import { formatLength, type LengthUnit } from '../units';
import { escapeMarkup as e } from './escape';
import { labelsOf } from './labels';
import { sheetOf, STANDING_CAUTIONS, type Sheet, type WalkPart } from './sheet';

/** Readable on a phone in the dark, with one hand: large type, large boxes to tick, nothing fetched, no script. */
const STYLE = `
:root{color-scheme:light dark;--bg:#fbfaf5;--ink:#1b2226;--muted:#515a5f;--hair:#d3cdbf;--danger:#9b1111;--fault:#8a3c00;--caution:#635000;--note:#2a5870}
@media (prefers-color-scheme:dark){:root{--bg:#12171a;--ink:#ebe9e1;--muted:#a8b0b3;--hair:#38424a;--danger:#ff9d92;--fault:#ffb679;--caution:#e6cf63;--note:#93cae4}}
*{box-sizing:border-box}
body{margin:0 auto;max-width:40rem;padding:0 1rem 4rem;background:var(--bg);color:var(--ink);font:17px/1.4 system-ui,sans-serif}
h1{font-size:1.3rem;margin:1rem 0 .2rem}h2{font-size:1.1rem;margin:1.6rem 0 .4rem;scroll-margin-top:3.5rem}h3{font-size:1rem;margin:1rem 0 .2rem}
p{margin:.3rem 0}.m{color:var(--muted)}.s{font-size:.85rem}
nav{position:sticky;top:0;display:flex;background:var(--bg);border-bottom:1px solid var(--hair);overflow-x:auto}
nav a{flex:1;padding:.75rem .4rem;min-height:44px;color:inherit;text-align:center;text-decoration:none;white-space:nowrap}
ul,ol{list-style:none;margin:0;padding:0}li{border-bottom:1px solid var(--hair);padding:.45rem 0}
code,.n{font-family:ui-monospace,Consolas,monospace}.n{display:inline-block;min-width:2.2rem;font-size:1.2rem;font-weight:700}
label{display:flex;gap:.75rem;align-items:flex-start;min-height:44px}
input{flex:none;width:26px;height:26px;margin:.1rem 0}label:has(:checked){opacity:.55}
.danger{color:var(--danger)}.fault{color:var(--fault)}.caution{color:var(--caution)}.note{color:var(--note)}
b.sev{text-transform:uppercase;font-size:.85rem}.band{border:1.5px solid;padding:0 .35rem;font-size:.8rem;font-weight:700}
dl{display:grid;grid-template-columns:max-content 1fr;gap:.1rem .8rem;margin:.2rem 0}dd{margin:0}
details{border-bottom:1px solid var(--hair)}summary{min-height:44px;padding:.6rem 0;font-weight:600}
@media print{nav{display:none}body{background:#fff;color:#000;font-size:10pt}}
`;

const lead = (number: number, from: string, to: string, rest: string, band: string | null) =>
  `<span class="n">${number}</span><span><code>${e(from)}</code> to <code>${e(to)}</code><br><span class="m s">${e(rest)}</span>${
    band === null ? '' : ` <span class="band">${e(band)}</span>`
  }</span>`;

function cautions(sheet: Sheet): string {
  const lines = sheet.findings.map(
    (line) =>
      `<li><b class="sev ${line.severity}">${line.severity}</b> ${
        line.sounds.length > 0 ? `<span class="m">${e(line.sounds.join(', '))}:</span> ` : ''
      }${e(line.text)}<br><span class="m s">${e(line.why)}</span></li>`,
  );
  return [
    '<h2 id="cautions">Cautions</h2>',
    lines.length === 0 ? '<p>Nothing found in what is judged.</p>' : `<ul>${lines.join('')}</ul>`,
    `<p class="m s">Not judged yet: ${e(sheet.notJudged.join(', '))}.</p>`,
    `<p class="s">${e(STANDING_CAUTIONS)}</p>`,
  ].join('');
}

function sounds(sheet: Sheet): string {
  const each = sheet.sounds.map((sound) => {
    const states = sheet.columns.map(
      (name, i) => `<dt><code>${e(name)}</code></dt><dd>${e(sound.states[i] ?? '')}</dd>`,
    );
    return `<details><summary>${e(sound.name)}</summary><dl><dt>guitar</dt><dd>${e(sound.guitar)}</dd>${states.join('')}</dl></details>`;
  });
  return `<h2 id="sounds">Sounds</h2>${each.join('')}`;
}

function leads(sheet: Sheet, bands: ReadonlyMap<string, string | null>, unit: LengthUnit): string {
  const rows = sheet.schedule.rows
    .filter((row) => row.state !== 'put away')
    .map((row) => {
      const adapters = row.adapters.length > 0 ? `, adapter ${row.adapters.join(', ')}` : '';
      const rest = `${row.kind} ${formatLength(row.lengthM, unit)}, ${row.plugs}${adapters}`;
      return `<li style="display:flex;gap:.4rem">${lead(row.number, row.from, row.to, rest, bands.get(row.id) ?? null)}</li>`;
    });
  return `<h2 id="leads">Leads</h2><ol>${rows.join('')}</ol>`;
}

function walk(
  parts: readonly WalkPart[],
  bands: ReadonlyMap<string, string | null>,
  unit: LengthUnit,
): string {
  const sections = parts.map(({ title, steps }) => {
    const lines = steps.map((step) => {
      const words = step.lead
        ? lead(
            step.lead.number,
            step.lead.from,
            step.lead.to,
            `${step.lead.kind} ${formatLength(step.lead.lengthM, unit)}${step.how ? `, ${step.how}` : ''}`,
            bands.get(step.id) ?? null,
          )
        : `<span>${e(step.text)}</span>`;
      const after = step.caution ? `<p class="s caution">${e(step.caution)}</p>` : '';
      return `<li><label><input type="checkbox">${words}</label>${after}</li>`;
    });
    return `<h3>${e(title)}</h3><ol>${lines.join('')}</ol>`;
  });
  return sections.join('');
}

const walks = (sheet: Sheet, bands: ReadonlyMap<string, string | null>, unit: LengthUnit): string =>
  [
    '<h2 id="walk">Patch-up</h2><p class="m s">Ticks here are for the eye; they are not kept when the page is closed.</p>',
    walk(sheet.walk, bands, unit),
    ...sheet.moves.flatMap(({ from, walk: parts }) =>
      parts.length > 0
        ? [`<h2>Moves from ${e(from)} to ${e(sheet.night ?? '')}</h2>${walk(parts, bands, unit)}`]
        : [],
    ),
  ].join('');

/**
 * The card for a phone: leads, patch-up, sounds and cautions as one page that needs nothing else and no script.
 * @param day stands at its head, YYYY-MM-DD
 */
export function pocketCardHtml(
  rig: Rig,
  variant: string | null,
  day: string,
  unit: LengthUnit = 'metres',
): string {
  const sheet = sheetOf(rig, variant, unit);
  const bands = new Map(labelsOf(rig, variant).map((label) => [label.lead, label.band]));
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">
<title>${e(rig.title)}</title><style>${STYLE}</style></head>
<body><h1>${e(rig.title)}</h1><p class="m">${sheet.night === null ? '' : `${e(sheet.night)}, `}revision ${rig.revision}, ${e(day)}, ${sheet.schedule.all.count} leads</p>
${rig.notes === '' ? '' : `<p>${e(rig.notes).replaceAll('\n', '<br>')}</p>`}
<nav><a href="#walk">Patch-up</a><a href="#leads">Leads</a><a href="#sounds">Sounds</a><a href="#cautions">Cautions</a></nav>
${walks(sheet, bands, unit)}
${leads(sheet, bands, unit)}
${sounds(sheet)}
${cautions(sheet)}
</body></html>
`;
}
