// npm run -s schedule -- FILE [--seconds N]: boards and projects, solved (docs/formats/schedule-cases.md).
import { ensurePackages, orExit, runPackage } from './setup.mjs'

orExit(ensurePackages)
process.exit(runPackage('tsx', ['scripts/schedule/main.ts', ...process.argv.slice(2)]))
