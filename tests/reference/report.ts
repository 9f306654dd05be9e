/** What the runner prints of a case: the worst deviation against its tolerance, or why it failed. */
import { z } from 'zod'

const record = z.record(z.string(), z.any())
export const fileSchema = z.object({ family: z.string().optional(), cases: z.array(record).min(1) })
export type CaseData = z.infer<typeof record>

export interface Deviation {
  what: string
  expected: number
  found: number
  /** Deviation over tolerance: above 1 fails. */
  ratio: number
}
export interface CaseReport {
  id: string
  title: string
  compared: number
  worst: Deviation | null
  failure: string | null
  /** What the solution took, in words. */
  effort: string
}

/** Collects figures and keeps the worst. */
export class Comparison {
  worst: Deviation | null = null
  compared = 0
  figure(what: string, expected: unknown, found: number | undefined, tolerance: number) {
    if (typeof expected !== 'number') return
    const value = found ?? Number.NaN
    const ratio = Number.isFinite(value) ? Math.abs(value - expected) / tolerance : Infinity
    this.compared += 1
    if (!this.worst || ratio > this.worst.ratio) this.worst = { what, expected, found: value, ratio }
  }
  /** A word that must be the same. */
  word(what: string, expected: string, found: string) {
    this.compared += 1
    const ratio = expected === found ? 0 : Infinity
    if (!this.worst || ratio > this.worst.ratio)
      this.worst = {
        what: `${what} (${expected} expected, ${found} found)`,
        expected: 0,
        found: ratio,
        ratio,
      }
  }
  report(data: CaseData, effort: string): CaseReport {
    return {
      id: String(data.id),
      title: String(data.title ?? ''),
      compared: this.compared,
      worst: this.worst,
      effort,
      failure: this.compared === 0 ? 'nothing to compare: the case expects no figure' : null,
    }
  }
}

export const failed = (data: CaseData, failure: string): CaseReport => ({
  id: String(data.id),
  title: String(data.title ?? ''),
  compared: 0,
  worst: null,
  effort: '',
  failure,
})
