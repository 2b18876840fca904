import type { Figure } from '../model';
import { chain, decibels, output, on, typical, type KindParts } from './parts';
import type { Kind } from './kind';

const pickup = (
  id: string,
  name: string,
  figures: { r: number; l: number; c: number; hum: number; average: number; peak: number },
) => ({
  id,
  name,
  rOhm: typical(figures.r),
  lHenry: typical(figures.l),
  cFarad: typical(figures.c),
  averageDbu: decibels(figures.average),
  peakDbu: decibels(figures.peak),
  humMvPerUt: typical(figures.hum),
});

const HUMBUCKER = { r: 8200, l: 4.6, c: 140e-12, hum: 0.07, average: -14, peak: 6 };

const pot = (id: string, label: string, sets: 'level' | 'tone', ohm: number, taper: 'audio' | 'linear') => ({
  id,
  label,
  actsOn: { block: 'pickups' },
  sets,
  law: { type: 'pot' as const, ohm, taper },
  position: 1,
});

function electric(jackOut: Figure): KindParts {
  return {
    jacks: [output('out', 'OUT', { rOut: jackOut }, { panel: 'side' })],
    blocks: [
      {
        id: 'pickups',
        name: 'Pickups',
        role: 'source',
        states: [on],
        state: 'on',
        pickups: [
          pickup('bridge', 'Bridge humbucker', HUMBUCKER),
          pickup('neck', 'Neck humbucker', HUMBUCKER),
        ],
        selector: ['Bridge', 'Both', 'Neck'],
      },
    ],
    wires: chain(new Set(['out']), 'pickups', 'out'),
    controls: [pot('volume', 'VOLUME', 'level', 500e3, 'audio'), pot('tone', 'TONE', 'tone', 500e3, 'audio')],
  };
}

export const INSTRUMENTS: readonly Kind[] = [
  {
    id: 'guitar',
    name: 'Guitar',
    words: ['guitar', 'gtr', 'electric'],
    hint: 'two humbuckers, passive',
    place: 'player',
    parts: electric(typical(8200)),
  },
  {
    id: 'baritone',
    name: 'Baritone',
    words: ['baritone', 'bari'],
    hint: 'long scale, two humbuckers, passive',
    place: 'player',
    parts: electric(typical(8200)),
  },
  {
    id: 'acoustic',
    name: 'Acoustic',
    words: ['acoustic', 'acoustic guitar', 'electro-acoustic', 'piezo'],
    hint: 'piezo under the saddle, no preamp',
    place: 'player',
    parts: {
      jacks: [output('out', 'OUT', {}, { panel: 'side' })],
      blocks: [
        {
          id: 'pickups',
          name: 'Piezo',
          role: 'source',
          states: [on],
          state: 'on',
          pickups: [
            {
              id: 'piezo',
              name: 'Piezo, no preamp',
              cFarad: typical(0.5e-9, 1.5e-9),
              averageDbu: decibels(-25),
              peakDbu: decibels(0),
            },
          ],
        },
      ],
      wires: chain(new Set(['out']), 'pickups', 'out'),
    },
  },
];
