/**
 * Plans by JSON lines, so that other programs can judge them: a request a line on standard input, an
 * answer a line on standard output. docs/formats/plans.md describes every message. A line that cannot be
 * taken is answered with why and where, and the next line is read.
 */
import { createInterface } from 'node:readline'
import {
  PROVOCATIONS,
  libraryOf,
  othersFor,
  provocationOn,
  surveyOf,
  usualWays,
  wayIn,
  waysInOf,
  type Caution,
  type Doing,
} from '@/core/library'
import {
  levelByDip,
  planRepairs,
  plannerFor,
  reach,
  type Plan,
  type PlanStep,
  type Planner,
} from '@/core/procedure'
import {
  DRIVEN_IN,
  LAYOUTS,
  LAYOUT_IDS,
  SCOPES,
  editProblem,
  inScope,
  only,
  specificationOf,
  type LayoutId,
  type VehicleState,
} from '@/core/vehicle'
import { requestSchema, stateOf, type Asked, type Request } from './requests'

const say = (message: object) => process.stdout.write(`${JSON.stringify(message)}\n`)
const refuse = (why: string, at: string) => say({ ok: false, why, at })

const saidAt = (cautions: readonly Caution[]) => ({
  caution: [...new Set(cautions.map(({ text }) => text))].join(' '),
  stop: [...new Set(cautions.map(({ stopWhen }) => stopWhen))].join(' '),
})

function stepOf(plan: Plan, step: PlanStep): object {
  const { act } = step
  return {
    id: step.operationId,
    side: step.side,
    title: step.title,
    words: act.steps,
    ...saidAt(act.cautions ?? []),
    ...(act.looks && { looks: act.looks }),
    ...(act.gaugeGate && { entry: act.gaugeGate }),
    doings: act.does,
    before: step.before,
    after: step.after,
    checks: plan.checks
      .filter((placed) => placed.afterStep === step.index)
      .map(({ check }) => ({ id: check.id, title: check.title, how: check.how, doings: check.does })),
    gates: plan.gates
      .filter((placed) => placed.firstStep <= step.index && step.index <= placed.lastStep)
      .map(({ gate }) => gate.id),
    people: act.people ?? 1,
    newParts: act.newParts ?? [],
    out: act.out ?? [],
    on: act.on ?? [],
    tools: act.tools ?? [],
    ...(act.torque && { torque: act.torque }),
    ...(act.wait && { wait: act.wait }),
    minutes: step.minutes,
  }
}

/** Where the request starts from: driven in, what it says, and what a dip says of it. */
function startOf(request: Asked, planner: Planner): VehicleState {
  const capacity =
    request.specification?.tankCapacityM3 ?? specificationOf({}, LAYOUTS[request.layout]).tankCapacityM3.value
  return only(
    {
      ...DRIVEN_IN,
      ...stateOf(request.start),
      ...(request.litres === undefined ? {} : levelByDip(request.litres, capacity)),
    },
    planner.variables,
  )
}

function plan(request: Extract<Request, { repairs: string[] }>, planner: Planner) {
  const unknown = request.repairs.find((id) => !repairIds(request.layout).includes(id))
  if (unknown)
    return refuse(`no repair "${unknown}" on ${request.layout}; ask for { "list": "repairs" }`, 'repairs')
  const planned = planRepairs(planner, startOf(request, planner), request.repairs)
  if (!planned.ok)
    return refuse(
      `no safe way from this state to the ${planned.error.to === 'part' ? planned.error.repair : 'end'}`,
      planned.error.to,
    )
  const { value } = planned
  say({
    ok: true,
    minutes: value.minutes,
    people: value.people,
    way: value.way,
    steps: value.steps.map((step) => stepOf(value, step)),
    end: value.steps.at(-1)?.after ?? startOf(request, planner),
  })
}

interface Goal {
  id: string
  title: string
  words: string[]
  cautions: readonly Caution[]
  doings: readonly Doing[]
  needs: VehicleState
  leaves: VehicleState
  minutes: number
  people: number
}

/** The way to a test, a look or a provocation, and it itself as the last step. */
function wayTo(request: Asked, planner: Planner, goal: Goal) {
  const way = reach(planner, startOf(request, planner), goal.needs)
  if (!way) return refuse(`no safe way from this state to ${goal.id}`, goal.id)
  const before = way.end
  const after = { ...before, ...only(goal.leaves, planner.variables) }
  say({
    ok: true,
    minutes: way.minutes + goal.minutes,
    people: Math.max(goal.people, ...way.steps.map((step) => step.operation.people ?? 1)),
    steps: [
      ...way.steps.map(({ operation, before: from, after: to }) => ({
        id: operation.id,
        side: 'down',
        title: operation.title,
        words: operation.steps,
        ...saidAt(operation.cautions ?? []),
        ...(operation.looks && { looks: operation.looks }),
        ...(operation.gaugeGate && { entry: operation.gaugeGate }),
        doings: operation.does,
        before: from,
        after: to,
        checks: [],
        gates: [],
        people: operation.people ?? 1,
        newParts: operation.newParts ?? [],
        out: operation.out ?? [],
        on: operation.on ?? [],
        tools: operation.tools ?? [],
        minutes: operation.minutes,
      })),
      {
        id: goal.id,
        side: 'bottom',
        title: goal.title,
        words: goal.words,
        ...saidAt(goal.cautions),
        doings: goal.doings,
        before,
        after,
        checks: [],
        gates: [],
        people: goal.people,
        newParts: [],
        out: [],
        on: [],
        tools: [],
        minutes: goal.minutes,
      },
    ],
    end: after,
  })
}

