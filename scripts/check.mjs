// The fast part, under four minutes: types, core without the browser's types, lint, layers, unit and reference tests.
import { ensurePackages, orExit, packageBin, runPackage, start } from './setup.mjs'
import { lanes, runSteps } from './steps.mjs'

orExit(ensurePackages)
/** Functions and files that are over their length since everything was formatted: the number only falls. */
const LEFT_TO_SPLIT = 80
const beside = (name, args, bin = name) => start(process.execPath, [packageBin(name, bin), ...args])

export const CHECK_STEPS = [
  lanes(
    [['lint', () => beside('eslint', ['.', '--max-warnings', String(LEFT_TO_SPLIT)])]],
    [
      ['format', () => beside('prettier', ['--check', '--log-level', 'warn', '.'])],
      ['route types', () => beside('next', ['typegen'])],
      ['types', () => beside('typescript-native', ['--noEmit'], 'tsc')],
      [
        'core without a browser',
        () => beside('typescript-native', ['--noEmit', '-p', 'tsconfig.core.json'], 'tsc'),
      ],
      [
        'layers',
        () => beside('dependency-cruiser', ['src', '--config', '.dependency-cruiser.cjs'], 'depcruise'),
      ],
    ],
  ),
  ['unit and reference tests', () => runPackage('vitest', ['run'])],
]
if (process.argv[1]?.endsWith('check.mjs')) await runSteps(CHECK_STEPS)
