import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { likelyEdits, type Selection } from '../../../core/acts';
import { applyEdit, type EditCall } from '../../../core/edits';
import { readRig } from '../../../core/file';
import { makeSound, type Rig } from '../../../core/model';
import { SOUND } from '../../../core/testing/build';
import { answer } from './answer';
import { Packer } from './parcel';
import { makeRigWorker, type Ask, type RigWorker } from './rig-worker';
import { MAP } from './testing';

const QUERIES = [
  { kind: 'findings', variant: null, sound: SOUND.sound },
  MAP,
  { kind: 'routes', setting: SOUND },
] as const;
const ASKS: readonly Ask[] = QUERIES.map((query) => ({ slot: query.kind, query, holds: null }));

let rig: Rig;
beforeAll(() => {
  const read = readRig(readFileSync('demo/pit-chair.humrig.json', 'utf8'));
  if (!read.ok) throw new Error('the demo is no sound rig');
  rig = read.rig;
});

/** As it comes over from a page: nothing in it is the same object as anything here. */
const crossed = <T>(what: T): T => structuredClone(what);
const opened = async (): Promise<RigWorker> => {
  const worker = makeRigWorker();
  await worker.open(crossed(rig), 0, []);
  return worker;
};
const told = async (worker: RigWorker, edit: EditCall) => {
  const batch = await worker.edit(crossed(applyEdit(rig, edit).patches), 1, ASKS);
  return batch.told.map((one) => ('parcel' in one ? one.parcel.contents : one.fault));
};

test('a draft of the map needs nothing that is found; with the findings comes the map that has its marks', async () => {
  const worker = await opened();
  const draft = { ...MAP, unmarked: true } as const;
  const of = async (query: typeof MAP | typeof draft) => {
    const { told } = await worker.tell([{ slot: 'map', query, holds: null }]);
    return told.map((one) => ('parcel' in one ? one.parcel.contents : one.fault));
  };
  const cold = (query: typeof MAP | typeof draft) => [
    new Packer().pack('map', answer(crossed(rig), query), null).contents,
  ];
  expect(await of(draft)).toEqual(cold(draft));
  expect(await of(MAP)).toEqual(cold(MAP));
  expect(await of(MAP)).not.toEqual(await of(draft));
});

test('what is asked is told of the document that was there then, though another comes meanwhile', async () => {
  const worker = await opened();
  const gone = { edit: 'removeBox', arguments: { id: 'valve-head' } } as const;
  const [before, after] = await Promise.all([
    worker.tell(ASKS),
    worker.edit(crossed(applyEdit(rig, gone).patches), 1, ASKS),
  ]);
  expect([before.turn, after.turn]).toEqual([0, 1]);
  const findings = ({ told }: typeof before) => told[0] && 'parcel' in told[0] && told[0].parcel.contents;
  expect(findings(before)).toEqual(
    new Packer().pack('findings', answer(crossed(rig), QUERIES[0]), null).contents,
  );
  expect(findings(after)).not.toEqual(findings(before));
});

test('the rest of a document is told behind what came meanwhile: nothing of it, if that was another document', async () => {
  const worker = await opened();
  const asks = ASKS.slice(1);
  expect((await worker.rest(0, asks)).told).toHaveLength(asks.length);
  const late = worker.rest(0, asks);
  const gone = { edit: 'removeBox', arguments: { id: 'valve-head' } } as const;
  await worker.edit(crossed(applyEdit(rig, gone).patches), 1, []);
  expect(await late).toEqual({ turn: 0, told: [] });
});

describe('looking ahead', () => {
  /** What is to be told of a document that nothing is known of. */
  const cold = (edit: EditCall) =>
    ASKS.map(
      ({ slot, query }) =>
        new Packer().pack(slot, answer(crossed(applyEdit(rig, edit).rig), query), null).contents,
    );

  test('an edit that was looked ahead at brings what it brings where nothing is known of it', async () => {
    const chosen: readonly Selection[] = [
      ...rig.leads.map(({ id }) => ({ type: 'lead' as const, id })),
      ...rig.boxes.map(({ id }) => ({ type: 'box' as const, id })),
    ];
    const edits = chosen.flatMap((part) =>
      likelyEdits(rig, SOUND, { layer: 'sound', id: SOUND.sound }, part),
    );
    expect(new Set(edits.map(({ edit }) => edit))).toEqual(
      new Set(['unplug', 'removeLead', 'setBlockState', 'removeBox']),
    );
    for (const edit of edits.filter((_, i) => i % 5 === 0)) {
      const worker = await opened();
      expect(await worker.ahead(crossed(edit), QUERIES)).toBe(true);
      expect(await told(worker, edit)).toEqual(cold(edit));
      const other = await opened();
      expect(await other.ahead(crossed(edit), QUERIES)).toBe(true);
      expect(await told(other, edits[0]!)).toEqual(cold(edits[0]!));
    }
  });

  test('a newer document, or another look, ends it; what cannot be done is not looked at', async () => {
    const edit = { edit: 'unplug', arguments: { lead: rig.leads[0]!.id, side: 'to' } } as const;
    const worker = await opened();
    const [first, second] = [worker.ahead(edit, QUERIES), worker.ahead(edit, QUERIES)];
    expect(await first).toBe(false);
    await worker.open(crossed(rig), 1, []);
    expect(await second).toBe(false);
    expect(await worker.ahead({ edit: 'unplug', arguments: { lead: 'none', side: 'to' } }, QUERIES)).toBe(
      false,
    );
    expect(await worker.ahead(edit, QUERIES)).toBe(true);
  });

  test('a very large rig is not looked ahead at: its pieces would be in the way', async () => {
    const worker = makeRigWorker();
    const sounds = Array.from({ length: 200 }, (_, i) => makeSound(`more-${i}`, `More ${i}`));
    await worker.open({ ...rig, sounds }, 0, []);
    const edit = { edit: 'unplug', arguments: { lead: rig.leads[0]!.id, side: 'to' } } as const;
    expect(await worker.ahead(edit, QUERIES)).toBe(false);
  });
});
