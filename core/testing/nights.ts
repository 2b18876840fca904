// A rig with two nights: four-cable into the cabinet, and the unit straight to the desk.
import { parseChains, wireChains } from '../chain';
import { newVariant, type Rig } from '../model';
import { edited } from './build';
import { wired } from './order';

const GEAR = 'guitar, fuzz, od, unit, valve head, cab 16, desk';
const CABINET =
  'GUITAR > FUZZ > OVRDRV > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
const DIRECT = 'GUITAR > FUZZ > OVRDRV > MULTI[drive amp cab delay chorus reverb] > DESK[mix-1]';

/** A rig with a further night, wired as a chain says. */
function withNight(rig: Rig, name: string, text: string): Rig {
  const variant = newVariant(rig, null, name);
  const asked = { ...rig, variants: [...rig.variants, variant] };
  const result = wireChains(asked, parseChains(asked, text), { variant: variant.id, wirings: {} });
  if ('reason' in result) throw new Error(result.reason);
  return edited(rig, { edit: 'takeAsVariant', arguments: { variant, change: result.change } });
}

/** The base is the cabinet night, `direct-night` the other; leads 4, 5 and 6 are put away in it, 8 is plugged. */
export const twoNights = (): Rig => withNight(wired(GEAR, CABINET), 'Direct night', DIRECT);
export const DIRECT_NIGHT = 'direct-night';
export const nightGear = (): Rig => wired(GEAR, CABINET);
