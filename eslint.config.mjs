import importX, { createNodeResolver } from 'eslint-plugin-import-x'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import { ROOMS, forbiddenFor, layersAbove } from './scripts/rooms.mjs'

const OUTSIDE = ['demo', 'scripts', 'tests']

/** Refuses imports of `names`, whether written relatively or from the root. */
const notFrom = (layer, names) => ({
  regex: `^(~~/|(\\.\\./)+)(${names.join('|')})/`,
  message: `${layer}/ may not import from there: an import points only downward (docs/architecture.md).`,
})
const above = (layer) => [...layersAbove(layer).map((l) => l.path), ...OUTSIDE]
/** Refuses what a room of the server may not import from, saying where the code belongs. */
const notFromRooms = (room) =>
  forbiddenFor(room.path).map((other) => {
    const [last, ...before] = other.path.split('/').reverse()
    return {
      regex: `^(\\.\\./)+(${[...before.reverse().map((b) => `${b}/`), ''].join('|')})${last}/`,
      message: `${room.path}/ (${room.holds}) stands below or beside ${other.path}/ (${other.holds}). Move what both need down into ${room.path}/ or lower, or this code up into ${other.path}/ (scripts/rooms.mjs).`,
    }
  })
const restrict = (...patterns) => ({ 'no-restricted-imports': ['error', { patterns }] })

const FRAMEWORK = {
  regex: '^(vue|pinia|nuxt|h3|nitropack|drizzle-orm|@libsql|node:|#|~/)',
  message: 'core/ knows no framework, no Node API and no database.',
}
const PART = 'is a part of the platform: use PrimeVue’s, or one of app/components/ (docs/decisions/0020-parts.md).'
const BARE = ['button', 'input', 'select', 'textarea', 'table', 'dialog', 'progress'].map((element) => ({
  element,
  message: `<${element}> ${PART}`,
}))
/** What is the heart is drawn by hand. Each with its reason; a dozen at most. */
const HEART = {
  'app/features/marking/TablePage.vue': 'marks on a page, dragged and sized',
  'app/features/paper/PaperBlocks.vue': 'the sheet, its tables and the pen beside each block',
  'app/features/signer/PageField.vue': 'fields on the exact page, as small as their blank',
  'app/features/signer/PriceChooser.vue': 'lines of a quote, filled before any script has come',
  'app/features/signer/ProvePage.vue': 'a phone’s own camera takes the picture',
  'app/features/signer/ReadingView.vue': 'tables of the paper itself',
  'app/features/signer/SignatureSheet.vue': 'a phone’s own camera takes the picture',
  'app/features/signer/SignerField.vue': 'fields in the text, filled before any script has come',
  'app/features/job/JobLines.vue': 'sums, read only',
  'app/pages/s/\\[token\\].vue': 'a phone’s own wheel for the language',
}

const CLOCKS = [
  {
    selector: "MemberExpression[object.name='Date'][property.name='now']",
    message: 'Time comes into core/ as an argument.',
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: 'Time comes into core/ as an argument.',
  },
  {
    selector: "MemberExpression[object.name='Math'][property.name='random']",
    message: 'Randomness comes into core/ as an argument.',
  },
]

export default ts.config(
  { ignores: ['.nuxt', '.output', '.data', 'node_modules', 'coverage', 'server/platform/db/migrations'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-control-regex': 'off',
      'no-console': ['error', { allow: ['warn', 'error'] }],
      eqeqeq: 'error',
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'no-undef': 'off',
      // How a tag is broken over lines is Prettier's business.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  {
    files: ['app/**/*.vue'],
    ignores: Object.keys(HEART),
    rules: { 'vue/no-restricted-html-elements': ['error', ...BARE] },
  },
  {
    files: ['core/**/*.ts', 'server/**/*.ts', 'shared/**/*.ts', 'demo/**/*.ts', 'scripts/**/*.ts', 'tests/**/*.ts'],
    languageOptions: { parserOptions: { project: './tsconfig.tools.json', tsconfigRootDir: import.meta.dirname } },
    rules: { '@typescript-eslint/no-floating-promises': 'error', '@typescript-eslint/no-misused-promises': 'error' },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { ...restrict(notFrom('core', above('core')), FRAMEWORK), 'no-restricted-syntax': ['error', ...CLOCKS] },
  },
  { files: ['core/**/*.test.ts'], rules: restrict(notFrom('core', ['shared', 'server', 'app', 'demo', 'scripts'])) },
  { files: ['shared/**/*.ts'], rules: restrict(notFrom('shared', above('shared'))) },
  { files: ['server/**/*.ts'], ignores: ['**/*.test.ts'], rules: restrict(notFrom('server', above('server'))) },
  ...ROOMS.flat().map((room) => ({
    files: [`server/${room.path}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: restrict(notFrom('server', above('server')), ...notFromRooms(room)),
  })),
  {
    // Circles that lead through a .vue are found by tests/rooms.test.ts.
    files: ['{core,shared,server,app}/**/*.ts'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/extensions': ['.ts'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
      'import-x/resolver-next': [
        createNodeResolver({
          extensions: ['.ts', '.mjs', '.js'],
          alias: { '~~': [import.meta.dirname], '~': [`${import.meta.dirname}/app`] },
        }),
      ],
    },
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }] },
  },
  { files: ['server/**/*.ts'], rules: { 'no-console': 'error' } },
  { files: ['server/**/*.test.ts'], rules: restrict(notFrom('server', ['app', 'demo', 'scripts'])) },
  {
    files: ['app/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: restrict(notFrom('app', ['server', ...OUTSIDE])),
  },
  { files: ['app/**/*.test.ts'], rules: restrict(notFrom('app', ['server', 'demo', 'scripts'])) },
)
