// What leads, pickups and pedals are made of, as elements of a circuit.
import type { Element } from '../circuit';
import { actsOnBlock, type Block, type Box, type Control, type Lead } from '../model';
import type { Resolved } from '../signal';
import { dividerOf, rheostatOf, trackShare } from './pots';

/** Assumed where nothing is noted: farad and ohm a metre of lead, of a pedal that is off, of a tone control. */
const LEAD = { faradPerM: 100e-12, ohmPerM: 0.08 } as const;
const OFF_FARAD = 15e-12;
const TONE_FARAD = 22e-9;
const LEAST_OHM = 1e-3;

export type Put = (element: Element) => void;

const between = (name: string, from: string, to: string) => ({ name, from, to });

export const resistor = (name: string, from: string, to: string, value: number): Element => ({
  kind: 'R',
  ...between(name, from, to),
  value,
});

const capacitor = (name: string, from: string, to: string, value: number): Element => ({
  kind: 'C',
  ...between(name, from, to),
  value,
});

/** A load to ground: its resistance beside its capacitance. */
export function putLoad(put: Put, name: string, node: string, ohm: number | null, farad: number): void {
  if (ohm !== null) put(resistor(`rl${name}`, node, '0', ohm));
  if (farad > 0) put(capacitor(`cl${name}`, node, '0', farad));
}

/** A lead as a pi section: right to 0.01 dB at audio frequency and stage length. */
export function putLead(put: Put, lead: Lead, name: string, from: string, to: string): void {
  const farad = lead.measured?.farad ?? lead.lengthM * LEAD.faradPerM;
  const ohm = lead.measured?.coreOhm ?? lead.lengthM * LEAD.ohmPerM;
  put(capacitor(`ca${name}`, from, '0', farad / 2));
  put(resistor(`rc${name}`, from, to, Math.max(LEAST_OHM, ohm)));
  put(capacitor(`cb${name}`, to, '0', farad / 2));
}

/** A pedal that is off: a wire with a little to ground; one whose circuit hangs on keeps its input there too. */
export function putBypassed(put: Put, name: string, node: string, block: Block): void {
  put(capacitor(`co${name}`, node, '0', OFF_FARAD));
  if (block.bypassKind !== 'hung') return;
  const on = block.states.find(({ id }) => id !== 'off');
  putLoad(put, `h${name}`, node, on?.rIn?.value ?? null, on?.cIn?.value ?? 0);
}

const potOf = (box: Box, block: Block, sets: Control['sets']) => {
  const control = box.controls.find((one) => one.sets === sets && actsOnBlock(one, block.id));
  return control?.law.type === 'pot' ? { control, law: control.law } : null;
};

/** A pot as a divider between two nodes: the track is on the first, the second is its wiper. */
export function putDivider(
  put: Put,
  name: string,
  from: string,
  to: string,
  ohm: number,
  share: number,
): void {
  const { top, bottom } = dividerOf(ohm, share);
  put(resistor(`rvt${name}`, from, to, top));
  put(resistor(`rvb${name}`, to, '0', bottom));
}

/** A treadle or knob that is a bare pot in the way, and where it stands; null: this block is none. */
export function bareVolume(box: Box, block: Block, resolved: Resolved) {
  if (block.category !== 'volume' || box.jacks.some(({ carries }) => carries === 'dc')) return null;
  const pot = potOf(box, block, 'level');
  if (!pot) return null;
  const position = resolved.control(box, pot.control).position ?? 1;
  return { ohm: pot.law.ohm, share: trackShare(position, pot.law.taper) };
}

/**
 * A pickup with the controls behind it, from a source to the jack: a coil with its resistance and capacitance, the tone
 * control at the pickup's side of the volume. One without a coil is a capacitor (piezo) or a resistance (active).
 */
export function putPickup(
  put: Put,
  box: Box,
  block: Block,
  resolved: Resolved,
  from: string,
  jack: string,
): void {
  const wanted = resolved.sound?.pickup;
  const pickup = block.pickups.find(({ id, name }) => id === wanted || name === wanted) ?? block.pickups[0];
  const volume = potOf(box, block, 'level');
  const tone = potOf(box, block, 'tone');
  const hot = volume ? 'pu' : jack;
  const [ohm, henry, farad] = [pickup?.rOhm?.value, pickup?.lHenry?.value, pickup?.cFarad?.value];
  if (henry !== undefined) {
    put(resistor('rp', from, 'pm', ohm ?? LEAST_OHM));
    put({ kind: 'L', ...between('lp', 'pm', hot), value: henry });
    if (farad !== undefined) put(capacitor('cp', hot, '0', farad));
  } else if (ohm === undefined && farad !== undefined) put(capacitor('cpz', from, hot, farad));
  else put(resistor('rp', from, hot, ohm ?? LEAST_OHM));
  if (tone) {
    const position = resolved.control(box, tone.control).position ?? 1;
    const own = rheostatOf(tone.law.ohm, position, tone.law.taper);
    if (own !== null) {
      put(resistor('rtone', hot, 'pt', own));
      put(capacitor('ctone', 'pt', '0', TONE_FARAD));
    }
  }
  if (volume) {
    const position = resolved.control(box, volume.control).position ?? 1;
    putDivider(put, '', hot, jack, volume.law.ohm, trackShare(position, volume.law.taper));
  }
}

/** A one to one transformer: its windings' resistance and inductance, and how they are coupled. */
export function putTransformer(put: Put, name: string, from: string, to: string): void {
  put(resistor(`rtp${name}`, from, `tp${name}`, 60));
  put({ kind: 'L', ...between(`lta${name}`, `tp${name}`, '0'), value: 10 });
  put({ kind: 'L', ...between(`ltb${name}`, `ts${name}`, '0'), value: 10 });
  put({ kind: 'K', name: `kt${name}`, inductors: [`lta${name}`, `ltb${name}`], value: 0.9999 });
  put(resistor(`rts${name}`, `ts${name}`, to, 60));
}
