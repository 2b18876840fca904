// Every finding as it speaks, from the rig that shows it: a page to be read by people.
import { cureOf, judge, report, RULES, sentenceOf } from '../findings';
import { edited } from './build';
import { WHOLE_CASES, type Case } from './finding-cases';
import { HUM_CASES } from './finding-cases-hum';
import { POWER_CASES } from './finding-cases-power';
import { INSIDE_CASES } from './finding-cases-inside';
import { ORDER_CASES } from './finding-cases-order';
import { WIRING_CASES } from './finding-cases-wiring';

function section({ code, sound, spoil }: Case): string {
  const rig = edited(sound(), spoil);
  const finding = judge(rig, null).find((one) => one.code === code);
  if (!finding) throw new Error(`no rig shows ${code}`);
  const { text, why } = sentenceOf(rig, finding);
  const brings = report(rig, null, null).find((one) => one.code === code)?.brings ?? [];
  const cure = cureOf(rig, finding);
  return [
    `## ${code}`,
    '',
    `**${finding.severity}** ${text}`,
    '',
    why,
    '',
    ...(brings.length > 0 ? [`It also brings: ${brings.join(' ')}`, ''] : []),
    cure ? `Cure: ${cure.label}.` : 'Cure: none within one press.',
    '',
  ].join('\n');
}

/** The page as Markdown, in the order of the codes. */
export function findingsPage(): string {
  const cases = [
    ...WIRING_CASES,
    ...INSIDE_CASES,
    ...ORDER_CASES,
    ...WHOLE_CASES,
    ...POWER_CASES,
    ...HUM_CASES,
  ];
  const own = RULES.flatMap(({ code }) => cases.find((one) => one.code === code) ?? []);
  return [
    '# What the findings say',
    '',
    'Each finding once, as screen, sheet and command line tell it, from the rig that shows it in the tests. Written by',
    'a test: `WRITE_DOCS=1 npm run unit -- scripts/docs` writes the page anew.',
    '',
    ...own.map(section),
  ].join('\n');
}
