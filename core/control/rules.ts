// Rules for sounds: what goes together and what must not, checked in each.
import {
  blockAt,
  blockWords,
  derive,
  freshId,
  isPreamp,
  type Block,
  type Box,
  type Reads,
  type Sound,
  type SoundRule,
} from '../model';
import { isOn, traceIn } from '../signal';
import { inWords } from '../units';
import { thingsIn } from './things';

type ForSound = Reads<'boxes' | 'leads' | 'variant' | 'standing'>;
type ForRules = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'soundRules'>;

const keyOf = ({ box, block }: SoundRule['members'][number]): string => `${box}/${block}`;

/** What a signal passes on its way to something that is heard, with the state it is in; by `box/block`. */
const atWork = derive(['boxes', 'leads', 'variant', 'standing'], (of): ReadonlyMap<string, string> => {
  const found = new Map<string, string>();
  for (const { sections } of traceIn(of).paths)
    for (const { box, block, state } of sections)
      if (isOn(state)) found.set(`${box.id}/${block.id}`, state.id);
  return found;
});

/** How a rule stands in a sound. */
export type Verdict = {
  readonly isKept: boolean;
  /** `box/block` of what is at work of it, and of what is not. */
  readonly on: readonly string[];
  readonly off: readonly string[];
};

/** Whether the sound in force keeps a rule. A rule of less than two parts says nothing, and is kept. */
export function judgeRule(of: ForSound, { kind, members, states = {} }: SoundRule): Verdict {
  const work = atWork(of);
  const keys = members.map(keyOf);
  const holds = (key: string) =>
    work.has(key) && (states[key] === undefined || work.get(key) === states[key]);
  const [on, off] = [keys.filter(holds), keys.filter((key) => !holds(key))];
  // A sound that is silent has a line of its own.
  const isKept =
    keys.length < 2 ||
    work.size === 0 ||
    (kind === 'one'
      ? on.length === 1
      : kind === 'together'
        ? on.length === 0 || off.length === 0
        : off.length > 0);
  return { isKept, on, off };
}

/** A part of a rule as people call it: `Delay of Multi-effects`, `Preamp of Valve head on lead`. */
export function memberName(
  of: Reads<'boxes'>,
  { states = {} }: Pick<SoundRule, 'states'>,
  key: string,
): string {
  const at = blockAt(of, key);
  const name = at ? blockWords(at.box, at.block) : key;
  const state = at?.block.states.find(({ id }) => id === states[key]);
  return state ? `${name} on ${state.name}` : name;
}

/** A rule in words: the player's own, else what it says. */
export function ruleWords(of: Reads<'boxes'>, rule: SoundRule): string {
  if (rule.words !== '') return rule.words;
  const names = inWords(rule.members.map((member) => memberName(of, rule, keyOf(member))));
  if (rule.kind === 'one') return `exactly one of ${names}`;
  return rule.kind === 'together' ? `${names} together` : `never ${names} at once`;
}

/** How a rule is broken, in words. */
export function brokenWords(of: Reads<'boxes'>, rule: SoundRule, { on, off }: Verdict): string {
  const names = (keys: readonly string[]) => inWords(keys.map((key) => memberName(of, rule, key)));
  if (rule.kind === 'together') return `${names(on)} without ${names(off)}`;
  return on.length === 0 ? `none of ${names(off)}` : `${names(on)} at once`;
}

const inSound = (of: ForRules, sound: Sound): ForSound => ({
  boxes: of.boxes,
  leads: of.leads,
  variant: of.variant,
  sound,
});

export type RuleLine = {
  readonly rule: SoundRule;
  readonly words: string;
  /** The sounds that break it, with how. */
  readonly broken: readonly { readonly sound: string; readonly name: string; readonly how: string }[];
};

const lineOf = (of: ForRules, rule: SoundRule): RuleLine => ({
  rule,
  words: ruleWords(of, rule),
  broken: of.sounds.flatMap((sound) => {
    const verdict = judgeRule(inSound(of, sound), rule);
    return verdict.isKept ? [] : [{ sound: sound.id, name: sound.name, how: brokenWords(of, rule, verdict) }];
  }),
});

const OF = ['boxes', 'leads', 'variant', 'sounds', 'soundRules'] as const;

/** Every rule with the sounds that break it. */
export const ruleLines = derive(OF, (of): readonly RuleLine[] =>
  of.soundRules.map((rule) => lineOf(of, rule)),
);

const sameMembers = (a: SoundRule, b: SoundRule): boolean =>
  a.kind === b.kind &&
  a.members.length === b.members.length &&
  a.members.every((one) => b.members.some((other) => keyOf(one) === keyOf(other)));

type Part = { readonly box: Box; readonly block: Block };
const memberOf = ({ box, block }: Part) => ({ box: box.id, block: block.id });

/** Preamps that some sound goes through: a sound has one of them. */
function alternatives(of: ForRules): readonly SoundRule['members'][] {
  const heard = new Map<string, Part>();
  for (const sound of of.sounds)
    for (const { sections } of traceIn(inSound(of, sound)).paths)
      for (const section of sections)
        if (isPreamp(section.block)) heard.set(`${section.box.id}/${section.block.id}`, section);
  return heard.size > 1 ? [[...heard.values()].map(memberOf)] : [];
}

/** Effects of one sort that every sound has on or off together: one of them on each of two feeds. */
function alike(of: ForRules): readonly SoundRule['members'][] {
  const groups = new Map<string, Part[]>();
  for (const { box, block, wants } of thingsIn(of)) {
    if (block?.category === undefined || new Set(wants).size < 2) continue;
    const key = `${block.category} ${wants.map((want) => want !== 'off').join()}`;
    groups.set(key, [...(groups.get(key) ?? []), { box, block }]);
  }
  return [...groups.values()].filter((parts) => parts.length > 1).map((parts) => parts.map(memberOf));
}

/** Rules that the wiring and the sounds suggest and the rig has not yet, each with what breaks it. */
export const proposedRules = derive(OF, (of): readonly RuleLine[] => {
  const taken = new Set(of.soundRules.map(({ id }) => id));
  const made = (kind: SoundRule['kind']) => (members: SoundRule['members']) => {
    const id = freshId(kind, taken);
    taken.add(id);
    return { id, kind, members, words: '' };
  };
  return [...alternatives(of).map(made('one')), ...alike(of).map(made('together'))]
    .filter((rule) => !of.soundRules.some((one) => sameMembers(one, rule)))
    .map((rule) => lineOf(of, rule));
});
