/** The layers of the house. Imports point down; in core they point to the left (docs/MAP.md). */
const core = (...folders) => `^src/core/(${folders.join('|')})/`

/** Each core folder and what it may import besides itself. */
const CORE_MAY_USE = {
  shared: [],
  physics: ['shared'],
  line: ['shared'],
  vehicle: ['shared', 'physics'],
  library: ['shared', 'physics', 'vehicle'],
  sizing: ['shared', 'physics', 'vehicle', 'library'],
  procedure: ['shared', 'physics', 'vehicle', 'library', 'sizing'],
  build: ['shared', 'physics', 'vehicle', 'library', 'sizing'],
  // What there is to choose of a plan: it is read on Plan and Record alone.
  calls: ['shared', 'vehicle', 'library', 'procedure'],
  schedule: ['shared', 'physics', 'vehicle', 'library', 'sizing', 'procedure'],
  // The monitor knows doings and layouts, never the planner.
  monitor: ['shared', 'vehicle', 'library'],
  diagnosis: ['shared', 'physics', 'vehicle', 'library'],
  simulate: ['shared', 'physics', 'vehicle', 'library'],
  bench: ['shared'],
  report: ['shared'],
  // An entry says what it does to a job: it knows the library, and what a dip and a reading mean.
  records: ['shared', 'physics', 'vehicle', 'library', 'procedure', 'diagnosis'],
  job: ['shared', 'physics', 'vehicle', 'library', 'sizing', 'procedure', 'diagnosis', 'bench', 'records'],
  acts: [
    'shared',
    'physics',
    'vehicle',
    'library',
    'sizing',
    'procedure',
    'diagnosis',
    'bench',
    'records',
    'job',
  ],
  memory: ['shared', 'physics', 'vehicle', 'library', 'procedure', 'diagnosis', 'bench', 'records', 'job'],
  days: [
    'shared',
    'physics',
    'vehicle',
    'library',
    'procedure',
    'schedule',
    'diagnosis',
    'bench',
    'records',
    'job',
  ],
  parts: ['shared', 'vehicle'],
  // What files hold, for whoever reads them elsewhere.
  formats: ['shared', 'vehicle', 'records', 'job', 'parts'],
  demand: [
    'shared',
    'physics',
    'vehicle',
    'library',
    'procedure',
    'diagnosis',
    'bench',
    'records',
    'job',
    'parts',
  ],
  practice: [
    'shared',
    'physics',
    'vehicle',
    'library',
    'sizing',
    'build',
    'procedure',
    'diagnosis',
    'bench',
    'records',
    'job',
    'simulate',
    'days',
    'parts',
  ],
}
const coreRules = Object.entries(CORE_MAY_USE).map(([folder, uses]) => ({
  name: `core-${folder}`,
  severity: 'error',
  from: { path: core(folder) },
  to: { path: '^src/', pathNot: core(folder, ...uses) },
}))

module.exports = {
  forbidden: [
    ...coreRules,
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-packages',
      comment: 'Core is pure: no packages but Zod.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/zod' },
    },
    {
      name: 'core-entered-by-index',
      comment: 'A core module is entered by its index.ts.',
      severity: 'error',
      from: { path: '^src/(core/([^/]+)|app|features|workers|data|ui)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/([^/]+)/', pathNot: ['^src/core/[^/]+/index\\.ts$', '^src/core/$2/'] },
    },
    {
      name: 'ui-knows-no-domain',
      severity: 'error',
      from: { path: '^src/ui/' },
      to: { path: '^src/(app|features|workers|data|core)/' },
    },
    {
      name: 'data-below-features',
      severity: 'error',
      from: { path: '^src/data/' },
      to: { path: '^src/(app|features|workers|ui)/' },
    },
    {
      name: 'workers-below-features',
      severity: 'error',
      from: { path: '^src/workers/' },
      to: { path: '^src/(app|features|data|ui)/' },
    },
    {
      name: 'features-apart',
      comment:
        'Features never import each other; what two need moves down (features/frame holds the head and the state strip).',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/', pathNot: '^src/features/frame/' },
      to: { path: '^src/features/([^/]+)/', pathNot: ['^src/features/$1/', '^src/features/frame/'] },
    },
    {
      name: 'frame-uses-no-feature',
      severity: 'error',
      from: { path: '^src/features/frame/' },
      to: { path: '^src/features/', pathNot: '^src/features/frame/' },
    },
    {
      name: 'features-below-app',
      severity: 'error',
      from: { path: '^src/features/' },
      to: { path: '^src/app/' },
    },
    {
      name: 'radix-and-charts-in-ui-only',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/ui/' },
      to: { path: 'node_modules/(radix-ui|@radix-ui|chart\\.js|react-chartjs-2)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
}
