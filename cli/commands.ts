import { cureToldIn, isOpen, judge, report, sentenceOf, underTheirCauses } from '../core/findings';
import { pocketCardHtml, paperMap, scheduleCsv, scheduleOf, setSheetHtml, svgOf } from '../core/papers';
import { cardsOf } from '../core/planner';
import { applyEdit } from '../core/edits';
import { fileSchema, writeRig } from '../core/file';
import { BadInput, rigOf, soundOf, variantOf, write, type Call } from './input';
import { acCommand } from './ac';
import { groundCommand } from './ground';
import { loadsCommand } from './loads';
import { loopsCommand } from './loops';
import { chainCommand } from './chain';
import { movesCommand } from './moves';
import { netlistCommand } from './netlist';
import { planCommand } from './plan';
import { buffersCommand } from './buffers';
import { levelsCommand } from './levels';
import { powerCommand } from './power';
import { combinationsCommand } from './combinations';
import { messagesCommand } from './messages';
import { pressesCommand } from './presses';
import { rulesCommand } from './rules';
import { soundsCommand } from './sounds';
import { stagesCommand } from './stages';
import { toneCommand } from './tone';
import { traceCommand } from './trace';

type Command = (call: Call) => number | Promise<number>;

export const USAGE = `npm run -s hum -- COMMAND RIG [options]     RIG: a file, or - for standard input

  check RIG                   what is found; exit 1 if a fault or danger is among it
  trace RIG                   every way from the guitar to what is heard, and where signals end
  chain RIG                   the order from the string to what is heard, a line each chain (docs/chains.md)
        --set TEXT -o OUT     wires the chains written so, a line each; exit 1 with what would do if they cannot be
        --as NAME             … as a new variant of that name
        --why                 every stop with the reason for its place
        --usual [-o OUT]      what the usual order would move, by the house rules of the rig; wired, with -o
  moves RIG --from V --to W   what is to be moved from one night to another, step by step (base: the base wiring)
  cables RIG                  the lead schedule
  routes RIG                  which routings can be had, and what each costs
  plan RIG                    routings put together from parts, the best of each family first, and why not others
        --matters A,B         what matters first: heard, faults, wishes, order, cautions, knobs, leads, runs …
  fix RIG CODE -o OUT         cures the first finding of that code
  levels RIG                  average, peak, ceiling and headroom along every way, in dBu
        --choose              which modes and knobs bring the outputs to their levels, and why
  stages CHAIN                average, peak and noise through a row of stages that is given as JSON (docs/tone.md)
  tone RIG                    the difference from straight-in along every way, and who drives what
  buffers RIG                 every placement of the buffers at hand: today beside the best
  export RIG --svg FILE       the map at full detail, ink on white
             --pdf FILE       the sheet: map, leads, sounds, cautions, patch-up
             --labels FILE    labels for both ends of every lead, as a PDF; --flag: to fold, not to wrap
             --card FILE      one page for a phone: leads, patch-up, sounds, cautions
             --set-sheet FILE the songs of the set in order, with a card for each on a phone
  netlist RIG --to TAG:jack   the circuit of a route in one sound as a plain SPICE netlist (docs/netlists.md)
        --from INSTRUMENT     else from the first
  loops RIG                   every ground loop by what it goes by, and hum at each output of each sound
        --cure                the cheapest acts that bring hum under the limit, and what makes it worse
  loads RIG                   what takes the power of each power stage: ohms, shares, what each load stands
  power RIG                   what every outlet feeds, what supplies and circuits carry, the placement that is best
  presses RIG                 what is pressed from sound to sound, worst first; --sound S: to one; --plan: what free
                             switches are best given to do, -o OUT: with it
  messages RIG                what each sound sends, what to dial for it, and whether it lands on simulated receivers
        --midi FILE           a Standard MIDI File with a marker a sound
  combinations RIG            what sounds want of each switcher: the table to store
  rules RIG                   what goes together and what must not, checked in every sound; what the rig suggests
  sounds RIG                  what each sound sets, and in what it is other than the one before; --sound S: one
  ground NETWORK [--lift I,J] loops, currents and the cheapest loop-free set of a plain ground network; what the lifted leave
  ac NETLIST [--node N]       the response of a plain SPICE netlist (R C L V E K) at its own .ac points; node out
  validate RIG                is this a sound rig file
  schema                      the JSON Schema of the file

  --json                      one JSON value instead of text
  --csv                       cables, responses of tone, levels, sounds as CSV
  --sound S                   one sound, by id or name (else: all)
  --variant V                 one variant, by id or name (else: the base wiring)
  --feet                      lengths in feet
  --paper a4|letter           for PDFs (a4)
  --date D                    the day that stands on papers (today)
  -o FILE                     where to write; - is standard output
  --help                      this
`;

