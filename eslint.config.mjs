import js from '@eslint/js'
import layout from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

/** Rules for components alone. Modules are checked by oxlint (`.oxlintrc.json`), which reads no templates. */
export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', '.novalex/', '**/*.{ts,mts,mjs,js}'] },
  js.configs.recommended,
  ts.configs.strict,
  ts.configs.stylistic,
  vue.configs['flat/recommended-error'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/unified-signatures': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', 300],
      'max-depth': ['error', 3],
      'vue/require-default-prop': 'off',
      'vue/multi-word-component-names': ['error', { ignores: ['Fields'] }],
    },
  },
  // The formatter decides about layout.
  layout,
)
