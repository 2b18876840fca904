import {
  inSetting,
  plugsAt,
  sources,
  type AcceptedFinding,
  type Block,
  type Box,
  type Jack,
  type JackEnd,
  type Lead,
  type Part,
  type Reads,
  type Rig,
  type Scope,
  type Severity,
  type Slices,
} from '../model';

import type { Guess } from './guess';

export type FindingFigure = { readonly name: string; readonly value: number; readonly unit: string };
/** A figure a finding rests on that nobody has looked up. */
export type AssumedFigure = { readonly part: Part; readonly figure: string };

/** What the sentence and the cures of a finding go by beside parts and figures: plain data. */
export type Data = object;
export type NoData = Readonly<Record<string, never>>;

/** What a rule found: data only; words are made from it. */
export type Found<D extends Data = Data> = {
  readonly severity: Severity;
  /** Cause first. */
  readonly parts: readonly Part[];
  readonly figures?: readonly FindingFigure[];
  readonly assumed?: readonly AssumedFigure[];
  /** The one assumed figure it hangs on, where a plausible value of it would clear it: then it is a caution at most. */
  readonly guess?: Guess | undefined;
  readonly data: D;
  /** The variant it is so in, where the rule looks at several. */
  readonly variant?: string | null;
};

/** How boxes are joined in one night. */
export type Wired = Reads<'boxes' | 'leads' | 'variant'>;

/** What cures are made from: everything, in the setting of the finding. */
export type View = Slices & { readonly rig: Rig };

/** A finding as it is shown, listed and stored. */
export type Finding<D extends Data = Data> = {
  readonly code: string;
  readonly severity: Severity;
  readonly sound: string | null;
  readonly variant: string | null;
  readonly parts: readonly Part[];
  readonly figures: readonly FindingFigure[];
  readonly assumed: readonly AssumedFigure[];
  readonly guess?: Guess | undefined;
  readonly data: D;
  readonly accepted: AcceptedFinding | null;
};

/** The gravest first. */
export const SEVERITY_ORDER: Readonly<Record<Severity, number>> = {
  danger: 0,
  fault: 1,
  caution: 2,
  note: 3,
};

/** Identity: code, parts, sound, variant. */
export const findingKey = (finding: Pick<Finding, 'code' | 'parts' | 'sound' | 'variant'>): string =>
  [
    finding.code,
    finding.sound ?? '',
    finding.variant ?? '',
    ...finding.parts.map((p) => `${p.type}:${p.id}`),
  ].join(' ');

/** A rig as cures of a finding look at it; a sound of null is the state at rest. */
export const viewOf = (rig: Rig, variant: string | null, sound: string | null): View => ({
  ...inSetting(rig, { variant, sound: sound ?? '' }),
  rig,
});

export const jackPart = (box: Box, jack: Jack): Part => ({ type: 'jack', id: `${box.id}/${jack.id}` });
export const blockPart = (box: Box, block: Block): Part => ({ type: 'block', id: `${box.id}/${block.id}` });
export const boxPart = (box: Box): Part => ({ type: 'box', id: box.id });
export const leadPart = (lead: Lead): Part => ({ type: 'lead', id: lead.id });

/** The leads plugged into a jack, with the ends at their other side. */
export const leadsAt = (of: Reads<'leads' | 'variant'>, box: Box, jack: Jack) =>
  plugsAt(of, { box: box.id, jack: jack.id });

export const isFree = (of: Reads<'leads' | 'variant'>, box: Box, jack: Jack): boolean =>
  leadsAt(of, box, jack).length === 0;
export const everyJack = (of: Reads<'boxes'>): readonly JackEnd[] =>
  of.boxes.flatMap((box) => box.jacks.map((jack) => ({ box, jack })));
export const hasSource = (of: Reads<'boxes'>): boolean => sources(of).length > 0;

/** Where something is to be set that stands so by a sound, or at rest. @param from the layer that it comes from */
export const scopeFrom = (of: Reads<'sound'>, from: string): Scope =>
  from === 'sound' ? scopeOf(of) : { layer: 'rest' };

/** Where an edit of a state is kept: in the sound in force, else at rest. */
export const scopeOf = ({ sound }: Reads<'sound'>): Scope =>
  sound ? { layer: 'sound', id: sound.id } : { layer: 'rest' };
