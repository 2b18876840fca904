import { derive, type Severity } from '../../model';
import { circuitLoads, hotIn, loadBook, stripLoads, wrongMains, type StripLoad } from '../../power';
import { formatQuantity, inWords } from '../../units';
import { boxPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

const BY_WHOM = 'by a qualified person; not by this plan';

type Excluded = {
  readonly box: string;
  readonly gets: string;
  readonly takes: string;
  readonly isVolts: boolean;
  /** Nobody has read its plate. */
  readonly isAssumed: boolean;
};

/** SAFE-MAINSVOLT: what comes out of its outlet is not what is printed on a box. */
export const mainsVolts = rule<Excluded>({
  code: 'SAFE-MAINSVOLT',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'stage'], (view): readonly Found<Excluded>[] =>
    wrongMains(view).map(({ box, volts, wrong }) => {
      const isVolts = wrong === 'volts';
      const unit = isVolts ? 'V' : 'Hz';
      const gets = isVolts ? (volts ?? 0) : (view.stage.mains.hertz ?? 0);
      const isAssumed = box.power.isPlateAssumed === true;
      return {
        severity: isAssumed ? 'caution' : 'danger',
        parts: [boxPart(box)],
        data: {
          box: box.id,
          isAssumed,
          gets: formatQuantity(gets, unit),
          takes: inWords(
            (isVolts ? box.power.volts : box.power.hertz).map((own) => formatQuantity(own, unit)),
          ),
          isVolts,
        },
      };
    }),
  ),
  words: ({ data }, say) => ({
    text: data.isAssumed
      ? `Look up the rating plate of ${say.box(data.box)}: ${data.takes} assumed, here it gets ${data.gets}.`
      : `${capitalFirst(say.box(data.box))} is made for ${data.takes}; here it gets ${data.gets}.`,
    why: data.isVolts
      ? 'This can burn and destroy gear. It is not plugged in here, but by a transformer that carries 1.3 times its VA and keeps the earth.'
      : 'This can burn and destroy gear: a transformer made for more hertz runs hot on fewer. It is not plugged in here unless its maker allows it.',
  }),
});

/** Where a valve amplifier gives so much heat to a closed place it is a danger, W. */
const MUCH_HEAT = 60;

type Heat = { readonly box: string; readonly place: string; readonly isLoad: boolean };

/** SAFE-HEAT: a valve amplifier or a load in a closed place of which no ventilation is noted. */
export const heat = rule<Heat>({
  code: 'SAFE-HEAT',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'stage'], (view): readonly Found<Heat>[] => {
    const shares = loadBook(view).flatMap((line) => line.shares);
    const driven = (box: { readonly id: string }) =>
      shares.reduce((most, one) => (one.box.id === box.id ? Math.max(most, one.watts ?? 0) : most), 0);
    return hotIn(view, driven).map(({ box, place, watts }) => {
      const isLoad = box.jacks.every(({ speaker, direction }) => direction !== 'out' || !speaker);
      const severity: Severity = watts >= MUCH_HEAT ? 'danger' : 'caution';
      return {
        severity,
        parts: [boxPart(box)],
        figures: [{ name: 'heat', value: Math.round(watts), unit: 'W' }],
        data: { box: box.id, place: place.name, isLoad },
      };
    });
  }),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.box(data.box))} gives about ${say.figure('heat')} of heat into ${data.place}, a closed place of which no ventilation is noted.`,
    why: `This can burn. ${data.isLoad ? 'A load turns all that is driven into it to heat' : 'A valve amplifier turns nearly all its mains watts to heat'}: it wants the air its maker asks for. What keeps the place cool is noted with the place, in Gear.`,
  }),
});

type Over = {
  readonly of: string;
  readonly kind: 'circuit' | 'outlets' | 'transformer';
  readonly unknown: readonly string[];
};

/** SAFE-MAINS: more on a circuit, a distribution or a transformer than the house allows. */
export const mainsLoad = rule<Over>({
  code: 'SAFE-MAINS',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'stage', 'houseRules'], (view): readonly Found<Over>[] => {
    const percent = view.houseRules.limits.mainsPercent;
    const figures = (amps: number, rating: number) => [
      { name: 'drawn', value: Number(amps.toPrecision(3)), unit: 'A' },
      { name: 'rating', value: rating, unit: 'A' },
      { name: 'limit', value: percent, unit: '%' },
    ];
    const over = (amps: number, rating: number | null): rating is number =>
      rating !== null && amps > (rating * percent) / 100 + 1e-9;
    const strip = ({
      end,
      boxes,
      amps,
      rating,
      unknown,
      wantsVa,
      hasVa,
    }: StripLoad): readonly Found<Over>[] => {
      const about = (kind: Over['kind'], own: NonNullable<Found['figures']>): Found<Over> => ({
        severity: 'caution',
        parts: [boxPart(end.box), ...boxes.map(({ box }) => boxPart(box))],
        figures: own,
        data: { of: end.box.id, kind, unknown: unknown.map(({ name }) => name) },
      });
      if (wantsVa !== null && hasVa !== null && wantsVa > hasVa + 1e-9)
        return [
          about('transformer', [
            { name: 'wanted', value: Math.round(wantsVa), unit: 'VA' },
            { name: 'rating', value: hasVa, unit: 'VA' },
          ]),
        ];
      return over(amps, rating) ? [about('outlets', figures(amps, rating))] : [];
    };
    return [
      ...circuitLoads(view).flatMap(({ circuit, boxes, amps, rating, unknown }): readonly Found<Over>[] =>
        over(amps, rating)
          ? [
              {
                severity: 'caution',
                parts: boxes.map(({ box }) => boxPart(box)),
                figures: figures(amps, rating),
                data: { of: circuit.name, kind: 'circuit', unknown: unknown.map(({ name }) => name) },
              },
            ]
          : [],
      ),
      ...stripLoads(view).flatMap(strip),
    ];
  }),
  words: ({ data }, say) => {
    const open = data.unknown.length > 0 ? ` The plate of ${inWords(data.unknown)} has not been read.` : '';
    if (data.kind === 'transformer')
      return {
        text: `${capitalFirst(say.box(data.of))} carries ${say.figure('rating')}; what hangs behind it wants ${say.figure('wanted')}.`,
        why: `This can burn: a transformer carries 1.3 times the VA behind it, all the while.${open}`,
      };
    const of = data.kind === 'circuit' ? `${data.of} carries` : `The outlets of ${say.box(data.of)} carry`;
    return {
      text: `${of} ${say.figure('drawn')} by the rating plates, over ${say.figure('limit')} of ${say.figure('rating')}.`,
      why: `For continuous use a breaker is loaded to ${say.figure('limit')} at most: else it trips in the show. More circuits are laid ${BY_WHOM}.${open}`,
    };
  },
});
