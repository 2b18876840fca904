import { againstSignal } from '../../hum';
import { derive } from '../../model';
import { inWords } from '../../units';
import { ofHum, quieted, tooMuchHum, type HumData } from '../hum';
import { capitalFirst } from '../phrases';
import { rule, type Say, type Sentence } from '../rule';

const endsWords = ({ ends }: HumData, say: Say): string => {
  const db = Math.min(...ends.map((end) => end.db));
  const at = inWords(ends.map(({ box }) => say.box(box)));
  return `at ${at} is ${againstSignal(db)}`;
};

function provedWords({ unproved }: HumData, say: Say): string {
  if (unproved.length === 0) return '';
  const [s, are] = unproved.length > 1 ? ['s', 'are'] : ['', 'is'];
  const whose = inWords(unproved.map((id) => say.box(id)));
  return ` Nothing is lifted or isolated there before the earth${s} of ${whose} ${are} proved by a qualified person.`;
}

const pickupWords = ({ pickupDb }: HumData): string =>
  `The pickup’s own hum is ${againstSignal(pickupDb, 'it')}. An estimate, ±6 dB: lift and listen.`;

const words = (data: HumData, say: Say): Sentence =>
  data.by === 'leakage'
    ? {
        text: `${capitalFirst(data.source)}, is the largest hum: it ${endsWords(data, say)}, most of it by lead ${data.lead}.`,
        why: `It needs no loop: what leaks runs by the shields to the nearest box with an earth. ${pickupWords(data)}${provedWords(data, say)}`,
      }
    : {
        text: `Hum of the grounds ${endsWords(data, say)}: most of it by lead ${data.lead}, from ${data.source}.`,
        why: `${data.loop === '' ? '' : `It is part of a ground loop: ${data.loop}. `}${pickupWords(data)}${provedWords(data, say)}`,
      };

/** HUM-LOOP: the hum of the grounds is over the house's limit at an output, and the pickup's own does not hide it. */
export const humLoop = rule<HumData>({
  code: 'HUM-LOOP',
  reads: 'sound',
  isMild: true,
  judge: derive(ofHum, (of) => tooMuchHum(of).filter(({ data }) => data.by !== 'leakage')),
  words: ({ data }, say) => words(data, say),
  cures: quieted,
});

/** HUM-LEAK: the same, where most of it leaks from a supply that has no earth. */
export const humLeak = rule<HumData>({
  code: 'HUM-LEAK',
  reads: 'sound',
  isMild: true,
  judge: derive(ofHum, (of) => tooMuchHum(of).filter(({ data }) => data.by === 'leakage')),
  words: ({ data }, say) => words(data, say),
  cures: quieted,
});
