import { makePlace, makeSound } from '../model';
import { ACCEPTED, box, leadOf, placeOf, TICK, variant, WALK, type Cases } from './edit-cases';

const routing = { put: [], move: [], away: [], adapters: [], modes: [], states: [], blocks: [], wires: [] };

/** Rig, stage, walks, sounds and variants. */
export const RIG_CASES: Cases<
  | 'setTitle'
  | 'setRigNotes'
  | 'markRevision'
  | 'setSchool'
  | 'setLimit'
  | 'setMatters'
  | 'setWant'
  | 'removeWant'
  | 'takeRouting'
  | 'acceptFinding'
  | 'reopenFinding'
  | 'startWalk'
  | 'tick'
  | 'untick'
  | 'endWalk'
  | 'addPlace'
  | 'renamePlace'
  | 'removePlace'
  | 'movePlace'
  | 'setDistance'
  | 'setPlaceDrop'
  | 'setEnclosed'
  | 'addSound'
  | 'renameSound'
  | 'removeSound'
  | 'moveSound'
  | 'setGuitar'
  | 'setSoundNotes'
  | 'setSoundLevel'
  | 'setProgram'
  | 'setTails'
  | 'setMoves'
  | 'addVariant'
  | 'renameBase'
  | 'takeAsVariant'
  | 'renameVariant'
  | 'removeVariant'
