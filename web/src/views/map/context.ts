import { createContext, use } from 'react';
import type { Hand, MoveChoice, PlugAnswer } from '../../../../core/cables';
import type { Detail, Layer, RouteLine, RouteName } from '../../../../core/drawing';
import type { Line } from '../../../../core/findings';
import type { Part } from '../../../../core/rig';

/** A question an act of the map has to ask before it can be done. */
export type Asking =
  | { readonly kind: 'insert'; readonly lead: string }
  | { readonly kind: 'move'; readonly title: string; readonly choices: readonly MoveChoice[] }
  | { readonly kind: 'danger'; readonly words: string; readonly go: () => void }
  | { readonly kind: 'keys' };

export type Plugging = {
  readonly hand: Hand;
  readonly answers: readonly PlugAnswer[];
};

/** What the parts of the map view share. */
export type MapRoom = {
  readonly layer: Layer;
  readonly setLayer: (layer: Layer) => void;
  readonly routes: readonly RouteName[];
  readonly route: number;
  readonly setRoute: (index: number) => void;
  readonly lines: readonly RouteLine[];
  readonly findings: readonly Line[] | null;
  readonly findingsFault: string | null;
  readonly stale: boolean;
  readonly openKey: string | null;
  readonly setOpenKey: (key: string | null) => void;
  /** Parts of the open finding. */
  readonly ringed: readonly Part[];
  readonly level: Detail | 'fit';
  readonly setLevel: (level: Detail | 'fit') => void;
  readonly zoom: number;
  readonly setZoom: (zoom: number) => void;
  readonly openHubs: readonly string[];
  readonly toggleHub: (box: string) => void;
  readonly plugging: Plugging | null;
  readonly setHand: (hand: Hand | null) => void;
  readonly choose: (answer: PlugAnswer, offer?: number) => void;
  readonly asking: Asking | null;
  readonly ask: (asking: Asking | null) => void;
  readonly listed: boolean;
  readonly setListed: (listed: boolean) => void;
  readonly stripShown: boolean;
  readonly setStripShown: (shown: boolean) => void;
};

export const MapContext = createContext<MapRoom | null>(null);

export function useMap(): MapRoom {
  const room = use(MapContext);
  if (!room) throw new Error('no map is open here');
  return room;
}
