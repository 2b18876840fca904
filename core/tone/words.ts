// Tone in words: the worst first.
import { boxOf, type Reads } from '../model';
import { formatDb, formatQuantity } from '../units';
import type { ToneRoute } from './along';
import { driveAt, type Drive } from './drives';
import { worstStep } from './sliders';

/** Less than this is not lost, dB. */
const HEARD_DB = 0.3;

const ohmWords = (ohm: number): string => formatQuantity(ohm, 'Ω');

/** In two figures and as few letters: `38k`, `220Ω`. */
export const shortOhm = (ohm: number): string =>
  formatQuantity(Number(ohm.toPrecision(2)), 'Ω')
    .replace(' ', '')
    .replace(/([kM])Ω$/, '$1');

/** `driven by Volume, 38 kΩ` */
const drivenBy = ({ box, ohm }: Drive): string => `driven by ${box.name}, ${ohmWords(ohm)}`;

/** `5.5 m into Combo`: what straight-in is for the front of a route. */
export function straightWords(of: Reads<'boxes'>, { parts }: ToneRoute): string {
  const [front] = parts;
  if (!front) return '';
  const { lengthM, into, ohm } = front.reference;
  const box = into === null ? undefined : boxOf(of, into);
  return `${lengthM} m into ${box?.name ?? ohmWords(ohm)}`;
}

/**
 * The worst of a route in one sentence, and how it stands against the limit.
 * @param limitDb of the house
 */
export function toneCaption(tone: ToneRoute, drives: readonly Drive[], limitDb: number): string {
  const worst = worstStep(tone);
  const step = tone.steps[worst];
  const drive = driveAt(drives, worst);
  const lost =
    step && step.ownDb < -HEARD_DB
      ? `Most treble is lost in lead ${step.lead.number}: ${formatDb(step.ownDb)} dB at 5 kHz, ${drive ? drivenBy(drive) : ''}.`
      : 'No lead loses treble to speak of.';
  const { dull, peak } = tone;
  const all =
    -dull.db >= peak.db
      ? `${formatDb(dull.db)} dB at ${formatQuantity(dull.hz / 1000, '')} kHz`
      : `${formatDb(peak.db)} dB at ${formatQuantity(peak.hz / 1000, '')} kHz`;
  const over = Math.max(-dull.db, peak.db) > limitDb;
  return `${lost} Against straight in ${over ? '' : 'at most '}${all}${over ? `, over the limit of ${limitDb} dB` : ''}.`;
}
