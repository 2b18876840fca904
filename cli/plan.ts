import { criteriaIn, oneEach, planSearch, ranked, CRITERIA, type Plan, type PlanLine } from '../core/planner';
import { SEVERITIES, type Rig } from '../core/model';
import { besideSignal, count, formatDb, formatLength, inWords } from '../core/units';
import { BadInput, rigOf, variantOf, type Call } from './input';

/** What matters first, as `--matters` names it; else as the rig says. */
function mattersOf(call: Call, rig: Rig): readonly string[] {
  const said = call.values['--matters'];
  if (said === undefined) return rig.houseRules.matters;
  const ids = said.split(',').map((id) => id.trim());
  const unknown = ids.find((id) => !CRITERIA.some((one) => one.id === id));
  if (unknown !== undefined)
    throw new BadInput(
      `--matters knows no "${unknown}"; it knows ${CRITERIA.map(({ id }) => id).join(', ')}`,
    );
  return ids;
}

function planOf(rig: Rig, variant: string | null): Plan {
  let plan: Plan = { lines: [], others: {}, whyNot: [], combined: 0, wired: 0 };
  for (const step of planSearch(rig, variant)) plan = step.plan;
  return plan;
}

/** What it does to the signal, where that is known. */
const signalWords = ({ tone, roomDb, floorDb, humDb }: PlanLine): readonly string[] => [
  ...(tone ? [`tone ${formatDb(tone.db)} dB`] : []),
  ...(roomDb === null ? [] : [`room ${formatDb(roomDb)} dB`]),
  ...(floorDb === null ? [] : [`noise ${formatDb(besideSignal(floorDb))} dB`]),
  ...(humDb === null ? [] : [`hum ${formatDb(besideSignal(humDb))} dB`]),
];

function printLine(call: Call, line: PlanLine, at: number) {
  const { name, key, runs, fetch, move, putAway, adapters, trips, ms, groundLoops, deadKnobs, presses } =
    line;
  const found = SEVERITIES.flatMap((severity) => {
    const n = line.findings[severity];
    return n > 0 ? [count(n, severity)] : [];
  });
  call.print(`${at}. ${name.join('; ')}${line.inForce ? ' (wired so now)' : ''}`);
  for (const text of key.split('\n')) call.print(`   ${text}`);
  const figures = [
    `${count(runs.count, 'stage run')}, ${formatLength(runs.metres, call.flags.has('--feet') ? 'feet' : 'metres')}`,
    `${fetch.length} to fetch, ${move.length} to move, ${putAway.length} to put away`,
    ...(adapters.length > 0 ? [count(adapters.length, 'adapter')] : []),
    `${count(trips, 'converter trip')}, ${ms.toFixed(1)} ms`,
    count(groundLoops, 'ground loop'),
    ...signalWords(line),
    ...(deadKnobs.length > 0 ? [count(deadKnobs.length, 'dead knob')] : []),
    ...(presses === null
      ? []
      : [`${count(presses.total, 'press', 'presses')}${presses.isMore ? ' or more' : ''} over the set`]),
    found.length > 0 ? found.join(' · ') : 'no findings',
    ...(line.turned > 0 ? [`${line.turned} turned`] : []),
  ];
  call.print(`   ${figures.join(' | ')}`);
  if (line.undone.length > 0) call.print(`   undone: ${line.undone.join('; ')}`);
  if (line.unheard.length > 0) call.print(`   leaves silent: ${inWords(line.unheard)}`);
}

/** `plan`: routings put together from parts, the best of each family, and why others cannot be had. */
export function planCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const matters = mattersOf(call, rig);
  const { lines, others, whyNot, combined, wired } = planOf(rig, variant);
  const sorted = ranked(lines, matters);
  if (call.flags.has('--json')) {
    call.printJson({
      rig: rig.id,
      variant,
      matters: criteriaIn(matters).map(({ id }) => id),
      combined,
      wired,
      judged: lines.length,
      routings: sorted.map(({ trial: _trial, chains: _chains, key, ...line }) => ({
        ...line,
        lines: key.split('\n'),
      })),
      others: Object.fromEntries(
        Object.entries(others).map(([family, all]) => [family, all.map((idea) => idea.lines)]),
      ),
      whyNot,
    });
    return 0;
  }
  call.print(`${combined} combined, ${wired} wired, ${lines.length} judged`);
  oneEach(sorted).forEach((line, i) => printLine(call, line, i + 1));
  for (const { family, reason, instead } of whyNot)
    call.print(`not ${family}: ${reason}${instead === null ? '' : ` would do: ${instead}`}`);
  return 0;
}
