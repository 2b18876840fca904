import type { Elsewhere, Layer } from '../../../../core/layers';
import type { EmphasisOf } from '../../pen/look';

type Props = {
  readonly elsewhere: readonly Elsewhere[];
  readonly emphasisOf: EmphasisOf;
  readonly onLayer: (layer: Layer) => void;
};

/** What the layer leaves out, each a press away; lit where what is chosen, or told of, is among it. */
export function MapElsewhere({ elsewhere, emphasisOf, onLayer }: Props) {
  return (
    <p className="flex min-w-0 flex-1 flex-wrap items-center gap-x-2">
      Not in this layer:
      {elsewhere.map(({ words, layer, parts }) => {
        const isLit = parts.some((part) => emphasisOf(part) !== undefined);
        return (
          <button
            key={words}
            type="button"
            className={`min-h-6 rounded px-0.5 underline underline-offset-2 ${isLit ? 'bg-select-tint text-ink outline-1 -outline-offset-1 outline-select' : ''}`}
            onClick={() => onLayer(layer)}
          >
            {words}
            {isLit ? <span className="sr-only"> has what is chosen</span> : null}
          </button>
        );
      })}
    </p>
  );
}
