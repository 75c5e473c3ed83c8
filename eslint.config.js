import regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import vueParser from 'vue-eslint-parser';

const noHost = [
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'The core takes its random numbers as an argument.',
  },
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'The core takes the time as an argument.',
  },
  { selector: "NewExpression[callee.name='Date']", message: 'The core takes the time as an argument.' },
];

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'docs/**', 'test-results/**', 'packages/demo/files/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser } },
    rules: {
      // Layout is the formatter's.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/no-v-html': 'error',
      'vue/multi-word-component-names': 'off',
    },
  },
  {
    rules: {
      eqeqeq: 'error',
      'no-var': 'error',
      'prefer-const': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    // What a reader can hold at once. `npm run lint` says how many of these there may be yet; the number only falls.
    files: ['packages/**/src/**/*.{ts,vue}', 'scripts/**/*.mjs'],
    ignores: ['**/*.test.ts', '**/test/**'],
    rules: { 'max-lines-per-function': ['warn', { max: 60 }], complexity: ['warn', 20] },
  },
  {
    // What reads foreign text takes twice as long for twice as much: no pattern that goes back over what it has read.
    files: ['packages/{server,contract,cli,core,web}/src/**/*.ts', 'packages/web/src/**/*.vue'],
    // Specs are read off lines of at most 400 characters (LONGEST_SPEC_LINE): there it cannot take long.
    ignores: ['**/*.test.ts', 'packages/core/src/specs/**'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'certain' }],
      'regexp/no-super-linear-move': 'error',
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...noHost] },
  },
  {
    // Pages are looked at by tests that are compiled together with these: the compiler knows a browser's globals here as well.
    files: ['packages/{contract,server,cli,demo,market}/src/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', 'document', 'window', 'localStorage', 'navigator', 'self'] },
  },
);
