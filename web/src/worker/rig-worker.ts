import type { EditCall } from '../../../core/edits';
import type { FileResult, ReadResult } from '../../../core/file';
import { asLately, keepLately, patchRig, type DocumentPatch, type Rig } from '../../../core/model';
import { weakly } from '../../../core/units';
import { draftOf, isDraft } from './draft';
import { faultWords } from './fault-words';
import { Packer, type Parcel } from './parcel';
import type { AnyQuery, Kind, ResultOf } from './queries';

/** What is to be told of the open rig, where it goes, and what is there already. */
export type Ask = { readonly slot: string; readonly query: AnyQuery; readonly holds: number | null };
export type Told = { readonly slot: string } & ({ readonly parcel: Parcel } | { readonly fault: string });
export type Batch = { readonly turn: number; readonly told: readonly Told[] };

/** What was asked of documents that may come, by the question. */
const foreseen = weakly((_rig: Rig) => new Map<string, unknown>());

/** Boxes times sounds of a rig that is looked ahead at: of a larger one a piece is no longer small. */
const MOST_AHEAD = 640;

/** A part of the code, or in words which did not come. */
const fetched = <T>(what: string, part: Promise<T>): Promise<T> =>
  part.catch((cause: unknown) => {
    throw new Error(`The part of Hum Map that ${what} could not be fetched. Load the page again.`, { cause });
  });

/** What rigs are checked with: the demo is drawn without. */
const files = () => fetched('reads rigs', import('../../../core/file'));

/** What answers every question: four times the code that a rig is drawn with, so it comes behind the draft. */
const whole = () => fetched('judges rigs', import('./whole'));

/** Lets what came meanwhile be done first. */
const breath = () => new Promise<void>((done) => setTimeout(done));

/** The worker's own copy of the rig: opened whole once, then kept up by patches, so that caches keep their identity. */
export function makeRigWorker() {
  let held: { rig: Rig; turn: number } | null = null;
  const packer = new Packer();
  /** How often it has looked ahead. */
  let looks = 0;

  function hold(rig: Rig, turn: number) {
    held = { rig, turn };
    keepLately(rig);
  }

  /** @returns of the document that was held when it was asked */
  async function tell(asks: readonly Ask[]): Promise<Batch> {
    if (!held) throw new Error('no rig is open');
    const { rig, turn } = held;
    const answered = asks.every(({ query }) => isDraft(query)) ? null : (await whole()).answer;
    const told = asks.map(({ slot, query, holds }): Told => {
      try {
        const work = () => (isDraft(query) ? draftOf(rig, query) : answered?.(rig, query));
        const known = foreseen(rig).get(JSON.stringify(query)) ?? work();
        return { slot, parcel: packer.pack(slot, known, holds) };
      } catch (error) {
        // One question that cannot be answered takes no other with it.
        return { slot, fault: faultWords(error) };
      }
    });
    return { turn, told };
  }

  return {
    open(rig: Rig, turn: number, asks: readonly Ask[]): Promise<Batch> {
      hold(rig, turn);
      return tell(asks);
    },
    /** An edit, and what is to be told of the rig after it, in one message each way. */
    async edit(patches: readonly DocumentPatch[], turn: number, asks: readonly Ask[]): Promise<Batch> {
      if (held?.turn !== turn - 1) throw new Error('a patch came out of its turn');
      hold(asLately(patchRig(held.rig, patches)), turn);
      return tell(asks);
    },
    tell,
    /** The rest of what is to be told of one document, behind what came meanwhile: nothing, if that was another one. */
    async rest(turn: number, asks: readonly Ask[]): Promise<Batch> {
      await breath();
      return held?.turn === turn ? tell(asks) : { turn, told: [] };
    },
    /**
     * Works out what will be asked once an edit is made that is likely to come, in small pieces: whatever is asked
     * meanwhile is answered first, and a newer document or look ahead ends it.
     * @returns was it worked out whole
     */
    async ahead(edit: EditCall, queries: readonly AnyQuery[]): Promise<boolean> {
      const of = held;
      const mine = (looks += 1);
      const { answer, judge, trial } = await whole();
      const isOver = () => held !== of || looks !== mine;
      const rig = of && !isOver() && trial(of.rig, edit);
      if (!rig || rig.boxes.length * rig.sounds.length > MOST_AHEAD) return false;
      keepLately(rig);
      const pieces = queries.flatMap((query) => [
        // Sound by sound, what is found is soonest out of the way of what is asked meanwhile.
        ...(query.kind === 'findings'
          ? rig.sounds.map(
              ({ id }) =>
                () =>
                  judge(rig, query.variant, [id]),
            )
          : []),
        () => foreseen(rig).set(JSON.stringify(query), answer(rig, query)),
      ]);
      for (const piece of pieces) {
        await breath();
        if (isOver()) return false;
        piece();
      }
      return true;
    },
    /** Told once, whole. */
    async ask(query: AnyQuery): Promise<ResultOf<Kind>> {
      if (!held) throw new Error('no rig is open');
      const { rig } = held;
      return (await whole()).answer(rig, query);
    },
    /** About a rig that is not open, for the shelf. */
    async askOf(rig: Rig, query: AnyQuery): Promise<ResultOf<Kind>> {
      return (await whole()).answer(rig, query);
    },
    /** A rig file or a whole shelf. */
    async readFile(text: string): Promise<FileResult> {
      return (await files()).readAnyFile(text);
    },
    async readValue(value: unknown): Promise<ReadResult> {
      return (await files()).readRigValue(value);
    },
    /** Has what reads rigs at hand when the first comes. */
    async prepare(): Promise<void> {
      await files();
    },
  };
}

export type RigWorker = ReturnType<typeof makeRigWorker>;
