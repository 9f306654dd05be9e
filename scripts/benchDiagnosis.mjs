// npm run bench:diagnosis [-- flags]: one shard a core, resumable; prints the table at the end.
import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { ensurePackages, orExit, packageBin } from './setup.mjs'

orExit(ensurePackages)
const flags = process.argv.slice(2)
const start = (extra) =>
  new Promise((resolve) =>
    spawn(process.execPath, [packageBin('tsx'), 'tests/bench/diagnosis/main.ts', ...flags, ...extra], {
      stdio: 'inherit',
    }).on('close', resolve),
  )
if (!flags.includes('--print')) {
  const shards = availableParallelism()
  const codes = await Promise.all(
    Array.from({ length: shards }, (_, k) => start(['--shard', `${k}/${shards}`])),
  )
  if (codes.some((code) => code !== 0)) process.exit(1)
}
process.exit(await start(flags.includes('--print') ? [] : ['--print']))
