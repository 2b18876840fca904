// Rigs from one line of gear and a list of plugs, for tests: `guitar/out > fuzz/in`, `head/spk-16 = cab/in` (speaker).
import { boxesFromQuick, readQuickLine } from '../catalog';
import { applyEdit, trialOf, type EditCall, type SingleEdit } from '../edits';
import { checkInvariants, freeNumber, makeLead, refOf, type LeadKind, type Rig } from '../model';
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

const atOnce = (edits: readonly SingleEdit[]): EditCall => ({
  edit: 'together',
  arguments: { label: 'Built', edits },
});

/** The rig after some edits, checked as one. */
export function edited(rig: Rig, ...calls: EditCall[]): Rig {
  if (calls.length === 0) return rig;
  const edits = calls.flatMap((call) => (call.edit === 'together' ? call.arguments.edits : [call]));
  return applyEdit(rig, atOnce(edits)).rig;
}

/** Leads as edits: `from > to`; several jacks at one end with `+`. */
function plugsOf(rig: Rig, plugs: readonly string[]): readonly SingleEdit[] {
  const taken = new Set<number>();
  return plugs.map((plug) => {
    const [from = '', sign = '>', to = ''] = plug.split(' ');
    const number = freeNumber(rig.leads, taken);
    taken.add(number);
    const refs = (end: string) => (end === '' || end === '.' ? [] : end.split('+').map(refOf));
    const lead = makeLead({
      id: `lead-${number}`,
      number,
      kind: KIND[sign] ?? 'instrument',
      from: refs(from),
      to: refs(to),
    });
    return { edit: 'plug', arguments: { lead } };
  });
}

/** Plugs leads: `from > to`; several jacks at one end with `+`. */
export const plugged = (rig: Rig, ...plugs: string[]): Rig => edited(rig, ...plugsOf(rig, plugs));

/**
 * Boxes from a quick line, then plugs. Ids are the names in small letters with dashes.
 * What the catalogue makes passes the schema; what the plugs name is looked up.
 */
export function build(line: string, ...plugs: string[]): Rig {
  const empty = emptyRig();
  const boxes = boxesFromQuick(empty, readQuickLine(line));
  const added = boxes.map((box): SingleEdit => ({ edit: 'addBox', arguments: { box } }));
  const rig = trialOf(empty, atOnce([...added, ...plugsOf(empty, plugs)]));
  const [problem] = checkInvariants(rig);
  if (problem) throw new Error(`${line}: ${problem.path} ${problem.reason}`);
  return rig;
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
