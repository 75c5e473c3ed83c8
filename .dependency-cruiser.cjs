/** Which room may open which door. See docs/architecture.md. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${from} may use only: ${allowed.join(', ') || 'nothing of ours'}`,
  from: { path: `^packages/${from}/` },
  to: { path: '^packages/', pathNot: [from, ...allowed].map((room) => `^packages/${room}/`) },
});

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    only('core-alone', 'core', []),
    only('contract-rooms', 'contract', ['core']),
    only('server-rooms', 'server', ['core', 'contract']),
    only('web-rooms', 'web', ['core', 'contract']),
    only('demo-rooms', 'demo', ['core', 'contract', 'market']),
    only('market-alone', 'market', []),
    only('worlds-rooms', 'worlds', ['core']),
    only('cli-rooms', 'cli', ['core', 'contract', 'server/src/transfer']),
    {
      name: 'core-has-no-packages',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'contract-packages',
      severity: 'error',
      from: { path: '^packages/contract/src', pathNot: ['\\.test\\.ts$', 'write-schemas'] },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot: 'node_modules/(zod|papaparse|@types/papaparse|fast-deep-equal)',
      },
    },
    {
      name: 'sql-in-the-store-alone',
      severity: 'error',
      from: { path: '^packages/server/src', pathNot: '^packages/server/src/store/' },
      to: { path: 'node_modules/(kysely|libsql)' },
    },
    {
      name: 'core-layers-low',
      severity: 'error',
      from: { path: '^packages/core/src/(units|stats)/' },
      to: { path: '^packages/core/src/', pathNot: '^packages/core/src/(units|stats)/' },
    },
    {
      name: 'core-parts-low',
      severity: 'error',
      from: { path: '^packages/core/src/parts/' },
      to: { path: '^packages/core/src/', pathNot: '^packages/core/src/(units|parts)/' },
    },
    {
      name: 'features-apart',
      severity: 'error',
      comment: 'a screen does not reach into another screen',
      from: { path: '^packages/web/src/features/([^/]+)/' },
      to: { path: '^packages/web/src/features/([^/]+)/', pathNot: '^packages/web/src/features/$1/' },
    },
    { name: 'e2e-knows-pages-only', severity: 'error', from: { path: '^e2e/' }, to: { path: '^packages/' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.node.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.vue', '.js', '.mjs', '.json'],
    },
    exclude: { path: '(^|/)dist/' },
  },
};
