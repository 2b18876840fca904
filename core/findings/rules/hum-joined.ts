import {
  circuitsApart,
  loudBySupply,
  ownOutletActs,
  sharedSupplies,
  unbalancedRuns,
  unprovedAcross,
} from '../../hum';
import {
  boxOf,
  derive,
  freeNumber,
  freshId,
  isAudio,
  makeLead,
  refAt,
  type Box,
  type JackEnd,
  type Lead,
} from '../../model';
import { circuitLoads, mainsBoxes, plugVa } from '../../power';
import { inWords } from '../../units';
import { group, type Cure } from '../cure';
import { boxPart, everyJack, isFree, jackPart, leadPart, type Found, type View } from '../finding';
import { isHum } from '../hum';
import { rule } from '../rule';
import { ofKind, sideAt } from '../runs';

type Shared = {
  readonly supply: string;
  readonly loud: readonly { readonly box: string; readonly is: string }[];
  readonly others: readonly string[];
};

/** HUM-SUPPLY: outlets that share a ground feed something digital, or of high gain, beside others. */
export const humSupply = rule<Shared>({
  code: 'HUM-SUPPLY',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant'], (of): readonly Found<Shared>[] =>
    sharedSupplies(of).map(({ outlet, fed, loud }) => ({
      severity: 'caution',
      parts: [boxPart(outlet.box), ...fed.map(({ box }) => boxPart(box))],
      data: {
        supply: outlet.box.id,
        loud: loud.map(({ box }) => ({ box: box.id, is: loudBySupply(box) ?? '' })),
        others: fed.filter((one) => !loud.includes(one)).map(({ box }) => box.id),
      },
    })),
  ),
  words: ({ data: { supply, loud, others } }, say) => ({
    text: `${inWords(loud.map(({ box, is }) => `${say.box(box)} (${is})`))} ${loud.length > 1 ? 'share' : 'shares'} the ground of ${say.box(supply)}${others.length === 0 ? '' : ` with ${inWords(others.map((id) => say.box(id)))}`}.`,
    why: 'Clocks and ripple come back by the shields of the leads between them, and what has much gain makes them heard: whine, hiss, a hum an octave up. Outlets with a ground of their own keep them apart.',
  }),
  cures: ownOutlets,
});

/** Everything that is heard by its supply goes onto an outlet of its own; the last that is left may stay, alone. */
function* ownOutlets(view: View, { data: { loud, others } }: Found<Shared>): Generator<Cure> {
  const boxes = loud.flatMap(({ box }) => boxOf(view, box) ?? []);
  const wanted = others.length > 0 ? boxes.length : boxes.length - 1;
  const acts = ownOutletActs(view, boxes).slice(0, wanted);
  if (acts.length === wanted)
    yield group(
      acts.map(({ words }) => words).join('; '),
      acts.flatMap(({ edits }) => edits),
    );
}

type OnCircuits = {
  readonly most: readonly string[];
  readonly others: readonly { readonly box: string; readonly circuit: string }[];
  readonly circuit: string;
};

/** HUM-CIRCUITS: one rig hangs on several circuits. */
export const humCircuits = rule<OnCircuits>({
  code: 'HUM-CIRCUITS',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly Found<OnCircuits>[] =>
    circuitsApart(of).map(({ most, others }) => ({
      severity: 'caution',
      parts: [...others, ...most].map(({ box }) => boxPart(box)),
      data: {
        most: most.map(({ box }) => box.id),
        others: others.map(({ box, circuit }) => ({ box: box.id, circuit: circuit.name })),
        circuit: most[0]?.circuit.name ?? '',
      },
    })),
  ),
  words: ({ data: { most, others, circuit } }, say) => ({
    text: `${inWords(others.map((one) => `${say.box(one.box)} is on ${one.circuit}`))}, ${inWords(most.map((id) => say.box(id)))} on ${circuit}; leads join them.`,
    why: 'Earths of different circuits differ by tens of millivolts, and that runs by the shields between them. All of a rig hangs on one group of outlets.',
  }),
  cures: oneCircuit,
});