const validate: Command = (call) => {
  const rig = rigOf(call);
  const { id, title, boxes, leads, sounds } = rig;
  if (call.flags.has('--json'))
    call.printJson({ ok: true, id, title, boxes: boxes.length, leads: leads.length, sounds: sounds.length });
  else
    call.print(`${title}: sound, with ${boxes.length} boxes, ${leads.length} leads, ${sounds.length} sounds`);
  return 0;
};

const check: Command = (call) => {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const sound = soundOf(call, rig);
  const found = judge(rig, variant, sound === null ? undefined : [sound]);
  const caused = underTheirCauses(rig, found);
  const bad = caused.filter(
    ({ finding }) =>
      finding.severity === 'danger' || (finding.severity === 'fault' && finding.accepted === null),
  );
  if (call.flags.has('--json'))
    call.printJson({
      rig: rig.id,
      variant,
      findings: caused.map(({ finding, brings }) => {
        const { text, why } = sentenceOf(rig, finding);
        return {
          code: finding.code,
          severity: finding.severity,
          sound: finding.sound,
          variant: finding.variant,
          parts: finding.parts,
          text,
          why,
          figures: finding.figures,
          assumed: finding.assumed,
          cure: cureToldIn(rig, variant, finding)?.edit ?? null,
          accepted: finding.accepted !== null,
          brings: [...new Set(brings.map((effect) => effect.code))],
        };
      }),
    });
  else {
    const lines = report(rig, variant, sound).filter((line) => !line.elsewhere);
    for (const line of lines) {
      const where = line.sounds.length > 0 ? ` (${line.sounds.join(', ')})` : '';
      call.print(
        `${line.severity.toUpperCase().padEnd(8)}${line.code}${where}${isOpen(line) ? '' : ' accepted'}`,
      );
      call.print(`        ${line.text}`);
      call.print(`        ${line.why}`);
      const cure = cureToldIn(rig, variant, line.finding);
      if (cure) call.print(`        cure: ${cure.label}`);
    }
    if (lines.length === 0) call.print('nothing found in what is judged');
  }
  return bad.length > 0 ? 1 : 0;
};

const cables: Command = (call) => {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const schedule = scheduleOf(rig, variant);
  if (call.flags.has('--csv'))
    call.io.out(scheduleCsv(rig, variant, call.flags.has('--feet') ? 'feet' : 'metres'));
  else if (call.flags.has('--json')) call.printJson(schedule);
  else {
    for (const row of schedule.rows)
      call.print(
        `${String(row.number).padStart(4)}  ${row.from} → ${row.to}  ${row.kind} ${row.lengthM} m${row.toBeMade ? ', to be made' : ''}${row.state === 'plugged' ? '' : `  (${row.state})`}`,
      );
    call.print(`${schedule.all.count} leads, ${Number(schedule.all.metres.toFixed(2))} m`);
  }
  return 0;
};

const routes: Command = (call) => {
  const rig = rigOf(call);
  const cards = cardsOf(rig, variantOf(call, rig));
  if (call.flags.has('--json')) {
    call.printJson({
      routings: cards.map((card) => {
        if (!card.can) return card;
        const { trial, change, ...figures } = card;
        return { ...figures, leads: trial.leads.length, change };
      }),
    });
    return 0;
  }
  for (const card of cards) {
    call.print(`${card.code}  ${card.name}${card.can && card.inForce ? '  (wired so now)' : ''}`);
    if (!card.can) {
      call.print(`      cannot be had: ${card.reason}`);
      continue;
    }
    call.print(
      `      stage runs ${card.runs.count}, ${card.runs.metres} m; fetch ${card.fetch.length}, move ${card.move.length}, put away ${card.putAway.length}`,
    );
    call.print(
      `      trips ${card.trips}, ${card.ms.toFixed(1)} ms; ground loops ${card.groundLoops}; findings ${Object.values(card.findings).join('/')}`,
    );
    if (card.deadKnobs.length > 0) call.print(`      knobs that die: ${card.deadKnobs.join(', ')}`);
    if (card.undone.length > 0) call.print(`      undone: ${card.undone.join('; ')}`);
    if (card.kept.length > 0) call.print(`      variants that keep their wiring: ${card.kept.join(', ')}`);
  }
  return 0;
};

