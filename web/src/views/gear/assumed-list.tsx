import { figureKey, figuresOf } from '../../../../core/rig';
import { formatQuantity } from '../../../../core/units';
import { useRig } from '../../rig/context';

/** The figures nobody has looked up yet. */
export function AssumedList() {
  const { rig, select } = useRig();
  const assumed = rig.boxes.flatMap((box) =>
    figuresOf(box)
      .filter(({ figure }) => figure.source === 'assumed')
      .map((entry) => ({ box, ...entry })),
  );
  return (
    <section aria-label="Assumed figures" className="p-3">
      <h2 className="text-sm">Assumed figures ({assumed.length})</h2>
      <p className="pb-2 text-xs text-muted">
        Typical of the kind, until somebody enters one from a manual or a measurement. Press one to look it
        up.
      </p>
      <ul className="text-sm">
        {assumed.map(({ box, at, figure, of, what, unit }) => (
          <li key={`${box.id} ${figureKey(at)}`} className="border-t border-hair">
            <button
              type="button"
              onClick={() => select({ type: 'box', id: box.id })}
              className="flex min-h-9 w-full items-center gap-2 rounded px-1 text-left hover:bg-ground"
            >
              <span className="w-16 shrink-0 font-mono text-xs">{box.tag}</span>
              <span className="min-w-0 flex-1 text-xs">
                {of}: {what}
              </span>
              <span className="font-mono text-xs text-muted">{formatQuantity(figure.value, unit)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
