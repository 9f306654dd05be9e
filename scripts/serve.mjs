// Builds the application where needed and serves it. A busy port gets a clear message; Ctrl+C frees it.
import { execFileSync, spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { ROOT, childEnvironment, packageBin, runPackage } from './setup.mjs'

export const PORT = Number(process.env.PORT ?? 3000)
/** This machine alone is answered; HOST=0.0.0.0 opens it to the workshop's network, where nobody asks who it is. */
export const HOST = process.env.HOST ?? 'localhost'
const BUILD_STAMP = join(ROOT, '.next', 'stop-start-sources')

function filesUnder(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name)
    return entry.isDirectory() ? filesUnder(path) : [path]
  })
}

function sourcesHash() {
  const hash = createHash('sha256')
  const single = ['package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json'].map((name) =>
    join(ROOT, name),
  )
  for (const file of [...single, ...filesUnder(join(ROOT, 'src')).sort()]) {
    hash
      .update(file)
      .update(String(statSync(file).size))
      .update(readFileSync(file))
  }
  return hash.digest('hex')
}

/** Builds unless the last build came from these very sources. */
export function ensureBuild() {
  execFileSync(process.execPath, [join(ROOT, 'scripts', 'fonts.mjs')], { stdio: 'inherit' })
  const wanted = sourcesHash()
  if (existsSync(BUILD_STAMP) && readFileSync(BUILD_STAMP, 'utf8') === wanted) return 0
  console.log('Building (about a minute).')
  const code = runPackage('next', ['build'])
  if (code === 0) writeFileSync(BUILD_STAMP, wanted)
  return code
}

function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.once('listening', () => probe.close(() => resolve(true)))
    probe.listen(port)
  })
}

async function answers(address) {
  try {
    return (await fetch(address)).ok
  } catch {
    return false
  }
}

/** Starts the server and resolves with its child process once the first page answers. */
export async function startServer({ demo, shop = '', port = PORT, quiet = false }) {
  if (!(await portIsFree(port))) {
    throw new Error(
      `Port ${port} is in use. Stop what runs there, or choose another: PORT=3100 npm run demo. (Jobs are kept per address: another port shows another store.)`,
    )
  }
  const child = spawn(process.execPath, [packageBin('next'), 'start', '-H', HOST, '-p', String(port)], {
    cwd: ROOT,
    stdio: quiet ? 'ignore' : ['ignore', 'ignore', 'inherit'],
    env: childEnvironment({
      NODE_ENV: 'production',
      STOP_START_DEMO: demo ? '1' : '',
      STOP_START_SHOP: shop,
    }),
  })
  const address = `http://localhost:${port}/`
  for (let attempt = 0; attempt < 120; attempt += 1) {
    if (child.exitCode !== null)
      throw new Error(
        'The server stopped before its first page. Run again, or remove the folder .next first.',
      )
    if (await answers(address)) return { child, address }
    await new Promise((wake) => setTimeout(wake, 250))
  }
  child.kill()
  throw new Error('The server did not answer within 30 s.')
}

/** Serves until Ctrl+C. */
export async function serveUntilStopped({ demo, shop = '' }) {
  if (ensureBuild() !== 0) process.exit(1)
  try {
    const { child, address } = await startServer({ demo, shop })
    console.log(`\nStop Start is ready: ${address}\nCtrl+C ends it. Everything is kept in this browser.`)
    const stop = () => child.kill('SIGTERM')
    process.on('SIGINT', stop)
    process.on('SIGTERM', stop)
    child.on('exit', (code) => process.exit(code ?? 0))
  } catch (problem) {
    console.error(problem.message)
    process.exit(1)
  }
}
