import { boxIn, byId, copy, demand, edit, layerOf, wiredNow } from './edit';
import { LIMITS, type Band, type Block, type EqSetting, type Impulse, type Scope } from '../model';

const MOST_DB = 40;
const MOST_BANDS = 31;
const IMPULSE_POINTS = 97;
const FLOOR_DB = -200;

const isHertz = (hertz: number | undefined) =>
  hertz === undefined || (Number.isFinite(hertz) && hertz > 0 && hertz <= 100_000);

const mayBeSet = ({ role, category }: Pick<Block, 'role' | 'category'>): boolean =>
  category === 'eq' || role === 'cabModel';

/** How equalisers and the cuts of cabinet models are set. */
export const equaliserEdits = {
  /** null in a layer: back to what lies below; at rest: nothing noted. */
  setEq: edit<{ box: string; block: string; eq: EqSetting | null; scope: Scope }>(
    'Set equaliser',
    (draft, { box, block: id, eq, scope }) => {
      const block = byId(boxIn(draft, box).blocks, id, 'block');
      demand(mayBeSet(block), `${block.name} is no equaliser and no cabinet model.`);
      if (eq) {
        demand(
          eq.gainsDb.length <= MOST_BANDS &&
            eq.gainsDb.every((db) => Number.isFinite(db) && Math.abs(db) <= MOST_DB),
          `A band goes from −${MOST_DB} to +${MOST_DB} dB.`,
        );
        demand(isHertz(eq.lowCutHz) && isHertz(eq.highCutHz), 'A cut stands between 0 and 100 kHz.');
      }
      const noted = (one: EqSetting) => ({
        ...copy(one),
        basis: one.basis ?? wiredNow(draft, { box, scope }),
      });
      if (scope.layer === 'rest') {
        if (eq) block.eq = noted(eq);
        else delete block.eq;
        return;
      }
      const layer = layerOf(draft, scope);
      const record = (layer.eq ??= {});
      if (eq) record[`${box}/${id}`] = noted(eq);
      else delete record[`${box}/${id}`];
      if (Object.keys(record).length === 0) delete layer.eq;
    },
  ),

  /** null: none. */
  setImpulse: edit<{ box: string; block: string; impulse: Impulse | null }>(
    'Change impulse response',
    (draft, { box, block: id, impulse }) => {
      const block = byId(boxIn(draft, box).blocks, id, 'block');
      demand(block.role === 'cabModel', `${block.name} is no cabinet model.`);
      if (!impulse) {
        delete block.impulse;
        return;
      }
      demand(impulse.name.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
      demand(/^[0-9a-f]{64}$/.test(impulse.sha256), 'A fingerprint has 64 digits from 0 to f.');
      demand(impulse.rateHz > 0 && impulse.rateHz <= 1_000_000, 'A sample rate is over 0 Hz.');
      demand(
        impulse.curveDb.length === IMPULSE_POINTS && impulse.curveDb.every((db) => db <= 0 && db >= FLOOR_DB),
        `A curve has ${IMPULSE_POINTS} points of 0 dB or less.`,
      );
      block.impulse = copy(impulse);
    },
  ),

  /** null: the usual ones. What is set of bands that go is forgotten. */
  setBands: edit<{ box: string; block: string; bands: readonly Band[] | null }>(
    'Change bands',
    (draft, { box, block: id, bands }) => {
      const block = byId(boxIn(draft, box).blocks, id, 'block');
      demand(mayBeSet(block), `${block.name} is no equaliser and no cabinet model.`);
      demand(
        bands === null || (bands.length > 0 && bands.length <= MOST_BANDS),
        `An equaliser has 1 to ${MOST_BANDS} bands.`,
      );
      demand(
        (bands ?? []).every(({ hz, q }) => isHertz(hz) && (q === undefined || (q > 0 && q <= 30))),
        'A band stands between 0 and 100 kHz, with a Q from 0 to 30.',
      );
      if (bands) block.bands = copy(bands);
      else delete block.bands;
    },
  ),
};
