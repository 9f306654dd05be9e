/**
 * A logger file on its way in: rows become channels of bounded size. Every sample stays while there is
 * room for it; a longer file keeps the extremes of every stretch, which is enough to see it and to set
 * flags, and the stretch between them is then read again in full.
 */
import { differenceToSi, unitKind, type Second } from '../shared'
import { Extremes } from './extremes'
import { fromLimit, type InstrumentError } from './judge'
import type { ChannelQuantity, ChannelHead } from './lines'
import { RowReader, type ColumnUse, type LoggerShape, type RowProblem } from './loggerFile'
import type { Signals } from './kinds'

/** A used column as its channel. */
export interface ColumnMapping extends ColumnUse {
  quantity: ChannelQuantity
  accuracy: ChannelHead['accuracy']
}

export interface LoggerOrder {
  shape: LoggerShape
  columns: ColumnMapping[]
  rowsPerS: number
  /** Only this stretch, seconds from the first row; all of it where null. */
  stretch: { from: Second; to: Second } | null
}

export interface LoggerRecording {
  signals: Signals
  /** Extremes only: there was no room for every sample. */
  thinned: boolean
  rows: number
  problems: RowProblem[]
  problemCount: number
}

/** Numbers that are kept in full, times and values of all channels together: 64 MB. */
export const FULL_NUMBERS = 8_000_000
const BUCKETS = 30_000
const FIRST_ROOM = 4096

/** A column of numbers that grows by doubling. */
class Column {
  private room = new Float64Array(FIRST_ROOM)
  length = 0
  add(value: number): void {
    if (this.length === this.room.length) {
      const wider = new Float64Array(2 * this.room.length)
      wider.set(this.room)
      this.room = wider
    }
    this.room[this.length] = value
    this.length += 1
  }
  values(): Float64Array {
    return this.room.slice(0, this.length)
  }
}

export class LoggerImport {
  private readonly reader: RowReader
  private full: { seconds: Column; values: Column[] } | null
  private readonly extremes: Extremes[]

  constructor(
    private readonly order: LoggerOrder,
    private readonly most = FULL_NUMBERS,
  ) {
    this.reader = new RowReader(order.shape, order.columns, order.rowsPerS)
    this.full = { seconds: new Column(), values: order.columns.map(() => new Column()) }
    this.extremes = order.columns.map(() => new Extremes(BUCKETS))
  }

  get rows(): number {
    return this.reader.rows
  }
  /** One row; `line` as an editor counts it. */
  row(fields: string[], line: number): void {
    const read = this.reader.read(
      this.order.shape.separator === ' ' ? fields.filter((field) => field !== '') : fields,
      line,
    )
    if (!read) return
    const { stretch } = this.order
    if (stretch && (read.seconds < stretch.from || read.seconds > stretch.to)) return
    read.values.forEach((value, k) => this.extremes[k]!.add(read.seconds, value))
    if (!this.full) return
    this.full.seconds.add(read.seconds)
    read.values.forEach((value, k) => this.full!.values[k]!.add(value))
    // No room for more in full: what is drawn stays.
    if (this.full.seconds.length * (1 + read.values.length) > this.most) this.full = null
  }

  recording(): LoggerRecording {
    const seconds = this.full?.seconds.values()
    const signals = this.order.columns.map((column, k): Signals[number] => ({
      head: { id: column.channel, quantity: column.quantity, unit: column.unit, accuracy: column.accuracy },
      series:
        seconds && this.full
          ? { seconds: k === 0 ? seconds : seconds.slice(), values: this.full.values[k]!.values() }
          : this.extremes[k]!.series(),
    }))
    return {
      signals,
      thinned: this.full === null,
      rows: this.reader.rows,
      problems: this.reader.problems,
      problemCount: this.reader.problemCount,
    }
  }
}

/** What a column measures by its unit; null where the unit says nothing that the bench reads. */
export function quantityOf(unit: ColumnUse['unit']): ChannelQuantity | null {
  const kind = unitKind(unit)
  return kind === 'fraction'
    ? 'position'
    : ((['pressure', 'flow', 'current', 'voltage', 'resistance', 'temperature', 'volume'] as const).find(
        (quantity) => quantity === kind,
      ) ?? null)
}

/** Ids of the channels of a quantity, in the order in which columns take them. */
const IDS: Record<ChannelQuantity, string[]> = {
  pressure: ['rail', 'second'],
  flow: ['flow'],
  current: ['pump'],
  voltage: ['feedV', 'groundV'],
  resistance: ['sender'],
  temperature: ['fuel'],
  position: ['float'],
  volume: ['filled'],
}

export function channelId(quantity: ChannelQuantity, name: string, taken: string[]): string {
  const wished =
    quantity === 'pressure' && /suct|vac/i.test(name) ? ['suction', ...IDS[quantity]] : IDS[quantity]
  return wished.find((id) => !taken.includes(id)) ?? `${quantity}-${taken.length + 1}`
}

/** What a good instrument of a kind is typically good for; the workshop's own figures replace it. */
export const TYPICAL_ACCURACY: Record<
  ChannelQuantity,
  { unit: ColumnUse['unit']; relative: number; absolute: number }
> = {
  pressure: { unit: 'kPa', relative: 0, absolute: 6 },
  flow: { unit: 'L/h', relative: 0.02, absolute: 0.5 },
  current: { unit: 'A', relative: 0.02, absolute: 0.1 },
  voltage: { unit: 'V', relative: 0.005, absolute: 0.02 },
  resistance: { unit: 'ohm', relative: 0.01, absolute: 0.5 },
  temperature: { unit: '°C', relative: 0, absolute: 2 },
  position: { unit: '%', relative: 0, absolute: 1 },
  volume: { unit: 'L', relative: 0.005, absolute: 0.2 },
}

/** Error of a typical instrument of a quantity, SI. */
export const typicalError = (quantity: ChannelQuantity): InstrumentError => {
  const { unit, relative, absolute } = TYPICAL_ACCURACY[quantity]
  return { relative: fromLimit(relative), absolute: fromLimit(differenceToSi({ value: absolute, unit })) }
}

/** Columns as they are known again the next time: a file with the same heads is mapped the same way. */
export const headsOf = (shape: LoggerShape): string =>
  `${shape.columns.map((column) => column.name).join('|')}`
