import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const ROOT_OF_THE_CORE =
  'capital Clock clockAhead clockFrom clockTime CoreError CoreErrorCode counted dayIn daysAfter daysBetween fewOf gauss isCoreError isTimeZone LexiconSource listed loadLexicon median MOST_NAMED pairInWords Random seeded seedFrom shuffled weekday'.split(
    ' ',
  );

export default tseslint.config(
  { ignores: ['**/dist', '**/node_modules', 'scratch', '.data', 'test-results', 'server/migrations'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
      'no-console': ['error', { allow: ['warn', 'error'] }],
      eqeqeq: 'error',
    },
  },
  {
    // screens are thin: state stands in hooks and reducers, and what is longer or more branched than this says why
    files: ['web/src/**/*.{ts,tsx}'],
    rules: {
      ...hooks.configs.flat['recommended-latest'].rules,
      'max-lines-per-function': ['error', { max: 150, skipComments: true, skipBlankLines: true }],
      complexity: ['error', 20],
    },
  },
  {
    files: ['**/*.mjs', '**/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
        document: 'readonly',
      },
    },
  },
  { files: ['data/src/**/*.ts', '{core,server}/bench/**/*.ts'], rules: { 'no-console': 'off' } },
  {
    // the time comes from one clock that can be set: core/src/clock.ts, started by the server and kept by web/src/clock.ts
    files: ['{core,contract,server,data,web}/{src,test}/**/*.{ts,tsx}', 'e2e/**/*.ts'],
    ignores: ['server/src/config.ts', 'web/src/clock.ts', 'server/test/support.ts', 'e2e/support/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Ask the clock.' },
        { selector: "MemberExpression[object.name='Date'][property.name='now']", message: 'Ask the clock.' },
        { selector: "MemberExpression[object.name='performance'][property.name='timeOrigin']", message: 'Ask the clock.' },
        {
          selector: 'ImportSpecifier[imported.name=/^(isToday|isTomorrow|isYesterday|isPast|isFuture|isThis|formatDistanceToNow)/]',
          message: 'Ask the clock.',
        },
        {
          selector: 'CallExpression[callee.property.name=/^toLocale(Date|Time)?String$/][arguments.length=0]',
          message: 'Name the locale.',
        },
      ],
    },
  },
  {
    // the core is asked by concept; its root holds what every concept needs, and the old names for checks from outside
    files: ['{contract,data,server,web,e2e,scripts}/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@sapling/core',
              allowImportNames: ROOT_OF_THE_CORE,
              message: 'Ask for the concept: @sapling/core/phonics, /checks, /evidence, /judgement, /grouping, /planning, /reading.',
            },
          ],
        },
      ],
    },
  },
  {
    // chance comes into the core as a seed, and time as a day or a clock that is handed in
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Take a seed: core/src/random.ts.' },
        { object: 'performance', property: 'now', message: 'Take a clock.' },
      ],
    },
  },
);
