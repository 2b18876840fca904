import type { Differing, WalkStep } from '../../../core/bench';
import type { More, Stands } from '../../../core/buffers';
import type { Hand, PlugAnswer } from '../../../core/cables';
import type { Act, Held, InHand, OrderLine } from '../../../core/chain';
import type { Detail, MapDrawing, ProfileDrawing, StripDrawing } from '../../../core/drawing';
import type { Change, ControlView, PressesView, Proof, Proposal, SwitchLead } from '../../../core/control';
import type { SongLevel } from '../../../core/levelling';
import type { Layer } from '../../../core/layers';
import type { HumView } from '../../../core/hum';
import type { LevelView } from '../../../core/level';
import type { RouteLine, RouteName } from '../../../core/routes';
import type { SingleEdit } from '../../../core/edits';
import type { EqView } from '../../../core/equaliser';
import type { Cure, FindingLine, HouseLine } from '../../../core/findings';
import type { Sheet, ShelfCard } from '../../../core/papers';
import type { AssumedLine, planAsVariant, Preview, throughPreamp } from '../../../core/planner';
import type { Part, Setting } from '../../../core/model';
import type { LatencyView } from '../../../core/timing';
import type { ToneView, Tried } from '../../../core/tone';
import type { LengthUnit, LevelUnit } from '../../../core/units';

type MapQuery = {
  readonly kind: 'map';
  readonly setting: Setting;
  readonly layer: Layer;
  readonly width: number;
  readonly height: number;
  readonly level: Detail | 'fit';
  readonly open: readonly string[];
  readonly names: 'few' | 'all';
  readonly named: readonly string[];
  readonly chosen: readonly string[];
  /** Parts whose leads are drawn whole where others are told by their ends. */
  readonly shown?: readonly string[];
  /** What is in hand; it changes what the plates tell, and moves nothing. */
  readonly hand?: Hand | null;
  readonly unit: LengthUnit;
  readonly levels: LevelUnit;
  /** Of hum: the route that it is told of, and the loop that is drawn. */
  readonly route?: number | undefined;
  readonly loop?: string | null | undefined;
  /** What is found is not marked in it, nor waited for. */
  readonly unmarked?: true;
};

