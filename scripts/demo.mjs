// npm run demo; with `-- --shop large` a made-up workshop of 5,000 vehicles and 20,000 jobs beside the demo data.
import { parseArgs } from 'node:util'
import { ensurePackages, orExit } from './setup.mjs'
import { serveUntilStopped } from './serve.mjs'

const { values } = parseArgs({ options: { shop: { type: 'string', default: '' } } })
if (!['', 'large'].includes(values.shop)) {
  console.error('--shop takes one word: large')
  process.exit(1)
}
orExit(ensurePackages)
await serveUntilStopped({ demo: true, shop: values.shop })
