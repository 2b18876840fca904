// The order read out: every stop of it with the reason why it stands behind what is ahead of it.
import { blockIn, boxOf, inNight, leadOf, type Block, type Part, type Rig } from '../model';
import { schoolWords, verdictWords, type SchoolName, type Verdict } from '../order';
import { actChains } from './acting';
import { isMovable } from './acts';
import type { Chain, Gap, Stop } from './chain';
import { placeAt, tailOf, type PlaceAt } from './edit';
import { nameOfStood, passedAhead, stoodAt, turnedIn, verdictAt, type OrderOf, type Stood } from './members';
import type { ChainsAt } from './scope';
import { everyPlace, stopWords } from './slots';

/** One stop of the order, as it is read out. */
export type OrderLine = {
  readonly at: PlaceAt;
  readonly part: Part;
  readonly words: string;
  /** How many loops it hangs in. */
  readonly inLoops: number;
  /** Numbers of the leads ahead of it. */
  readonly leads: readonly number[];
  /** Why it stands behind the one ahead that the order speaks of, in a line. */
  readonly reason: string;
  /** How the two stand to each other by what is usual; null: the usual order says nothing of it. */
  readonly so: Verdict['so'] | null;
  /** The house rule that it goes by, in words. */
  readonly house: string | null;
  /** What stands against the usual order with others ahead of it. */
  readonly turned: readonly string[];
  readonly movable: boolean;
  /** Said at the first of a way where ways part, or of a chain. */
  readonly head: string | null;
};

/** What a stop is there for that the usual order does not speak of; of several blocks the first here says it. */
const BY_ROLE: readonly (readonly [Block['role'], string])[] = [
  ['source', 'Here it begins.'],
  ['monitor', 'The player hears it.'],
  ['mix', 'It is heard at the desk.'],
  ['speaker', 'The cabinet moves the air.'],
  ['power', 'It makes loud what its preamp and its loop gave.'],
  ['mic', 'It hears the cabinet.'],
  ['preamp', 'What is ahead of it goes into its front.'],
  ['ampModel', 'It stands in for a preamp.'],
  ['merge', 'Here ways come together.'],
  ['split', 'Here the ways part.'],
  ['mute', 'It mutes all behind it.'],
  ['buffer', 'It drives what is behind it.'],
];

function plainReason(of: OrderOf, { box: id, blocks, loop }: Stop, gap: Gap | null): string {
  const box = boxOf(of, id);
  if (loop) {
    const name = blockIn(box, loop.block)?.name ?? 'a loop';
    return loop.side === 'out' ? `It leaves ${box?.name ?? id} by ${name}.` : `It comes back by ${name}.`;
  }
  const roles = blocks.flatMap((one) => blockIn(box, one)?.role ?? []);
  const said = BY_ROLE.find(([role]) => roles.includes(role));
  if (said) return said[1];
  return gap?.kind === 'inside' ? 'It is built in so.' : 'It passes through.';
}

function reasonOf(
  of: OrderOf,
  stop: Stop,
  gap: Gap | null,
  own: Stood | undefined,
  before: Stood | undefined,
): Pick<OrderLine, 'reason' | 'so' | 'house'> {
  if (!own) return { reason: plainReason(of, stop, gap), so: null, house: null };
  if (!before) {
    const { group } = own.member;
    if (group === 'preamp' || group === 'clean')
      return { reason: plainReason(of, stop, gap), so: null, house: null };
    const first = group === 'pickup' ? 'It is first: it sees the pickup.' : 'It is the first of the effects.';
    return { reason: first, so: null, house: null };
  }
  const verdict = verdictAt(of, before, own);
  if (!verdict) return { reason: 'It is built in so.', so: null, house: null };
  return {
    reason: wordsOf(verdict, before, own),
    so: verdict.so,
    house: verdict.school && schoolWords(of, verdict.school),
  };
}