/** The plugs of the others into an outlet of the circuit that most are on, where it carries them within the house's limit. */
function* oneCircuit(view: View, { data }: Found<OnCircuits>): Generator<Cure> {
  const all = mainsBoxes(view);
  const wall = all.find(({ box }) => box.id === data.most[0])?.wall;
  const load = circuitLoads(view).find(({ circuit }) => circuit.id === wall?.circuit);
  const target =
    view.stage.mains.outlets.find(
      ({ id, circuit }) => circuit === wall?.circuit && all.every((one) => one.wall?.id !== id),
    ) ?? wall;
  if (!target || !load) return;
  // What hangs behind a distribution comes along with it.
  const plugs = new Set(
    data.others.flatMap(({ box: id }): readonly Box[] => {
      const own = all.find(({ box }) => box.id === id);
      return own ? [own.via.at(-1)?.box ?? own.box] : [];
    }),
  );
  const more = all.filter(({ box }) => plugs.has(box)).map((one) => plugVa(all, one) ?? 0);
  const amps = load.amps + more.reduce((sum, va) => sum + va, 0) / load.volts;
  const most = load.rating === null ? Infinity : (load.rating * view.houseRules.limits.mainsPercent) / 100;
  const edits = [...plugs].flatMap((box) =>
    box.jacks.flatMap((jack) =>
      jack.wallOutlet === undefined
        ? []
        : [{ edit: 'setWallOutlet' as const, arguments: { box: box.id, jack: jack.id, outlet: target.id } }],
    ),
  );
  if (edits.length > 0 && amps <= most)
    yield group(
      `Move the mains plug${edits.length > 1 ? 's' : ''} of ${inWords([...plugs].map(({ name }) => name))} to ${target.name}, switched off`,
      edits,
    );
}

type Run = { readonly lead: number; readonly out: string; readonly into: string };

const keyOf = ({ box, jack }: JackEnd): string => `${box.id}/${jack.id}`;

/** HUM-UNBAL: a long run to a desk that nothing balances. */
export const humUnbalanced = rule<Run>({
  code: 'HUM-UNBAL',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'houseRules'], (of): readonly Found<Run>[] => {
    const { unbalancedRunM } = of.houseRules.limits;
    return unbalancedRuns(of)
      .filter(({ lead }) => lead.lengthM > unbalancedRunM)
      .map(({ lead, from, to }) => ({
        severity: 'caution',
        parts: [leadPart(lead), jackPart(from.box, from.jack), jackPart(to.box, to.jack)],
        figures: [
          { name: 'length', value: lead.lengthM, unit: 'm' },
          { name: 'limit', value: unbalancedRunM, unit: 'm' },
        ],
        data: { lead: lead.number, out: keyOf(from), into: keyOf(to) },
      }));
  }),
  covers: (own, other) => isHum(other) && other.parts[0]?.id === own.parts[0]?.id,
  words: ({ data }, say) => ({
    text: `Lead ${data.lead} runs ${say.figure('length')} unbalanced from ${say.jack(data.out)} to ${say.jack(data.into)}.`,
    why: `Over ${say.figure('limit')} what the ground of the desk differs by, and what lies beside the run, is heard as it is. A DI at the sending end sends a pair.`,
  }),
  *cures(view, { parts }) {
    const run = unbalancedRuns(view).find(({ lead }) => lead.id === parts[0]?.id);
    if (!run) return;
    const { lead, from, to } = run;
    if ([from, to].every(({ jack }) => jack.balance !== 'unbalanced'))
      yield group(`Make lead ${lead.number} a balanced lead`, [
        ofKind(lead, 'balanced', sideAt(view, lead.id, refAt(from))),
      ]);
    yield* byDi(view, run);
    if ((unprovedAcross(view).get(lead.id) ?? []).length === 0)
      yield group(`Put an isolating transformer at the receiving end of lead ${lead.number}`, [
        {
          edit: 'setLeadBreak',
          arguments: { id: lead.id, break: { kind: 'transformer', end: sideAt(view, lead.id, refAt(to)) } },
        },
      ]);
  },
});

/** A box that makes a pair of what comes in, of which nothing is plugged. */
function* byDi(view: View, { lead, from }: { readonly lead: Lead; readonly from: JackEnd }): Generator<Cure> {
  for (const box of view.boxes) {
    const audio = everyJack({ boxes: [box] }).filter(({ jack }) => isAudio(jack));
    const [into] = audio.filter(({ jack }) => jack.direction === 'in' && jack.balance === 'unbalanced');
    const [out] = audio.filter(({ jack }) => jack.direction === 'out' && jack.balance === 'transformer');
    if (!into || !out || box.place !== from.box.place) continue;
    if (
      box.blocks.some(({ role }) => role !== 'buffer') ||
      audio.some(({ jack }) => !isFree(view, box, jack))
    )
      continue;
    const number = freeNumber(view.leads);
    const own = makeLead({
      id: freshId(`lead-${number}`, new Set(view.leads.map(({ id }) => id))),
      number,
      kind: 'instrument',
      from: [refAt(from)],
      to: [refAt(into)],
    });
    yield group(`Send lead ${lead.number} by ${box.name}: a pair from there, a short lead before it`, [
      {
        edit: 'replug',
        arguments: {
          lead: lead.id,
          side: sideAt(view, lead.id, refAt(from)),
          at: [refAt(out)],
        },
      },
      ofKind(lead, 'balanced', sideAt(view, lead.id, refAt(from))),
      { edit: 'plug', arguments: { lead: own } },
    ]);
  }
}
