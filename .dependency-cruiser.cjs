/* One direction of imports: web and server → words → core; nothing the other way, nothing sideways, no cycles. */

/** The core's folders from the ground up: each knows only those below it, types included. Tests may look up. */
const FLOORS = [
  'units',
  'geometry',
  'paper',
  'folding',
  'concertina',
  'forms',
  'stitches',
  'printer',
  'measuring',
  'document',
  'cutting',
  'printing',
  'pagination',
  'book',
  'output',
  'binding',
  'print-jobs',
  'checks',
  'safekeeping',
  'contract',
];
/** The screens' folders, likewise: what any screen leans on, what is shown of a book, its stages, and the frame that holds them. */
const WEB_FLOORS = [
  'base',
  'ui',
  'actions',
  'makings',
  'workers',
  'outbox',
  'pictures',
  'sheet-view',
  'paper',
  'printing',
  'book',
  'book-view',
  'features',
  'frame',
  'app',
];
const webFloors = WEB_FLOORS.slice(0, -1).map((folder, i) => ({
  name: `web-floor-${folder}`,
  severity: 'error',
  from: { path: `packages/web/src/${folder}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: `packages/web/src/(${WEB_FLOORS.slice(i + 1).join('|')})/` },
}));
const floors = FLOORS.slice(0, -1).map((folder, i) => ({
  name: `floor-${folder}`,
  severity: 'error',
  from: { path: `packages/core/src/${folder}/`, pathNot: '(\\.test|fixtures?)\\.ts$' },
  to: { path: `packages/core/src/(${FLOORS.slice(i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...floors,
    ...webFloors,
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'no-cycles-of-types', severity: 'error', from: { path: 'packages/core/src' }, to: { circular: true } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: 'packages/core/src', pathNot: '(\\.test|fixtures?)\\.ts$' },
      to: { pathNot: ['packages/core/src', 'node_modules/(zod|jsondiffpatch|d3-random)/'] },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: 'packages/core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      // What was stored long ago is brought up tomorrow just as it is today.
      name: 'migrations-are-frozen',
      severity: 'error',
      from: { path: 'packages/core/src/document/migrations/', pathNot: 'migrations/sequence\\.ts$' },
      to: { pathNot: 'document/migrations/migration\\.ts$' },
    },
    {
      name: 'words-only-from-core',
      severity: 'error',
      from: { path: 'packages/words/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: 'packages/(words|core)/src' },
    },
    { name: 'web-not-server', severity: 'error', from: { path: 'packages/web/src' }, to: { path: 'packages/server' } },
    { name: 'server-not-web', severity: 'error', from: { path: 'packages/server/src' }, to: { path: 'packages/web' } },
    {
      name: 'features-apart',
      severity: 'error',
      from: { path: 'packages/web/src/features/([^/]+)/' },
      to: { path: 'packages/web/src/features/', pathNot: 'packages/web/src/features/$1/' },
    },
    {
      name: 'declared-packages-only',
      severity: 'error',
      from: { path: 'packages/[^/]+/src', pathNot: '(\\.test|fixtures?)\\.tsx?$' },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown', 'unknown'], pathNot: '\\?url$' },
    },
    { name: 'nothing-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\?url$' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
