import { blockIn, boxOf, derive, instrumentOf, jackIn, type JackRef } from '../../model';
import { reachedBy, stretchesAlong, type Listener, type Stretch } from '../../network';
import { isOn, resolveIn, traceIn } from '../../signal';
import { bufferCures } from '../buffer-cure';
import { ofElectricity, type Electric } from '../electric';
import { boxPart, jackPart, type Found } from '../finding';
import { distinct } from '../hung';
import { modeCures } from '../mode-cure';
import { rule } from '../rule';

type Data = {
  readonly source: string;
  readonly at: string;
  readonly others: number;
  readonly wanted: string;
};

/** Inputs that the source sees with nothing but leads between. */
function heardBy({ segment, leads }: Stretch): readonly Listener[] {
  const start = leads.flatMap(({ from, to }) => [from, to].flatMap((jack) => segment.nodeOf(jack) ?? []));
  const reached = reachedBy(
    segment.links.filter(({ lead }) => lead !== null),
    start,
  );
  return segment.into.filter(({ node }) => reached.has(node));
}

/** An input that is meant to load the pickup. */
const wants = (of: Electric, { box: id, block: blockId }: Listener): boolean => {
  const box = boxOf(of, id);
  const block = blockIn(box, blockId ?? undefined);
  return (
    box !== undefined &&
    block !== undefined &&
    block.wantsPickup &&
    isOn(resolveIn(of).blockState(box, block).state)
  );
};

/** The jack of a stretch that an input is heard at. */
const jackOf = ({ segment, leads }: Stretch, { box, node }: Listener): JackRef | undefined =>
  leads
    .flatMap(({ from, to }) => [from, to])
    .find((jack) => jack.box === box && segment.nodeOf(jack) === node);

const WANTED = { guitar: '1 MΩ', bass: '2.2 MΩ', piezo: '5 MΩ' } as const;

/** TONE-LOAD: a passive source into inputs that load it more than the house allows. */
export const load = rule<Data>({
  code: 'TONE-LOAD',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { guitarLoadOhm, bassLoadOhm } = of.houseRules.limits;
    return distinct(
      traceIn(of).paths.flatMap((path): Found<Data>[] => {
        const [first] = stretchesAlong(of, path);
        const source = boxOf(of, path.source.box);
        const block = blockIn(source, path.source.block);
        if (!first || !source || !block || first.segment.driver.kind !== 'pickup') return [];
        const heard = heardBy(first);
        if (heard.length === 0 || heard.some((one) => wants(of, one))) return [];
        const ohm = 1 / heard.reduce((sum, one) => sum + 1 / one.ohm, 0);
        const instrument = instrumentOf(block);
        const limit = instrument === 'guitar' ? guitarLoadOhm : bassLoadOhm;
        const worst = heard.toSorted((a, b) => a.ohm - b.ohm)[0];
        if (ohm >= limit * 0.999 || !worst) return [];
        const at = jackOf(first, worst);
        const box = boxOf(of, worst.box);
        const jack = jackIn(box, at?.jack);
        if (!box || !jack) return [];
        const into = blockIn(box, worst.block ?? undefined);
        const rIn =
          (into && resolveIn(of).blockState(box, into).state.rIn) ??
          resolveIn(of).jackMode(box, jack).mode?.rIn;
        return [
          {
            severity: 'caution',
            parts: [jackPart(box, jack), boxPart(source)],
            figures: [
              { name: 'load', value: ohm, unit: 'Ω' },
              { name: 'limit', value: limit, unit: 'Ω' },
            ],
            assumed:
              rIn === undefined || rIn.source === 'assumed'
                ? [{ part: jackPart(box, jack), figure: 'input impedance' }]
                : [],
            data: {
              source: source.id,
              at: `${box.id}/${jack.id}`,
              others: heard.length - 1,
              wanted: WANTED[instrument],
            },
          },
        ];
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${say.box(data.source)} is loaded by ${say.figure('load')} at ${say.jack(data.at)}${
      data.others > 0
        ? ` and ${data.others} more ${data.others > 1 ? 'inputs' : 'input'} on the same wire`
        : ''
    }.`,
    why: `Under ${say.figure('limit')} a passive pickup loses its top and some level; ${data.wanted} is good.`,
  }),
  *cures(view, { data }) {
    yield* modeCures(view, data.at);
    yield* bufferCures(view);
  },
});
