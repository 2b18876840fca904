import {
  jointLine,
  loomLine,
  STANDING_CAUTIONS,
  sheetOf,
  type MapSheet,
  type Sheet,
  type WalkPart,
} from '../papers';
import { nightName, type Rig } from '../model';
import { formatLength, type LengthUnit } from '../units';
import { starred } from '../drawing';
import { drawOn } from './draw';
import { Flow, type Column } from './flow';
import { openPress, PAPERS, PX, type Paper, type PressFonts } from './pen';

export type Order = {
  readonly fonts: PressFonts;
  readonly paper: Paper;
  readonly unit: LengthUnit;
  /** Stands at the head of every page. */
  readonly date: Date;
};

const day = (date: Date) => date.toISOString().slice(0, 10);

function maps(flow: Flow, sheet: Sheet, wide: readonly [number, number]) {
  sheet.mapSheets.forEach((part: MapSheet, i) => {
    flow.newPage(wide);
    const several = sheet.mapSheets.length > 1 ? `, sheet ${i + 1} of ${sheet.mapSheets.length}` : '';
    flow.heading(`Map${several}`, { after: 0 });
    const { pen, x, y, width, height } = flow.room();
    const foot = part.edges.length > 0 ? 14 : 0;
    const scale = Math.min(1, width / (part.width * PX), (height - foot - 4) / (part.height * PX));
    pen.clipped(x, y + 4, part.width * PX * scale, part.height * PX * scale, () =>
      drawOn(pen, sheet.map, x, y + 4, scale, part),
    );
    if (foot > 0)
      pen.text(x, y + part.height * PX * scale + 14, part.edges.join('   '), { face: 'mono', size: 8 });
  });
}

function cautions(flow: Flow, sheet: Sheet) {
  flow.heading('Cautions');
  if (sheet.findings.length === 0) flow.paragraph('Nothing found in what is judged.');
  for (const line of sheet.findings) {
    const where = line.sounds.length > 0 ? `(${line.sounds.join(', ')}) ` : '';
    flow.paragraph(`${where}${line.text} ${line.why}`, { bold: line.severity.toUpperCase() });
  }
  for (const line of sheet.accepted)
    flow.paragraph(`${line.text} (${line.accepted?.reason ?? ''})`, { bold: 'accepted', size: 7.5 });
  flow.paragraph(`Not judged yet: ${sheet.notJudged.join(', ')}.`, { size: 7.5, muted: true });
  flow.paragraph(STANDING_CAUTIONS, { size: 7.5 });
}

/** The chains row by row, so that a long one goes on over pages. */
function chains(flow: Flow, sheet: Sheet) {
  flow.heading('Order');
  for (const { sounds: names, strip, notes } of sheet.order) {
    if (names !== '') flow.paragraph('', { bold: names });
    const scale = Math.min(1, flow.width / (strip.width * PX));
    strip.tops.forEach((y, i) => {
      const row = { x: 0, y, width: strip.width, height: (strip.tops[i + 1] ?? strip.height) - y };
      const [w, h] = [row.width * PX * scale, row.height * PX * scale];
      flow.drawing(h, (pen, left, top) =>
        pen.clipped(left, top, w, h, () => drawOn(pen, strip, left, top, scale, row)),
      );
    });
    for (const note of notes) flow.paragraph(note, { size: 7.5 });
  }
}

function sounds(flow: Flow, sheet: Sheet) {
  flow.heading('Sounds');
  const columns: readonly Column[] = [
    { title: 'Box', share: 1.3, face: 'mono' },
    ...sheet.sounds.map((sound) => ({ title: sound.name, share: 1 })),
  ];
  flow.table(columns, [
    ['guitar', ...sheet.sounds.map((sound) => sound.guitar)],
    ...sheet.columns.map((name, i) => [name, ...sheet.sounds.map((sound) => sound.states[i] ?? '')]),
  ]);
  for (const route of sheet.routes) flow.paragraph(route.text, { bold: route.sound, size: 7.5 });
}

function leads(flow: Flow, sheet: Sheet, unit: LengthUnit) {
  flow.heading('Leads');
  flow.table(
    [
      { title: 'No.', share: 0.5, face: 'mono' },
      { title: 'From', share: 2.6, face: 'mono' },
      { title: 'To', share: 2.6, face: 'mono' },
      { title: 'Kind', share: 1.1 },
      { title: 'Plugs', share: 2.6 },
      { title: 'Length', share: 1.2, face: 'mono' },
    ],
    sheet.schedule.rows
      .filter((row) => row.state !== 'put away')
      .map((row) => [
        starred(row.number, row.inBase !== null),
        row.from,
        row.to,
        row.kind,
        `${row.plugs}${row.adapters.length > 0 ? `, adapter ${row.adapters.join(', ')}` : ''}`,
        `${formatLength(row.lengthM, unit)}${row.toBeMade ? ', to be made' : ''}`,
      ]),
  );
  const totals = sheet.schedule.totals.map((t) => `${t.kind} ${t.count}`).join(', ');
  flow.paragraph(`${totals}: ${formatLength(sheet.schedule.all.metres, unit)} in all.`);
  for (const row of sheet.schedule.rows)
    if (row.remarks !== '' && row.state !== 'put away') flow.paragraph(`Lead ${row.number}: ${row.remarks}`);
  for (const loom of sheet.schedule.looms) flow.paragraph(`Loom ${loomLine(loom, unit)}.`);
  for (const joint of sheet.schedule.joints) flow.paragraph(`${jointLine(joint)}.`);
  if (sheet.settings.length > 0) {
    flow.heading('Settings at rest');
    flow.table(
      [
        { title: 'Box', share: 1.4 },
        { title: 'What', share: 1.4 },
        { title: 'Set to', share: 1, face: 'mono' },
      ],
      sheet.settings.map(({ box, what, value }) => [box, what, value === '' ? 'not recorded' : value]),
    );
  }
}

