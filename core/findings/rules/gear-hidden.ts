import { boxOf, derive, pluggedIn, type Box, type Sound } from '../../model';
import { inWords } from '../../units';
import { group } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

/** A setting that stands otherwise than when a sound was set up. */
type Otherwise = {
  readonly setting: string;
  readonly label: string;
  readonly value: string;
  readonly assumed: string;
  readonly sound: string;
};
type Data = {
  readonly box: string;
  /** Settings that nobody has noted. */
  readonly open: readonly string[];
  readonly otherwise: readonly Otherwise[];
};

const otherwiseIn = (box: Box, sounds: readonly Sound[]): readonly Otherwise[] =>
  box.hidden.flatMap(({ id, label, value, assumed = [] }) =>
    assumed.flatMap((one): Otherwise[] => {
      const sound = sounds.find((other) => other.id === one.sound)?.name;
      const isSo = value.trim() === '' || one.value.trim() === value.trim();
      return isSo || sound === undefined ? [] : [{ setting: id, label, value, assumed: one.value, sound }];
    }),
  );

/**
 * GEAR-HIDDEN: a box that is plugged has a trim or switch inside whose setting nobody has written down, or that stands
 * otherwise than a sound was set up with.
 */
export const hiddenSetting = rule<Data>({
  code: 'GEAR-HIDDEN',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found<Data>[] => {
    const plugged = new Set(
      pluggedIn(view).flatMap(({ from, to }) => [...from, ...to].map(({ box }) => box)),
    );
    return view.boxes.flatMap((box): readonly Found<Data>[] => {
      if (box.hidden.length === 0 || !plugged.has(box.id)) return [];
      const open = box.hidden.filter(({ value }) => value.trim() === '').map(({ label }) => label);
      const otherwise = otherwiseIn(box, view.sounds);
      if (open.length + otherwise.length === 0) return [];
      return [{ severity: 'note', parts: [boxPart(box)], data: { box: box.id, open, otherwise } }];
    });
  }),
  words: ({ data: { box, open, otherwise } }, say) => ({
    text: [
      ...(open.length > 0 ? [`Nobody has noted how ${inWords(open)} of ${say.box(box)} is set.`] : []),
      ...otherwise.map(
        ({ label, value, assumed, sound }) =>
          `${label} of ${say.box(box)} stands at ${value}; ${sound} was set up with ${assumed}.`,
      ),
    ].join(' '),
    why:
      otherwise.length > 0
        ? 'The sound is not what it was when it was set up: put the setting back, or hear the sound anew and note it.'
        : 'A spare that is set otherwise plays otherwise: what is inside must be copied too.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const [first] = data.otherwise;
    if (!box || !first) return;
    yield group(`Put ${first.label} of ${box.name} back to ${first.assumed}`, [
      {
        edit: 'setHidden',
        arguments: {
          box: box.id,
          hidden: box.hidden.map((item) =>
            item.id === first.setting ? { ...item, value: first.assumed } : item,
          ),
        },
      },
    ]);
  },
});
