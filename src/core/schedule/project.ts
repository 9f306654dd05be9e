/**
 * A project on shared resources, to be over soon: tasks that wait for each other and take so much of each
 * resource while they run. Laid one after another by a list, then drawn to its end and to its beginning
 * again, which shortens what has slack; lists are changed a little at a time.
 */
import { z } from 'zod'
import { fail, ok, seededRandom, type Result } from '../shared'
import type { BadBoard } from './board'

const count = z.number().int().min(0)
export const projectSchema = z.object({
  name: z.string(),
  durations: z.array(count).min(1),
  /** By task, the tasks that wait for it. */
  successors: z.array(z.array(count)),
  /** By task, how much of each resource it takes. */
  demands: z.array(z.array(count)),
  capacities: z.array(count),
})
export type Project = z.infer<typeof projectSchema>

/** What no plan can be made of. */
export function wholeProject(project: Project): Result<Project, BadBoard> {
  const { durations, successors, demands, capacities } = project
  const bad = (at: string, problem: string): Result<Project, BadBoard> => fail({ at, problem })
  if (successors.length !== durations.length || demands.length !== durations.length)
    return bad('tasks', 'Durations, successors and demands are not as many')
  for (const [task, own] of demands.entries()) {
    if (own.length !== capacities.length)
      return bad(`task ${task}`, 'It does not say what it takes of each resource')
    if (own.some((demand, k) => demand > capacities[k]!))
      return bad(`task ${task}`, 'It takes more than there is')
    if (successors[task]!.some((next) => next >= durations.length))
      return bad(`task ${task}`, 'One that waits for it is not there')
  }
  return listOf(project) ? ok(project) : bad('tasks', 'Tasks wait for each other in a circle')
}

/** The tasks, each behind those it waits for; null where they wait in a circle. `key` decides between those that may come next. */
function listOf(
  { durations, successors }: Project,
  key: (task: number) => number = (task) => task,
): number[] | null {
  const open = new Int32Array(durations.length)
  successors.flat().forEach((next) => (open[next]! += 1))
  const ready = [...durations.keys()].filter((task) => open[task] === 0)
  const list: number[] = []
  while (ready.length > 0) {
    let best = 0
    for (let k = 1; k < ready.length; k += 1) if (key(ready[k]!) < key(ready[best]!)) best = k
    const [task] = ready.splice(best, 1) as [number]
    list.push(task)
    for (const next of successors[task]!) if ((open[next]! -= 1) === 0) ready.push(next)
  }
  return list.length === durations.length ? list : null
}

export class ProjectSearch {
  private readonly random
  private readonly before: number[][]
  private readonly horizon: number
  private order: number[]
  private current: Int32Array
  private best: Int32Array

  constructor(
    private readonly project: Project,
    seed = 1,
  ) {
    this.random = seededRandom(seed)
    this.before = project.durations.map(() => [])
    project.successors.forEach((next, task) => next.forEach((one) => this.before[one]!.push(task)))
    this.horizon = project.durations.reduce((sum, units) => sum + units, 0)
    const tail = this.tails()
    this.order = listOf(project, (task) => -tail[task]!)!
    this.current = this.justified(this.forward(this.order))
    this.best = this.current
  }

  get makespan(): number {
    return this.spanOf(this.best)
  }
  /** Start of each task. */
  plan(): number[] {
    return [...this.best]
  }

  /** Longest way behind each task; the longest of all is under every plan, and so is the work of each resource. */
  bound(): number {
    const { durations, demands, capacities } = this.project
    const path = Math.max(...this.tails())
    const work = capacities.map((capacity, k) =>
      capacity === 0
        ? 0
        : Math.ceil(demands.reduce((sum, own, task) => sum + own[k]! * durations[task]!, 0) / capacity),
    )
    return Math.max(path, ...work)
  }

  run(rounds: number): void {
    for (let round = 0; round < rounds; round += 1) {
      const order = this.shaken()
      const plan = this.justified(this.forward(order))
      if (this.spanOf(plan) > this.spanOf(this.current) + (this.random.next() < 0.1 ? 1 : 0)) continue
      this.order = order
      this.current = plan
      if (this.spanOf(plan) < this.spanOf(this.best)) this.best = plan
    }
  }

  private spanOf(starts: Int32Array): number {
    return starts.reduce((most, start, task) => Math.max(most, start + this.project.durations[task]!), 0)
  }

