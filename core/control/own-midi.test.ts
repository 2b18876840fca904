import { expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { boxOf } from '../model';
import { build } from '../testing/build';
import { choiceOfHeard, heardBy, heardChoices, keepMidi, midiForm, readMidi, readSentChannel } from './index';

const delay = () => boxOf(build('midi delay'), 'midi-delay')!;

test('what stands in the fields comes to the same facts again, and keeps what they do not ask', () => {
  const midi = {
    ...delay().midi,
    letters: 4,
    sends: { countsFrom: 1, digits: 3 },
    ccs: [{ id: 'tap', cc: 64, does: 'tap' as const }],
    oddity: 'kept',
  };
  expect(readMidi(midi, midiForm({ midi }))).toEqual({ midi });
});

test('an empty field is nothing said; what is no number of its range is refused by its name', () => {
  const form = midiForm(delay());
  const write = (key: string, text: string) =>
    readMidi(delay().midi, { ...form, texts: { ...form.texts, [key]: text } });
  expect(write('channel', ' ')).toEqual({ midi: expect.not.objectContaining({ channel: 1 }) });
  expect(write('channel', '17')).toEqual({
    refused: 'Channel (0: all): “17” is no whole number from 0 to 16.',
  });
  expect(write('sends.letters', 'C')).toEqual({ refused: 'Letters: “C” is no whole number from 1 to 26.' });
  expect(readMidi({}, { ...form, ccs: [{ id: 'a', cc: 128, does: 'tap' }] })).toEqual({
    refused: 'Control change: a whole number from 0 to 127.',
  });
});

test('every choice of what a control change acts on is read back as itself', () => {
  const choices = heardChoices(delay());
  expect(choices.map(({ name }) => name)).toEqual(
    expect.arrayContaining(['Delay of MIDI delay, on and off', 'MIX, by value', 'tap', 'bank down']),
  );
  for (const { id } of choices) expect(choiceOfHeard(heardBy(id, { id: 'one', cc: 20 }))).toBe(id);
});

test('the channel it is called on is noted in its sender, in the same act, and taken back there', () => {
  const rig = build('midi footswitch, midi delay');
  const sender = boxOf(rig, 'midi-footswitch')!;
  const act = keepMidi(delay(), {}, sender, 5);
  const kept = applyEdit(rig, act).rig;
  expect(boxOf(kept, 'midi-footswitch')!.sent).toEqual([
    { id: 'midi-delay', to: 'midi-delay', channel: 5, ccs: [] },
  ]);
  const back = applyEdit(kept, keepMidi(delay(), {}, boxOf(kept, 'midi-footswitch'), null)).rig;
  expect(boxOf(back, 'midi-footswitch')!.sent).toEqual([{ id: 'midi-delay', to: 'midi-delay', ccs: [] }]);
  expect(keepMidi(delay(), {}, sender, null).edit).toBe('setMidi');
  expect(readSentChannel('0')).toEqual({
    refused: expect.stringMatching(/“0” is no whole number from 1 to 16/),
  });
  expect([readSentChannel(''), readSentChannel('16')]).toEqual([{ channel: null }, { channel: 16 }]);
});