/** What is said of two, by their names; of one box by those of their blocks. */
const wordsOf = (verdict: Verdict, ahead: Stood, behind: Stood): string =>
  ahead.box === behind.box
    ? verdictWords(verdict, ahead.block.name, behind.block.name)
    : verdictWords(verdict, nameOfStood(ahead), nameOfStood(behind));

function headOf(chains: readonly Chain[], { tail, at }: PlaceAt): string | null {
  if (at > 0) return null;
  if (tail.length > 1) {
    const trunk = tailOf(chains, tail.slice(0, -1));
    const ways = trunk?.end.kind === 'split' ? trunk.end.tails.length : 0;
    return `Way ${(tail.at(-1) ?? 0) + 1} of ${ways}`;
  }
  return chains.length > 1 ? `Order ${(tail[0] ?? 0) + 1} of ${chains.length}` : null;
}

/** How many loops are open ahead of a place, along its way. */
function loopsAt(chains: readonly Chain[], { tail, at }: PlaceAt): number {
  const passed = tail.flatMap((_, i) => {
    const own = tail.slice(0, i + 1);
    const places = tailOf(chains, own)?.places ?? [];
    return own.length === tail.length ? places.slice(0, at + 1) : places;
  });
  const sides = passed.flatMap(({ stops: [{ loop }] }) => loop?.side ?? []);
  const here = placeAt(chains, { tail, at })?.stops[0].loop?.side === 'out' ? 1 : 0;
  return (
    sides.filter((side) => side === 'out').length - sides.filter((side) => side === 'back').length - here
  );
}

/** What of the rig a stop is: its first block, else its box. */
export const stopPart = ({ box, blocks: [block] }: Pick<Stop, 'box' | 'blocks'>): Part =>
  block === undefined ? { type: 'box', id: box } : { type: 'block', id: `${box}/${block}` };

/** Of buffers there is something to say only where they stand ahead of what wants the pickup. */
const isTold = ({ member }: Stood): boolean => member.group !== 'buffer';

/** Every stop of the order with its reason, in order. */
export function orderLines(rig: Rig, at: ChainsAt): readonly OrderLine[] {
  const chains = actChains(rig, at);
  const of = inNight(rig, at.variant);
  const turned = turnedWords(of, chains);
  return everyPlace(chains).flatMap((place): readonly OrderLine[] => {
    const own = placeAt(chains, place);
    if (!own) return [];
    const { stops, gap } = own;
    const [stop] = stops;
    const [member] = stoodAt(of, stop).filter(isTold);
    const before = passedAhead(of, chains, place).findLast(isTold);
    const reason = reasonOf(of, stop, gap, member, before);
    const others = turned.flatMap((pair) =>
      pair.at.tail.join() === place.tail.join() && pair.at.at === place.at ? [pair.words] : [],
    );
    return [
      {
        at: place,
        part: stopPart(stop),
        words: stops.map((one) => stopWords(rig, one)).join(' and '),
        inLoops: loopsAt(chains, place),
        leads: (gap?.leads ?? []).flatMap((id) => leadOf(rig, id)?.number ?? []).sort((a, b) => a - b),
        ...reason,
        turned: [...new Set(others)].filter((text) => text !== reason.reason),
        movable: isMovable(rig, chains, place),
        head: headOf(chains, place),
      },
    ];
  });
}

/** What is said of every pair that stands against what is usual, at the place of the one behind. */
export const turnedWords = (
  of: OrderOf,
  chains: readonly Chain[],
): readonly { readonly at: PlaceAt; readonly words: string }[] =>
  turnedIn(of, chains).map(({ at, ahead, behind, verdict }) => ({
    at,
    words: wordsOf(verdict, ahead, behind),
  }));

/**
 * How many pairs of the order stand against what is usual.
 * @param school by this question of the house alone
 */
export const turnedPairs = (rig: Rig, at: ChainsAt, school?: SchoolName): number =>
  turnedIn(inNight(rig, at.variant), actChains(rig, at)).filter(
    ({ verdict }) => school === undefined || verdict.school === school,
  ).length;
