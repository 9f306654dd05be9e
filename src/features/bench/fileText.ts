/** Words of the file wizard: what is between columns, how time is written, why a file or a row is not taken. */
import type { LoggerProblem, RowProblem, Separator, TimeBase } from '@/core/bench'
import { assertNever } from '@/core/shared'

export const SEPARATOR_WORDS: Record<Separator, string> = {
  ';': 'semicolon',
  '\t': 'tab',
  ',': 'comma',
  '|': 'bar',
  ' ': 'space',
}
export const TIME_WORDS: Record<TimeBase, string> = {
  s: 'seconds',
  ms: 'milliseconds',
  min: 'minutes',
  clock: 'clock',
  date: 'date and clock',
  rows: 'rows',
}
export const PROBLEM_WORDS: Record<RowProblem['problem'], string> = {
  columns: 'too few columns',
  time: 'no time',
  'time-runs-back': 'time runs back',
  value: 'no number',
}

export function shapeProblem(problem: LoggerProblem): string {
  switch (problem.kind) {
    case 'empty':
      return 'it is empty.'
    case 'binary':
      return 'line 1 holds no text: it is a picture, a workbook or a packed file. Save it as CSV in the logger’s own program.'
    case 'no-columns':
      return `line ${problem.line}: nothing separates columns. Save it with semicolons, tabs or commas.`
    case 'no-numbers':
      return `line ${problem.line} and the sixty after it hold no row of numbers. Is it a recording?`
    default:
      return assertNever(problem)
  }
}
