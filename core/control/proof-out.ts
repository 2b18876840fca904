// The messages of a rig for other programs and devices: a Standard MIDI File, hex as text.
import { hexOf, writeSmf } from '../midi';
import type { Rig, Sound } from '../model';
import type { ForMessages } from './messages';
import { sentBy } from './sending';

/** Messages of each sound, as the senders are set. */
const marked = (of: ForMessages, sounds: readonly Sound[]) =>
  sounds.map((sound) => ({ name: sound.name, messages: sentBy(of, sound).map(({ bytes }) => bytes) }));

/** A file of format 0 with a marker for each sound. */
export const soundsSmf = (of: ForMessages & Pick<Rig, 'title'>, sounds: readonly Sound[]): Uint8Array =>
  writeSmf(of.title, marked(of, sounds));

/** `# Overture`, then a line a message. */
export const soundsHex = (of: ForMessages, sounds: readonly Sound[]): string =>
  marked(of, sounds)
    .map(({ name, messages }) => [`# ${name}`, ...messages.map(hexOf)].join('\n'))
    .join('\n\n')
    .concat('\n');
