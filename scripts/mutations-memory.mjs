// Spoils of what is remembered of a document, for mutate.mjs.
export const MEMORY_MUTATIONS = [
  {
    what: 'a finding goes stale: results hang on the first slice only',
    file: 'core/model/slices.ts',
    from: 'for (const name of names) stem = stem.at(of[name]);',
    to: 'for (const name of names.slice(0, 1)) stem = stem.at(of[name]);',
    suites: ['core/testing/warm-cold'],
  },
  {
    what: 'what one sound comes to is told of all',
    file: 'core/model/slices.ts',
    from: 'const branch = soundOf ? stem.at(sound) : stem;',
    to: 'const branch = stem;',
    suites: ['core/model/standing'],
  },
  {
    what: 'sounds on unlike pickups share what is worked out',
    file: 'core/model/standing.ts',
    from: 'JSON.stringify([guitar, pickup, ',
    to: 'JSON.stringify([guitar, ',
    suites: ['core/model/standing'],
  },
  {
    what: 'what was looked ahead at is taken as known in another document',
    file: 'web/src/worker/analyst.ts',
    from: 'foreseen.turn === turnNow() && foreseen.edits',
    to: 'foreseen.edits',
    suites: ['web/src/worker/analyst'],
  },
  {
    what: 'a line is read by the catalogue alone, though one’s own kinds are offered',
    file: 'core/catalog/quick.ts',
    from: '.map(itemsOf(kinds))',
    to: '.map(itemsOf(CATALOGUE))',
    suites: ['core/catalog', 'core/gear'],
  },
  {
    what: 'a document of kept lists is the kept one, whatever else is in it',
    file: 'core/model/lately.ts',
    from: 'keys.every((key) => a[key] === b[key])',
    to: 'LISTS.every((key) => a[key] === b[key])',
    suites: ['core/model/lately'],
  },
  {
    what: 'a draft of the map is taken for the map',
    file: 'web/src/worker/analyst.ts',
    from: 'value: now.value, fault: null, isDraft }',
    to: 'value: now.value, fault: null, isDraft: false }',
    suites: ['web/src/worker/analyst'],
  },
  {
    what: 'what was foreseen of one document is told of another',
    file: 'web/src/worker/rig-worker.ts',
    from: 'weakly((_rig: Rig) => new Map<string, unknown>())',
    to: '((all) => (_rig: Rig) => all)(new Map<string, unknown>())',
    suites: ['web/src/worker/rig'],
  },
];
