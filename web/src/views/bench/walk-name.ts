import { nightName, type Rig, type Walk } from '../../../../core/model';

/** What a walk is called: `Patch-up, Direct night`, `Cabinet night to Direct night`. */
export function walkName(rig: Rig, { type, variant, from }: Walk): string {
  const name = (id: string | null | undefined) =>
    id === undefined ? 'a variant since removed' : nightName(rig, id);
  if (type === 'listen')
    return rig.variants.length > 0 ? `Lift and listen, ${name(variant)}` : 'Lift and listen';
  if (type === 'moves') return `${name(from)} to ${name(variant)}`;
  return rig.variants.length > 0 && variant !== undefined ? `Patch-up, ${name(variant)}` : 'Patch-up';
}
