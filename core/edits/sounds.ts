import { byId, copy, demand, edit, isNewId, insertAt } from './edit';
import { forget, LIMITS, type RigDraft, type Sound, type Variant, type Moves } from '../model';

const checkName = (name: string) => {
  demand(name.trim() !== '', 'A name cannot be empty.');
  demand(name.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
};

/** A record with one entry changed, or without it. */
const withEntry = <T>(
  record: Record<string, T> | undefined,
  key: string,
  value: T | null,
): Record<string, T> => {
  const rest = Object.fromEntries(Object.entries(record ?? {}).filter(([other]) => other !== key));
  return value === null ? rest : { ...rest, [key]: value };
};

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

  /** What a box's display is to show in a sound, as it counts itself; null: it is not called. */
  setProgram: edit<{ sound: string; box: string; shown: string | null }>(
    'Change program',
    (draft, { sound: id, box, shown }) => {
      const sound = byId(draft.sounds, id, 'sound');
      byId(draft.boxes, box, 'box');
      demand(shown === null || (shown.trim() !== '' && shown.length <= 20), 'A program is 1 to 20 signs.');
      sound.programs = withEntry(sound.programs, box, shown);
    },
  ),

  /** What is dialled in the sender of a box in a sound, as the sender counts; null: nobody has noted it. */
  setDialled: edit<{ sound: string; box: string; dialled: string | null }>(
    'Note what is dialled',
    (draft, { sound: id, box, dialled }) => {
      const sound = byId(draft.sounds, id, 'sound');
      byId(draft.boxes, box, 'box');
      demand(
        dialled === null || (dialled.trim() !== '' && dialled.length <= 20),
        'What is dialled has 1 to 20 signs.',
      );
      sound.dialled = withEntry(sound.dialled, box, dialled);
    },
  ),

  /** Whether what rings of a block is heard into the next sound; null: as the box does it by itself. */
  setTails: edit<{ sound: string; box: string; block: string; tails: 'kept' | 'cut' | null }>(
    'Change tails',
    (draft, { sound: id, box, block, tails }) => {
      const sound = byId(draft.sounds, id, 'sound');
      byId(byId(draft.boxes, box, 'box').blocks, block, 'block');
      sound.tails = withEntry(sound.tails, `${box}/${block}`, tails);
    },
  ),

  /** What an expression pedal moves in a sound; null: nothing. */
  setMoves: edit<{ sound: string; pedal: string; moves: Moves | null }>(
    'Change expression',
    (draft, { sound: id, pedal, moves }) => {
      const sound = byId(draft.sounds, id, 'sound');
      byId(draft.boxes, pedal, 'box');
      if (moves) {
        const target = byId(draft.boxes, moves.box, 'box');
        byId(target.controls, moves.control, 'control');
        if (moves.engages !== undefined) byId(target.blocks, moves.engages, 'block');
        for (const at of [moves.heel, moves.toe])
          demand(at === undefined || (at >= 0 && at <= 1), 'A position is from 0 to 1.');
      }
      sound.moves = withEntry(sound.moves, pedal, copy(moves));
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