const fix: Command = (call) => {
  const [file, code] = call.positional;
  const out = call.values['-o'];
  if (file === undefined || code === undefined) throw new BadInput('fix wants a rig file and a code');
  if (out === undefined) throw new BadInput('fix wants -o OUT, where to write the cured rig');
  const rig = rigOf({ ...call, positional: [file, ...call.positional.slice(2)] });
  const variant = variantOf(call, rig);
  const sound = soundOf(call, rig);
  const finding = judge(rig, variant, sound === null ? undefined : [sound]).find((f) => f.code === code);
  if (!finding) throw new BadInput(`there is no finding ${code} in this rig`);
  const cure = cureToldIn(rig, variant, finding);
  if (!cure) throw new BadInput(`there is no cure for ${code} within one act`);
  write(call, out, writeRig(applyEdit(rig, cure.edit).rig));
  if (out !== '-') {
    if (call.flags.has('--json')) call.printJson({ code, cure: cure.edit, words: cure.label });
    else call.print(cure.label);
  }
  return 0;
};

const dayOf = ({ values }: Call): string => values['--date'] ?? new Date().toISOString().slice(0, 10);

/** What `export` can write, each under its option. */
const EXPORTS: Readonly<Record<string, (call: Call) => string | Uint8Array | Promise<Uint8Array>>> = {
  '--svg': (call) => {
    const rig = rigOf(call);
    const sound = soundOf(call, rig) ?? rig.sounds[0]?.id ?? 'all';
    return svgOf(paperMap(rig, variantOf(call, rig), sound), rig.title);
  },
  '--pdf': async (call) => (await import('./paper')).sheetFile(call),
  '--labels': async (call) => (await import('./paper')).labelsFile(call),
  '--card': (call) => {
    const rig = rigOf(call);
    return pocketCardHtml(
      rig,
      variantOf(call, rig),
      dayOf(call),
      call.flags.has('--feet') ? 'feet' : 'metres',
    );
  },
  '--set-sheet': (call) => {
    const rig = rigOf(call);
    return setSheetHtml(rig, variantOf(call, rig), dayOf(call));
  },
};

const exportCommand: Command = async (call) => {
  const wanted = Object.entries(EXPORTS).flatMap(([option, make]) => {
    const file = call.values[option];
    return file === undefined ? [] : [{ option, make, file }];
  });
  if (wanted.length === 0)
    throw new BadInput('export wants --svg, --pdf, --labels, --card or --set-sheet, and a FILE');
  for (const { make, file } of wanted) write(call, file, await make(call));
  if (call.flags.has('--json') && wanted.every(({ file }) => file !== '-'))
    call.printJson(Object.fromEntries(wanted.map(({ option, file }) => [option.slice(2), file])));
  return 0;
};

/** Every command by name. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  check,
  trace: traceCommand,
  chain: chainCommand,
  plan: planCommand,
  moves: movesCommand,
  cables,
  levels: levelsCommand,
  ac: acCommand,
  ground: groundCommand,
  loads: loadsCommand,
  power: powerCommand,
  sounds: soundsCommand,
  presses: pressesCommand,
  messages: messagesCommand,
  combinations: combinationsCommand,
  rules: rulesCommand,
  loops: loopsCommand,
  stages: stagesCommand,
  tone: toneCommand,
  buffers: buffersCommand,
  netlist: netlistCommand,
  routes,
  fix,
  export: exportCommand,
  validate,
  schema: (call) => {
    call.printJson(fileSchema());
    return 0;
  },
};
