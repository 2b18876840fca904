import { messagesOf, setLines, setWordsOf, type SetLine } from '../control';
import { songLevels } from '../levelling';
import { inNight, nightName, type Rig } from '../model';
import { formatDb, inWords } from '../units';
import { escapeMarkup as e } from './escape';

/** A sheet to print and a page for a phone in the dark: nothing fetched, no script. */
const STYLE = `
:root{color-scheme:light dark;--bg:#fbfaf5;--ink:#1b2226;--muted:#515a5f;--hair:#d3cdbf}
@media (prefers-color-scheme:dark){:root{--bg:#12171a;--ink:#ebe9e1;--muted:#a8b0b3;--hair:#38424a}}
*{box-sizing:border-box}
body{margin:0 auto;max-width:46rem;padding:0 1rem 4rem;background:var(--bg);color:var(--ink);font:17px/1.4 system-ui,sans-serif}
h1{font-size:1.3rem;margin:1rem 0 .2rem}h2{font-size:1.5rem;margin:0}p{margin:.3rem 0}.m{color:var(--muted)}.s{font-size:.85rem}
table{width:100%;border-collapse:collapse}td,th{border-bottom:1px solid var(--hair);padding:.3rem .5rem .3rem 0;text-align:left;vertical-align:top}
td.n{font-size:1.2rem;font-weight:700;width:2rem}a{color:inherit}
article{border-top:2px solid var(--ink);padding:.8rem 0;min-height:70vh;scroll-margin-top:0}
ol{list-style:none;margin:.6rem 0;padding:0}li{display:flex;gap:.8rem;border-bottom:1px solid var(--hair);padding:.5rem 0;font-size:1.15rem}
li b{flex:1}code{font-family:ui-monospace,Consolas,monospace;font-size:1rem}
.do{border:1.5px solid;padding:.3rem .6rem;font-weight:700}
nav{display:flex;justify-content:space-between}nav a{padding:.75rem 0;min-height:44px}
@media print{article{break-inside:avoid;min-height:0}body{background:#fff;color:#000;font-size:10pt;max-width:none}nav{display:none}h2{font-size:14pt}li{font-size:11pt;padding:.2rem 0}}
`;

const anchor = ({ song }: SetLine) => `song-${song.id}`;

/** What boxes are to show in a sound: `DELAY 22`. */
function shownIn(rig: Rig, variant: string | null, sound: string): string {
  const of = inNight(rig, variant);
  const one = rig.sounds.find(({ id }) => id === sound);
  return one
    ? messagesOf(of, one)
        .programs.map(({ receiver, shows }) => `${receiver.tag} ${shows}`)
        .join(', ')
    : '';
}

function row(line: SetLine): string {
  const { number, song, guitar, facts, sounds, before } = line;
  const done = before.length > 0 ? `<p class="s"><b>${e(before.join('; '))}</b></p>` : '';
  return `<tr><td class="n">${number ?? ''}</td><td><a href="#${anchor(line)}"><b>${e(song.name)}</b></a>${done}</td><td>${e([guitar?.name ?? '', ...facts].join(', '))}</td><td>${e(inWords(sounds.map(({ name }) => name)))}</td></tr>`;
}

function card(rig: Rig, variant: string | null, played: readonly SetLine[], i: number): string {
  const line = played[i];
  if (!line) return '';
  const { number, song, guitar, facts, sounds, before } = line;
  const level = songLevels(inNight(rig, variant)).find((one) => one.song === song.id);
  const [previous, next] = [played[i - 1], played[i + 1]];
  const each = sounds.map(
    ({ id, name, calledBy }) =>
      `<li><b>${e(name)}</b><code>${e(calledBy.join(' or '))}</code><span class="m s">${e(shownIn(rig, variant, id))}</span></li>`,
  );
  return `<article id="${anchor(line)}"><h2>${number ?? ''} ${e(song.name)}</h2>
<p>${e([guitar?.name ?? '', ...facts].join(', '))}</p>
${before.map((text) => `<p class="do">${e(text)}</p>`).join('')}
${level && Math.abs(level.leftDb) >= 0.5 ? `<p class="m">This guitar comes out ${e(formatDb(level.leftDb))} dB beside the first.</p>` : ''}
<ol>${each.join('')}</ol>
${song.notes === '' ? '' : `<p>${e(song.notes).replaceAll('\n', '<br>')}</p>`}
<nav>${previous ? `<a href="#${anchor(previous)}">← ${e(previous.song.name)}</a>` : '<span></span>'}<a href="#set">Set</a>${next ? `<a href="#${anchor(next)}">${e(next.song.name)} →</a>` : '<span></span>'}</nav></article>`;
}

/**
 * The set as one page: a sheet to print, then a card for each song to have on a phone.
 * @param day stands at its head, YYYY-MM-DD
 */
export function setSheetHtml(rig: Rig, variant: string | null, day: string): string {
  const lines = setLines(rig);
  const played = lines.filter(({ number }) => number !== null);
  const night = rig.variants.length > 0 ? `${nightName(rig, variant)}, ` : '';
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">
<title>${e(rig.title)}, set</title><style>${STYLE}</style></head>
<body><h1 id="set">${e(rig.title)}</h1><p class="m">${e(night)}${e(setWordsOf(lines))}, revision ${rig.revision}, ${e(day)}</p>
<table><thead><tr class="s m"><th></th><th>Song</th><th>Guitar</th><th>Sounds</th></tr></thead><tbody>${played.map(row).join('')}</tbody></table>
${played.map((_, i) => card(rig, variant, played, i)).join('\n')}
</body></html>
`;
}
