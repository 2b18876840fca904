// Rigs that show a finding about switching, one edit from rigs that do not.
import { makeLead } from '../model';
import { build, edited } from './build';
import { stand, withSounds } from './feet';
import type { Case } from './finding-cases';
import { set } from './short-edits';

export const CONTROL_CASES: readonly Case[] = [
  {
    code: 'SOUND-RULE',
    sound: () =>
      edited(
        build(
          'guitar, od, delay, combo',
          'guitar/out > overdrive/in',
          'overdrive/out > digital-delay/in',
          'digital-delay/out > combo/input',
        ),
        set('digital-delay', 'delay', 'on'),
        {
          edit: 'setRule',
          arguments: {
            rule: {
              id: 'dry',
              kind: 'never',
              members: [
                { box: 'overdrive', block: 'drive' },
                { box: 'digital-delay', block: 'delay' },
              ],
              words: '',
            },
          },
        },
      ),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'overdrive/drive',
    severity: 'caution',
  },
  {
    code: 'CTRL-JACK',
    sound: () =>
      build(
        'latching footswitch, momentary footswitch, valve head',
        'two-button-footswitch-latching/out / valve-head/foot',
      ),
    spoil: {
      edit: 'replug',
      arguments: {
        lead: 'lead-1',
        side: 'from',
        at: [{ box: 'two-button-footswitch-momentary', jack: 'out' }],
      },
    },
    first: 'lead-1',
    severity: 'fault',
  },
  {
    code: 'CTRL-LOOKALIKE',
    sound: () => build('midi footswitch, seven-pin head'),
    spoil: {
      edit: 'plug',
      arguments: {
        lead: makeLead({
          id: 'lead-1',
          number: 1,
          kind: 'midi',
          from: [{ box: 'midi-footswitch', jack: 'midi-out' }],
          to: [{ box: 'valve-head-seven-pin-footswitch', jack: 'foot' }],
        }),
      },
    },
    first: 'lead-1',
    severity: 'fault',
  },
  {
    code: 'CTRL-RINGHELD',
    sound: () =>
      build('effects-only unit, four-channel head', 'effects-only-unit/relay-1 / four-channel-head/foot'),
    spoil: {
      edit: 'setPlug',
      arguments: {
        lead: 'lead-1',
        side: 'to',
        plug: { connector: 'ts-635', angle: 'straight', silent: false },
      },
    },
    first: 'lead-1',
    severity: 'caution',
  },
  {
    code: 'CTRL-NOWAY',
    sound: () =>
      stand(
        withSounds(
          build('effects-only unit, valve head', 'effects-only-unit/relay-1 / valve-head/foot'),
          'Clean',
          'Lead',
        ),
        's1',
        { 'valve-head/preamp': 'lead' },
      ),
    spoil: { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } },
    first: 'valve-head/preamp',
    severity: 'fault',
  },
];
