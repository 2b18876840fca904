// Where the amplifier's preamp is hosted: in front, in the loop, in four-cable, passed by, or no amplifier at all.
import { boxOf, type Box } from '../../model';
import { wishFor } from '../../signal';
import { inWords } from '../../units';
import { boxesIn, endsOf, isSame, itemsOf, withEnds, withLine, type Draft, type Item } from '../draft';
import { hasRole } from '../items';
import { driven, halvesOf, type Halves } from '../amplifiers';
import { turnedIn } from '../gear';
import type { Ask, Part, Variation } from '../part';

const isPower = (ask: Ask, item: Item) => hasRole(ask.rig, item, 'power');

const hasPreamp = (box: Box) => box.blocks.some(({ role }) => role === 'preamp');

/** The amplifier of a draft, else the first of the rig. */
function amplifierOf(ask: Ask, draft: Draft): Halves | null {
  const own = itemsOf(draft).find((item) => isPower(ask, item));
  const box = boxOf(ask.rig, own?.box);
  if (own && box && !hasPreamp(box)) return { box, preamp: null, power: own };
  const used = boxesIn(draft);
  const isFree = ({ box: { id } }: Halves) => own === undefined && !used.has(id);
  return box ? halvesOf(box) : (ask.gear.amplifiers.find(isFree) ?? null);
}

const without = (items: readonly Item[], item: Item) => items.filter((one) => !isSame(one, item));

/** A draft with its amplifier's preamp taken out, and its power stage at an end. */
function bared(ask: Ask, draft: Draft, { box, preamp, power }: Halves): Draft {
  const isOwn = (item: Item) => item.box === box.id;
  const line = draft.line.filter((item) => !isOwn(item));
  const drawn = withLine(draft, line);
  const behind = (items: readonly Item[]) => items.slice(items.findLastIndex(isOwn) + 1);
  const inLine = draft.line.findLastIndex(isOwn);
  const lost = inLine >= 0 && isPower(ask, draft.line[inLine] ?? power);
  const ends = endsOf(drawn).map(({ items }) => {
    const own = items.some((item) => isOwn(item) && isPower(ask, item));
    return own || lost ? [power, ...behind(items)] : preamp ? without(items, preamp) : items;
  });
  return ends.some((items) => items.some(isOwn))
    ? withEnds(drawn, ends)
    : withEnds(drawn, [driven(ask.rig, ask.gear, power), ...ends.filter((items) => items.length > 0)]);
}

/** What stands on either side of a place of the line, as far as it makes a difference to what a routing is called. */
function kindOf(ask: Ask, line: readonly Item[], at: number): string {
  const isEffect = (item: Item) => hasRole(ask.rig, item, 'effect', 'ampModel', 'cabModel');
  const ofUnit = (item: Item) => ask.gear.unit.some(({ box }) => box === item.box);
  const [ahead, behind] = [line.slice(0, at).filter(isEffect), line.slice(at).filter(isEffect)];
  if (behind.length === 0) return 'front';
  if (ahead.some(ofUnit) && behind.some(ofUnit)) return 'four';
  return ahead.length === 0 ? 'loop' : 'both';
}

/** An effect by itself that is wanted ahead of the preamp. */
const isEarly = (ask: Ask, { box: id, blocks }: Item): boolean => {
  const box = boxOf(ask.rig, id);
  const effect = box?.blocks.find((block) => block.role === 'effect' && blocks.includes(block.id));
  if (!box || !effect || ask.gear.unit.some((item) => item.box === id)) return false;
  const wish = wishFor(ask.rig, box, effect);
  return wish === 'ahead' || wish === 'pickup';
};

const nothingAhead = ({ rig }: Ask, early: readonly Item[]): Variation => ({
  family: 'effects in the loop',
  reason: `${inWords(early.map(({ box }) => boxOf(rig, box)?.name ?? box))} ${early.length === 1 ? 'is' : 'are'} wanted ahead of the preamp.`,
});

/** The preamp at the best place of each kind: against fewest of what is usual, the first of those as good. */
function hosted(ask: Ask, bare: Draft, preamp: Item, withNoneAhead: boolean): readonly Draft[] {
  const best = new Map<string, { readonly draft: Draft; readonly turned: number }>();
  for (let at = 0; at <= bare.line.length; at += 1) {
    const draft = withLine(bare, bare.line.toSpliced(at, 0, preamp));
    const kind = kindOf(ask, bare.line, at);
    if (kind === 'loop' && !withNoneAhead) continue;
    const turned = turnedIn(ask.of, draft.line);
    const known = best.get(kind);
    if (!known || turned < known.turned) best.set(kind, { draft, turned });
  }
  const ends = endsOf(bare);
  if (ends.length < 2) return [...best.values()].map(({ draft }) => draft);
  // Where it parts ahead of the amplifier, all in front is the amplifier's own way.
  const own = ends.map(({ items }) => {
    const at = items.findIndex((item) => isPower(ask, item));
    return at < 0 ? items : items.toSpliced(at, 0, preamp);
  });
  best.delete('front');
  return [...[...best.values()].map(({ draft }) => draft), withEnds(bare, own)];
}

/** Without the amplifier: what else it parts into, or its end is open. */
function direct(ask: Ask, draft: Draft, { box }: Halves): Draft {
  const line = draft.line.filter((item) => item.box !== box.id);
  const ends = endsOf(draft)
    .filter(({ items }) => !items.some((item) => item.box === box.id))
    .map(({ items }) => items);
  const isLost = draft.line.some((item) => item.box === box.id && isPower(ask, item));
  return withEnds(withLine(draft, line), ends.length > 0 && !isLost ? ends : [[]]);
}

const HOSTED = ['four-cable', 'effects in the loop', 'straight into the power stage'];

function vary(ask: Ask, draft: Draft): readonly Variation[] {
  const halves = amplifierOf(ask, draft);
  if (!halves) return [];
  const { box, preamp } = halves;
  const bare = bared(ask, draft, halves);
  const models = itemsOf(bare).some((item) => hasRole(ask.rig, item, 'ampModel', 'preamp'));
  const made: Variation[] = [{ draft: direct(ask, draft, halves) }];
  if (!preamp)
    return [
      ...made,
      { draft: bare },
      ...(hasPreamp(box) ? HOSTED : []).map((family) => ({
        family,
        reason: `${box.name} has no loop: nothing can be hung behind its preamp.`,
      })),
    ];
  const early = bare.line.filter((item) => isEarly(ask, item));
  made.push(
    ...hosted(ask, bare, preamp, early.length === 0).map((one) => ({ draft: one })),
    ...(early.length > 0 ? [nothingAhead(ask, early)] : []),
  );
  made.push(
    models
      ? { draft: bare }
      : {
          family: 'straight into the power stage',
          reason: 'Nothing in the rig can stand in for a preamp: no amp model, no preamp pedal.',
        },
  );
  if (ask.gear.unit.length === 0)
    made.push({ family: 'four-cable', reason: 'There is no multi-effects unit in the rig.' });
  return made;
}

export const host: Part = { id: 'host', about: 'where the amplifier’s preamp is hosted', vary };
