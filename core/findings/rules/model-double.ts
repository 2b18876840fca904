import { derive, type Block } from '../../model';
import { traceIn, type Path, type Section } from '../../signal';
import { blockPart, type Found } from '../finding';
import { distinct, isPreampOn, isSectionOn, loopsWithPreamp, modelOff } from '../hung';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { positionOf } from '../../order';

type Data = {
  readonly model: string;
  readonly preamp: string;
  readonly role: 'ampModel' | 'cabModel';
  /** The model stands behind the preamp: in the amplifier's own loop. */
  readonly behind: boolean;
};

/** The real preamp that a model meets: behind it, or for an amp model ahead of it too, with no air between. */
function metBy(
  path: Path,
  i: number,
  removable: ReadonlySet<Block>,
): { preamp: Section; behind: boolean } | null {
  const role = path.sections[i]?.block.role;
  const isMet = (section: Section) =>
    isPreampOn(section) && (role === 'cabModel' || !removable.has(section.block));
  const later = path.sections.slice(i + 1).find(isMet);
  if (later) return { preamp: later, behind: false };
  const ahead = path.sections.slice(0, i);
  const air = ahead.findLastIndex(({ block }) => block.role === 'mic');
  const before = role === 'ampModel' ? ahead.slice(air + 1).findLast(isMet) : undefined;
  return before ? { preamp: before, behind: true } : null;
}

/**
 * MODEL-DOUBLE: an amp model ahead of a real preamp nothing takes out, or behind it; a cabinet model ahead of any real
 * preamp.
 */
export const double = rule<Data>({
  code: 'MODEL-DOUBLE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing', 'houseRules'], (view): readonly Found<Data>[] => {
    const byEar = positionOf(view, 'model') === 'by ear';
    return distinct(
      traceIn(view).paths.flatMap((path) => {
        const removable = new Set(
          loopsWithPreamp(view, path).flatMap((loop) => loop.preamps.map((p) => p.block)),
        );
        return path.sections.flatMap((section, i): Found<Data>[] => {
          const { role } = section.block;
          if ((role !== 'ampModel' && role !== 'cabModel') || !isSectionOn(section)) return [];
          const met = metBy(path, i, removable);
          // A cabinet model ahead of a preamp is nobody's school.
          if (!met || (role === 'ampModel' && byEar)) return [];
          const { preamp, behind } = met;
          return [
            {
              severity: 'caution',
              parts: [blockPart(section.box, section.block), blockPart(preamp.box, preamp.block)],
              data: {
                model: `${section.box.id}/${section.block.id}`,
                preamp: `${preamp.box.id}/${preamp.block.id}`,
                role,
                behind,
              },
            },
          ];
        });
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.model))} is on ${data.behind ? 'behind' : 'ahead of'} a real preamp, ${say.block(data.preamp)}.`,
    why:
      data.role === 'cabModel'
        ? 'A cabinet model ahead of a preamp cuts the highs before they are driven: woolly, and then cut again.'
        : data.behind
          ? 'Two preamps in a row: the model drives what the preamp has driven already, with noise and fizz.'
          : 'Two preamps in a row: the model is driven once more, with noise and fizz.',
  }),
  *cures(view, found) {
    yield* modelOff(view, found.data.model);
  },
});
