// Colours of lights: a switch has that of the channel which it calls.
import type { EditGroup, SingleEdit } from '../edits';
import { boxOf, derive, switchesOf, type Assignment, type Box, type FootSwitch, type Reads } from '../model';
import { channelsIn } from './channels';

type ForLights = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'switchPlan'>;
const OF = ['boxes', 'leads', 'variant', 'sounds', 'switchPlan'] as const;

export type LightLine = {
  readonly slot: Assignment;
  readonly box: Box;
  readonly footSwitch: FootSwitch;
  /** The light of the channel that its sound wants. */
  readonly wanted: string;
  /** What it is set to; null: nobody has said. */
  readonly is: string | null;
};

const alike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The light of the channel that a sound wants, the first amplifier's that says one; null: none does. */
export function lightOf(of: ForLights, sound: string): string | null {
  const place = of.sounds.findIndex(({ id }) => id === sound);
  for (const { block, wants } of channelsIn(of)) {
    const light = block.states.find(({ id }) => id === wants[place])?.light;
    if (light !== undefined) return light;
  }
  return null;
}

/** Switches that call sounds whose channel has a light. */
export const lightLines = derive(OF, (of: ForLights): readonly LightLine[] =>
  of.switchPlan.flatMap((slot): LightLine[] => {
    const box = boxOf(of, slot.box);
    const footSwitch = box && switchesOf(box).find(({ id }) => id === slot.switch);
    const wanted = slot.act.type === 'sound' ? lightOf(of, slot.act.sound) : null;
    return box && footSwitch && wanted !== null
      ? [{ slot, box, footSwitch, wanted, is: slot.light ?? null }]
      : [];
  }),
);

/** Those that are set to another colour than their channel has. */
export const unlikeLights = (lines: readonly LightLine[]): readonly LightLine[] =>
  lines.filter(({ wanted, is }) => is !== null && !alike(is, wanted));

/** Every switch lit as the channel that it calls. Null: they all are. */
export function lightEdits(lines: readonly LightLine[]): EditGroup | null {
  const edits = lines.flatMap(({ slot, wanted, is }): SingleEdit[] =>
    is !== null && alike(is, wanted)
      ? []
      : [{ edit: 'assignSwitch', arguments: { assignment: { ...slot, light: wanted } } }],
  );
  return edits.length === 0
    ? null
    : { edit: 'together', arguments: { label: 'Light the switches as their channels', edits } };
}
