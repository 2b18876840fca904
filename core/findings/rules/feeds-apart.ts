import { feedsIn, type Feed, type FeedKnob } from '../../level';
import { derive, everySound, type Box } from '../../model';
import { isOn, traceIn, type Path } from '../../signal';
import { inWords } from '../../units';
import { ownOutput } from '../apart';
import { boxPart, type Found, type View } from '../finding';
import { blocksOff, switchTo } from '../hung';
import { rule } from '../rule';

/** A level that a player works belongs to what is played: only levels behind that are told of. */
const PLAYED: readonly string[] = ['source', 'effect', 'preamp', 'ampModel', 'cabModel', 'power', 'speaker'];

/** Does a knob stand at an output, or at what is there for levels only? */
function isOutputLevel({ box, control }: FeedKnob): boolean {
  const { actsOn } = control;
  return !(
    'block' in actsOn && box.blocks.some(({ id, role }) => id === actsOn.block && PLAYED.includes(role))
  );
}

/** Ears, not a loudspeaker that sounds in the air. */
const isEars = (box: Box): boolean =>
  box.blocks.some(({ role }) => role === 'monitor') && !box.jacks.some(({ carries }) => carries === 'air');

type Ears = {
  readonly box: string;
  readonly isLimited: boolean;
  readonly shared: readonly {
    readonly box: string;
    readonly label: string;
    readonly feeds: readonly string[];
  }[];
};

/** A block that holds what passes under a ceiling, at work. */
const isLimited = ({ sections }: Path): boolean =>
  sections.some(
    ({ block, state }) => block.role === 'buffer' && state.ceilingDbu !== undefined && isOn(state),
  );

/** Limiters on the way to somebody's ears that are off, with the state in which they limit. */
const limitersAt = (view: View, ears: string) =>
  blocksOff(
    everySound(view).flatMap((one) => traceIn(one).paths.filter(({ output }) => output.box === ears)),
    ({ role }) => role === 'buffer',
    ({ ceilingDbu }) => ceilingDbu !== undefined,
  );

const keysOf = (feeds: readonly Feed[], box: Box) =>
  feeds.filter((feed) => feed.box === box).map(({ key }) => key);

/** SAFE-EARS: something is heard in the ears without a limiter, or by a knob that moves another feed too. */
export const ears = rule<Ears>({
  code: 'SAFE-EARS',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Ears>[] => {
    const { feeds, knobs } = feedsIn(of);
    return of.boxes.filter(isEars).flatMap((box): Found<Ears>[] => {
      const paths = everySound(of).flatMap((one) =>
        traceIn(one).paths.filter(({ output }) => output.box === box.id),
      );
      if (paths.length === 0) return [];
      const own = keysOf(feeds, box);
      const shared = knobs
        .filter((knob) => isOutputLevel(knob) && knob.behind.some((key) => own.includes(key)))
        .flatMap(({ box: at, control, behind }) => {
          const others = feeds.filter(
            (feed) => !own.includes(feed.key) && !feed.isMiked && behind.includes(feed.key),
          );
          return others.length > 0
            ? [{ box: at.id, label: control.label, feeds: others.map(({ words }) => words) }]
            : [];
        });
      const limited = paths.every(isLimited);
      if (limited && shared.length === 0) return [];
      return [
        {
          severity: 'caution',
          parts: [boxPart(box), ...shared.map((knob) => ({ type: 'box' as const, id: knob.box }))],
          data: { box: box.id, isLimited: limited, shared },
        },
      ];
    });
  }),
  words: ({ data }, say) => {
    const [knob] = data.shared;
    return {
      text: [
        ...(data.isLimited ? [] : [`Nothing limits what ${say.box(data.box)} brings to the ears.`]),
        ...(knob
          ? [
              `${knob.label} of ${say.box(knob.box)} moves ${say.box(data.box)} and ${inWords(knob.feeds)} alike.`,
            ]
          : []),
      ].join(' '),
      why: data.isLimited
        ? 'The ear mix must not move what others hear, nor theirs the ears: this can deafen. Another output, with a level of its own.'
        : 'This can deafen: a ring, a lead pulled live, a line feed nobody announced. A limiter last in the path; begin at minimum.',
    };
  },
  *cures(view, { data }) {
    for (const { box } of data.shared) yield* ownOutput(view, box, [data.box]);
    for (const [block, { box, on }] of limitersAt(view, data.box)) yield switchTo(view, box, block, on);
  },
});

type Reach = {
  readonly box: string;
  readonly label: string;
  readonly desk: readonly string[];
  /** The boxes of those. */
  readonly desks: readonly string[];
  readonly others: readonly string[];
};

/** KNOB-REACH: a level that moves what goes to the desk and what is heard on the stage, which should be apart. */
export const reach = rule<Reach>({
  code: 'KNOB-REACH',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Reach>[] => {
    const { feeds, knobs } = feedsIn(of);
    return knobs.filter(isOutputLevel).flatMap(({ box, control, behind }): Found<Reach>[] => {
      const own = feeds.filter((feed) => behind.includes(feed.key) && !feed.isMiked);
      const desk = own.filter(({ kind }) => kind === 'mix');
      // What is in the ears is told of by itself.
      const others = own.filter((feed) => feed.kind !== 'mix' && !isEars(feed.box));
      if (desk.length === 0 || others.length === 0) return [];
      return [
        {
          severity: 'caution',
          parts: [boxPart(box), ...others.map((feed) => boxPart(feed.box))],
          data: {
            box: box.id,
            label: control.label,
            desk: desk.map(({ words }) => words),
            desks: [...new Set(desk.map((feed) => feed.box.id))],
            others: others.map(({ words }) => words),
          },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `${data.label} of ${say.box(data.box)} moves ${inWords(data.desk)} and ${inWords(data.others)} alike.`,
    why: 'Whoever turns the stage down takes it from the house: the desk wants an output with a level of its own, or a fixed one.',
  }),
  cures: (view, { data }) => ownOutput(view, data.box, data.desks),
});
