import { derive, type Box, type JackEnd } from '../../model';
import type { ForSignal } from '../../signal';
import { jackPart, type Found } from '../finding';
import { guessAt } from '../guess';
import { isTap, isTapped, marginOf, sharesOf, speakerRuns, wattsInto, type Output } from '../../power';
import { worstOf } from '../loads';
import { inSound } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly load: string;
  readonly tap: string;
  readonly valve: boolean;
  /** A tap: it stands beside the load, across the whole. */
  readonly isTap: boolean;
  readonly sound: string | null;
};

/** Taps on an output: they take no power, but stand across all of it. */
const across = (of: ForSignal, box: Box, { taps }: Output): readonly JackEnd[] =>
  taps.flatMap((tap) => speakerRuns(of, box, tap)).flatMap(({ to }) => (isTap(to) ? [to] : []));

/** SAFE-RATING: a cabinet or load that stands less than its share of the amplifier's power. */
export const rating = rule<Data>({
  code: 'SAFE-RATING',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found<Data>[] =>
    worstOf(view, ({ box }, output, sound, of): readonly Found<Data>[] => {
      const [tap] = output.taps;
      const watts = tap?.speaker?.watts;
      const given = wattsInto(output);
      if (!tap || !watts || given === null) return [];
      const shares = output.load ? sharesOf(output.load, given) : [];
      return [
        ...shares.map((share) => ({ ...share, isAcross: false })),
        ...across(of, box, output).map((end) => ({
          end,
          watts: watts.value,
          stands: end.jack.speaker?.watts,
          isAcross: true,
        })),
      ].flatMap(({ end, watts: share, stands, isAcross }): Found<Data>[] => {
        const wanted = share * marginOf(tap);
        if (!stands || stands.value >= wanted - 1e-9) return [];
        // Its share grows with the amplifier's watts.
        const most = (watts.value * stands.value) / wanted;
        const guess =
          guessAt(end, 'watts', wanted, 'least') ?? guessAt({ box, jack: tap }, 'watts', most, 'most');
        return [
          {
            severity: 'danger',
            parts: [jackPart(end.box, end.jack), jackPart(box, tap)],
            figures: [
              { name: 'rating', value: stands.value, unit: 'W' },
              { name: 'share', value: share, unit: 'W' },
              { name: 'wanted', value: wanted, unit: 'W' },
            ],
            assumed: [
              { part: jackPart(end.box, end.jack), figure: stands },
              { part: jackPart(box, tap), figure: watts },
            ].flatMap(({ part, figure }) => (figure.source === 'assumed' ? [{ part, figure: 'power' }] : [])),
            guess,
            data: {
              load: end.box.id,
              tap: `${box.id}/${tap.id}`,
              valve: isTapped(tap),
              isTap: isAcross,
              sound,
            },
          },
        ];
      });
    }),
  ),
  words: ({ data }, say) => ({
    text: data.isTap
      ? `${say.box(data.load)} is made for ${say.figure('rating')} and wants ${say.figure('wanted')}: it stands across ${say.jack(data.tap)}, ${say.figure('share')}.`
      : `${say.box(data.load)} stands ${say.figure('rating')} and wants ${say.figure('wanted')}: ${say.figure('share')} of ${say.jack(data.tap)} end in it${inSound(say, data.sound)}.`,
    why: `This can burn and destroy gear. ${
      data.valve
        ? `Behind a valve stage a ${data.isTap ? 'tap' : 'load'} wants one and a half times its share: driven hard, it gives more than its rating.`
        : `A ${data.isTap ? 'tap wants what the stage gives' : 'load wants at least its share'}.`
    }`,
  }),
});
