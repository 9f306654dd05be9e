import { ensurePackages, orExit, runPackage } from './setup.mjs'

orExit(ensurePackages)
process.exit(runPackage('tsx', ['tests/bench/speed.ts', ...process.argv.slice(2)]))
