// Looking for the best trial wiring finds the one that scoring all of them finds.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inNight, pluggedIn } from '../model';
import { gear, rigOf, spoiled, wiredWay, hands } from '../testing/gear';
import { Met } from '../testing/met';
import { candidatesOf, exchanged } from './exchange';
import { bestTrial, compareScores, scoreOf, type Score } from './score';
import { isWhole, suspectsIn } from './suspects';

type Accepts = (score: Score) => boolean;

test('the best of the trials, of all or of those that will do; of those that do alike the first, or by what is asked', () => {
  const met = new Met();
  fc.assert(
    fc.property(gear, fc.nat(), hands, (g, n, spoils) => {
      const of = inNight(spoiled(wiredWay(rigOf(g), n), spoils), null);
      const leads = pluggedIn(of).map(({ lead }) => lead.id);
      const trials = candidatesOf(of, leads)
        .slice(0, 12)
        .map(({ a, b }, i) => ({ of: i, wired: exchanged(of, { a, b }) }));
      const scores = trials.map(({ wired }) => scoreOf(wired));
      const whole: Accepts = (score) => isWhole(score, suspectsIn(of));
      for (const accepts of [() => true, whole] satisfies Accepts[]) {
        const wanted = scores.reduce(
          (best, score, i) =>
            accepts(score) && (best < 0 || compareScores(score, scores[best]!) < 0) ? i : best,
          -1,
        );
        const found = bestTrial(of, trials, accepts);
        expect(found).toEqual(wanted < 0 ? null : { of: wanted, score: scores[wanted] });
        const last = scores.findLastIndex(
          (score) => wanted >= 0 && compareScores(score, scores[wanted]!) === 0,
        );
        const later = (one: { readonly leads: unknown }) =>
          -trials.findIndex(({ wired }) => wired.leads === one.leads);
        expect(bestTrial(of, trials, accepts, later)?.of ?? -1).toBe(last);
        if (last > wanted) met.count('several alike');
        met.count(wanted < 0 ? 'none will do' : wanted === 0 ? 'the first' : 'a later one');
      }
    }),
    { numRuns: 60 },
  );
  met.atLeast({ 'none will do': 10, 'the first': 5, 'a later one': 20, 'several alike': 5 });
});
