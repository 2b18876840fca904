import { inOrder, isOneInOneOut } from '../lengths';
import {
  blockIn,
  boxOf,
  hasGrid,
  isAudio,
  jackIn,
  pluggedIn,
  type Block,
  type Box,
  type Jack,
  type Part,
  type Reads,
} from '../model';
import { weakly } from '../units';
import type { Level } from './primitives';
import { isOn, oriented, resolveIn, traceIn, type ForSignal, type Resolved, type Run } from '../signal';

/** What the map of a setting is drawn from. */
export type Drawn = Reads<
  'boxes' | 'leads' | 'looms' | 'stage' | 'variant' | 'sound' | 'sounds' | 'houseRules'
>;

/** A lead as the map draws it: which jacks it joins in this setting, and from which others it may be played. */
export type MapLead = {
  readonly id: string;
  readonly number: number;
  readonly kind: Run['lead']['kind'];
  readonly from: { readonly box: string; readonly jack: string } | undefined;
  readonly to: { readonly box: string; readonly jack: string } | undefined;
  /** Other jacks this end may stand in (guitars that share a lead). */
  readonly others: readonly { readonly box: string; readonly jack: string }[];
  /** Signal runs from `from` to `to`; false when both are of one direction, or when the other end holds no sound. */
  readonly flows: boolean;
  /** At which end its shield is opened; null: it is whole. */
  readonly opened: 'from' | 'to' | null;
};

export type MapBox = {
  readonly box: Box;
  /** Its own level: the map's, unless it is kept open or folded, or chosen. */
  readonly level: Level;
  readonly part: Part;
  /** The side its one jack is on: towards the other end of the lead in it. */
  readonly faces: 'left' | 'right' | null;
  /** One in, one out: a plate of a strip. Others show their jacks as rows. */
  readonly plate: boolean;
  /** Audio jacks that hold a lead, in the order of the box. */
  readonly used: readonly Jack[];
  readonly free: readonly Jack[];
  /** The one setting that matters now. */
  readonly setting: string;
  /** The last of its rows that stands ahead of the preamp, when later rows stand after it. */
  readonly lastAhead: string | null;
  /** A few words on a row: the channel of a preamp, a loop on or off. */
  readonly rowWords: ReadonlyMap<string, string>;
};

export type MapModel = {
  readonly boxes: ReadonlyMap<string, MapBox>;
  readonly leads: readonly MapLead[];
  /** Box ids in the order of the route, then of their order hints. */
  readonly order: readonly string[];
};

const key = (ref: { box: string; jack: string }) => `${ref.box}/${ref.jack}`;

/** Boxes as the signal first meets them, whatever is switched on; then those it does not meet, along their own ways. */
function routeOrder(rig: Reads<'boxes'>, leads: readonly MapLead[]): readonly string[] {
  const rank = new Map<string, number>(
    rig.boxes.flatMap((box) => box.jacks.map((jack, i) => [`${box.id}/${jack.id}`, i] as const)),
  );
  const onward = new Map<string, { to: string; at: number }[]>();
  for (const lead of leads)
    if (lead.flows && lead.from && lead.to)
      for (const from of [lead.from, ...lead.others])
        onward.set(from.box, [
          ...(onward.get(from.box) ?? []),
          { to: lead.to.box, at: rank.get(key(from)) ?? 0 },
        ]);
  const seen = new Set<string>();
  const visit = (start: string) => {
    const stack = [start];
    for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
      if (seen.has(id)) continue;
      seen.add(id);
      const next = [...(onward.get(id) ?? [])].sort((a, b) => b.at - a.at);
      stack.push(...next.map((n) => n.to));
    }
  };
  const boxes = inOrder(rig.boxes);
  for (const box of boxes) if (box.blocks.some((block) => block.role === 'source')) visit(box.id);
  const fed = new Set([...onward.values()].flatMap((all) => all.map(({ to }) => to)));
  for (const box of boxes) if (!fed.has(box.id)) visit(box.id);
  // What is left is fed in a ring.
  for (const box of boxes) visit(box.id);
  return [...seen];
}

