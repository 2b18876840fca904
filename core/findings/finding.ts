import {
  sources,
  wiring,
  type AcceptedFinding,
  type Block,
  type Box,
  type EditCall,
  type Jack,
  type JackRef,
  type Lead,
  type Part,
  type Plugged,
  type Rig,
  type Setting,
  type Severity,
} from '../rig';
import { resolve, settingsOf, trace, type Resolved, type Trace } from '../signal';
import { memoBy } from '../units';

export type FindingFigure = { readonly name: string; readonly value: number; readonly unit: string };
/** A figure a finding rests on that nobody has looked up. */
export type AssumedFigure = { readonly part: Part; readonly figure: string };

/** What a rule found: data only; words are made from it in sentences.ts. */
export type Found = {
  readonly severity: Severity;
  /** Cause first. */
  readonly parts: readonly Part[];
  readonly figures?: readonly FindingFigure[];
  readonly assumed?: readonly AssumedFigure[];
  /** What the sentence needs beyond parts and figures: names of parts, counts. */
  readonly data?: Readonly<Record<string, string>>;
  /** The variant it is so in, where the rule looks at several. */
  readonly variant?: string | null;
};

/** What a rule looks at. */
export type View = {
  readonly rig: Rig;
  readonly variant: string | null;
  readonly setting: Setting;
  readonly resolved: Resolved;
  readonly trace: Trace;
  readonly plugged: readonly Plugged[];
};

export type Rule = {
  readonly code: string;
  /** `rig`: reads no sound's state, sound is null. `sound`: judged once for each sound. */
  readonly reads: 'rig' | 'sound';
  readonly judge: (view: View) => readonly Found[];
  /** Edits that may cure it, best first; the first that proves itself on a trial document is offered. */
  readonly cures?: (view: View, found: Found) => Iterable<EditCall>;
};

/** A finding as it is shown, listed and stored. */
export type Finding = {
  readonly code: string;
  readonly severity: Severity;
  readonly sound: string | null;
  readonly variant: string | null;
  readonly parts: readonly Part[];
  readonly figures: readonly FindingFigure[];
  readonly assumed: readonly AssumedFigure[];
  readonly data: Readonly<Record<string, string>>;
  readonly accepted: AcceptedFinding | null;
};

/** Identity: code, parts, sound, variant. */
export const findingKey = (finding: Pick<Finding, 'code' | 'parts' | 'sound' | 'variant'>): string =>
  [
    finding.code,
    finding.sound ?? '',
    finding.variant ?? '',
    ...finding.parts.map((p) => `${p.type}:${p.id}`),
  ].join(' ');

/** One sound of a rig as rules look at it; null stands for the first. */
export const viewOf: (rig: Rig, variant: string | null, sound: string | null) => View = memoBy(
  (rig: Rig, variant: string | null, sound: string | null) => [rig, variant, sound],
  (rig, variant, sound) => {
    const setting: Setting = { variant, sound: sound ?? rig.sounds[0]?.id ?? 'all' };
    return {
      rig,
      variant,
      setting,
      resolved: resolve(rig, setting),
      trace: trace(rig, setting),
      plugged: wiring(rig, variant),
    };
  },
);

/** The same view in every sound, for rules of the rig that follow paths. */
export const everySound = (view: View): readonly View[] =>
  settingsOf(view.rig, view.variant).map((setting) => viewOf(view.rig, view.variant, setting.sound));

export type JackEnd = { readonly box: Box; readonly jack: Jack };

export function endAt(rig: Rig, ref: JackRef | undefined): JackEnd | undefined {
  const box = ref && rig.boxes.find((b) => b.id === ref.box);
  const jack = box?.jacks.find((j) => j.id === ref?.jack);
  return box && jack ? { box, jack } : undefined;
}

export const jackPart = (box: Box, jack: Jack): Part => ({ type: 'jack', id: `${box.id}/${jack.id}` });
export const blockPart = (box: Box, block: Block): Part => ({ type: 'block', id: `${box.id}/${block.id}` });
export const boxPart = (box: Box): Part => ({ type: 'box', id: box.id });
export const leadPart = (lead: Lead): Part => ({ type: 'lead', id: lead.id });

/** The leads plugged into a jack, with the ends at their other side. */
export function leadsAt(
  view: View,
  box: Box,
  jack: Jack,
): readonly { lead: Lead; side: 'from' | 'to'; far: JackRef | undefined }[] {
  return view.plugged.flatMap(({ lead, from, to }) =>
    (
      [
        ['from', from, to],
        ['to', to, from],
      ] as const
    )
      .filter(([, near]) => near.some((ref) => ref.box === box.id && ref.jack === jack.id))
      .map(([side, , far]) => ({ lead, side, far: far[0] })),
  );
}

export const isFree = (view: View, box: Box, jack: Jack): boolean => leadsAt(view, box, jack).length === 0;
export const everyJack = (rig: Rig): readonly JackEnd[] =>
  rig.boxes.flatMap((box) => box.jacks.map((jack) => ({ box, jack })));
export const hasSource = (rig: Rig): boolean => sources(rig).length > 0;
export const scopeOf = (sound: string) => ({ layer: 'sound', id: sound }) as const;
