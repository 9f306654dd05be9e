/** A capture out of the browser: CSV with its units and what it was, JSON, and for a calibration the table that a gauge takes. */
import { unitShown } from '../frame/quantities'
import Papa from 'papaparse'
import { gaugeTable, type Calibration, type Signals } from '@/core/bench'
import type { Conclusion, JobView, Taking } from '@/core/job'
import { fromSi } from '@/core/shared'
import type { Taken } from '../frame/useInstruments'
import { CAPTURE_WORDS, bandText, figureText, sayConclusion } from './benchText'
import { signalsShown } from './shown'

interface Sheet {
  job: JobView
  taking: Taking
  conclusion: Conclusion | null
  signals: Signals
  taken: Taken
  standIn: boolean
  at: number
}

export const fileName = ({ job, taking, at }: Pick<Sheet, 'job' | 'taking' | 'at'>, ending: string) =>
  `${job.unit}-${taking.kind}-${new Date(at).toISOString().slice(0, 16).replace(/[:T]/g, '-')}.${ending}`

function heading({ job, taking, conclusion, taken, standIn, at }: Sheet): [string, string][] {
  return [
    ['capture', CAPTURE_WORDS[taking.kind].title],
    ['vehicle', `${job.unit} ${job.vehicleName}`],
    ['job', job.id],
    ['taken', new Date(at).toISOString()],
    ['instrument', `${taken.name}, ${taken.standing}`],
    ...(standIn ? [['stand-in', 'a signal that no vehicle gave'] as [string, string]] : []),
    ...(taking.clamped === 'none' ? [] : [['clamped', taking.clamped] as [string, string]]),
    ...(conclusion
      ? ([
          ['verdict', sayConclusion(conclusion).title],
          ['value', figureText(conclusion)],
          ['wanted', bandText(conclusion) || '-'],
        ] as [string, string][])
      : []),
  ]
}

/** Comment lines say what it is; then one row a time, one column a channel with its unit. */
export function captureCsv({ signals, ...rest }: Sheet): string {
  const sheet = { ...rest, signals: signalsShown(signals) }
  const times = [...new Set(sheet.signals.flatMap(({ series }) => [...series.seconds]))].sort(
    (one, other) => one - other,
  )
  const at = sheet.signals.map(
    ({ series }) => new Map(Array.from(series.seconds, (second, k) => [second, series.values[k]!])),
  )
  const rows = times.map((second) => [
    String(Number(second.toFixed(6))),
    ...sheet.signals.map(({ head }, c) => {
      const value = at[c]!.get(second)
      return value === undefined || !Number.isFinite(value)
        ? ''
        : String(Number(fromSi(value, head.unit).toPrecision(7)))
    }),
  ])
  return `${heading(sheet)
    .map(([name, text]) => `# ${name}: ${text}`)
    .join(
      '\r\n',
    )}\r\n${Papa.unparse({ fields: ['time [s]', ...sheet.signals.map(({ head }) => `${head.id} [${head.unit}]`)], data: rows })}\r\n`
}

export function captureJson({ signals, ...rest }: Sheet): string {
  const sheet = { ...rest, signals: signalsShown(signals) }
  return JSON.stringify(
    {
      format: 'stop-start-capture',
      version: 1,
      ...Object.fromEntries(heading(sheet)),
      channels: sheet.signals.map(({ head, series }) => ({
        ...head,
        seconds: [...series.seconds],
        values: Array.from(series.values, (value) =>
          Number.isFinite(value) ? Number(fromSi(value, head.unit).toPrecision(7)) : null,
        ),
      })),
    },
    null,
    1,
  )
}

/** The table for a gauge with a custom curve: what the sender reads, and the litres that are then in the tank. */
export function gaugeCsv(
  calibration: Calibration,
  points: number,
  by: 'volume' | 'value',
  unit: 'ohm' | 'V',
): string {
  return `${Papa.unparse({ fields: ['point', `sender [${unit}]`, `in the tank [${unitShown('L')}]`], data: gaugeTable(calibration, points, by).map((point, k) => [k + 1, point.value.toFixed(unit === 'V' ? 3 : 1), fromSi(point.volumeM3, unitShown('L')).toFixed(2)]) })}\r\n`
}