/** Where nobody has said at which end, it is the far one. */
export function openedAt({ break: { kind, end = 'to' } }: Run['lead'], turned: boolean): MapLead['opened'] {
  if (kind === 'none') return null;
  return (end === 'to') === turned ? 'from' : 'to';
}

function leadsOf(rig: ForSignal): readonly MapLead[] {
  const resolved = resolveIn(rig);
  const jackOf = (ref: { box: string; jack: string } | undefined) => {
    const box = resolved.boxes.get(ref?.box ?? '');
    return box && jackIn(oriented(rig, box), ref?.jack);
  };
  const sources = new Map(pluggedIn(rig).map((one) => [one.lead.id, one.from]));
  return resolved.runs.flatMap(({ lead, from, to }): MapLead[] => {
    const all = [jackOf(from), jackOf(to)];
    // A jack that carries no sound is on another layer: here that end is loose, and the jack at the other end is held.
    const [a, b] = all.map((jack) => (jack && isAudio(jack) ? jack : undefined));
    if (!a && !b) return [];
    const isAstray = all.some((jack) => jack && !isAudio(jack));
    const isOneWay = a && b && a.direction === b.direction && (a.direction === 'in' || a.direction === 'out');
    const flows = !isAstray && !isOneWay;
    // Drawn the way the signal goes, whichever end was plugged first.
    const turned = a?.direction === 'in' && b?.direction !== 'in';
    const ends = [a && from, b && to] as const;
    const others = (sources.get(lead.id) ?? []).filter(
      (ref) => ref.box !== from?.box || ref.jack !== from.jack,
    );
    return [
      {
        id: lead.id,
        number: lead.number,
        kind: lead.kind,
        from: turned ? ends[1] : ends[0],
        to: turned ? ends[0] : ends[1],
        others: turned ? [] : others,
        flows,
        opened: openedAt(lead, turned),
      },
    ];
  });
}

const settingWords = (box: Box, resolved: Resolved, holdsAmp: boolean): string => {
  const block = box.blocks.find((b) => b.states.length > 1) ?? box.blocks[0];
  if (!block) return '';
  if (block.role === 'source') return resolved.sound?.guitar === box.id ? (resolved.sound.pickup ?? '') : '';
  if (block.role === 'speaker')
    return box.jacks.flatMap((jack) => (jack.speaker?.ohm ? [`${jack.speaker.ohm.value} Ω`] : []))[0] ?? '';
  if (block.states.length === 1) return block.role === 'buffer' ? 'always on' : '';
  return holdsAmp ? '' : resolved.blockState(box, block).state.name;
};

/** Words beside a row: what the jack belongs to, in its present state. */
function wordsOf(box: Box, resolved: Resolved): ReadonlyMap<string, string> {
  const words = new Map<string, string>();
  const { patch } = resolved.innerWiring(box);
  const state = (block: Block) => resolved.blockState(box, block).state;
  for (const wire of patch.wires) {
    const jack = 'jack' in wire.from ? wire.from.jack : 'jack' in wire.to ? wire.to.jack : null;
    const end = 'block' in wire.from ? wire.from : 'block' in wire.to ? wire.to : null;
    const block = end && blockIn(box, end.block);
    if (jack === null || !end || !block) continue;
    if (block.role === 'preamp' && end.port === 'in') words.set(jack, state(block).name);
    if (block.role === 'power' && end.port === 'in') words.set(jack, 'power');
    if (block.role === 'loop' && end.port === 'send') words.set(jack, isOn(state(block)) ? 'on' : 'off');
  }
  return words;
}

