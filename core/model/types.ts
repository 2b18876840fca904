import type { Draft } from 'immer';
import type { z } from 'zod';
import type { Known } from './known';
import type { blockSchema } from './schema-block';
import type { boxSchema, modelSchema } from './schema-box';
import type { jackSchema } from './schema-jack';
import type { carries, connector, figure, stateLayer } from './schema-parts';
import type { part, rigSchema } from './schema-rig';
import type { EFFECT_CATEGORIES, LEAD_KINDS, PORTS, SEVERITIES } from './terms';

/** The whole document, immutable. */
export type Rig = Known<z.infer<typeof rigSchema>>;
/** The document while an edit changes it. */
export type RigDraft = Draft<Rig>;
export type Box = Known<z.infer<typeof boxSchema>>;
export type Jack = Box['jacks'][number];
export type JackMode = Jack['modes'][number];
export type SpeakerFacts = NonNullable<Jack['speaker']>;
export type Block = Box['blocks'][number];
export type BlockState = Block['states'][number];
export type BlockRole = Block['role'];
export type Control = Box['controls'][number];
export type Song = Rig['songs'][number];
/** What an expression pedal moves in a sound. */
export type Moves = NonNullable<Sound['moves']>[string];
/** What a box is set to send to another one. */
export type Sent = NonNullable<Box['sent']>[number];
/** What a box hears by a control change. */
export type HeardControl = NonNullable<NonNullable<Box['midi']>['ccs']>[number];
export type FootSwitch = NonNullable<Box['switches']>[number];
export type InnerWiring = Box['patches'][number];
export type Wire = InnerWiring['wires'][number];
export type InnerEnd = Wire['from'];
export type Port = (typeof PORTS)[number];
export type EffectCategory = (typeof EFFECT_CATEGORIES)[number];
export type Lead = Rig['leads'][number];
export type LeadEnd = Lead['from'];
export type LeadKind = (typeof LEAD_KINDS)[number];
export type Plug = LeadEnd['plug'];
export type Adapter = LeadEnd['adapters'][number];
export type JackRef = { readonly box: string; readonly jack: string };
export type Place = Rig['stage']['places'][number];
export type Sound = Rig['sounds'][number];
/** What a free switch does in a bank. */
export type Assignment = Rig['switchPlan'][number];
export type SoundRule = Rig['soundRules'][number];
export type SwitchAct = Assignment['act'];
export type Variant = Rig['variants'][number];
export type Want = Rig['wants'][number];
export type EffectWish = Extract<Want, { type: 'effect' }>['where'];
export type Walk = Rig['walks'][number];
export type Tick = Walk['ticks'][number];
export type AcceptedFinding = Rig['acceptedFindings'][number];
export type Figure = Known<z.infer<typeof figure>>;
export type Carries = z.infer<typeof carries>;
export type Connector = z.infer<typeof connector>;
export type EqSetting = NonNullable<Block['eq']>;
export type Band = NonNullable<Block['bands']>[number];
export type Impulse = NonNullable<Block['impulse']>;
export type StateLayer = Known<z.infer<typeof stateLayer>>;
export type Severity = (typeof SEVERITIES)[number];
export type Part = Known<z.infer<typeof part>>;
/** A loom by its id: many leads that are chosen as one. */
export type LoomPart = { readonly type: 'loom'; readonly id: string };

/** A model of gear, and it and its parts as one writes them: what the schema fills in may be left out. */
export type Model = Known<z.infer<typeof modelSchema>>;
export type ModelInput = Known<z.input<typeof modelSchema>>;
export type JackInput = Known<z.input<typeof jackSchema>>;
export type BlockInput = Known<z.input<typeof blockSchema>>;

/** Where an edit of state or leads is kept; sounds lie over variants, variants over rest. */
export type Scope =
  | { readonly layer: 'rest' }
  | { readonly layer: 'variant'; readonly id: string }
  | { readonly layer: 'sound'; readonly id: string };

/** What an analysis looks at. */
export type Setting = { readonly variant: string | null; readonly sound: string };
