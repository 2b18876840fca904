import { moveInto, takeOutEdit } from '../cables';
import type { EditCall } from '../edits';
import { isOneInOneOut } from '../lengths';
import {
  boxOf,
  derive,
  everySound,
  isLink,
  leadOf,
  moveBlock,
  rowsOf,
  wiresOfRows,
  type Box,
} from '../model';
import { deadKnobs, driverOf, isOn, resolveIn, traceIn, type Path, type Section } from '../signal';
import { blockPart, boxPart, type Found, type Rule, type View } from './finding';

/** The leads that carry sound on a path, in order. */
const leadsOn = (view: View, path: Path): readonly string[] =>
  path.steps.flatMap((step) => {
    const lead = step.type === 'lead' ? leadOf(view, step.lead) : undefined;
    return lead && !isLink(lead) && lead.kind !== 'speaker' ? [lead.id] : [];
  });

/** ORDER-PICKUP: something that is on and wants the pickup is driven by another box. */
const pickup: Rule = {
  code: 'ORDER-PICKUP',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] => {
    const seen = new Set<string>();
    return traceIn(view).paths.flatMap((path) =>
      path.sections.flatMap((section, at): Found[] => {
        const { box, block, state } = section;
        if (!block.wantsPickup || !isOn(state) || seen.has(`${box.id}/${block.id}`)) return [];
        const driver = driverOf(path, at);
        if (!driver) return [];
        seen.add(`${box.id}/${block.id}`);
        return [
          {
            severity: 'caution',
            parts: [blockPart(box, block), blockPart(driver.box, driver.block)],
            data: {
              box: box.id,
              block: `${box.id}/${block.id}`,
              driver: `${driver.box.id}/${driver.block.id}`,
              off: isOn(driver.state) ? '' : 'yes',
            },
          },
        ];
      }),
    );
  }),
  *cures(view, { data = {} }) {
    for (const path of traceIn(view).paths)
      for (const lead of leadsOn(view, path)) {
        const call = moveInto(view.rig, view.variant?.id ?? null, 'earlier', data.box ?? '', lead);
        if (call) yield call;
      }
  },
};

const LATE: readonly (string | undefined)[] = ['delay', 'reverb'];
const DRIVEN: readonly (string | undefined)[] = ['fuzz', 'overdrive', 'distortion'];
/** From here on a preamp is driven and not clean: between the levels chapter's clean and crunch. */
const DRIVEN_DB = 30;

const isDriven = ({ block, state }: Section): boolean =>
  isOn(state) &&
  (DRIVEN.includes(block.category) ||
    ((block.role === 'preamp' || block.role === 'ampModel') && (state.gainSmallDb?.value ?? 0) > DRIVEN_DB));

/** The house's side in "delay and reverb ahead of gain": flagged, unless it is said to be wanted. */
export const TIME_SCHOOL = { question: 'time ahead of gain', accept: 'wanted' } as const;

/** ORDER-TIME: an echo or reverb ahead of gain: its tail is distorted. */
const time: Rule = {
  code: 'ORDER-TIME',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound', 'houseRules'], (view): readonly Found[] => {
    if (view.houseRules.schools[TIME_SCHOOL.question] === TIME_SCHOOL.accept) return [];
    const seen = new Set<string>();
    return traceIn(view).paths.flatMap((path) =>
      path.sections.flatMap((section, at): Found[] => {
        const { box, block, state } = section;
        const key = `${box.id}/${block.id}`;
        if (!LATE.includes(block.category) || !isOn(state) || seen.has(key)) return [];
        const gain = path.sections.slice(at + 1).find(isDriven);
        if (!gain) return [];
        seen.add(key);
        return [
          {
            severity: 'caution',
            parts: [blockPart(box, block), blockPart(gain.box, gain.block)],
            data: { box: box.id, block: block.id, gain: `${gain.box.id}/${gain.block.id}` },
          },
        ];
      }),
    );
  }),
  *cures(view, { data = {} }) {
    const box = boxOf(view, data.box);
    if (!box) return;
    yield* laterInRow(view, box, data.block ?? '');
    for (const path of traceIn(view).paths)
      for (const lead of [...leadsOn(view, path)].reverse()) {
        const call = moveInto(view.rig, view.variant?.id ?? null, 'later', box.id, lead);
        if (call) yield call;
      }
  },
};

/** Behind the loop that holds the preamp, or behind the last block of its row. */
function* laterInRow(view: View, box: Box, block: string): Generator<EditCall> {
  const { patch } = resolveIn(view).patch(box);
  const rows = rowsOf(box, patch.wires);
  const row = rows?.rows.findIndex((r) => r.blocks.includes(block)) ?? -1;
  const blocks = rows?.rows[row]?.blocks;
  if (!rows || !blocks) return;
  for (let index = blocks.indexOf(block) + 1; index < blocks.length; index += 1)
    yield {
      edit: 'wireInside',
      arguments: {
        box: box.id,
        patch: patch.id,
        wires: wiresOfRows(box, moveBlock(rows, block, { row, index })),
      },
    };
}

/** Tuners and loopers are off in every sound by their nature. */
const BY_HAND: readonly (string | undefined)[] = ['tuner', 'looper', 'volume'];

/** The boxes that some way of one sound passes, and the blocks that are at work in it. */
const atWork = derive(['boxes', 'leads', 'variant', 'sound'], (view) => {
  const resolved = resolveIn(view);
  return {
    passed: new Set(traceIn(view).paths.flatMap((path) => path.sections.map(({ box }) => box))),
    on: new Set(
      view.boxes.flatMap((box) => box.blocks.filter((block) => isOn(resolved.blockState(box, block).state))),
    ),
  };
});

/** GEAR-UNUSED: a box in the path that no sound uses. With one sound nothing is known of use. */
const unused: Rule = {
  code: 'GEAR-UNUSED',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found[] => {
    if (view.sounds.length < 2) return [];
    const sounds = everySound(view).map(atWork);
    return view.boxes.flatMap((box): Found[] => {
      const effects = box.blocks.filter((block) => block.role === 'effect');
      const passed = sounds.some((sound) => sound.passed.has(box));
      if (!isOneInOneOut(box) || effects.length === 0 || !passed) return [];
      const idle = effects.every(
        (block) =>
          !BY_HAND.includes(block.category) &&
          block.states.length > 1 &&
          sounds.every((sound) => !sound.on.has(block)),
      );
      if (!idle) return [];
      const bypass = effects[0]?.bypassKind ?? 'none';
      return [{ severity: 'note', parts: [boxPart(box)], data: { box: box.id, bypass } }];
    });
  }),
  *cures(view, { data = {} }) {
    const call = takeOutEdit(view.rig, view.variant?.id ?? null, data.box ?? '');
    if (call) yield call;
  },
};

/** KNOB-DEAD: controls that do nothing in this routing, one line for each box. */
const knobs: Rule = {
  code: 'KNOB-DEAD',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found[] => {
    const dead = deadKnobs(view);
    return [...new Set(dead.map(({ box }) => box))].map((box) => ({
      severity: 'note',
      parts: [boxPart(box)],
      data: {
        box: box.id,
        controls: dead.flatMap((knob) => (knob.box === box ? [knob.control.id] : [])).join(' '),
      },
    }));
  }),
};

export const ORDER_RULES: readonly Rule[] = [pickup, time, unused, knobs];
