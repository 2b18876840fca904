// Every finding as it speaks, from the rig that shows it: a page to be read by people.
import { cureOf, judge, report, RULES, sentenceOf } from '../findings';
import { edited } from './build';
import { ALL_CASES } from './all-finding-cases';
import type { Case } from './finding-cases';

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
  const own = RULES.flatMap(({ code }) => ALL_CASES.find((one) => one.code === code) ?? []);
  return [
    '# What the findings say',
    '',
    'Each finding once, as screen, sheet and command line tell it, from the rig that shows it in the tests. Written by',
    'a test: `WRITE_DOCS=1 npm run unit -- scripts/docs` writes the page anew.',
    '',
    ...own.map(section),
  ].join('\n');
}
