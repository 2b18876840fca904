import { derive, inSetting, type Part } from '../model';
import { isOn, traceIn, type ForSignal, type Path, type Section } from '../signal';
import { count, recently } from '../units';
import { fitText, textWidth } from './fonts';
import type { Item, Point } from './primitives';
import {
  FOOT,
  HEAD,
  LEFT,
  RIGHT,
  rule,
  STEP,
  TEXT,
  text,
  type ProfileAsk,
  type ProfileDrawing,
  type ProfileRequest,
  type Stop,
} from './profile-parts';
import { drawLevels } from './profile-level';

/** Two lines of a stereo stretch stand this far from their middle. */
const APART = 3;

type Group = { readonly sections: readonly Section[]; readonly parts: readonly Part[] };

const isOutOfWay = ({ block, state }: Section) =>
  block.role === 'effect' && !isOn(state) && (block.bypassKind === 'true' || block.bypassKind === 'relay');

/** Sections in order, each with the parts that lead up to it; bypassed neighbours together. */
function groupsOf(path: Path): readonly Group[] {
  const groups: { sections: Section[]; parts: Part[] }[] = [];
  const sections = [...path.sections];
  let parts: Part[] = [];
  for (const step of path.steps) {
    if (step.type === 'lead') {
      // What came before the lead belongs to the box it leaves.
      groups.at(-1)?.parts.push(...parts);
      parts = [{ type: 'lead', id: step.lead }];
    } else if (step.type === 'jack') parts.push({ type: 'jack', id: `${step.box}/${step.jack}` });
    else {
      const at = sections.findIndex((s) => s.box.id === step.box && s.block.id === step.block);
      const [section] = at < 0 ? [] : sections.splice(at, 1);
      if (!section) continue;
      parts.push({ type: 'block', id: `${step.box}/${step.block}` }, { type: 'box', id: step.box });
      const last = groups.at(-1);
      if (last && isOutOfWay(section) && last.sections.every(isOutOfWay)) {
        last.sections.push(section);
        last.parts.push(...parts);
      } else groups.push({ sections: [section], parts });
      parts = [];
    }
  }
  groups.at(-1)?.parts.push(...parts);
  return groups;
}

const isFolded = (group: Group) => group.sections.length > 1;

function labelsOf(group: Group, path: Path): { label: string; words: string } {
  const [section] = group.sections;
  if (!section) return { label: '', words: '' };
  if (isFolded(group)) return { label: `${group.sections.length} off`, words: '' };
  const { box, block, state } = section;
  const several = new Set(path.sections.filter((s) => s.box === box).map((s) => s.block)).size > 1;
  return { label: box.tag, words: several ? block.name : isOn(state) ? '' : 'off' };
}

/** On which terrace: 0 ahead of the preamp, 1 after it, between them on the preamp itself. */
const heightOf = (section: Section | undefined): number =>
  section?.side === 'after' ? 1 : section?.side === 'preamp' || section?.side === 'between' ? 0.5 : 0;

function captionOf(path: Path): string {
  const narrowed = path.sections.find(
    (section, i) => i > 0 && path.sections[i - 1]?.stereo && !section.stereo,
  );
  const ahead = path.sections.filter((s) => s.side === 'ahead' && s.block.role === 'effect' && isOn(s.state));
  const after = path.sections.filter((s) => s.side === 'after' && s.block.role === 'effect' && isOn(s.state));
  const hasPreamp = path.sections.some((s) => s.block.role === 'preamp');
  const end = narrowed
    ? `Stereo goes on in mono from ${narrowed.box.name}.`
    : path.stereo
      ? 'Stereo to the end.'
      : 'Mono throughout.';
  return hasPreamp
    ? `${count(ahead.length, 'effect')} on ahead of the preamp, ${after.length} after it. ${end}`
    : `No preamp on this route. ${end}`;
}

/** A steep rise between two stops, level around them. */
function stair(points: readonly Point[], by: number): readonly Point[] {
  return points.flatMap((p, i): Point[] => {
    const before = points[i - 1];
    const here = { x: p.x, y: p.y + by };
    if (!before || before.y === p.y) return [here];
    const middle = (before.x + p.x) / 2;
    return [{ x: middle - 6, y: before.y + by }, { x: middle + 6, y: p.y + by }, here];
  });
}

