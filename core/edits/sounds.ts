import { byId, copy, demand, edit, isNewId } from './edit';
import { forget, LIMITS, type RigDraft, type Sound, type Variant } from '../model';

const checkName = (name: string) => {
  demand(name.trim() !== '', 'A name cannot be empty.');
  demand(name.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
};

function insertAt<T>(list: T[], item: T, index: number) {
  list.splice(Math.max(0, Math.min(list.length, index)), 0, item);
}

export const soundEdits = {
  addSound: edit<{ sound: Sound; index: number }>('New sound', (draft, { sound, index }) => {
    checkName(sound.name);
    isNewId(draft.sounds, sound.id, 'sound');
    demand(sound.id !== 'all', '"all" stands for every sound together.');
    insertAt(draft.sounds, copy(sound), index);
  }),

  renameSound: edit<{ id: string; name: string }>('Rename sound', (draft, { id, name }) => {
    checkName(name);
    byId(draft.sounds, id, 'sound').name = name;
  }),

  removeSound: edit<{ id: string }>('Remove sound', (draft, { id }) => {
    byId(draft.sounds, id, 'sound');
    demand(draft.sounds.length > 1, 'A rig has at least one sound.');
    draft.sounds = draft.sounds.filter((sound) => sound.id !== id);
    forget(draft, 'sound', [id]);
  }),

  moveSound: edit<{ id: string; index: number }>('Move sound', (draft, { id, index }) => {
    const sound = byId(draft.sounds, id, 'sound');
    draft.sounds = draft.sounds.filter((other) => other.id !== id);
    insertAt(draft.sounds, sound, index);
  }),

  setGuitar: edit<{ sound: string; guitar: string | null; pickup: string | null }>(
    'Change guitar',
    (draft, args) => {
      const sound = byId(draft.sounds, args.sound, 'sound');
      if (args.guitar !== null) {
        const box = byId(draft.boxes, args.guitar, 'box');
        demand(
          box.blocks.some((block) => block.role === 'source'),
          `${box.name} is no instrument.`,
        );
      }
      sound.guitar = args.guitar;
      sound.pickup = args.pickup;
    },
  ),

  setSoundNotes: edit<{ id: string; notes: string }>('Change notes', (draft, { id, notes }) => {
    demand(notes.length <= LIMITS.notesLength, `Notes have at most ${LIMITS.notesLength} characters.`);
    byId(draft.sounds, id, 'sound').notes = notes;
  }),

  /** How much louder than the reference sound it is to be, dB; null: nothing is wished. */
  setSoundLevel: edit<{ id: string; levelDb: number | null }>(
    'Change wished level',
    (draft, { id, levelDb }) => {
      const { wish } = byId(draft.sounds, id, 'sound');
      demand(levelDb === null || Math.abs(levelDb) <= 40, 'A sound is 40 dB louder or softer at most.');
      if (levelDb === null) delete wish.levelDb;
      else wish.levelDb = levelDb;
    },
  ),

  addVariant: edit<{ variant: Variant }>('New variant', (draft, { variant }) => {
    checkName(variant.name);
    isNewId(draft.variants, variant.id, 'variant');
    draft.variants.push(copy(variant));
  }),

  /** Names the base wiring, beside its variants. */
  renameBase: edit<{ name: string }>('Rename base', (draft, { name }) => {
    checkName(name);
    draft.baseName = name;
  }),

  renameVariant: edit<{ id: string; name: string }>('Rename variant', (draft, { id, name }) => {
    checkName(name);
    byId(draft.variants, id, 'variant').name = name;
  }),

  removeVariant: edit<{ id: string }>('Remove variant', (draft: RigDraft, { id }) => {
    byId(draft.variants, id, 'variant');
    draft.variants = draft.variants.filter((variant) => variant.id !== id);
    forget(draft, 'variant', [id]);
  }),
};
