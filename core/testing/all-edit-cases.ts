// Every edit once, by name.
import { BOX_CASES } from './edit-cases-boxes';
import { GROUND_CASES } from './edit-cases-grounds';
import { LEAD_CASES } from './edit-cases-leads';
import { RIG_CASES } from './edit-cases-rig';
import { STATE_CASES } from './edit-cases-state';
import { MIDI_CASES } from './edit-cases-midi';
import { PEDAL_CASES } from './edit-cases-pedals';
import { STORED_CASES } from './edit-cases-stored';
import { SONG_CASES } from './edit-cases-songs';
import { SWITCH_CASES } from './edit-cases-switches';

export const EDIT_CASES = {
  ...RIG_CASES,
  ...BOX_CASES,
  ...LEAD_CASES,
  ...GROUND_CASES,
  ...STATE_CASES,
  ...SWITCH_CASES,
  ...MIDI_CASES,
  ...SONG_CASES,
  ...STORED_CASES,
  ...PEDAL_CASES,
};
