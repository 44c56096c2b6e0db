import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

const packed = {
  selector: 'ObjectExpression > SpreadElement > ObjectExpression',
  message: 'Write the keys out instead of spreading an object literal.',
}

const clock = [
  {
    selector: "MemberExpression[object.name='Date'][property.name='now']",
    message: 'The core has no clock of its own.',
  },
  {
    selector: "MemberExpression[object.name='Math'][property.name='random']",
    message: 'The core has no chance of its own.',
  },
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core has no clock of its own.' },
]

/** Forbids a room of the house to import from others. */
const keepOut = (room, ...others) => ({
  files: [`${room}/src/**/*.{ts,vue}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { group: others.flatMap((other) => [other, `${other}/*`]), message: `${room} must not import this.` },
        ],
      },
    ],
  },
})

const NODE = ['node:*', 'express', 'knex', 'mysql2', 'piscina']

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', '.novalex/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  ts.configs.strict,
  ts.configs.stylistic,
  vue.configs['flat/recommended'],
  {
    languageOptions: {
      globals: {
        localStorage: 'readonly',
        fetch: 'readonly',
        performance: 'readonly',
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        Buffer: 'readonly',
      },
    },
    rules: {
      // Circles of imports: scripts/house.test.ts.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/unified-signatures': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', 300],
      'max-depth': ['error', 3],
      'no-restricted-syntax': ['error', packed],
    },
  },
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    // Where work is asynchronous; core and contract are not.
    files: ['{server,web}/src/**/*.ts', 'e2e/**/*.ts', 'scripts/**/*.ts'],
    languageOptions: { parserOptions: { project: ['{server,web,e2e}/tsconfig.json'] } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
    },
  },
  {
    files: ['**/*.vue', 'web/**/*.ts'],
    rules: {
      'no-undef': 'off',
      'vue/require-default-prop': 'off',
      'vue/multi-word-component-names': ['error', { ignores: ['Fields'] }],
    },
  },
  { files: ['**/*.ts'], rules: { 'no-undef': 'off' } },
  {
    files: ['**/*.test.ts', '**/*.spec.ts', 'scripts/demo/*.ts', 'core/src/testing/**/*.ts'],
    rules: { 'max-lines': ['error', 400] },
  },
  { files: ['web/src/locale/*.ts', 'contract/src/*.ts'], rules: { 'max-lines': 'off' } },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', packed, ...clock] },
  },
  keepOut('core', '@novalex/*', 'vue', 'vuetify', ...NODE),
  keepOut('contract', '@novalex/server', '@novalex/web', 'vue', 'vuetify', ...NODE),
  keepOut('server', '@novalex/web', 'vue', 'vuetify'),
  keepOut('web', '@novalex/server', ...NODE),
  {
    files: ['contract/src/**/*.ts'],
    rules: { '@typescript-eslint/consistent-type-imports': 'error' },
  },
  prettier,
)
