// The order of switching: up from the outlets and the source to the power stages, one big supply at a time; down in reverse.
import { inNight, type Box, type Rig } from '../model';
import { dcFeeds, mainsBoxes, withoutLoad } from '../power';
import { settingsOf, trace } from '../signal';
import { inWords } from '../units';
import { isMains, step, type WalkStep } from './parts';

/** One thing that is switched, with what comes on by it. */
type Switched = {
  readonly box: Box;
  readonly kind: 'distribution' | 'supply' | 'box' | 'power';
  /** What has its power from it, and no switch of its own. */
  readonly feeds: readonly Box[];
  /** A valve stage is warmed up first. */
  readonly isValve: boolean;
  /** It has no load: it stays off. */
  readonly isBare: boolean;
};

const drives = (box: Box): boolean => box.blocks.some((block) => block.role === 'power');
const KINDS: readonly Switched['kind'][] = ['distribution', 'supply', 'box', 'power'];

function kindOf(box: Box): Switched['kind'] {
  if (box.jacks.some(({ mainsOutlet }) => mainsOutlet)) return 'distribution';
  if (box.jacks.some(({ dcOutlet }) => dcOutlet)) return 'supply';
  return drives(box) ? 'power' : 'box';
}

/**
 * What is switched on in a night, in its order: distributions, those first that others hang behind; supplies with what they
 * feed; boxes as the signal meets them; power stages last.
 */
function switchingOrder(rig: Rig, variant: string | null): readonly Switched[] {
  const of = inNight(rig, variant);
  const rank = new Map<string, number>();
  for (const setting of settingsOf(rig, variant))
    for (const path of trace(rig, setting).paths)
      for (const { box } of path.sections) if (!rank.has(box.id)) rank.set(box.id, rank.size);
  const depth = new Map(mainsBoxes(of).map(({ box, via }) => [box.id, via.length]));
  const fed = dcFeeds(of).flatMap((feed) => feed.fed.map(({ box }) => ({ box, by: feed.outlet.box })));
  const byFeed = new Set(fed.map(({ box }) => box));
  const bare = new Set(withoutLoad(of).map(({ box }) => box.id));
  const isSwitched = (box: Box) =>
    isMains(box) || kindOf(box) === 'distribution' || (box.power.class === 'low' && !byFeed.has(box));
  return rig.boxes
    .filter(isSwitched)
    .map((box): Switched => ({
      box,
      kind: kindOf(box),
      feeds: fed.flatMap((one) => (one.by === box ? [one.box] : [])),
      isValve:
        drives(box) &&
        (box.jacks.some(({ speaker }) => speaker?.stage === 'valve') ||
          box.jacks.every((jack) => !jack.speaker)),
      isBare: bare.has(box.id),
    }))
    .sort(
      (a, b) =>
        KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind) ||
        (a.kind === 'distribution' ? (depth.get(a.box.id) ?? 0) - (depth.get(b.box.id) ?? 0) : 0) ||
        (rank.get(a.box.id) ?? 5_000) - (rank.get(b.box.id) ?? 5_000),
    );
}

function upStep({ box, kind, feeds, isValve, isBare }: Switched): WalkStep {
  const id = `power-${box.id}`;
  if (isBare)
    return step('power', id, `${box.name} stays off: it has no load`, {
      caution: 'Without a load it is not switched on, not even to standby.',
    });
  if (kind === 'power')
    return step('power', id, `${box.name} on, last${isValve ? '; off standby when it is warm' : ''}`, {
      caution: 'Its load is plugged. Masters still down.',
    });
  const along = feeds.length > 0 ? `, and with it ${inWords(feeds.map(({ name }) => name))}` : '';
  return step('power', id, `${box.name} on${along}`);
}

/** What wants low voltage, and nobody has noted from where; a power stage has its place all the same: the last. */
const isLoose = ({ box, kind }: Switched): boolean => box.power.class === 'low' && kind !== 'power';

/** What is switched, in the order of coming on: what feeds others, pedal supplies nobody has named, all the rest. */
function comingOn(order: readonly Switched[]) {
  const named = order.filter((one) => !isLoose(one));
  const feeds = ({ kind }: Switched) => kind === 'distribution' || kind === 'supply';
  return {
    feeding: named.filter(feeds),
    loose: order.filter(isLoose),
    rest: named.filter((one) => !feeds(one)),
  };
}

export function powerSteps(rig: Rig, variant: string | null): readonly WalkStep[] {
  const { feeding, loose, rest } = comingOn(switchingOrder(rig, variant));
  const names = loose.map(({ box }) => box.name);
  return [
    ...feeding.map(upStep),
    ...(loose.length > 0 ? [step('power', 'power-low', `Pedal supplies on: ${inWords(names)}`)] : []),
    ...rest.map(upStep),
  ];
}

/** Down again, in one step: it is done when the night is over. */
export function downStep(rig: Rig, variant: string | null): readonly WalkStep[] {
  const order = switchingOrder(rig, variant).filter(({ isBare }) => !isBare);
  if (order.length === 0) return [];
  const { feeding, loose, rest } = comingOn(order);
  const off = ({ box, isValve }: Switched) => `${box.name}${isValve ? ' (standby, then off)' : ''}`;
  const names = [
    ...rest.toReversed().map(off),
    ...(loose.length > 0 ? ['pedal supplies'] : []),
    ...feeding.toReversed().map(off),
  ];
  return [
    step('down', 'down', `Masters down; off in reverse: ${inWords(names)}`, {
      caution: 'Standby is not off: no speaker lead, cabinet or load is moved before the amplifier is.',
    }),
  ];
}
