import Papa from 'papaparse'
import { saveFile } from './saveFile'

export type TableRow = Record<string, string | number>

/** Rows as a table for a spreadsheet: what it would count with is marked as text. */
export const csvOf = (rows: readonly TableRow[]): string =>
  `\uFEFF${Papa.unparse([...rows], { escapeFormulae: true, newline: '\r\n' })}\r\n`

export const saveTable = (name: string, rows: readonly TableRow[]): void =>
  saveFile(`${name}.csv`, csvOf(rows), 'text/csv')
