import { describe, expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { largeRig } from '../testing/large-rig';
import { pocketCardHtml, labelsOf, loomLabelsOf } from './index';

const words = (rig: Rig) =>
  labelsOf(rig, null).map((l) => `${l.number} ${l.here.tag} ${l.here.jack} | ${l.there.tag} ${l.there.jack}`);

describe('labels', () => {
  test('two for each lead, each end first on its own', () => {
    expect(words(fourCable()).slice(0, 4)).toEqual([
      '1 GUITAR OUT | FUZZ IN',
      '1 FUZZ IN | GUITAR OUT',
      '2 FUZZ OUT | MULTI INPUT',
      '2 MULTI INPUT | FUZZ OUT',
    ]);
    expect(labelsOf(fourCable(), null)).toHaveLength(12);
  });

  test('the code reads as the words do', () => {
    expect(labelsOf(fourCable(), null)[4]!.code).toBe('3: MULTI SEND 1 > VALVE INPUT');
  });

  test('a band for what is not like the others: speaker, lifted shield, adapter', () => {
    const band = (rig: Rig, number: number) => labelsOf(rig, null).find((l) => l.number === number)!.band;
    expect(band(fourCable(), 6)).toBe('SPEAKER: AMP OFF FIRST');
    expect(band(fourCable(), 1)).toBeNull();
    const lifted: Rig = {
      ...fourCable(),
      leads: fourCable().leads.map((lead) =>
        lead.id === 'lead-4' ? { ...lead, break: { kind: 'lift', end: 'to' } } : lead,
      ),
    };
    expect(band(lifted, 4)).toBe('SHIELD LIFTED AT FAR END');
  });

  test('one for each end of a loom: its name, how many it ties, where it goes with which', () => {
    expect(loomLabelsOf(fourCable(), null)).toEqual([
      {
        here: { tag: 'Floor–Backline', jack: '' },
        there: { tag: 'Backline', jack: '3, 4, 5' },
        band: null,
        count: 3,
        code: 'Floor–Backline: 3, 4, 5; Floor > Backline',
      },
      expect.objectContaining({ there: { tag: 'Floor', jack: '3, 4, 5' } }),
    ]);
  });

  test('guitars that share a lead stand on it both; what is put away has no label, nor has the air', () => {
    const rig = build(
      'guitar, baritone, combo, mic, desk',
      'guitar/out+baritone/out > combo/input',
      'combo/air ~ microphone/air',
      'microphone/out - desk/ch-1',
    );
    expect(words(rig)).toEqual([
      '1 GUITAR/BRTN OUT | COMBO INPUT',
      '1 COMBO INPUT | GUITAR/BRTN OUT',
      '3 MCRPHN OUT | DESK CH 1',
      '3 DESK CH 1 | MCRPHN OUT',
    ]);
    const away = edited(
      rig,
      { edit: 'unplug', arguments: { lead: 'lead-1', side: 'from' } },
      { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } },
    );
    expect(labelsOf(away, null).map((l) => l.number)).toEqual([3, 3]);
  });
});

describe('the card for a phone', () => {
  const card = pocketCardHtml(fourCable(), null, '2026-03-01');

  test('is one file that fetches nothing and needs no script', () => {
    expect(card).not.toMatch(/<script|<link|<img|src=|url\(|https?:|@import/);
    expect(card).toMatch(/^<!doctype html>/);
  });

  test('names every lead with both jacks, every sound, the cautions that always stand', () => {
    for (const label of labelsOf(fourCable(), null)) {
      expect(card).toContain(`<span class="n">${label.number}</span>`);
      expect(card).toContain(label.here.jack);
    }
    expect(card).toContain('Sound 1');
    for (const [name, state] of [
      ['FUZZ', 'off'],
      ['MULTI Loop 1', 'on'],
      ['VALVE', 'clean'],
    ])
      expect(card).toContain(`<dt><code>${name}</code></dt><dd>${state}</dd>`);
    expect(card).toContain('not by this plan');
  });

  test('stays small for a large rig, and names do not break out of it', () => {
    const rig = edited(largeRig(40, 8), {
      edit: 'setTitle',
      arguments: { title: '</title><script>alert("1")</script> & co' },
    });
    const large = pocketCardHtml(rig, null, '2026-03-01');
    expect(Buffer.byteLength(large)).toBeLessThan(300_000);
    expect(large).not.toContain('<script');
    expect(large).toContain('&lt;/title&gt;&lt;script&gt;');
  });
});
