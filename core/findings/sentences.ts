import { boxOf, jackIn, type Part, type Rig } from '../model';
import { formatQuantity, inWords } from '../units';
import type { Finding } from './finding';
import type { Guess } from './guess';
import { partName, soundName } from './names';
import type { Sentence } from './rule';
import { ruleOf } from './rules';

const BOUNDS: Readonly<Record<Guess['bound'], string>> = {
  least: '',
  most: 'at most ',
  about: '',
};

/** What to look up, and what value would do; what would be so otherwise is the reason. */
function lookUp(rig: Rig, { what, unit, assumed, wanted, box, bound }: Guess, sentence: Sentence): Sentence {
  // What must be reached is rounded up, what must not be passed down: the value that is said clears it.
  const round = { least: Math.ceil, most: Math.floor, about: Math.round }[bound];
  const near = Number((round(wanted * 10) / 10).toPrecision(4));
  return {
    text: `Look up the ${what} of ${boxOf(rig, box)?.name ?? box}: ${formatQuantity(assumed, unit)} assumed, ${BOUNDS[bound]}${formatQuantity(near, unit)} wanted.`,
    why: `As assumed: ${sentence.text} ${sentence.why}`,
  };
}

/** The sentences of a finding, the same on screen, on paper and on the command line. */
export function sentenceOf(rig: Rig, finding: Finding): Sentence {
  const sentence = plainSentence(rig, finding);
  return finding.guess ? lookUp(rig, finding.guess, sentence) : sentence;
}

function plainSentence(rig: Rig, finding: Finding): Sentence {
  const name = (type: Part['type']) => (id: string) => partName(rig, { type, id });
  const rule = ruleOf(finding.code);
  if (!rule) return { text: finding.code, why: '' };
  return rule.words(finding, {
    sound: () => soundName(rig, finding.sound),
    soundOf: (id) => soundName(rig, id),
    night: () => rig.variants.find(({ id }) => id === finding.variant)?.name ?? '',
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
