// Everything a fresh machine needs before anything else runs: the packages of the lock file and, for
// the browser journeys, Debian's browser and its driver. Node's own modules only: nothing is installed yet.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')
const STAMP = join(ROOT, 'node_modules', '.stop-start-lock')
const MINIMUM_NODE = 20

/** The environment of every child: no inherited production mode, no telemetry. */
export function childEnvironment(extra = {}) {
  const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...extra }
  if (!extra.NODE_ENV) delete environment.NODE_ENV
  return environment
}

/** Runs a command in the project and returns its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: childEnvironment(), ...options })
  if (done.error) console.error(`Cannot run ${command}: ${done.error.message}`)
  return done.status ?? 1
}

/** Starts a command beside others: what it says is printed in one piece when it ends. Gives its exit code. */
export function start(command, args) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: ROOT, env: childEnvironment() })
    let said = ''
    child.stdout.on('data', (data) => (said += data))
    child.stderr.on('data', (data) => (said += data))
    child.on('error', (problem) => (said += `Cannot run ${command}: ${problem.message}`))
    child.on('close', (code) => {
      if (said) console.log(said.trimEnd())
      done(code ?? 1)
    })
  })
}

/** Runs a script of an installed package, by the file that its package names. */
export function runPackage(name, args, options = {}) {
  return run(process.execPath, [packageBin(name), ...args], options)
}

export function packageBin(name, bin = name) {
  const folder = join(ROOT, 'node_modules', name)
  const manifest = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'))
  const file = typeof manifest.bin === 'string' ? manifest.bin : manifest.bin[bin]
  return join(folder, file)
}

function npm(args, options) {
  const cli = process.env.npm_execpath
  return cli ? run(process.execPath, [cli, ...args], options) : run('npm', args, options)
}

function lockHash() {
  return createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
}

/** Installs the locked packages unless the stamp of the last install matches the lock. */
export function ensurePackages() {
  const major = Number(process.versions.node.split('.')[0])
  if (major < MINIMUM_NODE)
    throw new Error(`Node ${MINIMUM_NODE} or newer is needed; this is ${process.versions.node}.`)
  const wanted = lockHash()
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return
  console.log('Installing packages (about two minutes the first time).')
  const quiet = ['--include=dev', '--no-audit', '--no-fund', '--loglevel=error']
  // The lock may lack optional packages of other platforms, and `npm ci` then refuses it.
  const clean = npm(['ci', ...quiet], { stdio: 'ignore' }) === 0
  if (!clean && npm(['install', '--no-save', ...quiet]) !== 0) {
    throw new Error(
      'The packages could not be installed. Check the connection to the package registry and run again.',
    )
  }
  mkdirSync(dirname(STAMP), { recursive: true })
  writeFileSync(STAMP, wanted)
}

/** Installs Debian's browser and driver where they are missing. */
export function ensureBrowser() {
  if (existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver')) return
  console.log('Installing the browser for the journeys (chromium, chromium-driver).')
  const root = process.getuid?.() === 0
  const apt = (args) => (root ? run('apt-get', args) : run('sudo', ['apt-get', ...args]))
  if (apt(['update', '-qq']) !== 0 || apt(['install', '-y', '-qq', 'chromium', 'chromium-driver']) !== 0) {
    throw new Error(
      'chromium and chromium-driver could not be installed. Install both Debian packages and run again.',
    )
  }
}

/** Ends the process with a sentence when a set-up step fails. */
export function orExit(action) {
  try {
    action()
  } catch (problem) {
    console.error(problem.message)
    process.exit(1)
  }
}