const testsOf = (layout: LayoutId) => [
  ...new Map(
    SCOPES.flatMap((scope) => libraryOf(inScope(LAYOUTS[layout], scope)).tests).map((test) => [
      test.id,
      test,
    ]),
  ).values(),
]
function repairIds(layout: LayoutId): string[] {
  const named = [
    ...new Set(
      SCOPES.flatMap((scope) =>
        libraryOf(inScope(LAYOUTS[layout], scope)).repairs.map((repair) => repair.id),
      ),
    ),
  ]
  const { instead, beside } = othersFor(LAYOUTS[layout], named)
  return [...named, ...instead.map((repair) => repair.id), ...beside.map((repair) => repair.id)]
}

const LISTED: Record<Extract<Request, { list: string }>['list'], (layout: LayoutId) => object[]> = {
  layouts: () => LAYOUT_IDS.map((id) => ({ id, name: LAYOUTS[id].name })),
  repairs: (layout) => repairIds(layout).map((id) => ({ id })),
  ways: (layout) => waysInOf(usualWays(layout)).map((id) => ({ id, title: wayIn(id).title })),
  tests: (layout) => testsOf(layout).map(({ id, title }) => ({ id, title })),
  survey: (layout) => surveyOf(LAYOUTS[layout]).map(({ id, title, after }) => ({ id, title, after })),
  provocations: () => PROVOCATIONS.map(({ id, title }) => ({ id, title })),
}

/** What a request for a single act names, as it stands on the layout; null where there is none. */
function goalOf(request: Asked): Goal | null {
  if ('test' in request) {
    const test = testsOf(request.layout).find(({ id }) => id === request.test)
    return test
      ? {
          ...test,
          words: [test.where, ...test.steps],
          cautions: test.cautions ?? [],
          doings: test.does ?? [],
          people: test.people ?? 1,
        }
      : null
  }
  if ('survey' in request) {
    const item = surveyOf(LAYOUTS[request.layout]).find(({ id }) => id === request.survey)
    return item
      ? {
          ...item,
          words: item.steps,
          cautions: item.cautions ?? [],
          doings: item.does,
          people: peopleOf(item.does),
        }
      : null
  }
  if ('provocation' in request) {
    const found = PROVOCATIONS.find(({ id }) => id === request.provocation)
    const way = found && provocationOn(request.layout, found)
    return way
      ? {
          ...way,
          words: way.steps,
          cautions: way.cautions ?? [],
          doings: way.does,
          people: peopleOf(way.does),
        }
      : null
  }
  return null
}
const peopleOf = (doings: readonly Doing[]) =>
  Math.max(1, ...doings.map((doing) => ('people' in doing ? doing.people : 1)))

function answer(line: string) {
  let data: unknown
  try {
    data = JSON.parse(line)
  } catch (problem) {
    return refuse(`not JSON: ${(problem as Error).message}. One message a line.`, 'line')
  }
  const parsed = requestSchema.safeParse(data)
  if (!parsed.success) {
    const issue = deepest(parsed.error.issues)
    return refuse(issue.message, issue.path.map(String).join('.') || 'line')
  }
  const request = parsed.data
  if ('list' in request) {
    if (request.list !== 'layouts' && !request.layout) return refuse('name a layout, A01 to A13', 'layout')
    return say({ ok: true, [request.list]: LISTED[request.list](request.layout ?? 'A01') })
  }
  const edited = editProblem(request.layout, request.edits ?? [])
  if (edited) return refuse(edited.problem, `edits.${edited.edit}`)
  const planner = plannerFor({ layout: request.layout, ways: request.ways ?? usualWays(request.layout) })
  if ('repairs' in request) return plan(request, planner)
  const goal = goalOf(request)
  if (!goal) return refuse(`nothing of that name on ${request.layout}; ask for its list`, 'line')
  wayTo(request, planner, goal)
}

interface Issue {
  message: string
  path: PropertyKey[]
  code?: string
  errors?: Issue[][]
}
/** Of a union the branch that came nearest says what is wrong. */
function deepest(issues: readonly Issue[]): Issue {
  const [first] = issues
  if (!first?.errors) return first!
  const branches = first.errors.filter((branch) => branch.length > 0)
  const nearest = branches.reduce((one, other) => (other.length < one.length ? other : one))
  return deepest(nearest)
}

for await (const line of createInterface({ input: process.stdin })) if (line.trim()) answer(line)
