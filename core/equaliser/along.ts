// Equalisers along a way: what comes ahead of the gain is felt, what comes behind it is heard as tone.
import { derive, inSetting, type Block, type Box, type EqSetting, type Rig, type Setting } from '../model';
import { isOn, resolveIn, traceIn, type Path, type Section } from '../signal';
import { formatDb, formatQuantity } from '../units';
import { bandsOf, eqDb, isEqualiser } from './bands';

/** 20 Hz to 20 kHz, 32 points a decade. */
const HERTZ: readonly number[] = Array.from({ length: 97 }, (_, i) => 20 * 1000 ** (i / 96));

export type EqOnWay = { readonly box: Box; readonly block: Block; readonly eq: EqSetting };

export type EqAlong = {
  /** The block whose gain divides them: the first preamp, else the last thing that is meant to clip; null: there is none. */
  readonly gain: Section | null;
  readonly ahead: readonly EqOnWay[];
  readonly after: readonly EqOnWay[];
};

const AMPLIFIES = ['preamp', 'ampModel'];

/** The equalisers of a way that are on and of which it is noted how they are set. */
export const equalisersAlong = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, { sections }: Path): EqAlong => {
    const resolved = resolveIn(of);
    const gain =
      sections.find(({ block, state }) => AMPLIFIES.includes(block.role) && isOn(state)) ??
      sections.findLast(({ block, state }) => block.meantToClip && isOn(state)) ??
      null;
    const at = gain ? sections.indexOf(gain) : sections.length;
    const noted = (some: readonly Section[]): readonly EqOnWay[] =>
      some.flatMap(({ box, block, state }) => {
        const { eq } = resolved.eq(box, block);
        return isEqualiser(block) && isOn(state) && eq ? [{ box, block, eq }] : [];
      });
    return { gain, ahead: noted(sections.slice(0, at)), after: noted(sections.slice(at + 1)) };
  },
);

const sumOf = (some: readonly EqOnWay[], hertz: number): number =>
  some.reduce((sum, { block, eq }) => sum + eqDb(bandsOf(block), eq, hertz), 0);

/** Hertz as they stand beside a fader: `100`, `1.6k`. */
export const hertzLabel = (hertz: number): string =>
  hertz < 1000 ? String(Number(hertz.toPrecision(3))) : `${Number((hertz / 1000).toPrecision(3))}k`;

/** How one is set, in words: `100 +3, 1.6k −2 dB; low cut 80 Hz`; nothing where all stands in the middle. */
export function eqWords(block: Block, { gainsDb, lowCutHz, highCutHz }: EqSetting): string {
  const gains = bandsOf(block).flatMap(({ hz }, i) => {
    const db = gainsDb[i] ?? 0;
    return db === 0 ? [] : [`${hertzLabel(hz)} ${formatDb(db)}`];
  });
  return [
    ...(gains.length > 0 ? [`${gains.join(', ')} dB`] : []),
    ...(lowCutHz === undefined ? [] : [`low cut ${formatQuantity(lowCutHz, 'Hz')}`]),
    ...(highCutHz === undefined ? [] : [`high cut ${formatQuantity(highCutHz, 'Hz')}`]),
  ].join('; ');
}

export type EqView = {
  readonly hz: readonly number[];
  /** Feel: ahead of the gain. Tone: behind it. dB. */
  readonly ahead: readonly number[];
  readonly after: readonly number[];
  /** The block that divides them, in words; empty: none. */
  readonly gain: string;
  readonly lines: readonly {
    readonly box: string;
    readonly name: string;
    readonly side: 'ahead' | 'after';
    readonly words: string;
  }[];
};

/** Equalisers along one route of a setting; null: none that is on is noted. */
export function eqView(rig: Rig, setting: Setting, route: number): EqView | null {
  const of = inSetting(rig, setting);
  const path = traceIn(of).paths[route];
  const along = path ? equalisersAlong(of, path) : null;
  if (!along || along.ahead.length + along.after.length === 0) return null;
  const { gain, ahead, after } = along;
  const named = ({ box, block }: Pick<EqOnWay, 'box' | 'block'>) =>
    box.name === block.name ? box.name : `${block.name} of ${box.name}`;
  const lines = (side: 'ahead' | 'after') =>
    along[side].map((one) => ({
      box: one.box.id,
      name: named(one),
      side,
      words: eqWords(one.block, one.eq) || 'flat',
    }));
  return {
    hz: HERTZ,
    ahead: HERTZ.map((hertz) => sumOf(ahead, hertz)),
    after: HERTZ.map((hertz) => sumOf(after, hertz)),
    gain: gain ? named(gain) : '',
    lines: [...lines('ahead'), ...lines('after')],
  };
}