  private tails(): Float64Array {
    const { durations, successors } = this.project
    const tail = new Float64Array(durations.length)
    for (const task of listOf(this.project)!.reverse())
      tail[task] = durations[task]! + Math.max(0, ...successors[task]!.map((next) => tail[next]!))
    return tail
  }

  /** The order of the plan in hand with a few tasks somewhere else; each stays behind those it waits for. */
  private shaken(): number[] {
    const key = new Float64Array(this.order.length)
    const strength = 0.3 + 3 * this.random.next() ** 2
    this.order.forEach((task) => (key[task] = this.current[task]!))
    const moved = 1 + Math.floor(this.random.next() * 6)
    for (let k = 0; k < moved; k += 1) {
      const task = Math.floor(this.random.next() * key.length)
      key[task]! += strength * 8 * this.random.normal()
    }
    return listOf(this.project, (task) => key[task]! + 1e-3 * this.random.next())!
  }

  /** Each task of a list as early as what it waits for and the resources allow. */
  private forward(list: readonly number[]): Int32Array {
    return this.laid(list, this.before)
  }

  /** Drawn to the end and back: by falling ends from behind, then by rising starts from before. */
  private justified(starts: Int32Array): Int32Array {
    const { durations, successors } = this.project
    const span = this.spanOf(starts)
    const tasks = [...durations.keys()]
    const ends = Int32Array.from(starts, (start, task) => start + durations[task]!)
    const backward = this.laid(
      tasks.sort((one, other) => ends[other]! - ends[one]! || starts[other]! - starts[one]!),
      successors,
    )
    const right = Int32Array.from(backward, (start, task) => span - start - durations[task]!)
    return this.laid(
      tasks.sort((one, other) => right[one]! - right[other]! || ends[one]! - ends[other]!),
      this.before,
    )
  }

  private laid(list: readonly number[], waitsFor: readonly number[][]): Int32Array {
    const { durations, demands, capacities } = this.project
    const kinds = capacities.length
    const left = new Int32Array((this.horizon + 1) * kinds)
    for (let unit = 0; unit <= this.horizon; unit += 1) left.set(capacities, unit * kinds)
    const starts = new Int32Array(durations.length)
    for (const task of this.behind(list, waitsFor)) {
      let at = 0
      for (const other of waitsFor[task]!) at = Math.max(at, starts[other]! + durations[other]!)
      const units = durations[task]!
      const own = demands[task]!
      const fits = (unit: number) => own.every((demand, k) => left[unit * kinds + k]! >= demand)
      for (let run = 0; run < units;) {
        if (fits(at + run)) run += 1
        else [at, run] = [at + run + 1, 0]
      }
      starts[task] = at
      for (let unit = at; unit < at + units; unit += 1)
        for (let k = 0; k < kinds; k += 1) left[unit * kinds + k]! -= own[k]!
    }
    return starts
  }

  /** The list with each task behind those it waits for: two of no length may stand the wrong way round. */
  private behind(list: readonly number[], waitsFor: readonly number[][]): number[] {
    const done = new Set<number>()
    const order: number[] = []
    const place = (task: number) => {
      if (done.has(task)) return
      done.add(task)
      waitsFor[task]!.forEach(place)
      order.push(task)
    }
    list.forEach(place)
    return order
  }
}

/** A project's plan held against its rules alone: makespan, and what is broken, in words. */
export function checkProject(
  project: Project,
  starts: readonly number[],
): { makespan: number; broken: string[] } {
  const { durations, successors, demands, capacities } = project
  const end = (task: number) => starts[task]! + durations[task]!
  const makespan = Math.max(...durations.map((_, task) => end(task)))
  const broken = successors.flatMap((next, task) =>
    next
      .filter((other) => starts[other]! < end(task))
      .map((other) => `Task ${other} starts before task ${task} is over`),
  )
  for (let unit = 0; unit < makespan; unit += 1)
    capacities.forEach((capacity, k) => {
      const taken = demands.reduce(
        (sum, own, task) => sum + (starts[task]! <= unit && end(task) > unit ? own[k]! : 0),
        0,
      )
      if (taken > capacity) broken.push(`At ${unit} resource ${k} is taken ${taken} times of ${capacity}`)
    })
  return { makespan, broken }
}
