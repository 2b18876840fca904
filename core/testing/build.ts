// Rigs from one line of gear and a list of plugs, for tests: `guitar/out > fuzz/in`, `head/spk-16 = cab/in` (speaker).
import { boxesFromQuick, readQuickLine } from '../catalog';
import { applyEdit, type EditCall } from '../edits';
import { freeNumber, makeLead, refOf, type LeadKind, type Rig } from '../model';
import { emptyRig } from './rigs';

const KIND: Record<string, LeadKind> = {
  '>': 'instrument',
  '=': 'speaker',
  '-': 'balanced',
  '~': 'air',
  '*': 'patch',
  '»': 'stereo',
  '/': 'switch',
  ':': 'midi',
};

export const edited = (rig: Rig, ...calls: EditCall[]): Rig =>
  calls.reduce((r, call) => applyEdit(r, call).rig, rig);

/** Plugs leads: `from > to`; several jacks at one end with `+`. */
export function plugged(rig: Rig, ...plugs: string[]): Rig {
  return plugs.reduce((r, plug) => {
    const [from = '', sign = '>', to = ''] = plug.split(' ');
    const number = freeNumber(r.leads);
    const refs = (end: string) => (end === '' || end === '.' ? [] : end.split('+').map(refOf));
    const lead = makeLead({
      id: `lead-${number}`,
      number,
      kind: KIND[sign] ?? 'instrument',
      from: refs(from),
      to: refs(to),
    });
    return edited(r, { edit: 'plug', arguments: { lead } });
  }, rig);
}

/** Boxes from a quick line, then plugs. Ids are the names in small letters with dashes. */
export function build(line: string, ...plugs: string[]): Rig {
  const rig = emptyRig();
  const boxes = boxesFromQuick(rig, readQuickLine(line));
  return plugged(
    edited(rig, ...boxes.map((box): EditCall => ({ edit: 'addBox', arguments: { box } }))),
    ...plugs,
  );
}

/** Guitar, fuzz, unit, head, cabinet, joined as a four-cable rig with the loop on; leads 1–6. */
export function fourCable(): Rig {
  const rig = build(
    'guitar, fuzz, unit, valve head, cabinet 16',
    'guitar/out > fuzz/in',
    'fuzz/out > multi-effects/input',
    'multi-effects/send-1 > valve-head/input',
    'valve-head/send > multi-effects/return-1',
    'multi-effects/out-1-l > valve-head/return',
    'valve-head/spk-16 = cabinet/in',
  );
  return edited(rig, {
    edit: 'setBlockState',
    arguments: { box: 'multi-effects', block: 'loop-1', state: 'on', scope: { layer: 'rest' } },
  });
}

export const SOUND = { variant: null, sound: 'sound-1' } as const;
