// Everything CI asks for: the fast checks, the build, and the journeys in a real browser.
import { ensureBrowser, ensurePackages, orExit, runPackage } from './setup.mjs'
import { budget } from './budget.mjs'
import { ensureBuild } from './serve.mjs'
import { runSteps } from './steps.mjs'

orExit(ensurePackages)
orExit(ensureBrowser)
const { CHECK_STEPS } = await import('./check.mjs')
await runSteps([
  ...CHECK_STEPS,
  ['build', ensureBuild],
  ['first load', budget],
  ['browser journeys', () => runPackage('vitest', ['run', '--config', 'vitest.journeys.config.mts'])],
])
