import { ensureBrowser, ensurePackages, orExit, runPackage } from './setup.mjs'
import { ensureBuild } from './serve.mjs'

orExit(ensurePackages)
orExit(ensureBrowser)
if (ensureBuild() !== 0) process.exit(1)
process.exit(
  runPackage('vitest', ['run', '--config', 'vitest.journeys.config.mts', ...process.argv.slice(2)]),
)
