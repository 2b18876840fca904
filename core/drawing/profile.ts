import { derive, inSetting } from '../model';
import { recently } from '../units';
import { drawOrder } from './order-profile';
import { drawControl } from './profile-control';
import { drawHum } from './profile-hum';
import { drawLatency } from './profile-latency';
import { drawLevels } from './profile-level';
import { drawPower } from './profile-power';
import { drawTones } from './profile-tone';
import type { ProfileAsk, ProfileDrawing, ProfileRequest } from './profile-parts';

const KEPT = 8;

const profiles = derive(
  ['boxes', 'leads', 'variant', 'sound', 'sounds', 'stage', 'wants', 'houseRules', 'songs', 'switchPlan'],
  (of) =>
    recently((ask: ProfileAsk) => {
      if (ask.layer === 'level') return drawLevels(of, ask);
      if (ask.layer === 'hum') return drawHum(of, ask);
      if (ask.layer === 'control') return drawControl(of, ask);
      if (ask.layer === 'power') return drawPower(of, ask);
      if (ask.layer === 'latency') return drawLatency(of, ask);
      return ask.layer === 'tone' ? drawTones(of, ask) : drawOrder(of, ask);
    }, KEPT),
);

/**
 * The elevation profile of a route. Signal: the order whatever is on, ahead of and after the preamp, mono or stereo. Level: average, peak
 * and ceilings in dBu. Tone: the difference from straight-in, dB, and who drives what. Hum: signal, hum of the grounds and the pickup's own, dBu. Latency: milliseconds from the string on. Power: what is drawn of every rating, the fullest first. Control: one press in time, ms, whatever route is chosen.
 */
export const drawProfile = ({ rig, setting, ...ask }: ProfileRequest): ProfileDrawing =>
  profiles(inSetting(rig, setting))(ask);
