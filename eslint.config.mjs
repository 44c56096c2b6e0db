import js from '@eslint/js'
import layout from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

/** Rules that need types. Computing them for components takes longer than all other rules together, so only full runs do. */
const TYPED = {
  files: ['**/*.vue'],
  languageOptions: {
    parserOptions: {
      parser: ts.parser,
      extraFileExtensions: ['.vue'],
      project: ['web/tsconfig.json'],
      tsconfigRootDir: import.meta.dirname,
    },
  },
  rules: { '@typescript-eslint/no-floating-promises': 'error', '@typescript-eslint/no-misused-promises': 'error' },
}

/** Signs and names that are the same in every language. */
const BARE = ['Novalex', 'Ctrl K', 'JSON', ...'·×✓✕▲↗→←–−…:,.?+%()‹›/◔']

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
      // Texts come from the catalogue of a language.
      'vue/no-bare-strings-in-template': ['error', { allowlist: BARE }],
      'vue/multi-word-component-names': ['error', { ignores: ['Fields'] }],
    },
  },
  process.env.NOVALEX_RUNS === 'full' ? TYPED : {},
  // The formatter decides about layout.
  layout,
)
