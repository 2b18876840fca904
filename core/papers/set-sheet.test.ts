import { expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { build } from '../testing/build';
import { call, slot, withSounds } from '../testing/feet';
import { setSheetHtml } from './index';

const rig = (): Rig => ({
  ...withSounds(build('guitar, four-loop switcher'), 'Clean <dry>', 'Lead'),
  title: 'Pit & stage',
  songs: [
    {
      id: 'a',
      name: 'First "one"',
      sounds: ['s0', 's1'],
      guitar: null,
      notes: 'line\nline',
      tuning: 'standard',
    },
    { id: 'b', name: 'Second', sounds: ['s1'], guitar: null, notes: '', capo: 3, tuning: 'standard' },
    { id: 'c', name: 'Not tonight', sounds: [], guitar: null, notes: '', out: true },
  ],
  switchPlan: [slot('four-loop-switcher', 'switch-2', call('s0'))],
});
const page = setSheetHtml(rig(), null, '2026-03-01');

test('a row and a card for each song that is played, with what hands do and what calls each sound', () => {
  expect(page.match(/<article/g)).toHaveLength(2);
  expect(page).not.toContain('Not tonight');
  expect(page).toContain('2 songs, 0 guitar changes');
  expect(page).toContain('<p class="do">capo to 3</p>');
  expect(page).toMatch(/Clean &lt;dry&gt;<\/b><code>[A-Z]+ bank 1, 2<\/code>/);
  expect(page).toContain('<a href="#song-b">Second →</a>');
});

test('what people wrote stays text, and nothing is fetched or run', () => {
  expect(page).toContain('First &quot;one&quot;');
  expect(page).toContain('Pit &amp; stage');
  expect(page).toContain('line<br>line');
  expect(page).not.toMatch(/<script|https?:|src=/);
});
