// npm run -s consult -- VEHICLE.json: the engine by JSON lines (docs/formats/consult.md).
import { ensurePackages, orExit, runPackage } from './setup.mjs'

orExit(ensurePackages)
process.exit(runPackage('tsx', ['scripts/consult/main.ts', ...process.argv.slice(2)]))
