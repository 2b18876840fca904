// The arrows between rooms: a room may import only from rooms further down this list.
const path = require('node:path');

const coreRooms = [
  'press', 'papers', 'bench', 'planner', 'findings', 'drawing', 'proposals', 'routings', 'acts', 'inside', 'search', 'timing', 'routes', 'layers', 'gear',
  'buffers', 'chain', 'order', 'levelling', 'hum', 'level', 'equaliser', 'tone', 'network', 'power', 'control', 'midi', 'cables',
  'signal', 'circuit', 'impulse', 'sums', 'catalog', 'edits', 'file', 'lengths', 'model', 'units',
]; // prettier-ignore

const upward = coreRooms.slice(1).map((room, i) => ({
  name: `core-${room}-looks-up`,
  severity: 'error',
  comment: `core/${room} stands below these rooms and must not know them`,
  from: { path: `^core/${room}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^core/(${coreRooms.slice(0, i + 1).join('|')})/` },
}));

const notInTests = '\\.(test|spec)\\.tsx?$';

module.exports = {
  forbidden: [
    ...upward,
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core knows no interface, server, command line, Node or storage',
      from: { path: '^core/', pathNot: [notInTests, '^core/testing/'] },
      to: {
        path: '^(web|server|cli|e2e|scripts)/|^node:|node_modules/',
        pathNot:
          'node_modules/(zod|immer|papaparse|@cantoo/pdf-lib|@cantoo/fontkit|qrcode-generator|minisearch)/',
      },
    },
    {
      name: 'core-no-node-modules-of-node',
      severity: 'error',
      from: { path: '^core/', pathNot: [notInTests, '^core/testing/'] },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'through-the-front-door',
      severity: 'error',
      comment: "a room's index is its public face",
      from: { path: '^core/([^/]+)/', pathNot: notInTests },
      to: { path: '^core/([^/]+)/.+', pathNot: ['^core/$1/', '^core/[^/]+/index\\.ts$'] },
    },
    {
      name: 'through-the-front-door-from-outside',
      severity: 'error',
      from: { path: '^(web|cli|server)/', pathNot: notInTests },
      to: { path: '^core/[^/]+/.+', pathNot: '^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'testing-only-in-tests',
      severity: 'error',
      from: { path: '^(core|web|cli|server)/', pathNot: [notInTests, '^core/testing/'] },
      to: { path: '^core/testing/' },
    },
    {
      name: 'server-knows-nothing-about-rigs',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(core|web|cli)/' },
    },
    {
      name: 'cli-and-web-are-strangers',
      severity: 'error',
      from: { path: '^(cli|web)/' },
      to: { path: '^(cli|web|server)/', pathNot: '^$1/' },
    },
    {
      name: 'no-cycles-between-files',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    tsConfig: { fileName: path.join(__dirname, 'tsconfig.json') },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^build/' },
  },
};
