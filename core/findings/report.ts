import { nightName, type AcceptedFinding, type Part, type Rig, type Severity } from '../model';
import { formatQuantity, inWords, weakly } from '../units';
import { findingKey, type Finding, type FindingFigure, SEVERITY_ORDER } from './finding';
import { judge } from './judge';
import { merged } from './merge';
import { partName, soundName } from './names';
import { sentenceOf } from './sentences';

/** A finding as screen and sheet show it: words, and what they rest on. */
export type FindingLine = {
  readonly key: string;
  readonly code: string;
  readonly severity: Severity;
  readonly text: string;
  readonly why: string;
  /** Sounds it is found in, by name; empty where it is a matter of the rig. */
  readonly sounds: readonly string[];
  /** The sound in force is none of them. */
  readonly elsewhere: boolean;
  readonly parts: readonly Part[];
  readonly figures: readonly string[];
  /** Figures it rests on that nobody has looked up: `impedance of SPK IN of Cabinet`. */
  readonly assumed: readonly string[];
  readonly accepted: AcceptedFinding | null;
  /** What it brings about, in short. */
  readonly brings: readonly string[];
  readonly finding: Finding;
};

const figureWords = ({ name, value, unit }: FindingFigure) => `${name} ${formatQuantity(value, unit)}`;

/** A sentence with the nights that it holds in beside its own. @param isBases it is of the base, and does not say so */
function inNights(rig: Rig, text: string, nights: readonly (string | null)[], isBases: boolean): string {
  const names = (isBases ? [null, ...nights] : nights).map((id) => nightName(rig, id));
  return names.length === 0
    ? text
    : `${text.replace(/\.$/, '')}, in ${inWords(names)}${isBases ? '' : ' too'}.`;
}

const isBad = (severity: Severity) => severity === 'danger' || severity === 'fault';

/**
 * What is found, for people: effects under their cause, one line for the same thing in several sounds or nights; worst
 * first.
 * @param sound the sound in force, or null for all: of other sounds only dangers and faults are told
 */
export const report = weakly(
  (rig: Rig, variant: string | null, sound: string | null): readonly FindingLine[] => {
    const all = judge(rig, variant);
    return merged(rig, all)
      .map(({ finding, alsoIn, nights, brings }): FindingLine => {
        const sounds = finding.sound === null ? [] : [finding.sound, ...alsoIn];
        const { text, why } = sentenceOf(rig, finding);
        return {
          key: findingKey(finding),
          code: finding.code,
          severity: finding.severity,
          text: inNights(rig, text, nights, finding.variant === null && variant !== null),
          why,
          sounds: sounds.map((id) => soundName(rig, id)),
          elsewhere: sound !== null && sounds.length > 0 && !sounds.includes(sound),
          parts: finding.parts,
          figures: finding.figures.map(figureWords),
          assumed: finding.assumed.map(({ part, figure }) => `${figure} of ${partName(rig, part)}`),
          accepted: finding.accepted,
          brings: [...new Set(brings.map((effect) => sentenceOf(rig, effect).text))],
          finding,
        };
      })
      .filter((line) => !line.elsewhere || isBad(line.severity))
      .sort(
        (a, b) =>
          SEVERITY_ORDER[a.severity] - SEVERITY_ORDER[b.severity] ||
          Number(a.elsewhere) - Number(b.elsewhere),
      );
  },
);
