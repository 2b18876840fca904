import { moveInto } from '../../cables';
import { derive } from '../../model';
import { driverOf, isOn, traceIn } from '../../signal';
import { cure } from '../cure';
import { blockPart, type Found } from '../finding';
import { leadsOn } from '../path-leads';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { betterCures } from '../turned';

type Data = {
  readonly box: string;
  readonly block: string;
  readonly driver: string;
  /** The driver is off and buffers all the same. */
  readonly off: boolean;
};

/** ORDER-PICKUP: something that is on and wants the pickup is driven by another box. */
export const pickup = rule<Data>({
  code: 'ORDER-PICKUP',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const seen = new Set<string>();
    return traceIn(view).paths.flatMap((path) =>
      path.sections.flatMap((section, at): Found<Data>[] => {
        const { box, block, state } = section;
        if (!block.wantsPickup || !isOn(state) || seen.has(`${box.id}/${block.id}`)) return [];
        const driver = driverOf(path, at);
        if (!driver) return [];
        seen.add(`${box.id}/${block.id}`);
        return [
          {
            severity: 'caution',
            parts: [blockPart(box, block), blockPart(driver.box, driver.block)],
            data: {
              box: box.id,
              block: `${box.id}/${block.id}`,
              driver: `${driver.box.id}/${driver.block.id}`,
              off: !isOn(driver.state),
            },
          },
        ];
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.block))} does not see the pickup: ${say.block(data.driver)} stands between${data.off ? ', buffering though it is off' : ''}.`,
    why: 'Its input is part of the guitar’s circuit; driven by a buffer it sounds hard and does not clean up with the guitar’s volume.',
  }),
  *cures(view, { data }) {
    for (const path of traceIn(view).paths)
      for (const lead of leadsOn(view, path)) {
        const call = moveInto(view.rig, view.variant?.id ?? null, 'earlier', data.box, lead);
        if (call) yield cure(view, call);
      }
    yield* betterCures(view, data.block);
  },
});
