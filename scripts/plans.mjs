// npm run -s plans: plans, ways to tests and lists by JSON lines (docs/formats/plans.md).
import { ensurePackages, orExit, runPackage } from './setup.mjs'

orExit(ensurePackages)
process.exit(runPackage('tsx', ['scripts/plans/main.ts', ...process.argv.slice(2)]))
