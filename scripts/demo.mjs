import { ensurePackages, orExit } from './setup.mjs'
import { serveUntilStopped } from './serve.mjs'

orExit(ensurePackages)
await serveUntilStopped({ demo: true })
