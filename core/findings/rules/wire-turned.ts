import type { SingleEdit } from '../../edits';
import { blockIn, derive, leadOf, pluggedIn, rowsOf, type Box, type LoopJacks } from '../../model';
import { resolveIn, traceIn, type Path } from '../../signal';
import { group } from '../cure';
import { blockPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';
import { preampBetween, visitsOf, type Visit } from '../visits';

/** The leads by which the box is come into and left, the first time and the last. */
type Data = {
  readonly box: string;
  readonly block: string;
  readonly leads: { readonly in: readonly [string, string]; readonly out: readonly [string, string] };
};

const leadBeside = (path: Path, at: number): string | undefined => {
  const step = path.steps[at];
  return step?.type === 'lead' ? step.lead : undefined;
};

const jackAt = ({ steps }: Visit, end: 0 | -1): string | null => {
  const step = steps.at(end);
  return step?.type === 'jack' ? step.jack : null;
};

const leadsOf = (path: Path, { at, steps }: Visit) => ({
  in: leadBeside(path, at - 1),
  out: leadBeside(path, at + steps.length),
});

/** A path that comes into a box by the way back of its loop, and leaves it, behind a preamp, by the way out of that loop. */
function turnedIn(path: Path, box: Box, loops: Readonly<Record<string, LoopJacks>>): Data | null {
  const visits = visitsOf(path, box.id);
  const [first, last] = [visits[0], visits.at(-1)];
  // Other loops of the box make more passages: the halves are what lies on either side of the preamp.
  const behind = visits.findIndex((visit, i) => {
    const before = visits[i - 1];
    return before !== undefined && preampBetween(path, before.at, visit.at);
  });
  const [ahead, after] = [visits[behind - 1], visits[behind]];
  if (!first || !last || !ahead || !after) return null;
  const [block] =
    Object.entries(loops).find(
      ([, { send, back }]) =>
        back !== null && send !== null && back === jackAt(first, 0) && send === jackAt(last, -1),
    ) ?? [];
  const ins = [leadsOf(path, first).in, leadsOf(path, after).in] as const;
  const outs = [leadsOf(path, ahead).out, leadsOf(path, last).out] as const;
  return block !== undefined && areLeads(ins) && areLeads(outs)
    ? { box: box.id, block, leads: { in: ins, out: outs } }
    : null;
}

const areLeads = (two: readonly [string | undefined, string | undefined]): two is readonly [string, string] =>
  two[0] !== undefined && two[1] !== undefined;

/** Whether a path comes into a box, the first time, by the way back of a loop. */
function comesInByLoop({ steps }: Path, box: Box, loops: Readonly<Record<string, LoopJacks>>): boolean {
  const first = steps.find((step) => step.type === 'jack' && step.box === box.id);
  return first?.type === 'jack' && Object.values(loops).some(({ back }) => back === first.jack);
}

/** WIRE-TURNED: both halves of a unit in each other's place: it plays, with what belongs behind the preamp ahead of it. */
export const turned = rule<Data>({
  code: 'WIRE-TURNED',
  reads: 'sound',
  cause: 1,
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const boxes = view.boxes.filter(({ blocks }) => blocks.some(({ role }) => role === 'loop'));
    if (boxes.length === 0) return [];
    const resolved = resolveIn(view);
    const { paths } = traceIn(view);
    return boxes.flatMap((box): Found<Data>[] => {
      const { loops } = rowsOf(box, resolved.innerWiring(box).patch.wires);
      for (const path of paths) {
        const data = comesInByLoop(path, box, loops) ? turnedIn(path, box, loops) : null;
        const block = data && blockIn(box, data.block);
        if (!data || !block) continue;
        const leads = [...data.leads.in, ...data.leads.out].flatMap((id) => leadOf(view, id) ?? []);
        return [{ severity: 'fault', parts: [blockPart(box, block), ...leads.map(leadPart)], data }];
      }
      return [];
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.block(`${data.box}/${data.block}`)} is plugged the wrong way round, in ${say.sound()}: the guitar comes in where the loop comes back, and goes to the power stage where the loop goes out.`,
    why: 'Everything sounds, but what belongs behind the preamp stands ahead of it, and the other way round.',
  }),
  *cures(view, { data: { box: id, leads } }) {
    const end = (lead: string) => {
      const run = pluggedIn(view).find((one) => one.lead.id === lead);
      return { lead, side: run?.from.some(({ box }) => box === id) ? ('from' as const) : ('to' as const) };
    };
    const exchange = ([a, b]: readonly [string, string]): SingleEdit => ({
      edit: 'exchangeEnds',
      arguments: { a: end(a), b: end(b) },
    });
    const numbers = [...leads.in, ...leads.out].map((id) => leadOf(view, id)?.number ?? 0);
    yield group(
      `Exchange the plugs of leads ${numbers[0]} and ${numbers[1]}, and those of leads ${numbers[2]} and ${numbers[3]}`,
      [exchange(leads.in), exchange(leads.out)],
    );
  },
});
