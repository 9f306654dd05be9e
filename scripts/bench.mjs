// npm run bench and its sisters: one file of tests/bench, named by package.json.
import { ensurePackages, orExit, runPackage } from './setup.mjs'

orExit(ensurePackages)
process.exit(runPackage('tsx', process.argv.slice(2)))
