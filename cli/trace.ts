import { settingsOf, trace } from '../core/signal';
import { rigOf, soundOf, variantOf, type Call } from './input';

/** `trace`: every way in every sound asked for, step by step, with its sections; where signals end; cycles. */
export function traceCommand(call: Call): number {
  const rig = rigOf(call);
  const variant = variantOf(call, rig);
  const only = soundOf(call, rig);
  const tagOf = new Map(rig.boxes.map((box) => [box.id, box.tag]));
  const numberOf = new Map(rig.leads.map((lead) => [lead.id, lead.number]));
  const sounds = settingsOf(rig, variant)
    .filter(({ sound }) => only === null || sound === only)
    .map((setting) => {
      const { paths, ends, cycles, truncated } = trace(rig, setting);
      return {
        sound: setting.sound,
        paths: paths.map((path) => ({
          from: path.source,
          to: path.output,
          stereo: path.stereo,
          steps: path.steps.map((step) =>
            step.type === 'lead' ? { ...step, number: numberOf.get(step.lead) } : step,
          ),
          sections: path.sections.map(({ box, block, state, side, stereo }) => ({
            box: box.id,
            block: block.id,
            state: state.id,
            side,
            stereo,
          })),
        })),
        ends: ends.map((node) =>
          node.type === 'jack' ? { box: node.box, jack: node.jack } : { box: node.box, block: node.block },
        ),
        cycles: cycles.map(({ leads, blocks }) => ({ leads, blocks })),
        truncated,
      };
    });
  if (call.flags.has('--json')) {
    call.printJson({ sounds });
    return 0;
  }
  for (const { sound, paths, ends, truncated } of sounds) {
    call.print(rig.sounds.find((s) => s.id === sound)?.name ?? sound);
    for (const path of paths)
      call.print(
        `  ${path.steps
          .map((step) =>
            step.type === 'lead'
              ? `-${step.number}-`
              : step.type === 'jack'
                ? `${tagOf.get(step.box)}/${step.jack}`
                : `[${step.block}]`,
          )
          .join(' ')}`,
      );
    if (paths.length === 0) call.print('  nothing is heard');
    for (const end of ends.slice(0, 8))
      call.print(`  ends at ${tagOf.get(end.box)}, ${'jack' in end ? end.jack : end.block}`);
    if (truncated) call.print('  … and more ways than were followed');
  }
  return 0;
}