function equalisers(flow: Flow, sheet: Sheet) {
  if (sheet.equalisers.length === 0) return;
  flow.heading('Equalisers');
  flow.table(
    [
      { title: 'What', share: 1.4 },
      { title: 'In', share: 1 },
      { title: 'Set to', share: 2, face: 'mono' },
    ],
    sheet.equalisers.map(({ what, sounds: named, value }) => [what, named, value]),
  );
}

function knobs(flow: Flow, { knobs: { feeds, knobs: rows } }: Sheet) {
  if (rows.length === 0) return;
  flow.heading('Which knob moves which feed');
  flow.table(
    [{ title: 'Knob', share: 2 }, ...feeds.map((title) => ({ title, share: 1 }))],
    rows.map(({ words, moves }) => [words, ...moves.map((one) => (one ? 'moves' : ''))]),
  );
}

function earths(flow: Flow, sheet: Sheet) {
  if (sheet.earths.length === 0) return;
  flow.heading('Earth book');
  flow.table(
    [
      { title: 'Box', share: 1.4 },
      { title: 'Its earth', share: 1.4 },
      { title: 'Proved', share: 1.6 },
      { title: 'Again by', share: 1, face: 'mono' },
    ],
    sheet.earths.map(({ box, earth, proved, due }) => [box, earth, proved, due]),
  );
}

function shields(flow: Flow, sheet: Sheet) {
  if (sheet.shields.length === 0) return;
  flow.heading('Shields');
  flow.table(
    [
      { title: 'No.', share: 0.4, face: 'mono' },
      { title: 'Lead', share: 2, face: 'mono' },
      { title: 'Shield', share: 1.4 },
      { title: 'By ear', share: 2 },
    ],
    sheet.shields.map(({ number, ends, shield, heard }) => [String(number), ends, shield, heard.join('; ')]),
  );
}

function power(flow: Flow, { power: { unfed }, powerTables }: Sheet) {
  if (powerTables.length === 0) return;
  flow.heading('Power plan');
  if (unfed.length > 0) flow.paragraph(`Fed by nothing: ${unfed.join(', ')}.`);
  for (const table of powerTables) words(flow, table);
}

function words(flow: Flow, { heads, mono, rows }: Sheet['powerTables'][number]) {
  flow.table(
    heads.map((title, i) => ({ title, share: 1, ...(mono.includes(i) ? { face: 'mono' as const } : {}) })),
    rows,
  );
}

/** Which switch does what, what is dialled for each sound, which control change is which. */
function control(flow: Flow, { controlTables }: Sheet) {
  for (const table of controlTables) {
    flow.heading(table.title);
    words(flow, table);
  }
}

function walk(flow: Flow, name: string, parts: readonly WalkPart[], unit: LengthUnit) {
  flow.heading(name);
  for (const { title, steps } of parts) {
    flow.heading(title, { size: 9 });
    for (const { lead, how, text, caution } of steps) {
      const after = [how, caution].filter((one) => one !== null).join('. ');
      if (lead)
        flow.tick(`${lead.kind} ${formatLength(lead.lengthM, unit)}${after === '' ? '' : `. ${after}`}`, {
          mono: `${lead.number}: ${lead.from} › ${lead.to}`,
        });
      else flow.tick(`${text}${after === '' ? '' : ` ${after}`}`);
    }
  }
}

/** What the night has otherwise than the base. */
function differing(flow: Flow, { differing: all }: Sheet, base: string) {
  if (all.length === 0) return;
  flow.heading(`Otherwise than ${base}`);
  flow.table(
    [
      { title: 'What', share: 1.4 },
      { title: 'Is', share: 2, face: 'mono' },
      { title: `In ${base}`, share: 2, face: 'mono' },
    ],
    all.map(({ what, now, was }) => [what, now, was]),
  );
}

/** The rig book as a PDF: cautions, sounds, map at full detail, leads, settings, patch-up. */
export async function sheetPdf(rig: Rig, variant: string | null, order: Order): Promise<Uint8Array> {
  const { fonts, paper, unit, date } = order;
  const sheet = sheetOf(rig, variant, unit);
  const press = await openPress(fonts, { title: `${rig.title}, revision ${rig.revision}`, date });
  const { width, height } = PAPERS[paper];
  const upright = [width, height] as const;
  const flow = new Flow(press, upright);
  flow.heading(rig.title, { size: 16 });
  const boxes = `${rig.boxes.length} boxes, ${sheet.schedule.all.count} leads`;
  flow.paragraph(`revision ${rig.revision}, ${day(date)}, ${boxes}`, { muted: true });
  if (rig.notes !== '') flow.paragraph(rig.notes);
  cautions(flow, sheet);
  chains(flow, sheet);
  sounds(flow, sheet);
  maps(flow, sheet, [height, width]);
  flow.newPage(upright);
  leads(flow, sheet, unit);
  equalisers(flow, sheet);
  knobs(flow, sheet);
  earths(flow, sheet);
  shields(flow, sheet);
  control(flow, sheet);
  power(flow, sheet);
  differing(flow, sheet, nightName(rig, null));
  walk(flow, 'Patch-up', sheet.walk, unit);
  for (const { from, walk: parts } of sheet.moves)
    if (parts.length > 0) walk(flow, `Moves from ${from} to ${sheet.night ?? ''}`, parts, unit);
  const variantName = rig.variants.find((v) => v.id === variant)?.name;
  flow.heads(
    rig.title,
    `${variantName === undefined ? '' : `${variantName}, `}revision ${rig.revision}`,
    (page, of) => `${day(date)}, page ${page} of ${of}`,
  );
  return press.save();
}
