// Pickups as a selector joins them, with the controls behind them, up to the instrument's jack.
import type { Element } from '../circuit';
import { blockIn, combinationOf, derive, type Block, type Box, type Coil } from '../model';
import { resolveIn, type Resolved } from '../signal';
import { between, capacitor, LEAST_OHM, madeOf, potOf, putDivider, resistor, type Put } from './parts';
import { rheostatOf, trackShare } from './pots';

/** Assumed where nothing is noted, farad: a tone control's capacitor, the wire from the controls to the jack. */
const TONE_FARAD = 22e-9;
const INNER_FARAD = 100e-12;
/** Of a pair of coils one has these shares of inductance and resistance, and so much less to say, dB. */
const HALF = { henry: 0.45, ohm: 0.5, db: -5 } as const;

/** The pickup of a position that is loudest by itself. */
export const loudestOf = (coils: readonly Coil[]): Coil['pickup'] | undefined =>
  coils.reduce<Coil['pickup'] | undefined>(
    (best, { pickup }) => (best && levelOf(best) >= levelOf(pickup) ? best : pickup),
    undefined,
  );

const levelOf = ({ averageDbu }: Coil['pickup']): number => averageDbu?.value ?? 0;

/** How loud each coil is beside the loudest pickup of its position; negative: turned. */
function gains(coils: readonly Coil[]): readonly number[] {
  const loudest = loudestOf(coils);
  const most = loudest ? levelOf(loudest) : 0;
  return coils.map(
    ({ pickup, half, flipped }) =>
      (flipped ? -1 : 1) * 10 ** ((levelOf(pickup) - most + (half ? HALF.db : 0)) / 20),
  );
}

/** A coil between two nodes, with a source of its own. One without inductance is a capacitor (piezo) or a resistance. */
function putCoil(
  put: Put,
  coil: Coil,
  gain: number,
  tail: string,
  source: string,
  low: string,
  hot: string,
): void {
  const { pickup, half } = coil;
  const [ohm, henry, farad] = [pickup.rOhm?.value, pickup.lHenry?.value, pickup.cFarad?.value];
  let from = source;
  if (gain !== 1 || low !== '0') {
    from = `pv${tail}`;
    put({ kind: 'E', ...between(`epv${tail}`, from, low), controlFrom: source, controlTo: '0', value: gain });
  }
  if (henry === undefined) {
    if (ohm === undefined && farad !== undefined) put(capacitor(`cpz${tail}`, from, hot, farad));
    else put(resistor(`rp${tail}`, from, hot, ohm ?? LEAST_OHM));
    return;
  }
  const middle = `pm${tail}`;
  put(resistor(`rp${tail}`, from, middle, Math.max(LEAST_OHM, (ohm ?? 0) * (half ? HALF.ohm : 1))));
  put({ kind: 'L', ...between(`lp${tail}`, middle, hot), value: henry * (half ? HALF.henry : 1) });
  if (pickup.eddyOhm) put(resistor(`re${tail}`, middle, hot, pickup.eddyOhm.value));
  if (farad !== undefined) put(capacitor(`cp${tail}`, hot, low, farad));
}

/** The coils of a position, from a source to the node that the controls stand on. */
function putCoils(
  put: Put,
  block: Block,
  wanted: string | null | undefined,
  source: string,
  hot: string,
): void {
  const { coils, joined } = combinationOf(block, wanted);
  if (coils.length === 0) put(resistor('rp', source, hot, LEAST_OHM));
  const loud = gains(coils);
  coils.forEach((coil, i) => {
    const tail = i === 0 ? '' : String(i + 1);
    const low = joined === 'series' && i > 0 ? `px${i}` : '0';
    const high = joined === 'series' && i < coils.length - 1 ? `px${i + 1}` : hot;
    putCoil(put, coil, loud[i] ?? 1, tail, source, low, high);
  });
}

/**
 * A source block as a circuit: the pickups that the sound's position joins, the tone control ahead of the volume or at its
 * wiper, a treble bleed over the volume, and the wire to the jack.
 */
export function putPickup(
  put: Put,
  box: Box,
  block: Block,
  resolved: Resolved,
  source: string,
  jack: string,
): void {
  const volume = potOf(box, block, 'level');
  const tone = potOf(box, block, 'tone');
  const hot = volume ? 'pu' : jack;
  putCoils(put, block, resolved.sound?.pickup, source, hot);
  if (tone) {
    const own = rheostatOf(tone.law, resolved.control(box, tone.control).position ?? 1);
    if (own !== null) {
      put(resistor('rtone', block.toneAt === 'wiper' ? jack : hot, 'pt', own));
      put(capacitor('ctone', 'pt', '0', tone.law.farad ?? TONE_FARAD));
    }
  }
  if (volume) {
    const position = resolved.control(box, volume.control).position ?? 1;
    putDivider(put, '', hot, jack, volume.law.ohm, trackShare(position, volume.law));
    const { bleed } = volume.law;
    if (bleed) putBleed(put, bleed, hot, jack);
  }
  // A piezo or a source without controls has no wiring that anyone has noted.
  const inner = block.innerFarad?.value ?? (volume || tone ? INNER_FARAD : 0);
  if (inner > 0) put(capacitor('ci', jack, '0', inner));
}

type Bleed = {
  readonly farad: number;
  readonly ohm?: number | undefined;
  readonly joined: 'series' | 'parallel';
};

function putBleed(put: Put, { farad, ohm, joined }: Bleed, top: string, wiper: string): void {
  const isSeries = ohm !== undefined && joined === 'series';
  put(capacitor('cb', top, isSeries ? 'pb' : wiper, farad));
  if (ohm !== undefined) put(resistor('rb', isSeries ? 'pb' : top, wiper, ohm));
}

/**
 * A source with its controls up, and the loudest of its pickups alone, from `drv` to the node `jack`: what its stated
 * level is of.
 * @returns null: the block is no source
 */
export const sourceUp = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, box: string, block: string): readonly Element[] | null => {
    const resolved = resolveIn(of);
    const own = resolved.boxes.get(box);
    const source = blockIn(own, block);
    if (!own || source?.role !== 'source') return null;
    const { coils } = combinationOf(source, resolved.sound?.pickup);
    const loudest = loudestOf(coils);
    const up: Resolved = {
      ...resolved,
      control: (of, control) => ({ ...resolved.control(of, control), position: 1 }),
    };
    const alone: Block = loudest
      ? { ...source, pickups: [loudest], selector: [], combinations: undefined }
      : source;
    return madeOf((put) => putPickup(put, own, alone, up, 'drv', 'jack'));
  },
);
