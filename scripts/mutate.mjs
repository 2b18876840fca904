// npm run mutate [-- WORD]: makes the code wrong in one place at a time and runs the suites that should notice.
// Ends with 1 if one of them did not.
import { CONTROL_MUTATIONS } from './mutations-control.mjs';
import { HUM_MUTATIONS } from './mutations-hum.mjs';
import { MEMORY_MUTATIONS } from './mutations-memory.mjs';
import { POWER_MUTATIONS } from './mutations-power.mjs';
import { SOUND_MUTATIONS } from './mutations-sounds.mjs';
import { TONE_MUTATIONS } from './mutations-tone.mjs';
import { ensureInstalled } from './lib.mjs';
import { unitTests } from './unit.mjs';

/** What is made wrong, where, and which suites are to fail for it. `from` stands in the file just once. */
const MUTATIONS = [
  {
    what: 'a rule finds nothing',
    file: 'core/findings/rules/wire-direction.ts',
    from: 'return found;',
    to: 'return [];',
    suites: ['core/findings'],
  },
  {
    what: 'a jack is chosen without a thought of the plugs that stand there',
    file: 'core/chain/fit.ts',
    from: 'isHeld ? 4 : 0',
    to: '0',
    suites: ['core/chain/jacks-twin'],
  },
  {
    what: 'the right side alone serves as well as the left',
    file: 'core/chain/options.ts',
    from: 'const RIGHT_ALONE = 6;',
    to: 'const RIGHT_ALONE = 0;',
    suites: ['core/chain/jacks-twin'],
  },
  {
    what: 'no cure is offered',
    file: 'core/findings/judge.ts',
    from: 'known.set(key, proved);\n  return proved;',
    to: 'known.set(key, null);\n  return null;',
    suites: ['core/testing/laws'],
  },
  {
    what: 'a cure may raise new faults',
    file: 'core/findings/judge.ts',
    from: 'if (![...keys].every((key) => before.get(code)?.has(key))) return false;',
    to: '',
    suites: ['core/testing/laws', 'core/findings'],
  },
  {
    what: 'edits cannot be undone',
    file: 'core/edits/apply.ts',
    from: 'inverse: differences(edited, rig),',
    to: 'inverse: [],',
    suites: ['core/edits'],
  },
  {
    what: 'what another tab changed is overwritten without a word',
    file: 'core/edits/carry.ts',
    from: 'if (!same(now[key], from)) this.clash();',
    to: '',
    suites: ['core/edits/carry'],
  },
  {
    what: 'a box that goes is still named by songs',
    file: 'core/model/references.ts',
    from: "  { at: 'songs[].guitar', to: 'box', gone: 'null' },\n",
    to: '',
    suites: ['core/model/references'],
  },
  {
    what: 'a loop that is in use is read as a wire',
    file: 'core/signal/graph.ts',
    from: "passes[`${box.id}/${block}`] = 'loop';\n    }\n    const shape = { guitar: null, patches, passes };",
    to: '{}\n    }\n    const shape = { guitar: null, patches, passes };',
    suites: ['core/chain/read'],
  },
  {
    what: 'jacks are chosen whether or not a lead stands there',
    file: 'core/chain/fit.ts',
    from: 'const cost = costs(of, foreign);',
    to: 'const cost = () => 0;',
    suites: ['core/chain/wire'],
  },
  {
    what: 'wiring a chain puts away what is in no chain',
    file: 'core/chain/jobs.ts',
    from: '(inChains.has(lead.id) || isInTheWay(lead))',
    to: '(lead.from.at.length > 0 || isInTheWay(lead))',
    suites: ['core/chain/wire'],
  },
  {
    what: 'a wired rig is not read back',
    file: 'core/chain/wire.ts',
    from: 'if (asText(trial, now.chains) !== asText(boxes, asked))',
    to: 'if (chains.length < 0)',
    suites: ['core/chain/wire'],
  },
  {
    what: 'a speaker output goes anywhere',
    file: 'core/chain/fit.ts',
    from: '(mixesSpeaker(of, a, b)',
    to: '(mixesSpeaker(of, a, a)',
    suites: ['core/chain/acts'],
  },
  {
    what: 'a variant changes the inner wiring of the base',
    file: 'core/chain/scope.ts',
    from: 'if (!box || !servesOthers(rig, variant, box, one.patch)) return one;',
    to: 'if (box || one) return one;',
    suites: ['core/chain/wire'],
  },
  {
    what: 'a loop that nothing is said to hang in is used all the same',
    file: 'core/chain/fit.ts',
    from: '[...holds, ...bars].some',
    to: 'holds.some',
    suites: ['core/chain/acts', 'core/chain/wire'],
  },
  {
    what: 'a loop that is emptied stays in the order',
    file: 'core/chain/edit.ts',
    from: 'if (from > 0 && first && next && isPartOf(first, next.stops[0]))',
    to: 'if (from < 0 && first && next && isPartOf(first, next.stops[0]))',
    suites: ['core/chain/acts'],
  },
  {
    what: 'acts are done where leads close a ring',
    file: 'core/chain/acting.ts',
    from: 'let refused = barred(rig, at)?.reason ?? null;',
    to: 'let refused = null as string | null;',
    suites: ['core/chain/acts'],
  },
  {
    what: 'labels under the order lie over each other',
    file: 'core/drawing/order-labels.ts',
    from: 'ends.findIndex((end) => end + APART <= label.x - half)',
    to: 'ends.findIndex((end) => end <= label.x)',
    suites: ['core/drawing/order-profile'],
  },
  {
    what: 'no jack answers',
    file: 'core/cables/plugging.ts',
    from: '    .map(({ answer }) => answer);',
    to: '    .map(({ answer }) => answer)\n    .slice(0, 0);',
    suites: ['core/testing/laws'],
  },
  {
    what: 'leads at hand are fetched anew',
    file: 'core/routings/reconcile.ts',
    from: 'if (lead.from.at.length === 0 && lead.to.at.length === 0) return 1;',
    to: 'if (lead.from.at.length === 0 && lead.to.at.length === 0) return null;',
    suites: ['core/routings', 'core/testing/laws'],
  },
  {
    what: 'leads have no slack',
    file: 'core/lengths/lengths.ts',
    from: '* (1 + slack);',
    to: ';',
    suites: ['core/edits', 'core/routings', 'core/testing/setups'],
  },
  {
    what: 'converter trips cost no time',
    file: 'core/signal/latency.ts',
    from: 'ms += box.tripMs?.value ?? 0;',
    to: 'ms += 0;',
    suites: ['core/signal/twins'],
  },
  {
    what: 'there are no ground loops',
    file: 'core/hum/loops.ts',
    from: 'if (x === y) loops += 1;',
    to: 'if (x === y) loops += 0;',
    suites: ['core/hum'],
  },
  {
    what: 'a selector passes everything',
    file: 'core/signal/ways.ts',
    from: 'joined && !(joined.includes(from) && joined.includes(to))',
    to: 'false',
    suites: ['core/signal/selectors'],
  },
  {
    what: 'speaker level ends at the first box',
    file: 'core/findings/speakers.ts',
    from: 'return [run, ...onward.flatMap((other) => speakerRuns(view, to.box, other, back))];',
    to: 'return [run, ...onward.slice(0, 0).flatMap((other) => speakerRuns(view, to.box, other, back))];',
    suites: ['core/findings/ways'],
  },
  {
    what: 'sound goes both ways through a Y',
    file: 'core/signal/ways.ts',
    from: 'if (isFed(from.jack) === isFed(to.jack)) return [];',
    to: 'if (isFed(from.jack) !== isFed(to.jack)) return [wire];',
    suites: ['core/findings/ways'],
  },
  {
    what: 'a strip is laid backwards',
    file: 'core/drawing/flow.ts',
    from: 'for (const box of flow.boxes) {',
    to: 'for (const box of [...flow.boxes].reverse()) {',
    suites: ['core/drawing/stability'],
  },
  {
    what: 'formulas reach a spreadsheet',
    file: 'core/file/csv.ts',
    from: "RISKY.test(cell) ? `'${cell}` : cell",
    to: 'cell',
    suites: ['core/papers'],
  },
  {
    what: 'old files lose what stood in their notes',
    file: 'core/file/from-version-1.ts',
    from: "if (!said || jack.carries !== 'dc' || jack.direction !== 'out') return jack;",
    to: 'return jack;',
    suites: ['core/file'],
  },
  {
    what: 'an edit of a tab is dropped while another one writes',
    file: 'web/src/store/tab-document.ts',
    from: 'pending.push({ record: { ...record, ...of, revision, patches, inverse }, after: top });',
    to: '',
    suites: ['web/src/store/tabs-law'],
  },
  {
    what: 'a merge inside a unit is lost as it is read',
    file: 'core/model/rows.ts',
    from: 'into = { block: id, port };\n        break;',
    to: 'break;',
    suites: ['core/model/rows'],
  },
  {
    what: 'a box of one’s own is not checked before it is stored',
    file: 'core/gear/item.ts',
    from: 'return problems.length > 0 ? { ok: false, problems } : { ok: true, item };',
    to: 'return { ok: true, item };',
    suites: ['core/gear/item'],
  },
  {
    what: 'a figure of a table loses its range',
    file: 'core/gear/figures-csv.ts',
    from: "low: line('low'),",
    to: "low: '',",
    suites: ['core/gear/files'],
  },
  {
    what: 'what the rig measured is not given back to the shelf',
    file: 'core/gear/compare.ts',
    from: 'offeredBack: isBetter(figure, other.figure),',
    to: 'offeredBack: false,',
    suites: ['core/gear/item'],
  },
  {
    what: 'the other side of a house rule is not followed',
    file: 'core/findings/schools.ts',
    from: 'positions.find((position) => position.id === said)?.id ?? positions[0].id;',
    to: 'positions[0].id;',
    suites: ['core/findings/house'],
  },
  {
    what: 'wires of a panel lie on each other',
    file: 'core/drawing/panel-wires.ts',
    from: '[gap, inOrder(nets, crossingsAt(planned, gap))]',
    to: '[gap, nets]',
    suites: ['core/drawing/panel'],
  },
  ...MEMORY_MUTATIONS,
  ...TONE_MUTATIONS,
  ...CONTROL_MUTATIONS,
  ...HUM_MUTATIONS,
  ...POWER_MUTATIONS,
  ...SOUND_MUTATIONS,
];

if ((await ensureInstalled()) !== 0) process.exit(1);
const word = process.argv[2] ?? '';
const survivors = [];
const tried = MUTATIONS.filter(({ what, file }) => `${what} ${file}`.includes(word));
for (const mutation of tried) {
  const { what, suites } = mutation;
  const quiet = { stdio: 'ignore', env: { ...process.env, FC_SEED: process.env.FC_SEED ?? '20260302' } };
  const code = await unitTests([...suites, '--silent', '--bail'], quiet, mutation);
  if (code === 0) survivors.push(what);
  console.log(`${code === 0 ? 'SURVIVED' : 'noticed '}  ${what}`);
}
console.log(`\n${tried.length - survivors.length} noticed, ${survivors.length} survived`);
process.exitCode = survivors.length === 0 && tried.length > 0 ? 0 : 1;
