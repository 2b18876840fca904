// A setting in words: what is set, and why another is worse.
import { potDb, rangeOf } from '../level';
import { boxOf, jackIn, type Control, type JackRef } from '../model';
import { count, formatClock, formatDb } from '../units';
import { differsIn, type Judged } from './choose';
import type { Ways } from './ways';

const magnitude = (db: number) => formatDb(Math.abs(db)).replace('+', '');

export const jackWords = ({ ways }: Ways, { box, jack }: JackRef): string => {
  const owner = ways[0] && boxOf(ways[0].of, box);
  return `${jackIn(owner, jack)?.label ?? jack} of ${owner?.name ?? box}`;
};

/** `2:30 (−4.5 dB)`; without the decibels where nobody knows them. */
export const positionWords = ({ law }: Pick<Control, 'law'>, position: number | null): string => {
  if (position === null) return 'not noted';
  const clock = formatClock(position);
  return rangeOf(law) ? `${clock} (${formatDb(potDb(law, position))} dB)` : clock;
};

/** How far an insertion is from unity, in words. */
export const unityWords = (all: Ways, kind: 'front' | 'loop', at: JackRef, offDb: number): string =>
  `${jackWords(all, at)} gets ${magnitude(offDb)} dB ${offDb > 0 ? 'more' : 'less'} than ${
    kind === 'front' ? 'by one lead' : 'with send and return joined'
  }`;

/** Why one setting is worse than another, by the first thing in which it is. */
export function whyWorse(all: Ways, worse: Judged, better: Judged): string {
  const stop = (isOver: boolean) => {
    const found = worse.tight
      .filter(({ leftDb }) => !isOver || leftDb < 0)
      .sort((a, b) => a.leftDb - a.wantedDb - (b.leftDb - b.wantedDb))[0];
    return found && { ...found, words: `${found.stop.label} of ${found.stop.box.name}` };
  };
  const differs = differsIn(worse.score, better.score);
  if (differs === 'over' || differs === 'overDb') {
    const found = stop(true);
    return found ? `${found.words} is ${magnitude(found.leftDb)} dB over what it stands` : 'it clips';
  }
  if (differs === 'lackingDb') {
    const found = stop(false);
    return found
      ? `${found.words} keeps ${formatDb(Math.max(0, found.leftDb))} of the ${found.wantedDb} dB of room wanted`
      : 'less room than wanted';
  }
  if (differs === 'unityDb') {
    const far = [...worse.unity].sort((a, b) => Math.abs(b.inserted.offDb) - Math.abs(a.inserted.offDb))[0]
      ?.inserted;
    return far ? unityWords(all, far.kind, far.at, far.offDb) : 'it is not at unity';
  }
  if (differs === 'unlike')
    return `${count(worse.score.unlike - better.score.unlike, 'more pair')} of jacks set for unlike levels`;
  if (differs === 'snrDb')
    return `${magnitude(better.score.snrDb - worse.score.snrDb)} dB less above the noise`;
  return differs === 'changes' ? 'no better, and more to set' : 'no better';
}
