// npm run -s reference -- FILE...: solves reference files and prints the worst deviation of each case.
import { ensurePackages, orExit, runPackage } from './setup.mjs'

orExit(ensurePackages)
process.exit(runPackage('tsx', ['tests/reference/runner.ts', ...process.argv.slice(2)]))
