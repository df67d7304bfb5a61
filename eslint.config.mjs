import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'

/** Arrows run one way. `deny` lists what a folder may not import, as path patterns. */
const layer = (files, deny, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: deny, message }] }] }
})
const outside = '(^@/)|(/|^)(client|server|simulator|e2e|bench|scripts)(/|$)'
const anyPackage = '^(?!\\.{1,2}/)(?!zod$)(?!@core/)'

/** Within core: scales ← optics, light, ambient ← kit, plan ← set ← ledger ← solve ← checks, run. */
const coreOrder = [
  ['scales', '/(optics|light|ambient|kit|plan|set|ledger|checks|solve|run|measure|wire)/'],
  ['optics', '/(light|ambient|kit|plan|set|ledger|checks|solve|run|measure|wire)/'],
  ['light', '/(ambient|kit|plan|set|ledger|checks|solve|run|measure|wire)/'],
  ['ambient', '/(kit|plan|set|ledger|checks|solve|run|measure|wire)/'],
  ['kit', '/(plan|set|ledger|checks|solve|run|measure|wire)/'],
  ['plan', '/(set|ledger|checks|solve|run|measure|wire)/'],
  ['set', '/(ledger|checks|solve|run|measure|wire)/'],
  ['ledger', '/(checks|solve|run|measure|wire)/'],
  ['checks', '/(run|measure|wire)/'],
  ['measure', '/(kit|plan|set|ledger|checks|solve|run|wire)/'],
  ['solve', '/(checks|run|measure|wire)/'],
  ['run', '/wire/']
]

export default ts.config(
  { ignores: ['dist/', 'node_modules/', 'data/', 'test-results/', 'playwright-report/', 'docs/'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: {
      parser: vueParser,
      parserOptions: { parser: ts.parser, extraFileExtensions: ['.vue'], sourceType: 'module' },
      globals: { process: 'readonly', console: 'readonly', setTimeout: 'readonly' }
    },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_', ignoreRestSiblings: true }
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-v-html': 'error',
      'max-lines': ['error', { max: 300, skipBlankLines: true }]
    }
  },
  ...coreOrder.map(([folder, deny]) =>
    layer(
      [`core/${folder}/**/*.ts`],
      `${anyPackage}|${outside}|${deny}`,
      `core/${folder} stands below what it imports here; core takes no package but zod.`
    )
  ),
  layer(
    ['core/wire/**/*.ts', 'core/*.ts'],
    `${anyPackage}|${outside}`,
    'Core imports nothing from outside, and no package but zod.'
  ),
  layer(['server/**/*.ts'], '(^@/)|(/|^)(client|e2e|simulator)/', 'The server knows core only.'),
  layer(['client/**/*.{ts,vue}'], '(/|^)(server|e2e|simulator)/', 'The client knows core only.'),
  { files: ['core/**/*.test.ts', 'core/testing.ts'], rules: { 'no-restricted-imports': 'off' } },
  {
    files: ['server/**/*.test.ts', 'server/testing.ts'],
    rules: { 'no-restricted-imports': 'off', 'max-lines': 'off' }
  }
)
