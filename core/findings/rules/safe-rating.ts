import { derive, type Jack, type JackEnd } from '../../model';
import { resolveIn, type ForSignal } from '../../signal';
import { jackPart, type Found } from '../finding';
import { guessAt } from '../guess';
import { amplifiers, loadsOn } from '../speakers';
import { rule } from '../rule';

type Data = { readonly load: string; readonly tap: string; readonly valve: boolean };

/** What a load must stand for each watt of its share: a valve stage gives half as much again when driven. */
const MARGIN = { valve: 1.5, other: 1 } as const;

const marginOf = (tap: Jack) =>
  tap.speaker?.stage === 'valve' || tap.speaker?.stage === 'solid-transformer' ? MARGIN.valve : MARGIN.other;

/** What an attenuator leaves of the power: its blocks' gain in the state in force. */
function passed(view: ForSignal, { box }: JackEnd): number {
  const db = box.blocks.reduce(
    (sum, block) => sum + (resolveIn(view).blockState(box, block).state.gainSmallDb?.value ?? 0),
    0,
  );
  return Math.min(1, 10 ** (db / 10));
}

type Share = { readonly load: JackEnd; readonly watts: number };

/** The power that ends in each load: in parallel by (1/Z_i) / sum(1/Z), behind an attenuator what it leaves. */
function sharesOn(view: ForSignal, end: JackEnd, watts: number, depth = 0): readonly Share[] {
  const loads = loadsOn(view, end.box, end.jack);
  const conductance = (load: JackEnd) => 1 / (load.jack.speaker?.ohm?.value ?? 8);
  const total = loads.reduce((sum, load) => sum + conductance(load), 0);
  return loads.flatMap((load): Share[] => {
    const own = (watts * conductance(load)) / total;
    const behind = load.box.jacks.filter((jack) => jack.carries === 'speaker' && jack.direction === 'out');
    const onward =
      load.jack.speaker?.isLoad === 'with-cabinet' && depth < 4
        ? behind.flatMap((jack) =>
            sharesOn(view, { box: load.box, jack }, own * passed(view, load), depth + 1),
          )
        : [];
    return [{ load, watts: own }, ...onward];
  });
}

/** SAFE-RATING: a cabinet or load that stands less than its share of the amplifier's power. */
export const rating = rule<Data>({
  code: 'SAFE-RATING',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    amplifiers(view).flatMap(({ box, taps }) =>
      taps.flatMap((tap) => {
        const watts = tap.speaker?.watts;
        if (!watts) return [];
        return sharesOn({ ...view, sound: null }, { box, jack: tap }, watts.value).flatMap(
          ({ load, watts: share }): Found<Data>[] => {
            const stands = load.jack.speaker?.watts;
            const wanted = share * marginOf(tap);
            if (!stands || stands.value >= wanted - 1e-9) return [];
            const parts = [jackPart(load.box, load.jack), jackPart(box, tap)];
            // Its share grows with the amplifier's watts.
            const most = (watts.value * stands.value) / wanted;
            const guess =
              guessAt(load, 'watts', wanted, 'least') ?? guessAt({ box, jack: tap }, 'watts', most, 'most');
            return [
              {
                severity: 'danger',
                parts,
                figures: [
                  { name: 'rating', value: stands.value, unit: 'W' },
                  { name: 'share', value: share, unit: 'W' },
                  { name: 'wanted', value: wanted, unit: 'W' },
                ],
                assumed: [
                  { part: jackPart(load.box, load.jack), figure: stands },
                  { part: jackPart(box, tap), figure: watts },
                ].flatMap(({ part, figure }) =>
                  figure.source === 'assumed' ? [{ part, figure: 'power' }] : [],
                ),
                guess,
                data: {
                  load: load.box.id,
                  tap: `${box.id}/${tap.id}`,
                  valve: marginOf(tap) > 1,
                },
              },
            ];
          },
        );
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `${say.box(data.load)} stands ${say.figure('rating')} and wants ${say.figure('wanted')}: ${say.figure('share')} of ${say.jack(data.tap)} end in it.`,
    why: `This can burn and destroy gear. ${
      data.valve
        ? 'Behind a valve stage a load wants one and a half times its share: driven hard, it gives more than its rating.'
        : 'A load wants at least its share.'
    }`,
  }),
});
