// The fast part, under four minutes: types, core without the browser's types, lint, layers, unit and reference tests.
import { ensurePackages, orExit, runPackage, run, packageBin } from './setup.mjs'
import { runSteps } from './steps.mjs'

orExit(ensurePackages)
/** Functions and files that are over their length since everything was formatted: the number only falls. */
const LEFT_TO_SPLIT = 83
export const CHECK_STEPS = [
  ['format', () => runPackage('prettier', ['--check', '--log-level', 'warn', '.'])],
  ['route types', () => runPackage('next', ['typegen'])],
  ['types', () => run(process.execPath, [packageBin('typescript', 'tsc'), '--noEmit'])],
  [
    'core without a browser',
    () => run(process.execPath, [packageBin('typescript', 'tsc'), '--noEmit', '-p', 'tsconfig.core.json']),
  ],
  ['lint', () => runPackage('eslint', ['.', '--max-warnings', String(LEFT_TO_SPLIT)])],
  [
    'layers',
    () =>
      run(process.execPath, [
        packageBin('dependency-cruiser', 'depcruise'),
        'src',
        '--config',
        '.dependency-cruiser.cjs',
      ]),
  ],
  ['unit and reference tests', () => runPackage('vitest', ['run'])],
]
if (process.argv[1]?.endsWith('check.mjs')) runSteps(CHECK_STEPS)
