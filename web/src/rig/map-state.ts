import { boxIdOf } from '../../../core/acts';
import type { Hand, PlugAnswer } from '../../../core/cables';
import type { Held } from '../../../core/chain';
import type { TimeAsk } from '../../../core/control';
import type { Detail } from '../../../core/drawing';
import type { Layer } from '../../../core/layers';
import type { OpenState } from './open-rig';

/** A question an act of the map has to ask before it can be done. */
export type Asking =
  | { readonly kind: 'insert'; readonly lead: string }
  | { readonly kind: 'danger'; readonly words: string; readonly go: () => void }
  | { readonly kind: 'keys' }
  | { readonly kind: 'sums' };

/** How the map of the open rig is looked at. */
export type MapState = {
  readonly layer: Layer;
  /** The route that was chosen; the sound in force may have fewer. */
  readonly routeWanted: number;
  /** The finding that is open, by its key. */
  readonly openKey: string | null;
  readonly level: Detail | 'fit';
  readonly zoom: number;
  readonly openHubs: readonly string[];
  /** What is in the hand, on its way to a jack. */
  readonly hand: Hand | null;
  /** A quick hand presses a jack before it is known what it says to the plug: the press is kept until it is. */
  readonly early: string | null;
  /** The box that was chosen when the plug was taken: while it is in hand the map stays as it was drawn for that box. */
  readonly chosenBefore: string | null;
  /** While a plug is in hand: the box whose free jacks fly out. */
  readonly pointed: string | null;
  /** In layers of many leads: the part that the pointer was last over, by its key, whose leads are drawn. */
  readonly over: string | null;
  /** What is in hand of the order, on its way to another place of it. */
  readonly held: Held | null;
  /** It is drawn along by the pointer: the keyboard stays where it is. */
  readonly drawn: boolean;
  /** The gap that is pointed at with it, by its number. */
  readonly gap: number | null;
  /** The ground loop that is shown as a closed figure, by its key. */
  readonly loop: string | null;
  /** Of layer Control: which press is looked at in time. */
  readonly pressed: TimeAsk;
  readonly asking: Asking | null;
  /** The order is read out beside the map. */
  readonly reading: boolean;
  readonly listed: boolean;
  readonly stripShown: boolean;
  readonly setLayer: (layer: Layer) => void;
  readonly setRoute: (index: number) => void;
  readonly setOpenKey: (key: string | null) => void;
  readonly setLevel: (level: Detail | 'fit') => void;
  readonly setZoom: (zoom: number) => void;
  readonly toggleHub: (box: string) => void;
  readonly setHand: (hand: Hand | null) => void;
  readonly setEarly: (jack: string | null) => void;
  readonly pointAt: (box: string) => void;
  readonly setOver: (over: string | null) => void;
  readonly hold: (held: Held | null, drawn?: boolean) => void;
  readonly pointGap: (gap: number | null) => void;
  readonly ask: (asking: Asking | null) => void;
  readonly setPressed: (pressed: TimeAsk) => void;
  readonly setLoop: (loop: string | null) => void;
  readonly setReading: (reading: boolean) => void;
  readonly setListed: (listed: boolean) => void;
  readonly setStripShown: (shown: boolean) => void;
  /** Does what a jack offers to what is in the hand; asks first where it can hurt. */
  readonly choose: (answer: PlugAnswer, offer?: number) => void;
};

const TALL = 900;

/** The press that calls the sound in force, from the one before it. */
export const OF_THE_SOUND: TimeAsk = { press: null, from: null };

type Set = (change: Partial<OpenState> | ((old: OpenState) => Partial<OpenState>)) => void;

export const mapState = (set: Set, get: () => OpenState): MapState => ({
  layer: 'signal',
  routeWanted: 0,
  openKey: null,
  level: 'fit',
  zoom: 1,
  openHubs: [],
  hand: null,
  early: null,
  chosenBefore: null,
  pointed: null,
  over: null,
  held: null,
  drawn: false,
  gap: null,
  loop: null,
  pressed: OF_THE_SOUND,
  asking: null,
  reading: false,
  listed: false,
  stripShown: window.innerHeight >= TALL,
  setLayer: (layer) => set({ layer, loop: null, over: null, pressed: OF_THE_SOUND }),
  setRoute: (routeWanted) => set({ routeWanted }),
  setOpenKey: (openKey) => set({ openKey }),
  setLevel: (level) => set({ level }),
  setZoom: (zoom) => set({ zoom }),
  toggleHub: (box) =>
    set(({ openHubs }) => ({
      openHubs: openHubs.includes(box) ? openHubs.filter((id) => id !== box) : [...openHubs, box],
    })),
  setHand: (taken) =>
    set(({ readOnly, hand, chosenBefore, selection }) => ({
      hand: readOnly === null ? taken : null,
      early: null,
      chosenBefore: hand ? chosenBefore : boxIdOf(selection),
      pointed: null,
      held: null,
    })),
  hold: (held, drawn = false) =>
    set(({ readOnly }) => ({ held: readOnly === null ? held : null, drawn, gap: null, hand: null })),
  pointGap: (gap) => set({ gap }),
  setEarly: (early) => set({ early }),
  pointAt: (pointed) => set({ pointed }),
  setOver: (over) => set({ over }),
  ask: (asking) => set({ asking }),
  setPressed: (pressed) => set({ pressed }),
  setLoop: (loop) => set({ loop }),
  setReading: (reading) => set({ reading, hand: null, held: null }),
  setListed: (listed) => set({ listed }),
  setStripShown: (stripShown) => set({ stripShown }),
  choose: (answer, at = 0) => {
    const offer = answer.offers[at];
    if (!offer || get().readOnly !== null) return;
    const go = () => {
      set({ asking: null });
      if (get().commit(offer.edit) === null) get().setHand(null);
    };
    if (offer.danger)
      set({
        asking: {
          kind: 'danger',
          words: `${answer.words}. This can destroy gear: a speaker output carries tens of volts. Speaker leads are moved with the amplifier switched off.`,
          go,
        },
      });
    else go();
  },
});
