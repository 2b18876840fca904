// Boxes, jacks and blocks are found by their id through one index of each list.
import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** By id alone, along the list: `boxes.find(({ id }) => id === …)`. */
const ALONG =
  /\b(?:boxes|jacks|blocks)\??\.find\((?:\(\{ id \}\) => id === [^&|()]+|\((\w+)\) => \1\.id === [^&|()]+)\)/;

/** A draft that is being changed is in no index; a box that is being made stands in no document. */
const ELSEWHERE = /^(edits\/|gear\/|testing\/|model\/(look-up|names)\.ts$)|\.test\.ts$/;

test('the pattern finds what is meant, and leaves what asks more than the id', () => {
  expect('rig.boxes.find(({ id }) => id === at.box)').toMatch(ALONG);
  expect('box?.blocks.find((one) => one.id === block)').toMatch(ALONG);
  expect('box.blocks.find(({ role }) => role === "mix")').not.toMatch(ALONG);
  expect('box.jacks.find((jack) => jack.id === id && isAudio(jack))').not.toMatch(ALONG);
});

test('no analysis searches a list for an id', () => {
  const core = path.resolve('core');
  const files = readdirSync(core, { recursive: true, encoding: 'utf8' });
  const read = files.filter((file) => file.endsWith('.ts') && !ELSEWHERE.test(file));
  expect(read.length).toBeGreaterThan(300);
  expect(read.filter((file) => ALONG.test(readFileSync(path.join(core, file), 'utf8')))).toEqual([]);
});
