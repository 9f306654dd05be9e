// The fast part, about two minutes: types, core without the browser's types, lint, layers, unit and reference tests.
import { ensurePackages, orExit, runPackage, run, packageBin } from './setup.mjs'
import { runSteps } from './steps.mjs'

orExit(ensurePackages)
export const CHECK_STEPS = [
  ['route types', () => runPackage('next', ['typegen'])],
  ['types', () => run(process.execPath, [packageBin('typescript', 'tsc'), '--noEmit'])],
  [
    'core without a browser',
    () => run(process.execPath, [packageBin('typescript', 'tsc'), '--noEmit', '-p', 'tsconfig.core.json']),
  ],
  ['lint', () => runPackage('eslint', ['.', '--max-warnings', '0'])],
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
