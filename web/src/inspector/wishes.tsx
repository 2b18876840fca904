import type { Box, EffectWish } from '../../../core/model';
import { wishFor } from '../../../core/signal';
import { Ways } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { Button } from '../parts/button';
import { Section } from './section';

const WISHES: readonly { value: EffectWish; label: string }[] = [
  { value: 'ahead', label: 'ahead' },
  { value: 'after', label: 'after' },
  { value: 'either', label: 'either' },
  { value: 'pickup', label: 'sees pickup' },
];

/** Where each effect is wished against the preamp. */
export function Wishes({ box }: { box: Box }) {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const effects = box.blocks.filter((block) => block.role === 'effect');
  if (effects.length === 0) return null;
  return (
    <Section title="Wished, against the preamp" open={effects.length === 1}>
      {effects.map((block) => {
        const said = rig.wants.find(
          (want) => want.type === 'effect' && want.box === box.id && want.block === block.id,
        );
        const set = (where: EffectWish) =>
          commit({
            edit: 'setWant',
            arguments: {
              want: {
                type: 'effect',
                id: said?.id ?? `wish-${box.id}-${block.id}`.slice(0, 60),
                box: box.id,
                block: block.id,
                where,
              },
            },
          });
        return (
          <div key={block.id} className="flex flex-wrap items-center justify-between gap-1">
            {effects.length > 1 ? <span className="text-sm">{block.name}</span> : null}
            <Ways
              label={`Where ${block.name} is wished`}
              value={wishFor(rig, box, block)}
              options={WISHES}
              disabled={readOnly !== null}
              onChange={set}
            />
            {said ? (
              <Button
                look="quiet"
                className="text-xs"
                disabled={readOnly !== null}
                onClick={() => commit({ edit: 'removeWant', arguments: { id: said.id } })}
              >
                as its category
              </Button>
            ) : (
              <span className="text-xs text-muted">by category</span>
            )}
          </div>
        );
      })}
    </Section>
  );
}
