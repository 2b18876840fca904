// What a routing template would cost on this rig.
import { asBase, scoped } from '../chain';
import { routingTrial, variantsKept, type RoutingChange } from '../edits';
import type { Rig } from '../model';
import { bindTemplate, reconcile, TEMPLATES, type Code, type Template } from '../routings';
import { figuresOf, isInForce, type Figures } from './figures';

/** What one routing would be on this rig, all counted on a trial document. */
export type Card = {
  readonly code: Code;
  readonly name: string;
  readonly line: string;
} & (
  | { readonly can: false; readonly reason: string }
  | ({
      readonly can: true;
      readonly change: RoutingChange;
      /** The rig as it would be. */
      readonly trial: Rig;
      /** It is wired so now. */
      readonly inForce: boolean;
      /** Names of the variants that keep their own wiring: the routing has no room in them. */
      readonly kept: readonly string[];
    } & Figures)
);

/** What wires a night as a routing, or why it cannot be had there. */
export function routingChange(
  rig: Rig,
  template: Template,
  variant: string | null,
): RoutingChange | { readonly reason: string } {
  const at = { variant, wirings: {} };
  const base = asBase(rig, at);
  const wanted = bindTemplate(base, template);
  return 'reason' in wanted ? wanted : scoped(rig, at, reconcile(base, template.name, wanted));
}

/**
 * The card of one routing: its figures on this rig, or the reason why it cannot be had.
 * @param variant the night that would be wired so; null: the base
 */
export function cardOf(rig: Rig, template: Template, variant: string | null = null): Card {
  const { code, name, line } = template;
  const change = routingChange(rig, template, variant);
  if ('reason' in change) return { code, name, line, can: false, reason: change.reason };
  const taken = routingTrial(rig, change);
  if ('reason' in taken) return { code, name, line, can: false, reason: taken.reason };
  const { trial } = taken;
  return {
    code,
    name,
    line,
    can: true,
    change,
    trial,
    inForce: isInForce(rig, change, variant),
    ...figuresOf(rig, change, trial, variant),
    kept: variant === null ? variantsKept(rig, change).map((one) => one.name) : [],
  };
}

/** Every routing as a card, in the order of the templates. */
export const cardsOf = (rig: Rig, variant: string | null = null): readonly Card[] =>
  TEMPLATES.map((template) => cardOf(rig, template, variant));