function draw(of: ForSignal, { route, width, height }: ProfileAsk): ProfileDrawing {
  const path = traceIn(of).paths[route];
  if (!path) return { width, height, items: [], stops: [], caption: '' };
  const groups = groupsOf(path);
  const step = Math.max(STEP, Math.floor((width - LEFT - RIGHT) / Math.max(1, groups.length)));
  const full = Math.max(width, LEFT + step * groups.length + RIGHT);
  const [top, bottom] = [HEAD + 8, height - FOOT - 12];
  const hasPreamp = path.sections.some((s) => s.block.role === 'preamp');
  const yAt = (share: number) => (hasPreamp ? bottom - (bottom - top) * share : (top + bottom) / 2);
  const xAt = (i: number) => LEFT + step * i + step / 2;
  const points = groups.map((group, i) => ({ x: xAt(i), y: yAt(heightOf(group.sections[0])) }));

  const items: Item[] = [];
  const axis = hasPreamp
    ? ([
        [1, 'after'],
        [0.5, 'preamp'],
        [0, 'ahead'],
      ] as const)
    : ([[0.5, 'no preamp']] as const);
  for (const [share, words] of axis) {
    const y = hasPreamp ? yAt(share) : yAt(0);
    items.push(rule({ x: LEFT - 6, y }, { x: full - RIGHT, y }, 'hair', true));
    items.push(text(LEFT - 12, y + 4, words, { anchor: 'end' }));
  }
  const stops = groups.map((group, i): Stop => {
    const { label, words } = labelsOf(group, path);
    const [section] = group.sections;
    const x = xAt(i);
    return {
      x,
      part: section
        ? { type: 'block', id: `${section.box.id}/${section.block.id}` }
        : { type: 'box', id: '' },
      parts: group.parts,
      label,
      words: isFolded(group) ? group.sections.map((s) => s.box.tag).join(', ') : words,
    };
  });
  groups.forEach((group, i) => {
    const p = points[i];
    const stop = stops[i];
    if (!p || !stop) return;
    items.push(rule({ x: p.x, y: top - 8 }, { x: p.x, y: height - FOOT }, 'hair'));
    if (group.sections.every(isOutOfWay))
      for (const dx of [-12, -4, 4, 12])
        items.push(rule({ x: p.x + dx - 4, y: p.y + 8 }, { x: p.x + dx + 4, y: p.y - 8 }, 'line'));
    const y = height - FOOT + 14;
    const dark = group.sections.some((s) => isOn(s.state));
    items.push(
      text(p.x, y, fitText(stop.label, 'mono', TEXT, step - 3), {
        face: 'mono',
        tone: dark ? 'ink' : 'muted',
        part: stop.part,
      }),
    );
    const below = isFolded(group) ? '' : stop.words;
    // Neighbours' second lines stand at two heights, so that each has the room of two steps.
    const room = step * 2 - 8;
    const isTight = textWidth(below, 'sans', TEXT) > step - 4;
    if (below !== '')
      items.push(
        text(
          p.x,
          y + (isTight && i % 2 === 1 ? 24 : 13),
          fitText(below, 'sans', TEXT, isTight ? room : step - 4),
          {
            part: stop.part,
          },
        ),
      );
  });
  items.push(...lines(groups, points));
  groups.forEach((group, i) => {
    const p = points[i];
    const stop = stops[i];
    if (p && stop)
      items.push({
        type: 'jack',
        x: p.x,
        y: p.y,
        side: 'top',
        free: !group.sections.some((s) => isOn(s.state)),
        label: stop.label,
        part: stop.part,
      });
  });
  return { width: full, height, items, stops, caption: captionOf(path) };
}

/** One line where the signal is mono, two where it is stereo, over the ground it stands on. */
function lines(groups: readonly Group[], points: readonly Point[]): readonly Item[] {
  const items: Item[] = [];
  const isStereo = (i: number) => groups[i]?.sections.at(-1)?.stereo ?? false;
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1], points[i]];
    if (!a || !b) continue;
    for (const by of isStereo(i - 1) ? [-APART, APART] : [0])
      items.push({ type: 'path', points: stair([a, b], by), hops: [], stroke: 'single', tone: 'ink' });
  }
  return items;
}

const KEPT = 8;

const profiles = derive(['boxes', 'leads', 'variant', 'sound'], (of) =>
  recently((ask: ProfileAsk) => (ask.layer === 'level' ? drawLevels(of, ask) : draw(of, ask)), KEPT),
);

/**
 * The elevation profile of a route. Signal: order, ahead of and after the preamp, mono or stereo. Level: average, peak
 * and ceilings in dBu. Layers without a quantity along the route show the Signal's.
 */
export const drawProfile = ({ rig, setting, ...ask }: ProfileRequest): ProfileDrawing =>
  profiles(inSetting(rig, setting))(ask);
