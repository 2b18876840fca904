// What is stored in the boxes: which sounds, when, and whether they have been changed since.
import { hexOf } from '../midi';
import { derive, freeSwitches, hashOf, type Box, type Reads, type Sound } from '../model';
import { messagesOf } from './messages';
import { senderOf } from './midi-net';
import { thingsIn } from './things';

type ForStored = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;
const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

/** Has a box presets to store sounds in: its own switches call them, or programs of another one do. */
const storesSounds = (of: ForStored, box: Box): boolean =>
  box.part !== 'lead' &&
  (freeSwitches(box).length > 0 ||
    (box.blocks.length > 0 && box.midi !== undefined && senderOf(of, box) !== null));

/** What a sound is to be in a box, as a short hash: all that it wants of it, and what it is to send to others. */
export function storedBasis(of: ForStored, box: Box, sound: Sound): string {
  const at = of.sounds.indexOf(sound);
  const wants = thingsIn(of).flatMap((thing) =>
    thing.box === box ? [`${thing.key}=${thing.wants[at] ?? ''}`] : [],
  );
  const sends = messagesOf(of, sound).programs.flatMap((call) =>
    call.sender === box ? [`${call.receiver.id}:${hexOf(call.bytes)}`] : [],
  );
  return hashOf([...wants, ...sends].sort().join(' '));
}

export type StoredCell = {
  readonly state: 'stored' | 'again' | 'not';
  /** When it was stored; empty: never. */
  readonly date: string;
};

export type StoredView = {
  readonly boxes: readonly Box[];
  readonly rows: readonly { readonly sound: Sound; readonly cells: readonly StoredCell[] }[];
};

function cellOf(of: ForStored, box: Box, sound: Sound): StoredCell {
  const stored = box.memory?.stored.find((one) => one.sound === sound.id);
  if (!stored) return { state: 'not', date: '' };
  // Of an old tick nobody knows what the sound was then.
  const isSame = stored.basis !== undefined && stored.basis === storedBasis(of, box, sound);
  return { state: isSame ? 'stored' : 'again', date: stored.date };
}

/** Every sound in every box that stores sounds. */
export const storedView = derive(OF, (of: ForStored): StoredView => {
  const boxes = of.boxes.filter((box) => storesSounds(of, box));
  return {
    boxes,
    rows: of.sounds.map((sound) => ({ sound, cells: boxes.map((box) => cellOf(of, box, sound)) })),
  };
});

/** Boxes in which something is stored and not all that the sounds want; what nobody has begun to tick is not told. */
export const notStored = derive(OF, (of: ForStored) => {
  const { boxes, rows } = storedView(of);
  return boxes.flatMap((box, i) => {
    if ((box.memory?.stored.length ?? 0) === 0) return [];
    const sounds = rows.flatMap(({ sound, cells }) =>
      cells[i]?.state === 'stored' ? [] : [{ sound, state: cells[i]?.state ?? 'not' }],
    );
    return sounds.length > 0 ? [{ box, sounds }] : [];
  });
});

/** `4 of 6 stored`, `2 to be stored again`. */
export function storedWords({ boxes, rows }: StoredView): string {
  const cells = rows.flatMap((row) => row.cells);
  const count = (state: StoredCell['state']) => cells.filter((cell) => cell.state === state).length;
  const again = count('again');
  return [
    `${count('stored')} of ${cells.length} stored in ${boxes.length} ${boxes.length === 1 ? 'box' : 'boxes'}`,
    ...(again > 0 ? [`${again} changed since: store again`] : []),
  ].join(', ');
}
