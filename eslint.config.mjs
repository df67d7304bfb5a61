import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'

/** A tag of a doc comment stands on a line of its own. */
const oneTagALine = {
  meta: { type: 'layout', messages: { tag: 'A tag stands on a line of its own.' }, schema: [] },
  create: (context) => ({
    Program: () => {
      for (const comment of context.sourceCode.getAllComments()) {
        const lines = comment.value.startsWith('*') ? comment.value.split('\n') : []
        if (
          lines.some((line) =>
            /\S.*(?<![\w`])@(param|returns|throws)\b/.test(line.replace(/^[\s*]*/, ''))
          )
        )
          context.report({ loc: comment.loc, messageId: 'tag' })
      }
    }
  })
}

// What may import what stands in .dependency-cruiser.cjs; what nobody uses is found by knip.
export default ts.config(
  {
    ignores: ['dist/', 'node_modules/', 'data/', 'test-results/', 'playwright-report/', 'docs/']
  },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: {
      parser: vueParser,
      parserOptions: { parser: ts.parser, extraFileExtensions: ['.vue'], sourceType: 'module' },
      globals: { process: 'readonly', console: 'readonly', setTimeout: 'readonly' }
    },
    plugins: { docs: { rules: { 'one-tag-a-line': oneTagALine } } },
    rules: {
      'docs/one-tag-a-line': 'error',
      'no-undef': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_', ignoreRestSiblings: true }
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-v-html': 'error',
      // The formatter's business.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off'
    }
  },
  {
    files: ['**/*.ts', '**/*.mjs'],
    rules: { 'max-lines': ['error', { max: 300 }] }
  },
  {
    files: ['**/*.{test,spec}.ts'],
    rules: { 'max-lines': ['error', { max: 560, skipComments: true }] }
  },
  {
    files: ['**/*.vue'],
    rules: {
      'vue/max-lines-per-block': [
        'error',
        { script: 120, template: 170, style: 140, skipBlankLines: true }
      ]
    }
  },
  {
    files: ['.dependency-cruiser.cjs'],
    languageOptions: { globals: { module: 'readonly' } }
  }
)
