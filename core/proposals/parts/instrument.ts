// A second instrument, or another pickup with an output of its own: a way of its own to the desk or an amplifier.
import { quoted } from '../../chain';
import { boxesIn, passes, type Draft } from '../draft';
import { whole } from '../items';
import { driven } from '../amplifiers';
import type { Ask, Part } from '../part';
import { rowText } from '../written';

/** A channel of a desk that nothing leads to, by a DI where one is free. */
function toDesk({ rig, gear }: Ask, draft: Draft, byDi: boolean): string | null {
  const used = boxesIn(draft);
  const isSaid = (text: string) => draft.also.some((line) => line.includes(text));
  const di = gear.dis.find((box) => !used.has(box.id) && !isSaid(quoted(box.tag)));
  if (byDi && !di) return null;
  for (const box of rig.boxes)
    for (const { id, role } of box.blocks) {
      const channel = `${quoted(box.tag)}[${id}]`;
      if (role !== 'mix' || passes(draft, box.id, id) || isSaid(channel)) continue;
      return `${byDi && di ? ` > ${quoted(di.tag)}` : ''} > ${channel}`;
    }
  return null;
}

export const instrument: Part = {
  id: 'instrument',
  about: 'where a second instrument or pickup goes',
  vary: (ask, draft) => {
    const silent = ask.gear.instruments.filter((start) => !draft.also.some((line) => line.startsWith(start)));
    const [start] = silent;
    if (start === undefined) return [];
    const used = boxesIn(draft);
    const amplifier = ask.gear.amplifiers.find(
      ({ box, preamp }) => !used.has(box.id) && (preamp || box.blocks.some(({ role }) => role === 'preamp')),
    );
    const row = amplifier && driven(ask.rig, ask.gear, whole(amplifier.box), used);
    const ways = [toDesk(ask, draft, true), toDesk(ask, draft, false), row ? rowText(ask.rig, row) : null];
    return ways.flatMap((way) =>
      way === null ? [] : [{ draft: { ...draft, also: [...draft.also, `${start}${way}`] } }],
    );
  },
};
