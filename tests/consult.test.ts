/** The consultation as another program meets it: a process, JSON lines, a vehicle made without the model's equations. */
import { spawn } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { expect, it } from 'vitest'
import { standInById, truthVehicle } from '@/core/simulate'
import { LAYOUTS, specificationOf } from '@/core/vehicle'
import { libraryOf } from '@/core/library'

type Message = Record<string, unknown> & { act?: string; error?: string; id?: string }

function start(vehicle: object) {
  const path = join(mkdtempSync(join(tmpdir(), 'consult-')), 'vehicle.json')
  writeFileSync(path, JSON.stringify(vehicle))
  const child = spawn(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'scripts/consult/main.ts', path], {
    stdio: ['pipe', 'pipe', 'inherit'],
  })
  const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]()
  const next = async () => JSON.parse((await lines.next()).value as string) as Message
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve))
  return {
    next,
    ended,
    ask: (reply: object | string) => (
      child.stdin.write(`${typeof reply === 'string' ? reply : JSON.stringify(reply)}\n`),
      next()
    ),
  }
}

it('carries a suction-fed diesel from complaint to cure, and keeps the act open after a line it cannot take', async () => {
  const layout = LAYOUTS.A08
  const truth = truthVehicle(77, specificationOf({}, layout), [{ faultId: 'F38', severity: 0.75 }], layout)
  const cures = libraryOf(layout).faults.find((fault) => fault.id === 'F38')!.repairs
  const talk = start({ layout: 'A08', complaint: { symptoms: ['startsThenDies'], raisers: ['recentWork'] } })
  let message = await talk.next()
  const first = message.id
  expect((await talk.ask('not json')).error).toContain('Not JSON')
  expect((await talk.ask({ reading: 1, unit: 'V' })).error ?? '').not.toBe('')
  for (let turn = 0; turn < 40 && message.act !== 'cured'; turn += 1) {
    if (message.act === 'repair')
      message = await talk.ask({
        repaired: {
          cured: cures.includes(message.id!),
          partWasBad: cures.includes(message.id!) ? 'yes' : 'no',
        },
      })
    else {
      expect(message.act).toBe('test')
      const reading = standInById(truth, message.id!)
      message = await talk.ask(
        reading.kind === 'number'
          ? { reading: reading.entered.value, unit: reading.entered.unit }
          : { observation: reading.outcome },
      )
    }
  }
  expect(first).toBeDefined()
  expect(message).toMatchObject({ act: 'cured', repairs: cures })
  expect(message.minutes).toBeGreaterThan(0)
  expect(await talk.ended).toBe(0)
}, 60_000)

it('consults the gauge loop for a gauge, the places for a smell, and the vehicle as it was altered', async () => {
  const odds = async (vehicle: object) => {
    const talk = start(vehicle)
    const message = await talk.next()
    await talk.ask({ stop: true })
    return { message, names: (message.odds as { fault: string | null }[]).map((entry) => entry.fault ?? '') }
  }
  expect(
    (await odds({ layout: 'A05', complaint: { symptoms: ['gaugeDead'] } })).names.some(
      (id) => id.startsWith('F8') || id.startsWith('F69g'),
    ),
  ).toBe(true)
  expect((await odds({ layout: 'A01', complaint: { symptoms: ['smell'] } })).message.id).toMatch(/^T7[06]/)
  const altered = start({
    layout: 'A08',
    edits: [{ kind: 'insert', after: 'pump', part: { id: 'f2', kind: 'loom', name: 'x' } }],
    complaint: { symptoms: ['startsThenDies'] },
  })
  expect((await altered.next()).error).toContain('does not belong')
  expect(await altered.ended).toBe(2)
}, 120_000)

it('refuses a vehicle file with what would be right', async () => {
  const talk = start({ layout: 'A08', complaint: { symptoms: ['noSuchSymptom'] } })
  expect((await talk.next()).error).toContain('starvesUnderLoad')
  expect(await talk.ended).toBe(2)
  const renewed = start({
    layout: 'A08',
    complaint: { symptoms: ['starvesUnderLoad'], known: [{ repair: 'noSuchPart', how: 'renewed' }] },
  })
  expect((await renewed.next()).error).toContain('firstFilter')
  expect(await renewed.ended).toBe(2)
}, 60_000)
