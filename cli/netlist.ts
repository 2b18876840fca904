import { writeNetlist } from '../core/circuit';
import { inSetting, sources, type Box, type Jack, type Rig } from '../core/model';
import { routeNetlist } from '../core/network';
import { BadInput, rigOf, soundOf, variantOf, type Call } from './input';

const isCalled = (wanted: string, ...names: readonly string[]): boolean =>
  names.some((name) => name.toLowerCase() === wanted.toLowerCase());

function boxCalled(boxes: readonly Box[], wanted: string, what: string): Box {
  const box = boxes.find(({ id, tag, name }) => isCalled(wanted, tag, id, name));
  if (!box)
    throw new BadInput(
      `there is no ${what} "${wanted}"; there are: ${boxes.map(({ tag }) => tag).join(', ')}`,
    );
  return box;
}

/** A jack as `TAG:jack`, by what stands on it or its id. */
function jackCalled(rig: Rig, wanted: string): { readonly box: Box; readonly jack: Jack } {
  const [tag = '', ...rest] = wanted.split(/[:/]/);
  const box = boxCalled(rig.boxes, tag, 'box');
  const label = rest.join(':');
  const jack = box.jacks.find((one) => isCalled(label, one.id, one.label));
  if (!jack)
    throw new BadInput(
      `${box.tag} has no jack "${label}"; it has: ${box.jacks.map(({ id }) => `${box.tag}:${id}`).join(', ')}`,
    );
  return { box, jack };
}

/** `netlist`: the circuit of a route in one sound, as other simulators read it. */
export function netlistCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const sound = soundOf(call, rig) ?? rig.sounds[0]?.id ?? '';
  const played = sources(rig);
  const [first] = played;
  const wanted = call.values['--from'];
  const from = wanted === undefined ? first : boxCalled(played, wanted, 'instrument');
  if (!from) throw new BadInput('there is no instrument in the rig');
  const to = call.values['--to'];
  if (to === undefined) throw new BadInput('netlist wants --to TAG:jack, where the route is cut');
  const { box, jack } = jackCalled(rig, to);
  const netlist = routeNetlist(inSetting(rig, { variant, sound }), from.id, box.id, jack.id);
  if (!netlist) {
    const name = rig.sounds.find(({ id }) => id === sound)?.name ?? sound;
    throw new BadInput(`in ${name} no way leads from ${from.name} to ${jack.label} of ${box.name} by leads`);
  }
  const text = writeNetlist({
    ...netlist,
    title: `${rig.title}: ${from.name} to ${jack.label} of ${box.name}`,
  });
  if (call.flags.has('--json')) call.printJson({ netlist: text });
  else call.io.out(text);
  return 0;
}
