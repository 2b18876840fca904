// What is written on a map and under it can be read: in every layer, at every detail, in panes of any width.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { freeByBox, pickUp, plugAnswers } from '../cables';
import { LAYERS, type Layer } from '../layers';
import type { Rig } from '../model';
import { ALL_CASES } from '../testing/all-finding-cases';
import { meetings, pairsWhere } from '../testing/apart';
import { edited, fourCable } from '../testing/build';
import { itemsOf } from '../testing/full-map';
import { largeRig } from '../testing/large-rig';
import { recipes, rigFrom } from '../testing/map-recipes';
import { referenceRig } from '../testing/reference-rig';
import {
  boxOfText,
  drawMap,
  drawProfile,
  overlaps,
  textWidth,
  type Detail,
  type MapDrawing,
  type MapView,
  type Rect,
} from './index';

type Word = { readonly text: string; readonly of: string | null; readonly rect: Rect };

/** What is written: words with the box they belong to, and the numbers of leads, which belong to none. */
const wordsOf = (drawing: Pick<MapDrawing, 'items'>): readonly Word[] => [
  ...itemsOf(drawing, 'text').map((item): Word => ({
    text: item.text,
    of: item.part?.type === 'box' || item.part?.type === 'jack' ? (item.part.id.split('/')[0] ?? null) : null,
    rect: boxOfText(item, textWidth(item.text, item.face, item.size)),
  })),
  ...itemsOf(drawing, 'sleeve').map((item): Word => ({ text: `lead ${item.text}`, of: null, rect: item })),
];

const isIn = (a: Rect, b: Rect) =>
  a.x >= b.x && a.y >= b.y && a.x + a.w <= b.x + b.w && a.y + a.h <= b.y + b.h;

/** A number between plates that stand close may lie on an edge. */
const EDGE = 4;
const within = ({ x, y, w, h }: Rect): Rect => ({
  x: x + EDGE,
  y: y + EDGE,
  w: w - 2 * EDGE,
  h: h - 2 * EDGE,
});

/** Words that lie on each other, or leave the sheet. */
function crowded({ width, height }: { width: number; height: number }, words: readonly Word[]) {
  const sheet = { x: 0, y: 0, w: width, h: height };
  return [
    ...pairsWhere(words, (a, b) => overlaps(a.rect, b.rect)).map(([a, b]) => `${a.text} meets ${b.text}`),
    ...words.flatMap(({ text, rect }) => (isIn(rect, sheet) ? [] : [`${text} leaves the sheet`])),
  ];
}

/** What cannot be read of a map, or belongs elsewhere. */
function illegible(drawing: MapDrawing, layer: Layer): readonly string[] {
  const words = wordsOf(drawing);
  const plates = itemsOf(drawing, 'plate').filter(({ look, part }) => look === 'box' && part);
  // What a box is fed, and what does not reach it, stands under its plate.
  const isUnderPlates = layer === 'power' || layer === 'control';
  return [
    ...crowded(drawing, words),
    ...meetings(
      words.filter(({ of }) => of === null),
      plates,
      ({ rect }, plate) => overlaps(rect, within(plate)),
    ).map(([{ text }, plate]) => `${text} lies on ${plate.part?.id}`),
    ...words.flatMap(({ text, of, rect }) => {
      const plate = of === null ? undefined : plates.find(({ part }) => part?.id === of);
      return !plate || isUnderPlates || isIn(rect, plate) ? [] : [`${text} leaves its plate`];
    }),
  ];
}

const inHand = (rig: Rig): MapView['free'] => {
  const box = rig.boxes.find(({ jacks }) => jacks.length > 0);
  const jack = box?.jacks[0];
  return box && jack
    ? freeByBox(plugAnswers(rig, null, pickUp(rig, null, { box: box.id, jack: jack.id })))
    : undefined;
};

/** Panes with what is asked of them. */
const PANES: readonly { readonly width: number; readonly view: (rig: Rig) => Partial<MapView> }[] = [
  { width: 480, view: () => ({}) },
  { width: 780, view: ({ boxes }) => ({ chosen: boxes.slice(0, 2).map(({ id }) => id) }) },
  { width: 1008, view: (rig) => ({ names: 'all', free: inHand(rig) }) },
  { width: 1500, view: ({ boxes }) => ({ open: boxes.map(({ id }) => id) }) },
];

const cases = (each: number): readonly (readonly [string, Rig])[] =>
  ALL_CASES.filter((_, i) => i % each === 0).map(({ code, sound, spoil }) => [code, edited(sound(), spoil)]);

const rigs: readonly (readonly [string, Rig])[] = [
  ['four cables', fourCable()],
  ['twenty boxes', referenceRig()],
  ['forty boxes', largeRig(40, 1)],
  ['sixty boxes', largeRig(60, 5)],
  ...fc
    .sample(recipes, { numRuns: 8, seed: 7 })
    .map((recipe, i) => [`recipe ${i}`, rigFrom(recipe)] as const),
];

test.each([...rigs, ...cases(12)])(
  '%s: no words meet, lie on a plate of another, or leave their own',
  (_, rig) => {
    const wrong = LAYERS.flatMap(({ id: layer }) =>
      (layer === 'signal' ? (['fit', 0, 1, 2] as const) : (['fit', 0] as const)).flatMap(
        (level: Detail | 'fit') =>
          PANES.flatMap(({ width, view }) => {
            const drawing = drawMap({
              rig,
              setting: { variant: null, sound: rig.sounds[0]!.id },
              layer,
              width,
              level,
              view: { open: [], names: 'few', marks: {}, ...view(rig) },
            });
            return illegible(drawing, layer).map((what) => `${layer} ${level} ${width}: ${what}`);
          }),
      ),
    );
    expect(wrong).toEqual([]);
  },
);

/** As high as the profile stands under the map. */
const HEIGHT = 150;

test.each([...rigs, ...cases(3)])(
  '%s: in the profile of no layer words meet or leave the sheet',
  (_, rig) => {
    const wrong = LAYERS.flatMap(({ id: layer }) =>
      rig.sounds.slice(0, 2).flatMap(({ id: sound }) =>
        [390, 1008].flatMap((width) =>
          [0, 1].flatMap((route) => {
            const setting = { variant: null, sound };
            const drawing = drawProfile({ rig, setting, route, layer, width, height: HEIGHT });
            return crowded(drawing, wordsOf(drawing)).map((what) => `${layer} ${width} ${route}: ${what}`);
          }),
        ),
      ),
    );
    expect(wrong).toEqual([]);
  },
);
