import type { SingleEdit } from '../../edits';
import { basisOf, derive, boxOf, type Box, type Reads, type Scope } from '../../model';
import { inWords } from '../../units';
import { group } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly names: readonly string[] };

/** A level or an equaliser that was noted in a wiring that is no more, with the edit that notes it anew. */
type Stale = { readonly name: string; readonly again: SingleEdit };

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

const REST: Scope = { layer: 'rest' };

function staleIn(of: Of, box: Box): readonly Stale[] {
  // Sounds and rest are noted in the wiring that all nights have; a night's own settings in its own.
  const layers = [
    { scope: REST, state: null, basis: basisOf(of.leads, null, box.id) },
    ...of.sounds.map(({ id, state }) => ({
      scope: { layer: 'sound', id } as Scope,
      state,
      basis: basisOf(of.leads, null, box.id),
    })),
    ...(of.variant
      ? [
          {
            scope: { layer: 'variant', id: of.variant.id } as Scope,
            state: of.variant.state,
            basis: basisOf(of.leads, of.variant, box.id),
          },
        ]
      : []),
  ];
  const isStale = (noted: string | null | undefined, now: string) =>
    noted !== null && noted !== undefined && noted !== '' && noted !== now;
  return layers.flatMap(({ scope, state, basis }): Stale[] => [
    ...box.controls
      .filter(({ sets }) => sets === 'level')
      .flatMap((control): Stale[] => {
        const noted = state ? state.controls[`${box.id}/${control.id}`] : control;
        return noted && noted.position !== null && isStale(noted.basis, basis)
          ? [
              {
                name: control.label,
                again: {
                  edit: 'setControl',
                  arguments: {
                    box: box.id,
                    control: control.id,
                    position: noted.position,
                    basis: null,
                    scope,
                  },
                },
              },
            ]
          : [];
      }),
    ...box.blocks.flatMap((block): Stale[] => {
      const eq = state ? state.eq?.[`${box.id}/${block.id}`] : block.eq;
      return eq && isStale(eq.basis, basis)
        ? [
            {
              name: block.name,
              again: { edit: 'setEq', arguments: { box: box.id, block: block.id, eq, scope } },
            },
          ]
        : [];
    }),
  ]);
}

/** STALE-SETTINGS: levels and equalisers of a box that were noted before the wiring around it changed. */
export const stale = rule<Data>({
  code: 'STALE-SETTINGS',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Data>[] =>
    of.boxes.flatMap((box): Found<Data>[] => {
      const names = [...new Set(staleIn(of, box).map(({ name }) => name))];
      return names.length === 0
        ? []
        : [{ severity: 'note', parts: [boxPart(box)], data: { box: box.id, names } }];
    }),
  ),
  words: ({ data }, say) => ({
    text: `${inWords(data.names)} of ${say.box(data.box)} ${data.names.length > 1 ? 'were' : 'was'} noted before the wiring around it changed.`,
    why: 'What drives it, or hears it, is another now: set it again, by meter or by ear, and note it.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const again = box ? staleIn(view, box).map((one) => one.again) : [];
    if (again.length > 0) yield group(`${inWords(data.names)} as noted: it is right so`, again);
  },
});
