// What is to be set as edits, to be done as one.
import type { SingleEdit } from '../edits';
import type { Scope } from '../model';
import type { SetLine } from './plan';

/** The edits of a plan's lines, in one night: at rest or in the variant, in the sounds where it is for some. */
export function levelEdits(
  variant: string | null,
  sets: readonly Pick<SetLine, 'box' | 'sounds' | 'also' | 'to'>[],
): readonly SingleEdit[] {
  const night: Scope = variant === null ? { layer: 'rest' } : { layer: 'variant', id: variant };
  return sets.flatMap(({ box, sounds, also, to }) =>
    [
      ...(sounds.length === 0 ? [night] : []),
      ...[...sounds, ...also].map((id): Scope => ({ layer: 'sound', id })),
    ].map((scope): SingleEdit =>
      'mode' in to
        ? { edit: 'setMode', arguments: { box, jack: to.jack, mode: to.mode, scope } }
        : {
            edit: 'setControl',
            arguments: { box, control: to.control, position: to.position, basis: null, scope },
          },
    ),
  );
}
