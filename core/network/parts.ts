// What leads, pickups and pedals are made of, as elements of a circuit.
import type { Element } from '../circuit';
import { actsOnBlock, type Block, type Box, type Control, type Lead } from '../model';
import type { Resolved } from '../signal';
import { dividerOf, trackShare } from './pots';

/** Assumed where nothing is noted: farad and ohm a metre of lead, of a pedal that is off, of a tone control. */
const LEAD = { faradPerM: 100e-12, ohmPerM: 0.08 } as const;
/** Of a lead whose cable nobody has noted. */
export const USUAL_FARAD_PER_M = LEAD.faradPerM;
const OFF_FARAD = 15e-12;
export const LEAST_OHM = 1e-3;

export type Put = (element: Element) => void;

/** The elements that something puts. */
export const madeOf = (fill: (put: Put) => void): readonly Element[] => {
  const made: Element[] = [];
  fill((element) => void made.push(element));
  return made;
};

export const between = (name: string, from: string, to: string) => ({ name, from, to });

export const resistor = (name: string, from: string, to: string, value: number): Element => ({
  kind: 'R',
  ...between(name, from, to),
  value,
});

export const capacitor = (name: string, from: string, to: string, value: number): Element => ({
  kind: 'C',
  ...between(name, from, to),
  value,
});

/** All of an element that its response depends on: of names only those that others call it by. */
export const elementText = (element: Element): string => {
  if (element.kind === 'K') return `K ${element.inductors.join(' ')} ${element.value}`;
  const { kind, from, to, value } = element;
  const own = kind === 'L' ? element.name : kind === 'E' ? `${element.controlFrom} ${element.controlTo}` : '';
  return `${kind} ${from} ${to} ${value} ${own}`;
};

/** A load to ground: its resistance beside its capacitance. */
export function putLoad(put: Put, name: string, node: string, ohm: number | null, farad: number): void {
  if (ohm !== null) put(resistor(`rl${name}`, node, '0', ohm));
  if (farad > 0) put(capacitor(`cl${name}`, node, '0', farad));
}

/** What of a lead is electrical. */
export type Cable = Pick<Lead, 'lengthM' | 'faradPerM' | 'measured'>;

/** What a lead has between core and screen, farad: as measured, else by its length and its cable. */
export const leadFarad = ({ measured, lengthM, faradPerM = LEAD.faradPerM }: Cable): number =>
  measured?.farad ?? lengthM * faradPerM;

/** A lead as a pi section: right to 0.01 dB at audio frequency and stage length. */
export function putLead(put: Put, lead: Cable, name: string, from: string, to: string): void {
  const farad = leadFarad(lead);
  const ohm = lead.measured?.coreOhm ?? lead.lengthM * LEAD.ohmPerM;
  put(capacitor(`ca${name}`, from, '0', farad / 2));
  put(resistor(`rc${name}`, from, to, Math.max(LEAST_OHM, ohm)));
  put(capacitor(`cb${name}`, to, '0', farad / 2));
}

/** The input of a circuit, as a load. */
export type Input = { readonly ohm: number; readonly farad: number };

/** A pedal that is off: a wire with a little to ground; one whose circuit hangs on keeps its input there too. */
export function putBypassed(put: Put, name: string, node: string, hanging: Input | null): void {
  put(capacitor(`co${name}`, node, '0', OFF_FARAD));
  if (hanging) putLoad(put, `h${name}`, node, hanging.ohm, hanging.farad);
}

/** The pot of a block that sets its level, or its tone; null: none, or its law is another. */
export const potOf = (box: Box, block: Block, sets: Control['sets']) => {
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
  return { ohm: pot.law.ohm, share: trackShare(position, pot.law) };
}

/** Inductance of an isolator's winding, assumed. */
export const ISOLATOR_HENRY = 10;

/** A one to one transformer: its windings' resistance and inductance, and how they are coupled. */
export function putTransformer(put: Put, name: string, from: string, to: string): void {
  put(resistor(`rtp${name}`, from, `tp${name}`, 60));
  put({ kind: 'L', ...between(`lta${name}`, `tp${name}`, '0'), value: ISOLATOR_HENRY });
  put({ kind: 'L', ...between(`ltb${name}`, `ts${name}`, '0'), value: ISOLATOR_HENRY });
  put({ kind: 'K', name: `kt${name}`, inductors: [`lta${name}`, `ltb${name}`], value: 0.9999 });
  put(resistor(`rts${name}`, `ts${name}`, to, 60));
}
