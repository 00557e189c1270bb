/**
 * Who may import whom. Checked by dependency-cruiser: `npm run imports`.
 * The core imports nothing of ours and nothing of the platform, and so on up; nothing goes round in a circle.
 */
const part = (name, may) => ({
  name: `${name} imports only what lies below it`,
  severity: 'error',
  from: { path: `^${name}/src/` },
  to: { path: '^(core|contract|data|server|web|e2e)/', pathNot: [`^${name}/src/`, ...may.map((m) => `^${m}/`)] },
});
export default {
  forbidden: [
    part('core', []),
    part('contract', ['core']),
    part('data', ['core']),
    part('server', ['contract', 'core', 'data']),
    part('web', ['contract', 'core']),
    {
      name: 'no circles',
      comment: 'Two files that need one another are one, or both need a third.',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'the core needs nothing of the platform',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '^core/src/phonics/load-lexicon\\.ts$' },
      // YAML is text in, text out: it asks nothing of where it runs
      to: { dependencyTypes: ['core', 'npm', 'npm-dev'], pathNot: 'node_modules/yaml/' },
    },
    {
      name: 'the contract needs zod alone',
      severity: 'error',
      from: { path: '^contract/src/' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/zod/' },
    },
    {
      name: 'packages are declared',
      severity: 'error',
      from: { path: '^(core|contract|data|server|web)/src/' },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
    {
      name: 'what ships needs no tools of development',
      severity: 'error',
      // the lexicon is built here and shipped as data; where the server runs from its sources its threads do too: built, they have files of their own
      from: { path: '^(core|contract|data|server)/src/', pathNot: '^(data/src/lexicon/|server/src/work/(pool-)?worker\\.mjs$)' },
      to: { dependencyTypes: ['npm-dev'], dependencyTypesNot: ['type-only'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    combinedDependencies: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js'],
    },
  },
};
