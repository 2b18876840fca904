import { byId, copy, demand, edit, type BoxDraft } from './edit';
import {
  bankCount,
  forget,
  type Assignment,
  type SoundRule,
  type Box,
  type FootSwitch,
  type RigDraft,
} from '../model';

const SWITCHES_AT_MOST = 64;

const isAt = (
  one: Pick<Assignment, 'box' | 'switch' | 'bank'>,
  { box, switch: sw, bank }: Pick<Assignment, 'box' | 'switch' | 'bank'>,
): boolean => one.box === box && one.switch === sw && one.bank === bank;

/** Whether it can be given to the switch that it names. */
function checkAssignment(draft: RigDraft, { box: id, switch: sw, bank, act }: Assignment) {
  const box = byId(draft.boxes, id, 'box');
  const isFree = box.switches?.some((one) => one.id === sw && one.does === 'free') ?? false;
  demand(isFree, `${box.name} has no free switch "${sw}".`);
  demand(bank < bankCount(box), `${box.name} has no bank ${bank + 1}.`);
  if (act.type === 'sound') byId(draft.sounds, act.sound, 'sound');
  if (act.type === 'steps')
    for (const part of act.blocks) byId(byId(draft.boxes, part.box, 'box').blocks, part.block, 'block');
}

function checkSwitches(box: BoxDraft, switches: readonly FootSwitch[]) {
  demand(switches.length <= SWITCHES_AT_MOST, `A box has at most ${SWITCHES_AT_MOST} switches.`);
  demand(new Set(switches.map(({ id }) => id)).size === switches.length, 'Two switches have the same id.');
  for (const { label, blocks = [], jack } of switches) {
    demand(label.trim() !== '', 'A switch has a printed name.');
    for (const block of blocks) byId(box.blocks, block, 'block');
    if (jack !== undefined) byId(box.jacks, jack, 'jack');
  }
}

/** What is under the foot. */
export const switchEdits = {
  /** The switches of a box as they are printed; null: what such a box has as a rule. What they did stays where it can. */
  setSwitches: edit<{ box: string; switches: readonly FootSwitch[] | null; banks: Box['banks'] | null }>(
    'Change switches',
    (draft, { box: id, switches, banks }) => {
      const box = byId(draft.boxes, id, 'box');
      checkSwitches(box, switches ?? []);
      const count = banks?.count ?? 1;
      demand(Number.isInteger(count) && count >= 1 && count <= 999, 'A box has 1 to 999 banks.');
      const stays = new Set((switches ?? []).flatMap((one) => (one.does === 'free' ? [one.id] : [])));
      for (const one of box.switches ?? []) if (!stays.has(one.id)) forget(draft, 'switch', [id, one.id]);
      draft.switchPlan = draft.switchPlan.filter((one) => one.box !== id || one.bank < count);
      if (switches) box.switches = copy(switches);
      else delete box.switches;
      if (banks) box.banks = copy(banks);
      else delete box.banks;
    },
  ),

  /** Says what a free switch does in a bank, in place of what it did. */
  assignSwitch: edit<{ assignment: Assignment }>('Assign switch', (draft, { assignment }) => {
    checkAssignment(draft, assignment);
    const at = draft.switchPlan.findIndex((one) => isAt(one, assignment));
    const others = draft.switchPlan.filter((_, i) => i !== at);
    demand(!others.some(({ id }) => id === assignment.id), `The id "${assignment.id}" is taken.`);
    if (at >= 0) draft.switchPlan[at] = copy(assignment);
    else draft.switchPlan.push(copy(assignment));
  }),

  /** A free switch does nothing in a bank. */
  clearSwitch: edit<Pick<Assignment, 'box' | 'switch' | 'bank'>>('Clear switch', (draft, slot) => {
    byId(draft.boxes, slot.box, 'box');
    draft.switchPlan = draft.switchPlan.filter((one) => !isAt(one, slot));
  }),

  /** A rule for sounds, new or in place of the one with its id. */
  setRule: edit<{ rule: SoundRule }>('Set rule', (draft, { rule }) => {
    demand(rule.members.length > 1, 'A rule is of two things at least.');
    demand(rule.members.length <= 12, 'A rule is of twelve things at most.');
    for (const part of rule.members) byId(byId(draft.boxes, part.box, 'box').blocks, part.block, 'block');
    const at = draft.soundRules.findIndex(({ id }) => id === rule.id);
    if (at < 0) draft.soundRules.push(copy(rule));
    else draft.soundRules[at] = copy(rule);
  }),

  removeRule: edit<{ id: string }>('Remove rule', (draft, { id }) => {
    byId(draft.soundRules, id, 'rule');
    draft.soundRules = draft.soundRules.filter((rule) => rule.id !== id);
  }),

  /** Takes a whole plan, in place of what was there. */
  setSwitchPlan: edit<{ plan: readonly Assignment[] }>('Assign switches', (draft, { plan }) => {
    for (const assignment of plan) checkAssignment(draft, assignment);
    draft.switchPlan = copy(plan);
  }),
};
