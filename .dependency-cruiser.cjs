/** The floors: each may use only the floors below it. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^core/' },
    },
    {
      name: 'core-tests-use-only-core-and-test-tools',
      severity: 'error',
      from: { path: '^core/.*\\.test\\.ts$' },
      to: { pathNot: '^(core/|node_modules/(vitest|fast-check)/)' },
    },
    {
      name: 'contract-uses-core-yup-and-papaparse',
      severity: 'error',
      from: { path: '^contract/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(contract/|core/|node_modules/(yup|papaparse)/)' },
    },
    {
      name: 'server-knows-no-interface',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e|scripts)/' },
    },
    {
      name: 'only-the-start-of-the-server-loads-the-demo',
      severity: 'error',
      from: { path: '^server/', pathNot: '^server/(openShop\\.ts|testing/)|\\.test\\.ts$' },
      to: { path: '^demo/' },
    },
    {
      name: 'web-knows-no-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|demo|e2e|scripts)/' },
    },
    {
      name: 'web-lib-stands-alone',
      severity: 'error',
      from: { path: '^web/(lib|workers)/' },
      to: { path: '^web/', pathNot: '^web/(lib|workers)/' },
    },
    {
      name: 'web-state-uses-lib',
      severity: 'error',
      from: { path: '^web/state/' },
      to: { path: '^web/', pathNot: '^web/(lib|state)/' },
    },
    {
      name: 'web-ui-uses-state-and-lib',
      severity: 'error',
      from: { path: '^web/ui/' },
      to: { path: '^web/', pathNot: '^web/(lib|state|ui)/' },
    },
    {
      name: 'web-places-know-no-shell',
      severity: 'error',
      from: { path: '^web/', pathNot: '^web/(shell/|main\\.tsx)' },
      to: { path: '^web/shell/' },
    },
    {
      name: 'bench-mix-is-worked-out-alone',
      severity: 'error',
      from: { path: '^web/bench/mix/', pathNot: '\\.test\\.ts$' },
      to: { path: '^web/(?!lib/|state/)', pathNot: '^web/bench/mix/' },
    },
    {
      name: 'what-is-read-of-the-ledger-books-nothing',
      severity: 'error',
      from: { path: '^server/ledger/reading/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/ledger/booking/' },
    },
    {
      name: 'demo-is-data-and-a-loader',
      severity: 'error',
      from: { path: '^demo/' },
      to: { path: '^(web|e2e|scripts)/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'everything-resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
    },
  },
};