/** The last row ahead of the preamp on any way through this box, if it has rows after it too. */
function lastAheadOf(rig: ForSignal): ReadonlyMap<string, { ahead: Set<string>; after: Set<string> }> {
  const found = new Map<string, { ahead: Set<string>; after: Set<string> }>();
  for (const path of traceIn(rig).paths) {
    const preamps = path.sections.filter((section) => section.block.role === 'preamp');
    let passed = 0;
    for (const step of path.steps) {
      if (step.type === 'lead') continue;
      if (step.type === 'block') {
        if (preamps.some((p) => p.box.id === step.box && p.block.id === step.block)) passed += 1;
        continue;
      }
      const entry = found.get(step.box) ?? { ahead: new Set(), after: new Set() };
      if (preamps.length > 0) (passed === 0 ? entry.ahead : entry.after).add(step.jack);
      found.set(step.box, entry);
    }
  }
  return found;
}

/** Where the other end of a lead stands: a jack by itself sits on that side of its plate. */
function facing(
  rig: Reads<'boxes' | 'stage'>,
  leads: readonly MapLead[],
  box: Box,
  jack: Jack,
): 'left' | 'right' | null {
  const here = (ref: MapLead['from']) => ref?.box === box.id && ref.jack === jack.id;
  const lead = leads.find((l) => here(l.from) || here(l.to));
  const far = lead && (here(lead.from) ? lead.to : lead.from);
  const placeOf = (id: string | undefined) =>
    rig.stage.places.findIndex((place) => place.id === boxOf(rig, id)?.place);
  const [own, other] = [placeOf(box.id), placeOf(far?.box)];
  return other < 0 || other === own ? null : other > own ? 'right' : 'left';
}

/** What the Signal layer shows of a rig in a setting. */
export function modelOf(rig: Drawn, level: Level, chosen: readonly string[]): MapModel {
  const resolved = resolveIn(rig);
  const leads = leadsOf(rig);
  const held = new Set(
    leads.flatMap((lead) => [lead.from, lead.to, ...lead.others].flatMap((ref) => (ref ? [key(ref)] : []))),
  );
  const sides = lastAheadOf(rig);
  // What carries no sound (a supply) is not in this layer.
  const heard = rig.boxes.filter((box) => box.jacks.some(isAudio)).map((box) => oriented(rig, box));
  const boxes = new Map(
    heard.map((box): [string, MapBox] => {
      const audio = box.jacks.filter(isAudio);
      const used = audio.filter((jack) => held.has(`${box.id}/${jack.id}`));
      const plate =
        audio.length <= 1 ||
        (!hasGrid(box) && (isOneInOneOut(box) || audio.filter((j) => j.carries !== 'air').length <= 1));
      const side = sides.get(box.id);
      const aheadRows = used.filter((jack) => side?.ahead.has(jack.id));
      const hasAfter = used.some((jack) => side?.after.has(jack.id) && jack.carries !== 'speaker');
      return [
        box.id,
        {
          box,
          level: chosen.includes(box.id) || box.folded === 'open' ? 0 : box.folded === 'folded' ? 1 : level,
          part: { type: 'box', id: box.id },
          plate,
          faces: audio.length === 1 && used[0] ? facing(rig, leads, box, used[0]) : null,
          used,
          free: audio.filter((jack) => !used.includes(jack)),
          setting: settingWords(box, resolved, !plate),
          lastAhead: hasAfter && aheadRows.length > 0 ? (aheadRows.at(-1)?.id ?? null) : null,
          rowWords: plate ? new Map() : wordsOf(box, resolved),
        },
      ];
    }),
  );
  return { boxes, leads, order: routeOrder(rig, leads) };
}

/** The leads of a model by the box they come from, and by the one they go to. */
export const joinsOf = weakly((model: MapModel) => {
  const from = new Map<string, MapLead[]>();
  const to = new Map<string, MapLead[]>();
  const put = (map: Map<string, MapLead[]>, box: string | undefined, lead: MapLead) => {
    if (box !== undefined) map.set(box, [...(map.get(box) ?? []), lead]);
  };
  for (const lead of model.leads) {
    put(from, lead.from?.box, lead);
    put(to, lead.to?.box, lead);
  }
  return { from, to };
});
