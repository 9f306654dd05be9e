/**
 * npm run -s reference -- FILE...
 * Solves every case of the files, prints the worst deviation case by case, exits 1 when one exceeds its
 * tolerance or cannot be solved, 2 when a file cannot be read.
 */
import { readFileSync } from 'node:fs'
import { compareBayes } from './bayes'
import { compareCase } from './compare'
import { fileSchema, type CaseData, type CaseReport } from './report'
import { compareSequential } from './sequential'
import { compareTransient } from './transients'

/** A file without a family is a file of networks. */
const FAMILIES: Record<string, (data: CaseData, siblings: CaseData[]) => CaseReport> = {
  hydraulics: compareCase,
  electrical: compareCase,
  bayes: compareBayes,
  sequential: compareSequential,
  transients: compareTransient,
}

function line(report: CaseReport): string {
  if (report.failure) return `FAIL  ${report.id}  ${report.failure}`
  const { worst } = report
  const verdict = worst && worst.ratio > 1 ? 'FAIL' : 'ok  '
  const detail = worst
    ? `${worst.what}: expected ${worst.expected}, found ${worst.found.toPrecision(7)} (${(100 * worst.ratio).toFixed(2)} % of tolerance)`
    : 'nothing compared'
  return `${verdict}  ${report.id}  ${report.compared} figures, ${report.effort}, worst ${detail}`
}

function runFile(path: string): boolean | null {
  let data: unknown
  try {
    data = JSON.parse(readFileSync(path, 'utf8'))
  } catch (problem) {
    console.error(`${path}: cannot be read as JSON (${(problem as Error).message})`)
    return null
  }
  const file = fileSchema.safeParse(data)
  if (!file.success) {
    console.error(
      `${path}: not a reference file (${file.error.issues[0]!.message} at ${file.error.issues[0]!.path.join('.') || 'top level'})`,
    )
    return null
  }
  const family =
    Object.keys(FAMILIES).find((name) => file.data.family?.startsWith(name)) ??
    (file.data.family ? null : 'hydraulics')
  if (!family) {
    console.error(
      `${path}: the family "${file.data.family}" is not solved here yet; this runner solves ${Object.keys(FAMILIES).join(', ')}.`,
    )
    return null
  }
  console.log(`\n${path}`)
  const reports = file.data.cases.map((data) => FAMILIES[family]!(data, file.data.cases))
  reports.forEach((report) => console.log(line(report)))
  const failed = reports.filter((report) => report.failure || (report.worst?.ratio ?? 0) > 1)
  const worst = Math.max(0, ...reports.map((report) => report.worst?.ratio ?? 0))
  console.log(
    `${reports.length - failed.length} of ${reports.length} cases agree; worst ${(100 * worst).toFixed(2)} % of tolerance`,
  )
  return failed.length === 0
}

const files = process.argv.slice(2)
if (files.length === 0) {
  console.error('Name at least one file: npm run -s reference -- tests/reference/hydraulics.json')
  process.exit(2)
}
const results = files.map(runFile)
process.exit(results.includes(null) ? 2 : results.includes(false) ? 1 : 0)
