/** The board as a schedule: every plan is held against the rules by code that shares nothing with the search. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  Search,
  boardSchema,
  brokenText,
  checkPlan,
  lowerBound,
  pathBounds,
  readCases,
  wholeBoard,
  type Board,
  movesBetween,
  type Beginning,
  type Placed,
} from '.'

/** Ten days, two people, from eight to twelve and from half past twelve to half past four. */
const HOURS = Array.from({ length: 10 }, (_, day) => [
  [96 * day + 32, 96 * day + 48] as [number, number],
  [96 * day + 50, 96 * day + 66] as [number, number],
]).flat()
const said = (one: Board, plan: readonly Placed[]) => checkPlan(one, plan).broken.map(brokenText).join('; ')
const board = (change: Partial<Board> = {}): Board => ({
  name: 'small',
  unitMinutes: 15,
  bays: 1,
  lifts: 1,
  places: [],
  people: [HOURS, HOURS],
  jobs: [
    { id: 0, release: 0, due: 40, weight: 1, deadline: null, tasks: [0, 1], lift: null, holds: [] },
    { id: 1, release: 0, due: 40, weight: 3, deadline: null, tasks: [2], lift: [2, 2], holds: [] },
  ],
  tasks: [
    { id: 0, job: 0, units: 4, after: [], people: [0], lift: false, release: 0 },
    { id: 1, job: 0, units: 2, after: [{ of: 0, lag: 6 }], people: [0, 1], lift: false, release: 0 },
    { id: 2, job: 1, units: 4, after: [], people: [1], lift: true, release: 0 },
  ],
  ...change,
})

const jobs = fc.integer({ min: 1, max: 7 })
/** Boards of chains with cures between, some on the lift, some that wait for another job. */
const boards = fc
  .tuple(
    jobs,
    fc.integer({ min: 1, max: 3 }),
    fc.integer({ min: 1, max: 2 }),
    fc.infiniteStream(fc.nat(1000)),
  )
  .map(([count, bays, lifts, stream]): Board => {
    const next = (n: number) => Number(stream.next().value) % n
    const tasks: Board['tasks'] = []
    const made = Array.from({ length: count }, (_, job): Board['jobs'][number] => {
      const own = Array.from({ length: 1 + next(4) }, (__, k) => {
        const id = tasks.length
        const before = k > 0 ? [{ of: id - 1, lag: next(3) === 0 ? next(20) : 0 }] : []
        const other = k === 0 && job > 0 && next(4) === 0 ? [{ of: next(id), lag: 0 }] : []
        const people = next(3) === 0 ? [next(2)] : [0, 1]
        tasks.push({
          id,
          job,
          units: 1 + next(8),
          after: [...before, ...other],
          people,
          lift: false,
          release: next(4) === 0 ? next(160) : 0,
        })
        return id
      })
      const lift: [number, number] | null = next(2) === 0 ? [own[0]!, own.at(-1)!] : null
      const from = next(own.length)
      // Open fuel takes a part of the air, hot work all of it.
      const holds =
        next(2) === 0
          ? [{ place: 'air', first: own[from]!, last: own.at(-1)!, takes: next(3) === 0 ? 4 : 1 }]
          : []
      return {
        id: job,
        release: next(100),
        due: 40 + next(400),
        weight: 1 + next(4),
        deadline: null,
        tasks: own,
        lift,
        holds,
      }
    })
    return board({
      bays,
      lifts,
      places: [
        {
          id: 'air',
          capacity: 4,
          closed: next(3) === 0 ? [[60, 60 + 1 + next(30)] as [number, number]] : [],
        },
      ],
      jobs: made,
      tasks,
    })
  })

