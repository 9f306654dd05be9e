/**
 * The engine by JSON lines: proposes an act on standard output, takes what came of it on standard input,
 * proposes the next. A line that cannot be taken is answered with "error" and the remedy, and the same
 * act stays open. docs/formats/consult.md describes every message.
 */
import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { deriveSome, nominalTable } from '@/core/diagnosis'
import {
  answer,
  openConsultation,
  pricerOf,
  propose,
  type Act,
  type Consultation,
  type Reply,
} from '@/core/practice'
import { usualWays } from '@/core/library'
import { plannerFor } from '@/core/procedure'
import { DRIVEN_IN, vehicleModel } from '@/core/vehicle'
import {
  Refusal,
  actMessage,
  complaintOf,
  inTestUnit,
  layoutFrom,
  oddsOf,
  replySchema,
  specificationFrom,
  stateFrom,
  vehicleFileSchema,
  type VehicleFile,
} from './messages'

const say = (message: object) => process.stdout.write(`${JSON.stringify(message)}\n`)

function readVehicle(path: string | undefined): VehicleFile {
  if (!path) throw new Refusal('Name a vehicle file: npm run -s consult -- VEHICLE.json')
  let data: unknown
  try {
    data = JSON.parse(readFileSync(path, 'utf8'))
  } catch (problem) {
    throw new Refusal(`${path} cannot be read as JSON: ${(problem as Error).message}`)
  }
  const file = vehicleFileSchema.safeParse(data)
  if (!file.success)
    throw new Refusal(
      `${path}: ${file.error.issues[0]!.message} at ${file.error.issues[0]!.path.join('.') || 'top level'}`,
    )
  return file.data
}

/** The reply of a line to the open act; refused when it does not answer it. */
function replyOf(line: string, act: Act, file: VehicleFile): Reply | 'stop' {
  let data: unknown
  try {
    data = JSON.parse(line)
  } catch (problem) {
    throw new Refusal(`Not JSON: ${(problem as Error).message}. One message a line.`)
  }
  const parsed = replySchema.safeParse(data)
  if (!parsed.success)
    throw new Refusal(
      'Not a reply. Send one of: {"reading":9.1,"unit":"V"}, {"observation":"weak"}, {"notPossible":"no tool"}, {"repaired":{"cured":false,"partWasBad":"no"}}, {"stop":true}.',
    )
  const reply = parsed.data
  if ('stop' in reply) return 'stop'
  if ('repaired' in reply) {
    if (act.kind !== 'repair') throw new Refusal('No repair is proposed: answer the test.')
    const { complaint, ...rest } = reply.repaired
    return { kind: 'repaired', ...rest, ...(complaint ? { complaint: complaintOf(file, complaint) } : {}) }
  }
  if (act.kind !== 'test') throw new Refusal('A repair is proposed: answer with "repaired".')
  if ('notPossible' in reply) return { kind: 'not-possible' }
  if ('reading' in reply)
    return {
      kind: 'reading',
      value: { kind: 'number', entered: inTestUnit(act.test, reply.reading, reply.unit) },
      faultPresent: reply.faultPresent,
    }
  const { reading } = act.test
  if (
    reading.kind !== 'observation' ||
    !reading.outcomes.some((outcome) => outcome.id === reply.observation)
  ) {
    throw new Refusal(
      reading.kind === 'observation'
        ? `One of: ${reading.outcomes.map((outcome) => outcome.id).join(', ')}.`
        : `${act.test.id} is a number in ${reading.unit}: answer with "reading" and "unit".`,
    )
  }
  return {
    kind: 'reading',
    value: { kind: 'outcome', outcome: reply.observation },
    faultPresent: reply.faultPresent,
  }
}

const summary = ({ minutes, money, readings, repairs, epoch }: Consultation) => ({
  minutes: Number(minutes.toFixed(1)),
  money: Number(money.toFixed(1)),
  tests: readings,
  repairs,
  epoch,
})

async function consult(): Promise<number> {
  const file = readVehicle(process.argv[2])
  const complaint = complaintOf(file, file.complaint)
  const layout = layoutFrom(file, complaint)
  const model = vehicleModel(layout, specificationFrom(file))
  if (!model.ok) throw new Refusal(`This vehicle does not solve: ${model.error.problem} at ${model.error.at}`)
  const table = nominalTable(model.value)
  deriveSome(table, 0, () => false)
  const planner = plannerFor({ layout: layout.id, ways: usualWays(layout.id) })
  const pricer = pricerOf(planner, table)
  let state = openConsultation(table, complaint, { ...DRIVEN_IN, ...stateFrom(file) })
  let { act, suspects } = propose(state, file.workshop, pricer)
  say(actMessage(state, act, suspects))
  for await (const line of createInterface({ input: process.stdin })) {
    if (line.trim() === '') continue
    try {
      const reply = replyOf(line, act, file)
      if (reply === 'stop') {
        say({ act: 'stopped', ...summary(state), odds: oddsOf(suspects) })
        return 0
      }
      state = answer(state, act, reply, planner)
      if (reply.kind === 'repaired' && reply.cured) {
        say({ act: 'cured', ...summary(state) })
        return 0
      }
      ;({ act, suspects } = propose(state, file.workshop, pricer))
      say(actMessage(state, act, suspects))
    } catch (problem) {
      if (!(problem instanceof Refusal)) throw problem
      say({ error: problem.message })
    }
  }
  return 0
}

consult().then(
  (code) => process.exit(code),
  (problem: unknown) => {
    say({ error: problem instanceof Error ? problem.message : String(problem) })
    process.exit(problem instanceof Refusal ? 2 : 1)
  },
)
