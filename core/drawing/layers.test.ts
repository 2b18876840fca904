import { describe, expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { pairsWhere } from '../testing/apart';
import { build, edited, fourCable } from '../testing/build';
import { largeRig } from '../testing/large-rig';
import { referenceRig } from '../testing/reference-rig';
import { inRanges, MOST_DRAWN } from './stubs';
import { drawMap, drawProfile, overlaps, type MapDrawing } from './index';
import type { Layer } from '../layers';

const draw = (rig: Rig, layer: Layer, more: Partial<Parameters<typeof drawMap>[0]> = {}): MapDrawing =>
  drawMap({
    rig,
    setting: { variant: null, sound: rig.sounds[0]!.id },
    layer,
    width: 1008,
    level: 'fit',
    leastHeight: 548,
    view: { open: [], names: 'few', marks: {} },
    ...more,
  });
const plates = (drawing: MapDrawing) =>
  drawing.items.flatMap((item) => (item.type === 'plate' && item.look !== 'place' ? [item] : []));
const at = (drawing: MapDrawing) =>
  new Map(plates(drawing).map((plate) => [plate.part!.id, `${plate.x} ${plate.y} ${plate.w} ${plate.h}`]));
const leads = (drawing: MapDrawing) =>
  drawing.items.flatMap((item) =>
    item.type === 'path' && item.part?.type === 'lead' && item.tone !== 'hair' ? [item.part.id] : [],
  );

describe('layers', () => {
  const rigs: [string, Rig][] = [
    ['twenty boxes', referenceRig()],
    ['forty boxes', largeRig(40, 1)],
  ];

  test.each(rigs)(
    '%s: boxes stand where they stand in every layer; only the service row opens',
    (_name, rig) => {
      const signal = at(draw(rig, 'signal'));
      for (const layer of ['level', 'control', 'power'] as const) {
        const other = at(draw(rig, layer));
        for (const [id, rect] of signal) expect([layer, id, other.get(id)]).toEqual([layer, id, rect]);
      }
      expect(at(draw(rig, 'power')).has('supply')).toBe(true);
      expect(at(draw(rig, 'control')).has('supply')).toBe(false);
    },
  );

  test('the service row stands inside the height of the pane where it fits, under everything else', () => {
    const rig = referenceRig();
    const tall = draw(rig, 'power', { leastHeight: 1200 });
    expect(tall.height).toBe(draw(rig, 'signal', { leastHeight: 1200 }).height);
    const supply = plates(tall).find((plate) => plate.part?.id === 'supply')!;
    for (const plate of plates(tall))
      if (plate !== supply) expect(plate.y + plate.h).toBeLessThanOrEqual(supply.y);
  });

  test.each(rigs)(
    '%s: every lead of a layer is drawn from pin to pin, over the pale leads of sound',
    (_name, rig) => {
      for (const [layer, kinds] of [
        ['control', ['midi', 'switch', 'expression']],
        ['power', ['dc', 'mains']],
      ] as const) {
        const drawing = draw(rig, layer);
        const own = rig.leads
          .filter((lead) => (kinds as readonly string[]).includes(lead.kind))
          .map((lead) => lead.id);
        expect([...new Set(leads(drawing))].sort()).toEqual(own.sort());
        // Of power ends alone are drawn, of control lines as long as they can be read.
        const ends = layer === 'power' || own.length > MOST_DRAWN ? [0] : [0, -1];
        const pins = drawing.items.flatMap((item) => (item.type === 'jack' ? [`${item.x} ${item.y}`] : []));
        for (const item of drawing.items)
          if (item.type === 'path' && item.part && own.includes(item.part.id))
            for (const end of ends.map((at) => item.points.at(at)!))
              expect(pins).toContain(`${end.x} ${end.y}`);
      }
    },
  );

  test('more leads than can be read as lines are ends with their numbers and what they go to', () => {
    const rig = largeRig(40, 1);
    const drawing = draw(rig, 'power');
    const own = rig.leads.filter((lead) => lead.kind === 'dc');
    const sleeves = drawing.items.flatMap((item) => (item.type === 'sleeve' ? [item] : []));
    expect(sleeves.map(({ part }) => part.id).sort()).toEqual(own.map((lead) => lead.id).sort());
    expect(sleeves.filter(({ text }) => text.endsWith(' SUPPLY')).length).toBeGreaterThan(own.length / 2);
    expect(pairsWhere(sleeves, overlaps)).toEqual([]);
    // The one jack that holds them all says so in one word.
    const numbers = inRanges(own.map((lead) => lead.number));
    const [told, ...more] = drawing.items.flatMap((item) =>
      item.type === 'text' && item.text === numbers ? [item] : [],
    );
    expect(more).toEqual([]);
    expect(plates(drawing).filter(({ y, h }) => told!.y > y && told!.y < y + h)).toEqual([]);
    expect(inRanges([7, 3, 4, 5])).toBe('3–5, 7');
  });

  test.each(rigs)('%s: no plates overlap, nor does a lead of the layer pass through one', (_name, rig) => {
    for (const layer of ['control', 'power'] as const) {
      const drawing = draw(rig, layer);
      const all = plates(drawing);
      expect(pairsWhere(all, overlaps)).toEqual([]);
      for (const item of drawing.items) {
        if (item.type !== 'path' || item.tone === 'hair' || item.part?.type === 'jack') continue;
        item.points.slice(1).forEach((b, i) => {
          const a = item.points[i]!;
          const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
          const line = { x: x - 0.5, y: y - 0.5, w: Math.abs(a.x - b.x) + 1, h: Math.abs(a.y - b.y) + 1 };
          for (const plate of all) {
            const inside = { x: plate.x + 2, y: plate.y + 2, w: plate.w - 4, h: plate.h - 4 };
            expect(overlaps(line, inside)).toBe(false);
          }
        });
      }
    }
  });

  test.each(rigs)('%s: beside sound the leads of sound are pale ways without numbers or arrows', (_, rig) => {
    for (const layer of ['control', 'power'] as const) {
      const { items } = draw(rig, layer);
      const ofSound = new Set(
        draw(rig, 'signal').items.flatMap((item) => (item.type === 'sleeve' ? [item.part.id] : [])),
      );
      const told = items.flatMap((item) =>
        (item.type === 'sleeve' || item.type === 'arrow') && item.part ? [item.part.id] : [],
      );
      expect(ofSound.size).toBeGreaterThan(4);
      expect(told.filter((id) => ofSound.has(id))).toEqual([]);
    }
  });

  test('what a layer does not show names the layer that does', () => {
    const told = (rig: Rig) =>
      draw(rig, 'signal').elsewhere.map(({ words, layer, parts }) => [
        words,
        layer,
        ...parts.map(({ id }) => id),
      ]);
    expect(told(referenceRig())).toEqual(
      expect.arrayContaining([
        ['Expression pedal (1 lead)', 'control', 'expression-pedal', 'lead-30'],
        ['MIDI (1)', 'control', 'lead-28'],
        ['Supply (8 leads)', 'power', 'supply', ...[31, 32, 33, 34, 35, 36, 37, 38].map((n) => `lead-${n}`)],
      ]),
    );
    expect(draw(referenceRig(), 'power').elsewhere.map((e) => e.layer)).not.toContain('power');
    // A box in two layers counts in each what it has there; what is fed by another is told with that one.
    const relay = build(
      'midi delay, relay footswitch, valve head, supply',
      'midi-delay/midi-thru > relay-footswitch/midi-in',
      'relay-footswitch/relay-1 > valve-head/foot',
      'supply/out-1 > relay-footswitch/dc',
    );
    expect(told(relay)).toEqual([
      ['Relay footswitch (2 leads)', 'control', 'relay-footswitch', 'lead-1', 'lead-2'],
      ['Supply (1 lead)', 'power', 'supply', 'lead-3'],
    ]);
  });

  test('level: each lead of the way has its step and its figure on the sleeve of a run', () => {
    const drawing = draw(fourCable(), 'level');
    const quantities = drawing.items.flatMap((item) =>
      item.type === 'path' && item.part ? [item.quantity] : [],
    );
    expect(quantities.every((q) => q !== undefined)).toBe(true);
    const sleeves = drawing.items.flatMap((item) => (item.type === 'sleeve' ? [item.text] : []));
    expect(sleeves).toEqual(expect.arrayContaining([expect.stringMatching(/^3: [+−]?\d+$/)]));
  });
});

/** A board whose pedals are off, by a long lead to the amplifier: nothing but leads and the pickup. */
const passive = () =>
  edited(
    build(
      'guitar, fuzz, od, combo',
      'guitar/out > fuzz/in',
      'fuzz/out > overdrive/in',
      'overdrive/out > combo/input',
    ),
    { edit: 'setLeadLength', arguments: { id: 'lead-3', lengthM: 20, by: 'hand' } },
  );

describe('tone', () => {
  const bars = (drawing: MapDrawing) =>
    drawing.items.filter((item) => item.type === 'rule' && item.tone === 'ink' && item.part === undefined);

  test('a lead is as heavy as treble is lost up to its end; what drives it is said where its leads begin', () => {
    const drawing = draw(passive(), 'tone');
    const steps = new Map(
      drawing.items.flatMap((item) =>
        item.type === 'path' && item.part ? [[item.part.id, item.quantity] as const] : [],
      ),
    );
    expect([...steps.keys()].sort()).toEqual(['lead-1', 'lead-2', 'lead-3']);
    expect(steps.get('lead-3')).toBe(4);
    expect(steps.get('lead-1')).toBeLessThan(4);
    const sleeves = drawing.items.flatMap((item) => (item.type === 'sleeve' ? [item.text] : []));
    expect(sleeves).toContainEqual(expect.stringMatching(/^3: −\d+\.\d$/));
    // One bracket about all that the guitar drives: two ends of three strokes.
    expect(bars(drawing)).toHaveLength(6);
    const buffered = edited(passive(), {
      edit: 'setBlockState',
      arguments: { box: 'overdrive', block: 'drive', state: 'on', scope: { layer: 'rest' } },
    });
    expect(bars(draw(buffered, 'tone'))).toHaveLength(12);
    expect(bars(draw(passive(), 'level'))).toHaveLength(0);
  });

  const profile = (rig: Rig) =>
    drawProfile({
      rig,
      setting: { variant: null, sound: rig.sounds[0]!.id },
      route: 0,
      layer: 'tone',
      width: 1008,
      height: 150,
    });

  test('the profile: a step for each lead that tells, four lines, a bracket for each that drives, the worst said', () => {
    const drawing = profile(passive());
    expect(drawing.stops.at(-1)!.part).toEqual({ type: 'lead', id: 'lead-3' });
    expect(drawing.stops.flatMap(({ parts }) => parts.filter(({ type }) => type === 'lead'))).toHaveLength(3);
    expect(drawing.caption).toMatch(
      /^Most treble is lost in lead 3: −\d+\.\d dB at 5 kHz, driven by Guitar, 8\.01 kΩ/,
    );
    const words = drawing.items.flatMap((item) => (item.type === 'text' ? [item.text] : []));
    expect(words).toEqual(
      expect.arrayContaining(['GUITAR 8k', '1 kHz', '3 kHz', '5 kHz', '8 kHz', 'straight in']),
    );
    // A lower line is a greater loss; nothing is drawn below the foot.
    const lowest = drawing.items.flatMap((item) =>
      item.type === 'path' ? item.points.map(({ y }) => y) : [],
    );
    expect(Math.max(...lowest)).toBeLessThanOrEqual(150);
  });

  test('a route without leads says so, and has no stop', () => {
    const rig = build('guitar, combo', 'guitar/out > combo/input');
    const air = edited(rig, { edit: 'removeLead', arguments: { id: 'lead-1' } });
    expect(profile(air).stops).toEqual([]);
  });
});

describe('the level profile', () => {
  const profile = (rig: Rig) =>
    drawProfile({
      rig,
      setting: { variant: null, sound: rig.sounds[0]!.id },
      route: 0,
      layer: 'level',
      width: 1008,
      height: 150,
    });

  test('says the least headroom with its place, and its stops are those of the route', () => {
    const drawing = profile(fourCable());
    expect(drawing.caption).toMatch(
      /^Least headroom \d+\.\d dB at .+ of .+: peak .+, ceiling .+ dBu\. At the end \d+ dB over the noise\. Nominal, ±3 dB\.$/,
    );
    expect(drawing.stops[0]!.part.id).toBe('guitar/pickups');
    expect(drawing.stops.map((s) => s.x)).toEqual([...drawing.stops.map((s) => s.x)].sort((a, b) => a - b));
  });

  test('draws the noise below average and peak, and speaks in dBV or volts where that is wanted', () => {
    const drawing = profile(fourCable());
    const dotted = drawing.items.flatMap((item) =>
      item.type === 'path' && item.stroke === 'dotted' ? item.points : [],
    );
    const thick = drawing.items.flatMap((item) =>
      item.type === 'path' && item.stroke === 'thick' ? item.points : [],
    );
    expect(Math.min(...dotted.map(({ y }) => y))).toBeGreaterThan(Math.max(...thick.map(({ y }) => y)));
    // The axis reaches down to it: nothing of it is cut off at the foot.
    const lines = drawing.items.flatMap((item) =>
      item.type === 'rule' && item.from.y === item.to.y ? [item.from.y] : [],
    );
    expect(Math.max(...dotted.map(({ y }) => y))).toBeLessThan(Math.max(...lines));
    const told = (levels: 'dBV' | 'V') =>
      drawProfile({
        rig: fourCable(),
        setting: { variant: null, sound: 'sound-1' },
        route: 0,
        layer: 'level',
        levels,
        width: 1008,
        height: 150,
      });
    expect(told('dBV').caption).toContain('peak +4.1, ceiling +7.8 dBV');
    expect(told('V').caption).toMatch(/peak 1\.\d+ V, ceiling 2\.45 V/);
    expect(told('V').items.some((item) => item.type === 'text' && item.text.endsWith('mV'))).toBe(true);
    const sleeves = draw(fourCable(), 'level', { levels: 'V' }).items.flatMap((item) =>
      item.type === 'sleeve' ? [item.text] : [],
    );
    expect(sleeves).toContainEqual(expect.stringMatching(/^1: 1\.\dV$/));
  });

  test('says why there is none', () => {
    const rig = build('guitar, combo', 'guitar/out > combo/input');
    const bare: Rig = {
      ...rig,
      boxes: rig.boxes.map((box) => ({ ...box, blocks: box.blocks.map((b) => ({ ...b, pickups: [] })) })),
    };
    expect(profile(bare)).toMatchObject({
      stops: [],
      caption: 'No levels: nothing is known of the level of Guitar.',
    });
  });
});

describe('overview', () => {
  const rig = largeRig(60, 1);

  test('comes by itself over forty boxes, and holds every box once', () => {
    expect(draw(largeRig(40, 1), 'signal').level).not.toBe(2);
    const drawing = draw(rig, 'signal');
    expect(drawing.level).toBe(2);
    const counted = drawing.items.reduce((n, item) => {
      if (item.type !== 'text' || item.face !== 'bold' || item.tone === 'muted') return n;
      const several = /^(\d+) boxes$/.exec(item.text) ?? /\+ (\d+)$/.exec(item.text);
      return n + (several ? Number(several[1]) + (item.text.includes('+') ? 1 : 0) : 1);
    }, 0);
    expect(counted).toBe(rig.boxes.length - 1);
  });

  test('a chosen box is never hidden in it', () => {
    const chosen = draw(rig, 'signal', { view: { open: [], names: 'few', marks: {}, chosen: ['fuzz'] } });
    expect(chosen.level).not.toBe(2);
  });

  test('says the worst that is found in a block, and how many leads a loom holds', () => {
    const drawing = draw(rig, 'signal', {
      level: 2,
      view: { open: [], names: 'few', marks: { 'block:fuzz/fuzz': 'caution', 'box:tuner': 'fault' } },
    });
    expect(
      plates(drawing)
        .filter((plate) => plate.mark)
        .map((plate) => plate.mark),
    ).toEqual(['fault']);
    expect(drawing.items.some((item) => item.type === 'sleeve' && /^× \d+$/.test(item.text))).toBe(true);
  });

  test('no plates or words overlap, at any size of pane', () => {
    for (const width of [820, 1008, 1600]) {
      const drawing = draw(rig, 'signal', { level: 2, width });
      const all = plates(drawing);
      expect(pairsWhere(all, overlaps)).toEqual([]);
    }
  });
});