describe('a plan', () => {
  it(
    'of any board is sound, counts what the check counts, and lies over the bound',
    { timeout: 60_000 },
    () => {
      fc.assert(
        fc.property(boards, (one) => {
          expect(wholeBoard(one)).toMatchObject({ ok: true })
          const search = new Search(one, { seed: 3 })
          const first = search.objective
          search.run(60, 0.2)
          search.run(60, 0.9)
          const plan = search.plan()
          expect(plan).not.toBeNull()
          const { objective, broken } = checkPlan(one, plan!)
          expect(broken).toEqual([])
          expect(objective).toBeCloseTo(search.objective, 6)
          expect(search.objective).toBeLessThanOrEqual(first)
          expect(objective).toBeGreaterThanOrEqual(lowerBound(one))
        }),
        { seed: 17, numRuns: 120 },
      )
    },
  )
  it('is the same for the same seed', () => {
    const run = () => {
      const search = new Search(board(), { seed: 9 })
      search.run(200, 0.5)
      return search.plan()
    }
    expect(run()).toEqual(run())
  })
  it('puts the dearer job first into the only bay', () => {
    const search = new Search(board())
    search.run(200, 0.5)
    const plan = search.plan()!
    expect(plan.find(({ task }) => task === 2)!.start).toBe(32)
    // The bay is free at 36, the cure of six units over at 46.
    expect(plan.find(({ task }) => task === 0)!.start).toBe(36)
    expect(search.objective).toBe(8)
  })
  it('keeps open fuel and hot work apart, and two open tanks in one closed bay', () => {
    const hold = (task: number, takes: number) => [{ place: 'air', first: task, last: task, takes }]
    const apart = board({
      bays: 3,
      places: [{ id: 'air', capacity: 4, closed: [] }],
      jobs: board().jobs.map((job) => ({
        ...job,
        holds: job.id === 0 ? hold(0, 4) : hold(2, 1),
      })),
    })
    const search = new Search(apart)
    search.run(100, 0.5)
    const plan = search.plan()!
    const of = (task: number) => plan.find((one) => one.task === task)!.start
    expect(Math.abs(of(0) - of(2))).toBeGreaterThanOrEqual(4)
    expect(checkPlan(apart, plan).broken).toEqual([])
    const beside = plan.map((one) => (one.task === 2 ? { ...one, start: of(0) } : one))
    expect(said(apart, beside)).toContain('5 of 4 of air')
  })
  it('there is none where a job finds no hour before the board ends', () => {
    const long = board({
      tasks: board().tasks.map((task) => (task.id === 2 ? { ...task, people: [0] } : task)),
    })
    const nobody = { ...long, people: [[[32, 40] as [number, number]], HOURS] }
    expect(
      new Search({ ...nobody, jobs: nobody.jobs.map((job) => ({ ...job, release: 39 })) }).plan(),
    ).toBeNull()
  })
})

/** A plan after a short search. */
const planned = (one: Board, beginning: Beginning = {}) => {
  const search = new Search(one, { seed: 5, ...beginning })
  search.run(60, 0.5)
  return { search, plan: search.plan()! }
}

describe('planned again', () => {
  it('with nothing changed nothing moves', { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(boards, (one) => {
        const before = planned(one).plan
        const after = planned(one, { before, moveCost: 1e6 }).plan
        expect(movesBetween(before, after)).toBe(0)
      }),
      { seed: 23, numRuns: 40 },
    )
  })
  it('a late part moves what it must, and says what that costs', { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(boards, fc.nat(6), fc.integer({ min: 1, max: 150 }), (one, at, late) => {
        const before = planned(one).plan
        const hit = at % one.jobs.length
        const changed = {
          ...one,
          jobs: one.jobs.map((job, k) => (k === hit ? { ...job, release: job.release + late } : job)),
        }
        const moveCost = 50
        const { search, plan } = planned(changed, { before, moveCost })
        const { objective, broken } = checkPlan(changed, plan)
        expect(broken).toEqual([])
        expect(search.objective).toBeCloseTo(objective + moveCost * movesBetween(before, plan), 6)
      }),
      { seed: 29, numRuns: 60 },
    )
  })
  it('of two jobs only the late one moves where the other is in nobody’s way', () => {
    const wide = board({ bays: 2 })
    const before = planned(wide).plan
    const later = { ...wide, jobs: wide.jobs.map((job) => (job.id === 0 ? { ...job, release: 128 } : job)) }
    const after = planned(later, { before, moveCost: 10 }).plan
    expect(after.find(({ task }) => task === 2)).toEqual(before.find(({ task }) => task === 2))
    expect(movesBetween(before, after)).toBe(2)
  })
  it('what is done or in hand stays, and nothing else begins before now', { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(boards, fc.integer({ min: 30, max: 200 }), (one, now) => {
        const before = planned(one).plan
        const pinned = before.filter(({ start }) => start < now)
        const { plan } = planned(one, { now, pinned, before, moveCost: 5 })
        expect(checkPlan(one, plan).broken).toEqual([])
        for (const fixed of pinned) expect(plan).toContainEqual(fixed)
        const free = plan.filter(({ task }) => !pinned.some((fixed) => fixed.task === task))
        for (const { start } of free) expect(start).toBeGreaterThanOrEqual(now)
      }),
      { seed: 31, numRuns: 60 },
    )
  })
})

