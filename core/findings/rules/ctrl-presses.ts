import { callEdit, changesWithin } from '../../control';
import { boxOf, derive, type Reads } from '../../model';
import { count, inWords } from '../../units';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = {
  readonly wish: number;
  /** Sounds that follow one another and are not come to by so few presses. */
  readonly changes: readonly (readonly [string, string])[];
};

/** More changes than these are told by their number. */
const MOST_TOLD = 3;

const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs', 'switchPlan', 'houseRules'] as const;

/** The boxes whose free switches are planned: without any nobody has thought of presses yet. */
const planned = (of: Reads<'boxes' | 'switchPlan'>) =>
  [...new Set(of.switchPlan.map(({ box }) => box))].flatMap((id) => boxOf(of, id) ?? []);

/** CTRL-PRESSES: sounds that follow one another and are more presses apart than the house wishes. */
export const presses = rule<Data>({
  code: 'CTRL-PRESSES',
  reads: 'rig',
  isMild: true,
  judge: derive(OF, (of): readonly Found<Data>[] => {
    const boxes = planned(of);
    const wish = of.houseRules.limits.presses;
    const over =
      boxes.length > 0
        ? changesWithin(of, wish).filter(({ presses }) => presses === null || presses > wish)
        : [];
    return over.length === 0
      ? []
      : [
          {
            severity: 'note',
            parts: boxes.map(boxPart),
            data: { wish, changes: over.map(({ from, to }) => [from.id, to.id] as const) },
          },
        ];
  }),
  words: ({ data }, say) => {
    const { wish, changes } = data;
    const told = changes.map(([from, to]) => `${say.soundOf(from)} to ${say.soundOf(to)}`);
    const which = told.length > MOST_TOLD ? `${told.length} changes of the set` : `From ${inWords(told)}`;
    return {
      text: `${which}${told.length > MOST_TOLD ? ' take' : ' it takes'} more than ${count(wish, 'press', 'presses')}.`,
      why: 'Each further press comes late and may be missed. Which switch needs it is told in Sounds, Presses; a call of the sound spares it.',
    };
  },
  *cures(view, { data }) {
    for (const id of new Set(data.changes.map(([, to]) => to))) {
      const edit = callEdit(view, id);
      const sound = view.sounds.find((one) => one.id === id);
      const box = edit && boxOf(view, edit.arguments.assignment.box);
      if (edit && sound && box) yield { edit, label: `Have a free switch of ${box.name} call ${sound.name}` };
    }
  },
});