/** What can be asked of the worker, and what comes back. */
export type Queries = {
  map: { query: MapQuery; result: MapDrawing };
  findings: {
    query: { readonly kind: 'findings'; readonly variant: string | null; readonly sound: string | null };
    result: readonly FindingLine[];
  };
  cure: {
    query: {
      readonly kind: 'cure';
      readonly variant: string | null;
      readonly sound: string | null;
      readonly key: string;
    };
    result: Cure | null;
  };
  routes: {
    query: { readonly kind: 'routes'; readonly setting: Setting };
    result: readonly RouteName[];
  };
  route: {
    query: { readonly kind: 'route'; readonly setting: Setting; readonly route: number };
    result: readonly RouteLine[];
  };
  order: {
    query: { readonly kind: 'order'; readonly setting: Setting; readonly width: number };
    /** `name`: what the routing is called. */
    result: StripDrawing & { readonly name: string; readonly notes: readonly string[] };
  };
  profile: {
    query: {
      readonly kind: 'profile';
      readonly setting: Setting;
      readonly layer: Layer;
      readonly route: number;
      readonly held: Held | null;
      /** A box that stands by itself though it is off: the one that is chosen. */
      readonly open: string | null;
      /** Of layer Control: the press that is looked at, and the sound it is pressed in. */
      readonly press?: string | null;
      readonly pressedIn?: string | null;
      readonly levels: LevelUnit;
      readonly width: number;
      readonly height: number;
    };
    result: ProfileDrawing;
  };
  /** Tone at a part, or at the route's end; null: no lead carries it. */
  tone: {
    query: {
      readonly kind: 'tone';
      readonly setting: Setting;
      readonly route: number;
      readonly part: Part | null;
    };
    result: ToneView | null;
  };
  /** Noise at the end of a route, and which knob moves what. */
  levels: {
    query: { readonly kind: 'levels'; readonly setting: Setting; readonly route: number };
    result: LevelView;
  };
  /** Hum at the end of a route, and every ground loop. */
  hum: {
    query: { readonly kind: 'hum'; readonly setting: Setting; readonly route: number };
    result: HumView;
  };
  /** What layer Control tells beside the map: leads, what is not reached, one press in time. */
  control: {
    query: {
      readonly kind: 'control';
      readonly setting: Setting;
      readonly press: string | null;
      readonly pressedIn: string | null;
    };
    result: ControlView;
  };
  /** Presses between sounds. */
  presses: {
    query: { readonly kind: 'presses'; readonly variant: string | null };
    result: PressesView;
  };
  /** Presses of the set, and how loud each song is on its guitar. */
  set: {
    query: { readonly kind: 'set'; readonly variant: string | null };
    result: { readonly counts: PressesView['counts']; readonly levels: readonly SongLevel[] };
  };
  /** The set as a page to print and to have on a phone. */
  setSheet: {
    query: { readonly kind: 'setSheet'; readonly variant: string | null; readonly day: string };
    result: string;
  };
  /** What would let a channel be switched, by its `box/block`. */
  switchLeads: {
    query: { readonly kind: 'switchLeads'; readonly variant: string | null; readonly key: string };
    result: readonly SwitchLead[];
  };
  /** Every sound on simulated receivers. */
  proof: {
    query: { readonly kind: 'proof'; readonly variant: string | null };
    result: Proof;
  };
  /** One change of sound, by their places. */
  change: {
    query: {
      readonly kind: 'change';
      readonly variant: string | null;
      readonly from: number;
      readonly to: number;
    };
    result: Change | null;
  };
  /** What free switches are best given to do, and what that comes to over the set. */
  switches: {
    query: { readonly kind: 'switches'; readonly variant: string | null };
    result: Proposal & { readonly now: PressesView; readonly then: PressesView };
  };
  /** Steps of lifting and listening in a night. */
  listening: {
    query: { readonly kind: 'listening'; readonly variant: string | null };
    result: readonly WalkStep[];
  };
  /** Equalisers along a route; null: none that is on is noted. */
  eq: {
    query: { readonly kind: 'eq'; readonly setting: Setting; readonly route: number };
    result: EqView | null;
  };
  /** Delay and polarity of every route, and where two meet. */
  latency: {
    query: { readonly kind: 'latency'; readonly setting: Setting };
    result: LatencyView;
  };
  /** The same curve after edits that are only tried. */
  tried: {
    query: {
      readonly kind: 'tried';
      readonly setting: Setting;
      readonly route: number;
      readonly part: Part | null;
      readonly edits: readonly SingleEdit[];
    };
    result: Tried | null;
  };
  /** The edits that bring the buffers to a placement; or why they cannot be had. */
  placement: {
    query: {
      readonly kind: 'placement';
      readonly variant: string | null;
      readonly stands: readonly Stands[];
      /** What is added to the rig for it. */
      readonly wares: More['wares'];
    };
    result: { readonly edits: readonly SingleEdit[] } | { readonly reason: string };
  };
  /** Where what is in hand may go in the order, and what else may be done with it there. */
  offers: {
    query: { readonly kind: 'offers'; readonly setting: Setting; readonly held: Held };
    result: InHand;
  };
  preview: {
    query: {
      readonly kind: 'preview';
      readonly setting: Setting;
      readonly act: Act;
      readonly words?: string;
    };
    result: { readonly name: string; readonly preview: Preview };
  };
  /** The order read out, with the reason for each neighbour. */
  reasons: {
    query: { readonly kind: 'reasons'; readonly setting: Setting };
    result: {
      readonly lines: readonly OrderLine[];
      /** How many pairs stand the other way round than is usual. */
      readonly turned: number;
    };
  };
  /** The act that moves a place by one step; null: it can go no further. */
  step: {
    query: { readonly kind: 'step'; readonly setting: Setting; readonly part: Part; readonly by: 1 | -1 };
    result: Act | null;
  };
  /** The place of the order that a part stands at; null: it stands in none, or stays where it is. */
  place: {
    query: { readonly kind: 'place'; readonly setting: Setting; readonly part: Part };
    result: Held | null;
  };
  /** What a variant has otherwise than the base. */
  differing: {
    query: { readonly kind: 'differing'; readonly variant: string };
    result: readonly Differing[];
  };
  /** The edit that makes a routing a variant of its own; or why it cannot be had. */
  asVariant: {
    query: {
      readonly kind: 'asVariant';
      /** Its chains, as the plan tells them. */
      readonly key: string;
      /** The night that it is made from. */
      readonly from: string | null;
      readonly name: string;
    };
    result: ReturnType<typeof planAsVariant>;
  };
  /** Preamps of the rig, and whose each sound goes through: by key; null: through none. */
  preamps: {
    query: { readonly kind: 'preamps'; readonly variant: string | null };
    result: {
      readonly preamps: readonly { readonly key: string; readonly name: string }[];
      readonly sounds: readonly {
        readonly sound: string;
        readonly name: string;
        readonly key: string | null;
      }[];
    };
  };
  /** What is switched in a sound so that it goes through a preamp; null: nothing. */
  through: {
    query: {
      readonly kind: 'through';
      readonly variant: string | null;
      readonly sound: string;
      readonly key: string;
    };
    result: ReturnType<typeof throughPreamp>;
  };
  plugging: {
    query: { readonly kind: 'plugging'; readonly variant: string | null; readonly hand: Hand };
    result: readonly PlugAnswer[];
  };
  sheet: {
    query: { readonly kind: 'sheet'; readonly variant: string | null; readonly unit: LengthUnit };
    result: Sheet;
  };
  svg: {
    query: { readonly kind: 'svg'; readonly setting: Setting; readonly unit: LengthUnit };
    result: string;
  };
  card: {
    query: {
      readonly kind: 'card';
      readonly variant: string | null;
      readonly unit: LengthUnit;
      readonly day: string;
    };
    result: string;
  };
  house: {
    query: { readonly kind: 'house'; readonly variant: string | null };
    result: readonly HouseLine[];
  };
  shelf: { query: { readonly kind: 'shelf' }; result: ShelfCard };
  assumed: { query: { readonly kind: 'assumed' }; result: readonly AssumedLine[] };
};

export type Kind = keyof Queries;
export type QueryOf<K extends Kind> = Queries[K]['query'];
export type ResultOf<K extends Kind> = Queries[K]['result'];
export type AnyQuery = QueryOf<Kind>;
