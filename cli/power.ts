import { inNight } from '../core/model';
import { assignOutlets, powerPlan, type PlanLine } from '../core/power';
import { formatQuantity, inWords } from '../core/units';
import { rigOf, variantOf, type Call } from './input';

const short = (value: number, unit: string): string => formatQuantity(Number(value.toPrecision(3)), unit);

function words({ of, name, gives, boxes, drawn, rating, unit, strain }: PlanLine): string {
  const who = boxes.length === 0 ? 'free' : inWords(boxes);
  const most = rating === null ? 'rating not known' : `of ${short(rating, unit)}`;
  const over = strain !== null && strain > 1 + 1e-9 ? '; TOO MUCH FOR THE HOUSE' : '';
  return `${[of, name].filter(Boolean).join(' ')}${gives ? `, ${gives}` : ''}: ${who}; ${short(drawn, unit)} ${most}${over}`;
}

/** `power`: what every outlet feeds, what supplies and circuits carry, where each plug is, and the placement that is best. */
export function powerCommand(call: Call): number {
  const rig = rigOf(call);
  const of = inNight(rig, variantOf(call, rig));
  const plan = powerPlan(of);
  const assignment = assignOutlets(of);
  if (call.flags.has('--json')) {
    const line = ({ drawn, rating, strain, boxes, unit, name, gives, ...rest }: PlanLine) => ({
      of: rest.of,
      ...(name ? { outlet: name, gives } : {}),
      boxes,
      drawn,
      rating,
      unit,
      strain,
    });
    call.printJson({
      outlets: plan.outlets.map(line),
      wholes: plan.wholes.map(line),
      plugs: plan.plugs,
      unfed: plan.unfed,
      assignment: {
        boxes: assignment.boxes.map(({ of: own, at, stays }) => ({
          box: own.box.id,
          at: at && `${at.box.id}/${at.jack.id}`,
          stays,
        })),
        unfed: assignment.unfed.map(({ id }) => id),
        moved: assignment.moved,
        exact: assignment.isExact,
        looked_at: assignment.looked,
      },
    });
    return 0;
  }
  for (const line of [...plan.outlets, ...plan.wholes]) call.print(words(line));
  for (const { box, va, where, circuit } of plan.plugs)
    call.print(
      `${box}: ${va === null ? 'rating plate not read' : short(va, 'VA')}; ${where === '' ? 'its outlet is not noted' : where}${circuit ? `, ${circuit}` : ''}`,
    );
  if (plan.unfed.length > 0) call.print(`fed by nothing: ${inWords(plan.unfed)}`);
  if (assignment.moved > 0)
    call.print(
      `best: ${assignment.boxes.flatMap(({ of: own, at, stays }) => (at && !stays ? [`${own.box.name} into ${at.jack.label} of ${at.box.name}`] : [])).join('; ')}`,
    );
  if (assignment.unfed.length > 0)
    call.print(`no outlet can feed ${inWords(assignment.unfed.map(({ name }) => name))}`);
  return 0;
}
