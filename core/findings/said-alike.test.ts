// What a rig is told does not hang on where a setting is noted, at rest, in each sound or in a night, where it is the same.
import { expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { ALL_CASES } from '../testing/all-finding-cases';
import { edited } from '../testing/build';
import { variant } from '../testing/setup-kit';
import { judge, sentenceOf } from './index';

const NIGHT = 'night';

/** How blocks and jacks stand at rest, as a sound or a night notes it. */
const standing = (rig: Rig) => ({
  blocks: Object.fromEntries(
    rig.boxes.flatMap((box) =>
      box.blocks.flatMap(({ id, states, state }) =>
        states.length > 1 && state ? [[`${box.id}/${id}`, state]] : [],
      ),
    ),
  ),
  modes: Object.fromEntries(
    rig.boxes.flatMap((box) =>
      box.jacks.flatMap(({ id, modes, mode }) =>
        modes.length > 1 && mode ? [[`${box.id}/${id}`, mode]] : [],
      ),
    ),
  ),
});
type State = Rig['sounds'][number]['state'];
const over = (rig: Rig, { blocks, modes, ...more }: State): State => {
  const rest = standing(rig);
  return { ...more, blocks: { ...rest.blocks, ...blocks }, modes: { ...rest.modes, ...modes } };
};

const inEachSound = (rig: Rig): Rig => ({
  ...rig,
  sounds: rig.sounds.map((sound) => ({ ...sound, state: over(rig, sound.state) })),
});
const inNight = (rig: Rig): Rig => {
  const nights = edited(rig, variant(NIGHT));
  return { ...nights, variants: nights.variants.map((one) => ({ ...one, state: over(rig, one.state) })) };
};

/** What of a jack's modes is worth a change is looked for where no sound sets it; a danger is told in all nights. */
const told = (rig: Rig, night: string | null) =>
  judge(rig, night)
    .filter((one) => one.code !== 'LEVEL-LOW' && one.variant === night)
    .map((finding) => {
      const parts = finding.parts.map(({ id }) => id).join(',');
      return [finding.code, finding.severity, parts, sentenceOf(rig, finding).text]
        .join(' ')
        .replace(` in ${NIGHT}`, '');
    });

test.each([
  ['in each sound', inEachSound, null],
  ['in a night', inNight, NIGHT],
])('law: every finding of the catalogue is told alike where its settings are noted %s', (_, noted, night) => {
  const rigs = ALL_CASES.map(({ sound, spoil }) => edited(sound(), spoil));
  expect(rigs.filter((rig) => Object.keys(standing(rig).blocks).length > 0).length).toBeGreaterThan(80);
  expect(rigs.map((rig) => told(noted(rig), night))).toEqual(rigs.map((rig) => told(rig, null)));
});
