import { differingIn, listenWalk } from '../../../core/bench';
import { boughtEdits } from '../../../core/buffers';
import { eqView } from '../../../core/equaliser';
import { humView } from '../../../core/hum';
import { levelView } from '../../../core/level';
import { freeByBox, plugAnswers } from '../../../core/cables';
import {
  chainsAt,
  heldFrom,
  inHand,
  nameOf,
  orderLines,
  orderNotes,
  readChains,
  stepOf,
  turnedPairs,
  wiringsIn,
} from '../../../core/chain';
import {
  changeOf,
  channelsIn,
  controlView,
  pressesView,
  proposeSwitches,
  proveSounds,
  switchLeads,
} from '../../../core/control';
import { drawProfile, drawStrip } from '../../../core/drawing';
import { routeLines, routeNames } from '../../../core/routes';
import { cureToldIn, houseLines, marksOf, report } from '../../../core/findings';
import { songLevels } from '../../../core/levelling';
import { pocketCardHtml, paperMap, setSheetHtml, sheetOf, shelfCard, svgOf } from '../../../core/papers';
import {
  actName,
  assumedFigures,
  planAsVariant,
  preampIn,
  preampKey,
  preampsOf,
  previewOf,
  throughPreamp,
} from '../../../core/planner';
import { inNight, inSetting, type Rig } from '../../../core/model';
import { trace } from '../../../core/signal';
import { latencyView } from '../../../core/timing';
import { toneTried, toneView } from '../../../core/tone';
import { draftOf, isDraft, mapOf } from './draft';
import type { AnyQuery, Kind, QueryOf, ResultOf } from './queries';

const soundOf = (sound: string) => (sound === 'all' ? null : sound);

const ANSWERS: { readonly [K in Kind]: (rig: Rig, query: QueryOf<K>) => ResultOf<K> } = {
  map: (rig, query) => {
    if (isDraft(query)) return draftOf(rig, query);
    const { setting, hand } = query;
    return mapOf(rig, query, {
      free: hand ? freeByBox(plugAnswers(rig, setting.variant, hand)) : undefined,
      marks: marksOf(report(rig, setting.variant, soundOf(setting.sound))),
    });
  },
  findings: (rig, { variant, sound }) => report(rig, variant, sound),
  cure: (rig, { variant, sound, key }) => {
    const line = report(rig, variant, sound).find((l) => l.key === key);
    return line ? cureToldIn(rig, variant, line.finding) : null;
  },
  routes: (rig, { setting }) => routeNames(rig, setting),
  route: (rig, { setting, route }) => {
    const path = trace(rig, setting).paths[route];
    return path ? routeLines(rig, path) : [];
  },
  order: (rig, { setting, width }) => {
    const of = inSetting(rig, setting);
    const reading = readChains(of, wiringsIn(of));
    const name = nameOf(of, reading.chains).join('; ');
    return { ...drawStrip(of, reading.chains, width), name, notes: orderNotes(of, reading) };
  },
  profile: (rig, { kind: _, ...ask }) => drawProfile({ rig, ...ask }),
  tone: (rig, { setting, route, part }) => toneView(rig, setting, route, part),
  eq: (rig, { setting, route }) => eqView(rig, setting, route),
  latency: (rig, { setting }) => latencyView(rig, setting),
  levels: (rig, { setting, route }) => levelView(rig, setting, route),
  control: (rig, { setting, press, pressedIn }) => controlView(inSetting(rig, setting), press, pressedIn),
  presses: (rig, { variant }) => pressesView(inNight(rig, variant)),
  set: (rig, { variant }) => ({
    counts: pressesView(inNight(rig, variant)).counts,
    levels: songLevels(inNight(rig, variant)),
  }),
  setSheet: (rig, { variant, day }) => setSheetHtml(rig, variant, day),
  switchLeads: (rig, { variant, key }) => {
    const channel = channelsIn(inNight(rig, variant)).find((one) => one.key === key);
    return channel ? switchLeads({ rig, variant }, channel) : [];
  },
  proof: (rig, { variant }) => proveSounds(inNight(rig, variant)),
  change: (rig, { variant, from, to }) => changeOf(inNight(rig, variant), from, to),
  switches: (rig, { variant }) => {
    const of = inNight(rig, variant);
    const proposal = proposeSwitches(of);
    return { ...proposal, now: pressesView(of), then: pressesView({ ...of, switchPlan: proposal.plan }) };
  },
  listening: (rig, { variant }) => listenWalk(rig, variant),
  hum: (rig, { setting, route }) => humView(rig, setting, route),
  tried: (rig, { setting, ...tried }) => toneTried(rig, setting, tried),
  placement: (rig, { variant, stands, wares }) => {
    const done = boughtEdits(rig, variant, { wares, stands });
    return 'reason' in done ? { reason: done.reason } : { edits: done.edits };
  },
  offers: (rig, { setting, held }) => inHand(rig, chainsAt(rig, setting), held),
  preview: (rig, { setting, act, words }) => {
    const at = chainsAt(rig, setting);
    return { name: actName(rig, at, act, words), preview: previewOf(rig, at, act) };
  },
  reasons: (rig, { setting }) => {
    const at = chainsAt(rig, setting);
    return { lines: orderLines(rig, at), turned: turnedPairs(rig, at) };
  },
  step: (rig, { setting, part, by }) => stepOf(rig, chainsAt(rig, setting), part, by),
  place: (rig, { setting, part }) => heldFrom(rig, chainsAt(rig, setting), part),
  differing: (rig, { variant }) => differingIn(rig, null, variant),
  asVariant: (rig, { key, from, name }) => planAsVariant(rig, key, { from, name }),
  preamps: (rig, { variant }) => ({
    preamps: preampsOf(rig).map((one) => ({
      key: preampKey(one),
      name: one.block.role === 'ampModel' ? `${one.box.name} ${one.block.name}` : one.box.name,
    })),
    sounds: rig.sounds.map(({ id, name }) => {
      const now = preampIn(rig, variant, id);
      return { sound: id, name, key: now && preampKey(now) };
    }),
  }),
  through: (rig, { variant, sound, key }) => {
    const chosen = preampsOf(rig).find((one) => preampKey(one) === key);
    return chosen ? throughPreamp(rig, variant, sound, chosen) : null;
  },
  plugging: (rig, { variant, hand }) => plugAnswers(rig, variant, hand),
  sheet: (rig, { variant, unit }) => sheetOf(rig, variant, unit),
  svg: (rig, { setting, unit }) => svgOf(paperMap(rig, setting.variant, setting.sound, unit), rig.title),
  card: (rig, { variant, day, unit }) => pocketCardHtml(rig, variant, day, unit),
  house: (rig, { variant }) => houseLines(rig, variant),
  shelf: (rig) => shelfCard(rig),
  assumed: (rig) => assumedFigures(rig),
};

/** Works out what is asked of a rig. Pure; everything slow in it is cached by the parts it reads. */
export function answer(rig: Rig, query: AnyQuery): ResultOf<Kind> {
  const work = ANSWERS[query.kind] as (rig: Rig, query: AnyQuery) => ResultOf<Kind>;
  return work(rig, query);
}
