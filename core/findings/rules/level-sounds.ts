import { levelsAlong, powerSum } from '../../level';
import { unevenGuitars } from '../../levelling';
import { boxOf, derive, type Reads, type Sound } from '../../model';
import { traceIn } from '../../signal';
import { formatDb } from '../../units';
import { boxPart, type Found } from '../finding';
import { levelCures } from '../level-cure';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Level = { readonly dbu: number; readonly box: string; readonly assumed: boolean };

/** The average at every output of a setting, by the jack that it comes in at. */
const atOutputs = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of: Reads<'boxes' | 'leads' | 'variant' | 'standing'>): ReadonlyMap<string, Level> => {
    const found = new Map<string, Level>();
    for (const path of traceIn(of).paths) {
      const end = levelsAlong(of, path).stops.at(-1);
      if (!end) continue;
      const known = found.get(end.part.id);
      found.set(end.part.id, {
        dbu: known ? powerSum(known.dbu, end.averageDbu) : end.averageDbu,
        box: path.output.box,
        assumed: end.assumed || known?.assumed === true,
      });
    }
    return found;
  },
);

type Wish = {
  readonly first: string;
  readonly box: string;
  readonly isDb: number;
  readonly wishedDb: number;
};

/** Figures that nobody has looked up are good to so much, dB. */
const ASSUMED_DB = 3;

/** How far a sound is off its wish against the first. */
const offTheWish = derive(
  ['boxes', 'leads', 'variant', 'sound', 'houseRules'],
  (of, first: Sound | undefined): readonly Found<Wish>[] => {
    const { sound } = of;
    if (!first || !sound || first.id === sound.id) return [];
    const [own, reference] = [atOutputs(of), atOutputs({ ...of, sound: first })];
    const shared = [...own].find(([key]) => reference.has(key));
    const zero = shared && reference.get(shared[0]);
    const box = shared && boxOf(of, shared[1].box);
    if (!shared || !zero || !box) return [];
    const isDb = shared[1].dbu - zero.dbu;
    const wishedDb = (sound.wish.levelDb ?? 0) - (first.wish.levelDb ?? 0);
    const isAssumed = shared[1].assumed || zero.assumed;
    const { soundsDb } = of.houseRules.limits;
    const limit = isAssumed ? Math.max(ASSUMED_DB, soundsDb) : soundsDb;
    if (Math.abs(isDb - wishedDb) <= limit) return [];
    return [
      {
        severity: 'caution',
        parts: [boxPart(box)],
        figures: [
          { name: 'off the wish', value: isDb - wishedDb, unit: 'dB' },
          { name: 'limit', value: limit, unit: 'dB' },
        ],
        assumed: isAssumed ? [{ part: boxPart(box), figure: 'levels up to it' }] : [],
        data: { first: first.name, box: box.id, isDb, wishedDb },
      },
    ];
  },
);

const isWished = derive(['sounds'], ({ sounds }): boolean =>
  sounds.some(({ wish }) => wish.levelDb !== undefined),
);

/** LEVEL-SOUNDS: a sound is louder or softer against the first than is wished. */
export const soundLevel = rule<Wish>({
  code: 'LEVEL-SOUNDS',
  reads: 'sound',
  isMild: true,
  // Where nobody wishes anything, nothing is judged: a solo is louder as a rule.
  judge: (of) => (isWished(of) ? offTheWish(of, of.sounds[0]) : []),
  words: ({ data }, say) => ({
    text: `${say.sound()} is ${formatDb(data.isDb)} dB against ${data.first} at ${say.box(data.box)}, wished ${formatDb(data.wishedDb)}.`,
    why: 'By its average there. Distortion sounds louder than it measures: by ear last.',
  }),
  cures: levelCures,
});

type Guitar = { readonly guitar: string; readonly leftDb: number; readonly sounds: readonly string[] };

/** LEVEL-GUITARS: a guitar that is louder or softer than that of the first sound, and nothing makes it up. */
export const guitarLevel = rule<Guitar>({
  code: 'LEVEL-GUITARS',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'houseRules'], (of): readonly Found<Guitar>[] => {
    const off = unevenGuitars(of).filter(({ leftDb }) => Math.abs(leftDb) > of.houseRules.limits.soundsDb);
    return [...new Set(off.map(({ guitar }) => guitar))].map((guitar) => {
      const own = off.filter((one) => one.guitar === guitar);
      const worst = own.toSorted((a, b) => Math.abs(b.leftDb) - Math.abs(a.leftDb))[0]?.leftDb ?? 0;
      return {
        severity: 'note',
        parts: [boxPart(guitar)],
        figures: [{ name: 'over the first guitar', value: worst, unit: 'dB' }],
        assumed: [{ part: boxPart(guitar), figure: 'output of its pickups' }],
        data: { guitar: guitar.id, leftDb: worst, sounds: own.map(({ sound }) => sound.name) },
      };
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.box(data.guitar)} is ${plainDb(data.leftDb)} dB ${data.leftDb > 0 ? 'louder' : 'softer'} than the first guitar.`,
    why: `Nothing makes it up in ${data.sounds.join(', ')}: everything behind is driven otherwise. One place is best, a buffer with a level or the trim of an input.`,
  }),
  cures: levelCures,
});