describe('the check', () => {
  const sound = [
    { task: 0, start: 36, person: 0 },
    { task: 1, start: 50, person: 0 },
    { task: 2, start: 32, person: 1 },
  ]
  const moved = (task: number, change: object) =>
    sound.map((one) => (one.task === task ? { ...one, ...change } : one))
  it('takes what is sound', () => expect(checkPlan(board(), sound)).toEqual({ objective: 12, broken: [] }))
  it.each([
    ['a task that nobody does', sound.slice(1), 'Task 0 is not placed'],
    ['a task done twice', [...sound, sound[0]!], 'placed twice'],
    ['whoever cannot do it', moved(2, { person: 0 }), 'person 0 cannot do it'],
    ['an hour at which nobody is there', moved(1, { start: 47 }), 'is not there from 47 to 49'],
    ['a step before its cure is over', moved(1, { start: 45 }), 'before task 0 and its wait are over at 46'],
    ['two jobs in one bay', moved(0, { start: 33 }), '2 of 1 of bay'],
    ['one person in two places', moved(1, { start: 37 }), 'does tasks 0 and 1 at once'],
  ])('finds %s', (_, plan, words) => expect(said(board(), plan)).toContain(words))
  it('finds two jobs on one lift, a start before its release and an end after its deadline', () => {
    const lifted = board({
      bays: 2,
      jobs: board().jobs.map((job) =>
        job.id === 0 ? { ...job, lift: [0, 1], release: 40, deadline: 45 } : job,
      ),
    })
    const words = said(lifted, moved(0, { start: 33 }))
    expect(words).toMatch(/2 of 1 of lift/)
    expect(words).toMatch(/before 40/)
    expect(words).toMatch(/after its deadline 45/)
  })
})

describe('what comes later, and what is shut', () => {
  const late = board({
    tasks: board().tasks.map((task) => (task.id === 1 ? { ...task, release: 146 } : task)),
    places: [{ id: 'air', capacity: 4, closed: [[32, 40]] }],
    jobs: board().jobs.map((job) =>
      job.id === 1 ? { ...job, holds: [{ place: 'air', first: 2, last: 2, takes: 1 }] } : job,
    ),
  })
  it('a task waits for its part, fuel for the heater', () => {
    const plan = new Search(late, { seed: 1 }).plan()!
    expect(checkPlan(late, plan).broken).toEqual([])
    expect(plan.find(({ task }) => task === 1)!.start).toBeGreaterThanOrEqual(146)
    expect(plan.find(({ task }) => task === 2)!.start).toBeGreaterThanOrEqual(40)
    expect(pathBounds(late)[0]).toEqual({ job: 0, end: 148 })
  })
  it('and the check says so of a plan that does not', () => {
    const words = said(late, [
      { task: 0, start: 33, person: 0 },
      { task: 1, start: 50, person: 0 },
      { task: 2, start: 36, person: 1 },
    ])
    expect(words).toContain('Task 1 starts before 146')
    expect(words).toContain('while there is none of it, from 32')
  })
})

describe('a board of which no plan can be made says so', () => {
  const [first, second, third] = board().tasks as [Board['tasks'][0], Board['tasks'][0], Board['tasks'][0]]
  it.each([
    ['a task for nobody', { tasks: [first, second, { ...third, people: [7] }] }, 'a person who is not there'],
    ['one that fits no window', { tasks: [first, second, { ...third, units: 17 }] }, 'fits no open window'],
    ['a circle', { tasks: [{ ...first, after: [{ of: 1, lag: 0 }] }, second, third] }, 'in a circle'],
    ['a task of no job', { tasks: [first, second, { ...third, job: 0 }] }, 'not one of its tasks'],
    ['a wait for nothing', { tasks: [first, second, { ...third, after: [{ of: 9, lag: 0 }] }] }, 'not there'],
    ['no lift', { lifts: 0 }, 'there is none'],
    [
      'more of a place than there is',
      {
        places: [{ id: 'rig', capacity: 1, closed: [] }],
        jobs: board().jobs.map((job) => ({
          ...job,
          holds: [{ place: 'rig', first: job.tasks[0]!, last: job.tasks[0]!, takes: 2 }],
        })),
      },
      'not so much of rig',
    ],
    [
      'jobs that wait for each other',
      {
        tasks: [first, { ...second, after: [{ of: 2, lag: 0 }] }, { ...third, after: [{ of: 0, lag: 0 }] }],
      },
      'wait for each other',
    ],
  ])('%s', (_, change, words) => {
    const whole = wholeBoard(board(change))
    expect(whole.ok ? '' : whole.error.problem).toContain(words)
  })
  it.each([
    ['no JSON', '{', 'no JSON'],
    ['another format', '{"format":"recipe"}', ''],
    ['a damaged board', JSON.stringify({ format: 'schedule-cases', boards: [{ ...board(), bays: 0 }] }), ''],
    ['a circle in it', JSON.stringify({ format: 'schedule-cases', boards: [board({ lifts: 0 })] }), 'none'],
  ])('a file: %s', (_, text, words) => {
    const read = readCases(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(`${read.error.at} ${read.error.problem}`).toContain(words)
  })
})

describe('the bound of a job', () => {
  it('is its longest way through the hours, with nobody else there', () => {
    expect(boardSchema.parse(board())).toEqual(board())
    expect(pathBounds(board())).toEqual([
      // 32 to 36, six units of cure, then 42 to 44.
      { job: 0, end: 44 },
      { job: 1, end: 36 },
    ])
    expect(lowerBound(board())).toBe(4)
  })
})
