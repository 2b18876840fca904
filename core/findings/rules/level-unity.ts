import { boxOf, derive, endAt } from '../../model';
import { insertedAlong, positionFor, potDb, type Inserted } from '../../level';
import { knobsAt } from '../../levelling';
import { resolveIn, traceIn, type Path } from '../../signal';
import { group, type Cure } from '../cure';
import { ofElectricity } from '../electric';
import { jackPart, scopeFrom, type Found, type View } from '../finding';
import { levelCures } from '../level-cure';
import { formatClock } from '../../units';
import { plainDb } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly kind: 'front' | 'loop';
  readonly at: string;
  readonly offDb: number;
};

/** What is inserted on any way of a setting, the farthest from unity at each place. */
const farthestIn = derive(ofElectricity, (of) => {
  const found = new Map<string, { readonly inserted: Inserted; readonly path: Path }>();
  for (const path of traceIn(of).paths)
    for (const inserted of insertedAlong(of, path)) {
      const key = `${inserted.kind} ${inserted.at.box}/${inserted.at.jack}`;
      const known = found.get(key);
      if (!known || Math.abs(known.inserted.offDb) < Math.abs(inserted.offDb))
        found.set(key, { inserted, path });
    }
  return [...found.values()];
});

/** LEVEL-UNITY: with all effects off the level is another than straight in, or than with send and return joined. */
export const unity = rule<Data>({
  code: 'LEVEL-UNITY',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { unityNoteDb, unityCautionDb } = of.houseRules.limits;
    return farthestIn(of).flatMap(({ inserted: { kind, at, offDb } }): Found<Data>[] => {
      const end = endAt(of, at);
      if (!end || Math.abs(offDb) <= unityNoteDb) return [];
      return [
        {
          severity: Math.abs(offDb) > unityCautionDb ? 'caution' : 'note',
          parts: [jackPart(end.box, end.jack)],
          figures: [{ name: 'off unity', value: offDb, unit: 'dB' }],
          assumed: [{ part: jackPart(end.box, end.jack), figure: 'levels up to it' }],
          data: { kind, at: `${at.box}/${at.jack}`, offDb },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `With all effects off ${say.jack(data.at)} gets ${plainDb(data.offDb)} dB ${data.offDb > 0 ? 'more' : 'less'} than ${
      data.kind === 'loop' ? 'with send and return joined' : 'straight in'
    }.`,
    why: 'What is inserted is to change nothing while it is off: else the amplifier is set up for a level that no other lead gives.',
  }),
  *cures(view, { data }) {
    yield* knobCures(view, data);
    yield* levelCures(view);
  },
});

/** One knob of what is inserted, turned by as much: the last of them first. */
function* knobCures(view: View, { kind, at, offDb }: Data): Generator<Cure> {
  const own = farthestIn(view).find(
    ({ inserted }) => inserted.kind === kind && `${inserted.at.box}/${inserted.at.jack}` === at,
  );
  if (!own) return;
  const { first, last } = own.inserted;
  for (const step of own.path.steps.slice(first, last + 1).toReversed()) {
    const box = step.type === 'lead' ? undefined : boxOf(view, step.box);
    if (!box) continue;
    for (const control of knobsAt(box, step)) {
      const { position, from } = resolveIn(view).control(box, control);
      const to = positionFor(control.law, potDb(control.law, position) - offDb);
      if (to === null) continue;
      const set = { box: box.id, control: control.id, position: to, basis: null };
      yield group(`Set ${control.label} of ${box.name} to ${formatClock(to)}`, [
        { edit: 'setControl', arguments: { ...set, scope: scopeFrom(view, from) } },
      ]);
    }
  }
}
