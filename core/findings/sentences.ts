import { boxOf, jackIn, type Part, type Rig } from '../model';
import { formatQuantity, inWords } from '../units';
import type { Finding } from './finding';
import { partName, soundName } from './names';
import type { Sentence } from './rule';
import { ruleOf } from './rules';

/** The sentences of a finding, the same on screen, on paper and on the command line. */
export function sentenceOf(rig: Rig, finding: Finding): Sentence {
  const name = (type: Part['type']) => (id: string) => partName(rig, { type, id });
  const rule = ruleOf(finding.code);
  if (!rule) return { text: finding.code, why: '' };
  return rule.words(finding, {
    sound: () => soundName(rig, finding.sound),
    box: name('box'),
    jack: name('jack'),
    block: name('block'),
    parts: (type) =>
      finding.parts.filter((p) => type === undefined || p.type === type).map((p) => partName(rig, p)),
    figure: (figureName) => {
      const figure = finding.figures.find((f) => f.name === figureName);
      return figure ? formatQuantity(figure.value, figure.unit) : '';
    },
    controlsOf: (box, ids) => {
      const controls = boxOf(rig, box)?.controls ?? [];
      return inWords(ids.map((id) => controls.find((c) => c.id === id)?.label ?? id));
    },
    jacksOf: (box, ids) => inWords(ids.map((id) => jackIn(boxOf(rig, box), id)?.label ?? id)),
  });
}