> = {
  setTitle: { give: { title: 'New' }, see: (r) => r.title, then: 'New', refuse: { title: '  ' } },
  setRigNotes: {
    give: { notes: 'n' },
    see: (r) => r.notes,
    then: 'n',
    refuse: { notes: 'x'.repeat(20_001) },
  },
  markRevision: { give: {}, see: (r) => r.revision, then: 1, refuse: null },
  setSchool: {
    give: { question: 'buffers', position: 'both ends' },
    see: (r) => r.houseRules.schools.buffers,
    then: 'both ends',
    refuse: null,
  },
  setLimit: {
    give: { limit: 'slackPercent', value: 20 },
    see: (r) => r.houseRules.limits.slackPercent,
    then: 20,
    refuse: { limit: 'slackPercent', value: -1 },
  },
  setMatters: {
    give: { order: ['runs', 'hum'] },
    see: (r) => r.houseRules.matters,
    then: ['runs', 'hum'],
    refuse: { order: ['runs', 'runs'] },
  },
  setWant: {
    give: { want: { type: 'effect', id: 'want', box: 'fuzz', block: 'fuzz', where: 'ahead' } },
    see: (r) => r.wants.map((w) => w.type === 'effect' && w.where),
    then: ['ahead'],
    refuse: null,
  },
  removeWant: { give: { id: 'want' }, see: (r) => r.wants.length, then: 0, refuse: { id: 'gone' } },
  takeRouting: {
    give: { ...routing, name: 'X', away: ['lead-1'], states: [{ box: 'fuzz', block: 'fuzz', state: 'on' }] },
    see: (r) => [leadOf('lead-1')(r)!.to.at, box('fuzz')(r)!.blocks[0]!.state],
    then: [[], 'on'],
    refuse: { ...routing, name: 'X', away: ['gone'] },
  },
  acceptFinding: {
    give: { accepted: { ...ACCEPTED, id: 'b' } },
    see: (r) => r.acceptedFindings.length,
    then: 2,
    refuse: { accepted: ACCEPTED },
  },
  reopenFinding: { give: { id: 'a' }, see: (r) => r.acceptedFindings, then: [], refuse: { id: 'b' } },
  startWalk: {
    give: { walk: { ...WALK, id: 'x' } },
    see: (r) => r.walks.length,
    then: 2,
    refuse: { walk: WALK },
  },
  tick: {
    give: { walk: 'w', tick: { ...TICK, mark: 'skipped', note: 'why' } },
    see: (r) => r.walks[0]!.ticks.map((t) => t.mark),
    then: ['skipped'],
    refuse: { walk: 'gone', tick: TICK },
  },
  untick: {
    give: { walk: 'w', step: 'off' },
    see: (r) => r.walks[0]!.ticks,
    then: [],
    refuse: { walk: 'x', step: '' },
  },
  endWalk: {
    give: { walk: 'w', ended: '2026-03-02' },
    see: (r) => r.walks[0]!.ended,
    then: '2026-03-02',
    refuse: { walk: 'x', ended: '2026-03-02' },
  },
  addPlace: {
    give: { place: makePlace('pit', 'Pit'), index: 1 },
    see: (r) => r.stage.places[1]!.id,
    then: 'pit',
    refuse: { place: makePlace('floor', 'Floor'), index: 0 },
  },
  renamePlace: {
    give: { id: 'floor', name: 'Board' },
    see: (r) => placeOf('floor')(r)!.name,
    then: 'Board',
    refuse: { id: 'floor', name: '' },
  },
  removePlace: { give: { id: 'wing' }, see: placeOf('wing'), then: undefined, refuse: { id: 'floor' } },
  movePlace: {
    give: { id: 'wing', index: 0 },
    see: (r) => r.stage.places[0]!.id,
    then: 'wing',
    refuse: { id: 'gone', index: 0 },
  },
  setDistance: {
    give: { id: 'backline', distanceM: 12 },
    see: (r) => [placeOf('backline')(r)!.distanceBy, leadOf('lead-3')(r)!.lengthM],
    then: ['hand', 15.2],
    refuse: { id: 'backline', distanceM: -1 },
  },
  setPlaceDrop: {
    give: { id: 'floor', dropM: 1 },
    see: (r) => placeOf('floor')(r)!.dropM,
    then: 1,
    refuse: { id: 'floor', dropM: 201 },
  },
  setEnclosed: {
    give: { id: 'backline', enclosed: true },
    see: (r) => placeOf('backline')(r)!.enclosed,
    then: true,
    refuse: { id: 'gone', enclosed: true },
  },
  addSound: {
    give: { sound: makeSound('third', 'Third'), index: 0 },
    see: (r) => r.sounds[0]!.id,
    then: 'third',
    refuse: { sound: makeSound('all', 'All'), index: 0 },
  },
  renameSound: {
    give: { id: 'sound-1', name: 'One' },
    see: (r) => r.sounds[0]!.name,
    then: 'One',
    refuse: { id: 'sound-1', name: '' },
  },
  removeSound: { give: { id: 'sound-2' }, see: (r) => r.sounds.length, then: 1, refuse: { id: 'gone' } },
  moveSound: {
    give: { id: 'sound-2', index: 0 },
    see: (r) => r.sounds[0]!.id,
    then: 'sound-2',
    refuse: { id: 'gone', index: 0 },
  },
  setGuitar: {
    give: { sound: 'sound-1', guitar: 'guitar', pickup: 'bridge' },
    see: (r) => [r.sounds[0]!.guitar, r.sounds[0]!.pickup],
    then: ['guitar', 'bridge'],
    refuse: { sound: 'sound-1', guitar: 'fuzz', pickup: null },
  },
  setSoundNotes: {
    give: { id: 'sound-1', notes: 'n' },
    see: (r) => r.sounds[0]!.notes,
    then: 'n',
    refuse: { id: 'gone', notes: '' },
  },
  setSoundLevel: {
    give: { id: 'sound-1', levelDb: 3 },
    see: (r) => r.sounds[0]!.wish.levelDb,
    then: 3,
    refuse: { id: 'sound-1', levelDb: 41 },
  },
  setProgram: {
    give: { sound: 'sound-1', box: 'multi-effects', shown: '12C' },
    see: (r) => r.sounds[0]!.programs,
    then: { 'multi-effects': '12C' },
    refuse: { sound: 'sound-1', box: 'multi-effects', shown: ' ' },
  },
  setTails: {
    give: { sound: 'sound-1', box: 'multi-effects', block: 'delay', tails: 'kept' },
    see: (r) => r.sounds[0]!.tails,
    then: { 'multi-effects/delay': 'kept' },
    refuse: { sound: 'sound-1', box: 'multi-effects', block: 'gone', tails: 'kept' },
  },
  setMoves: {
    give: { sound: 'sound-1', pedal: 'multi-effects', moves: { box: 'fuzz', control: 'volume' } },
    see: (r) => r.sounds[0]!.moves,
    then: { 'multi-effects': { box: 'fuzz', control: 'volume' } },
    refuse: { sound: 'sound-1', pedal: 'multi-effects', moves: { box: 'fuzz', control: 'gone' } },
  },
  addVariant: {
    give: { variant: variant('day') },
    see: (r) => r.variants.length,
    then: 2,
    refuse: { variant: variant('night') },
  },
  renameBase: {
    give: { name: 'Cabinet night' },
    see: (r) => r.baseName,
    then: 'Cabinet night',
    refuse: { name: ' ' },
  },
  takeAsVariant: {
    give: { variant: variant('day'), change: { ...routing, name: 'FOUR', away: ['lead-1'], variant: 'day' } },
    see: (r) => [r.variants[1]?.leads['lead-1']?.to, leadOf('lead-1')(r)?.to.at.length],
    then: [[], 1],
    refuse: { variant: variant('day'), change: { ...routing, name: 'FOUR', variant: 'night' } },
  },
  renameVariant: {
    give: { id: 'night', name: 'N' },
    see: (r) => r.variants[0]!.name,
    then: 'N',
    refuse: { id: 'night', name: '' },
  },
  removeVariant: { give: { id: 'night' }, see: (r) => r.variants, then: [], refuse: { id: 'gone' } },
};
