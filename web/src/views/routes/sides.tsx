import { wishFor } from '../../../../core/signal';
import type { Block, Box, EffectWish } from '../../../../core/model';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Choice } from '../../parts/field';
import { useOpen } from '../../rig/use-open';

const SIDES: readonly { readonly value: EffectWish; readonly label: string }[] = [
  { value: 'ahead', label: 'ahead of the preamp' },
  { value: 'after', label: 'behind it' },
  { value: 'either', label: 'either side' },
  { value: 'pickup', label: 'sees the pickup' },
  { value: 'unused', label: 'out of use' },
];

/** On which side of the preamp each effect is wanted; what is not said goes by what it is. */
export function Sides() {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const effects = rig.boxes.flatMap((box) =>
    box.blocks.filter(({ role }) => role === 'effect').map((block) => ({ box, block })),
  );
  if (effects.length === 0) return null;
  const saidOf = (box: Box, block: Block) =>
    rig.wants.find((want) => want.type === 'effect' && want.box === box.id && want.block === block.id);
  const said = effects.filter(({ box, block }) => saidOf(box, block) !== undefined).length;
  const nameOf = (box: Box, block: Block) =>
    block.name === box.name ? box.name : `${box.tag} ${block.name}`;
  return (
    <details className="mb-2 rounded border border-line bg-sheet px-3 py-1">
      <summary className="min-h-6 cursor-pointer text-sm">
        Effects against the preamp: {said === 0 ? 'each as usual' : `${count(said, 'effect')} as you said`}
      </summary>
      <ul className="flex flex-col gap-1 py-1.5">
        {effects.map(({ box, block }) => {
          const own = saidOf(box, block);
          return (
            <li key={`${box.id}/${block.id}`} className="flex items-center gap-2 text-sm">
              <span className="min-w-0 flex-1 truncate" title={`${block.name} of ${box.name}`}>
                {nameOf(box, block)}
              </span>
              <span className="w-48 shrink-0">
                <Choice
                  label={`Where ${block.name} of ${box.name} is wanted`}
                  className={own ? 'font-semibold' : 'border-hair text-muted'}
                  value={wishFor(rig, box, block)}
                  options={SIDES}
                  disabled={readOnly !== null}
                  onChange={(where) =>
                    commit({
                      edit: 'setWant',
                      arguments: {
                        want: {
                          type: 'effect',
                          id: own?.id ?? `wish-${box.id}-${block.id}`.slice(0, 60),
                          box: box.id,
                          block: block.id,
                          where,
                        },
                      },
                    })
                  }
                />
              </span>
              <Button
                look="quiet"
                aria-label={`${block.name} of ${box.name} as usual`}
                className={own ? '' : 'invisible'}
                disabled={readOnly !== null || !own}
                onClick={() => own && commit({ edit: 'removeWant', arguments: { id: own.id } })}
              >
                as usual
              </Button>
            </li>
          );
        })}
      </ul>
    </details>
  );
}
