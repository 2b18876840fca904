import type { Box, Control } from '../rig';
import type { Path } from '../signal';
import { blockPart, boxPart, everySound, jackPart, type Found, type Rule, type View } from './finding';

type Knob = { readonly box: Box; readonly control: Control };

const actsOnBlock = (control: Control, block: string) =>
  'block' in control.actsOn && control.actsOn.block === block;
const actsOnJack = (control: Control, jack: string) =>
  'jack' in control.actsOn && control.actsOn.jack === jack;

/** The last knob on the way that sets a level, before the given step. */
function lastLevel(view: View, path: Path, before: number): Knob | undefined {
  let last: Knob | undefined;
  for (const step of path.steps.slice(0, before)) {
    if (step.type === 'lead') continue;
    const box = view.resolved.boxes.get(step.box);
    const control = box?.controls.find(
      (c) =>
        c.sets === 'level' && (step.type === 'jack' ? actsOnJack(c, step.jack) : actsOnBlock(c, step.block)),
    );
    if (box && control) last = { box, control };
  }
  return last;
}

function onPath(view: View, path: Path): readonly Found[] {
  return path.steps.flatMap((step, i): Found[] => {
    if (step.type !== 'block') return [];
    const box = view.resolved.boxes.get(step.box);
    const block = box?.blocks.find((b) => b.id === step.block);
    const entry = path.steps.slice(0, i).findLast((s) => s.type === 'jack' && s.box === step.box);
    if (!box || block?.role !== 'power' || entry?.type !== 'jack') return [];
    const at = path.steps.indexOf(entry);
    // A normalled return is fed by the amplifier's own preamp; only a plug brings a feed from elsewhere.
    if (path.steps[at - 1]?.type !== 'lead') return [];
    const inside = path.steps.slice(at, i + 1);
    const own = box.controls.some(
      (c) =>
        c.sets === 'level' &&
        inside.some((s) =>
          s.type === 'jack' ? actsOnJack(c, s.jack) : s.type === 'block' && actsOnBlock(c, s.block),
        ),
    );
    const jack = box.jacks.find((j) => j.id === entry.jack);
    if (own || !jack) return [];
    const knob = lastLevel(view, path, at);
    if (knob && view.resolved.control(knob.box, knob.control).position !== null) return [];
    return [
      {
        severity: 'caution',
        parts: [jackPart(box, jack), blockPart(box, block), ...(knob ? [boxPart(knob.box)] : [])],
        data: {
          box: box.id,
          jack: `${box.id}/${jack.id}`,
          knobBox: knob?.box.id ?? '',
          knob: knob?.control.id ?? '',
          knobLabel: knob?.control.label ?? '',
        },
      },
    ];
  });
}

/**
 * SAFE-OPENPOWER: a feed into a power stage that has no level control of its own, while nobody has noted where the
 * last level control ahead of it stands.
 */
export const openPower: Rule = {
  code: 'SAFE-OPENPOWER',
  reads: 'rig',
  judge: (view) => {
    const found = everySound(view).flatMap((sound) =>
      sound.trace.paths.flatMap((path) => onPath(sound, path)),
    );
    return [...new Map(found.map((f) => [f.data?.jack ?? '', f])).values()];
  },
  *cures(_view, found) {
    const { knobBox, knob } = found.data ?? {};
    if (knobBox && knob)
      yield {
        edit: 'setControl',
        arguments: { box: knobBox, control: knob, position: 0, basis: null, scope: { layer: 'rest' } },
      };
  },
};
