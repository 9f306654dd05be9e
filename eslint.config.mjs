import next from 'eslint-config-next/core-web-vitals'
import typescript from 'eslint-config-next/typescript'

const bannedInCore = [
  { object: 'Math', property: 'random', message: 'Core is pure: take a seeded generator as an argument.' },
  { object: 'Date', property: 'now', message: 'Core is pure: take the time as an argument.' },
]

const config = [
  { ignores: ['.next/**', 'node_modules/**', 'next-env.d.ts', '.cache/**', 'docs/**'] },
  ...next,
  ...typescript,
  {
    rules: {
      'max-lines-per-function': ['warn', { max: 60, skipBlankLines: true, skipComments: true }],
      'max-lines': ['warn', { max: 400, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-properties': ['error', ...bannedInCore],
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'setTimeout', 'performance'],
    },
  },
  {
    files: ['src/features/**/*.{ts,tsx}', 'src/app/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'ObjectExpression:has(> Property[key.name="kind"]):has(> Property[key.name="body"])',
          message: 'Screens compose no entry: send an act (core/acts).',
        },
      ],
    },
  },
  {
    files: ['**/*.test.ts', 'tests/**', 'src/core/library/**', 'src/core/simulate/scenario/**'],
    rules: { 'max-lines-per-function': 'off', 'max-lines': 'off' },
  },
]

export default config
