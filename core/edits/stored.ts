import { byId, demand, edit } from './edit';

/** What is stored in boxes, and the colours of lights. */
export const storedEdits = {
  /** A sound is stored in a box as it is to be by now; null: it is not. */
  setStored: edit<{ box: string; sound: string; stored: { date: string; basis: string } | null }>(
    'Note what is stored',
    (draft, { box: id, sound, stored }) => {
      const box = byId(draft.boxes, id, 'box');
      byId(draft.sounds, sound, 'sound');
      const others = (box.memory?.stored ?? []).filter((one) => one.sound !== sound);
      const all = stored ? [...others, { sound, ...stored }] : others;
      if (all.length > 0) box.memory = { ...box.memory, stored: all };
      else delete box.memory;
    },
  ),

  /** The colour of the light of a state, a channel's as a rule; null: it has none, or nobody has looked. */
  setStateLight: edit<{ box: string; block: string; state: string; light: string | null }>(
    'Change light',
    (draft, { box, block, state: id, light }) => {
      const state = byId(byId(byId(draft.boxes, box, 'box').blocks, block, 'block').states, id, 'state');
      demand(light === null || (light.trim() !== '' && light.length <= 40), 'A colour is 1 to 40 signs.');
      if (light === null) delete state.light;
      else state.light = light;
    },
  ),
};
