// Which figures some work looks at: what it does not look at changes nothing of it, whatever it is.
import type { Figure, Rig } from '../model';

/** The same value, anew throughout, so that nothing that is known of the old one is known of it. */
function anew(value: unknown, watch: (figure: Figure) => Figure | null): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map((one) => anew(one, watch));
  const watched = 'source' in value && 'value' in value ? watch(value as Figure) : null;
  return (
    watched ?? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, anew(one, watch)] as const))
  );
}

/**
 * Does some work on a rig that tells when a figure's value is read.
 * @param figures those that are watched, as they stand in the rig
 * @param work pure: it gives the same for the same rig
 * @returns those of them that were read; with another value of any other one the work would come to the same
 */
export function readOf(
  rig: Rig,
  figures: ReadonlySet<Figure>,
  work: (rig: Rig) => unknown,
): ReadonlySet<Figure> {
  const read = new Set<Figure>();
  const watch = (figure: Figure): Figure | null => {
    if (!figures.has(figure)) return null;
    const { value, ...rest } = figure;
    return Object.defineProperty({ ...rest, value }, 'value', {
      enumerable: true,
      get: () => {
        read.add(figure);
        return value;
      },
    });
  };
  work({ ...rig, boxes: anew(rig.boxes, watch) as Rig['boxes'] });
  return read;
}
