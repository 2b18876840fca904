import { AMPLIFIERS } from './amplifiers';
import { BACKLINE } from './backline';
import { BUFFERS } from './buffers';
import { COLOURS } from './colours';
import { CONTROL } from './control';
import { DESKS } from './desks';
import { GAIN } from './gain';
import { INSTRUMENTS } from './instruments';
import type { Kind } from './kind';
import { LINKS } from './links';
import { MONITORS } from './monitors';
import { MORE_UNITS } from './more-units';
import { OUTBOARD, TWICE } from './outboard';
import { PEDALS } from './pedals';
import { POWER_AMPS } from './power';
import { SWITCHING } from './switching';
import { TAILS } from './tails';
import { TREADLES } from './treadles';
import { UNITS } from './unit';

/** Kinds as people look for them, in the order the signal usually meets them. A new kind is one more entry in a list. */
export const CATALOGUE_GROUPS: readonly { readonly name: string; readonly kinds: readonly Kind[] }[] = [
  { name: 'Instruments', kinds: INSTRUMENTS },
  { name: 'Radio, DI, supply', kinds: LINKS },
  { name: 'Under the foot', kinds: TREADLES },
  { name: 'Pedals', kinds: [...PEDALS, ...BUFFERS] },
  { name: 'More gain', kinds: GAIN },
  { name: 'Colour, time', kinds: COLOURS },
  { name: 'Units', kinds: [...UNITS, ...MORE_UNITS, ...OUTBOARD, ...TWICE] },
  { name: 'Switching', kinds: SWITCHING },
  { name: 'Amplifiers, desk', kinds: [...BACKLINE, ...AMPLIFIERS] },
  { name: 'Power, cabinets', kinds: POWER_AMPS },
  { name: 'Monitors, loads', kinds: MONITORS },
  { name: 'Stage, house', kinds: DESKS },
  { name: 'Control, mains', kinds: CONTROL },
  { name: 'Leads with more ends', kinds: TAILS },
];

/** Every kind, in the order of the groups. */
export const CATALOGUE: readonly Kind[] = CATALOGUE_GROUPS.flatMap(({ kinds }) => kinds);
