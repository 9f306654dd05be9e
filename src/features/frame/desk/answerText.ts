/** Figures of the desk as they are read here. */
import type { Answer, AnswerFigure, Calculator, Typed, Verdict } from '@/core/sizing'
import { fromSi, type UnitName } from '@/core/shared'
import type { TableRow } from '@/ui/saveTable'
import { figureShown, inUnits, siText, unitShown, unitText } from '../quantities'

export const VERDICT_WORDS: Record<Verdict, string> = {
  good: 'It holds.',
  doubt: 'It is close.',
  no: 'It does not do.',
}
const plain = (value: number, digits: number) =>
  value.toLocaleString('en-GB', { maximumFractionDigits: digits }).replaceAll(',', ' ').replace('-', '−')

export const figureText = ({ si, unit, digits }: Pick<AnswerFigure, 'si' | 'unit' | 'digits'>): string =>
  unit === null ? plain(si, digits) : siText(si, unit, digits)
/** A cell of a table: its unit stands in the head. */
export const cellText = (cell: number | string, unit: UnitName | null, digits: number): string =>
  typeof cell === 'string'
    ? inUnits(cell)
    : unit === null
      ? plain(cell, digits)
      : figureShown(cell, unit, digits)
/** A column, an axis: its name and unit, as it is shown or as it stands. */
export const headText = (name: string, unit: UnitName | null, shown = true): string =>
  unit === null ? name : `${name}, ${unitText(shown ? unitShown(unit) : unit)}`

/** A table, else the curve, as rows for a spreadsheet. */
export function rowsOf({ table, curve }: Answer): TableRow[] {
  if (table)
    return table.rows.map((row) =>
      Object.fromEntries(
        table.columns.map(({ name, unit, digits }, k) => [
          headText(name, unit),
          typeof row[k] === 'string' ? inUnits(row[k]) : Number(inUnit(row[k]!, unit).toFixed(digits + 2)),
        ]),
      ),
    )
  if (!curve) return []
  return curve.lines.flatMap(({ name, points }) =>
    points.map(([x, y]) => ({
      line: name,
      [headText(curve.x.name, curve.x.unit)]: Number(inUnit(x, curve.x.unit).toPrecision(6)),
      [headText(curve.y.name, curve.y.unit)]: Number(inUnit(y, curve.y.unit).toPrecision(6)),
    })),
  )
}
export const inUnit = (si: number, unit: UnitName | null): number =>
  unit === null ? si : fromSi(si, unitShown(unit))

/** Question, figures and answer for whoever reads them elsewhere: figures as they were typed, answers in SI. */
export const jsonOf = (calculator: Calculator, typed: Typed, answer: Answer): string =>
  JSON.stringify(
    {
      format: 'stop-start-sizing',
      version: 1,
      of: calculator.id,
      question: calculator.question,
      typed,
      answer,
    },
    null,
    1,
  )
