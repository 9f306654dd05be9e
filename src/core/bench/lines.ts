/**
 * The line protocol of an instrument (docs/formats/instrument-lines.md): plain text, a header that names
 * the instrument and its channels with their accuracy, then one sample a line: time, channel, value,
 * unit. A stream may be cut anywhere; a bad line is counted and named, and loses nothing else.
 */
import { UNIT_NAMES, differenceToSi, fromSi, toSi, unitKind, type Second, type UnitName } from '../shared'
import type { InstrumentError } from './judge'

export const LINES_VERSION = 1
export const QUANTITIES = [
  'pressure',
  'flow',
  'current',
  'voltage',
  'resistance',
  'temperature',
  'position',
  'volume',
] as const
export type ChannelQuantity = (typeof QUANTITIES)[number]

export interface ChannelHead {
  id: string
  quantity: ChannelQuantity
  unit: UnitName
  /** Plus or minus, as its maker gives it: share of the reading, and in the channel's unit. */
  accuracy: { relative: number; absolute: number }
}

export interface InstrumentHead {
  name: string
  /** A signal that no vehicle gives: it can be no evidence on a real one. */
  standIn: boolean
  channels: ChannelHead[]
}

/** A moment that the instrument or whoever holds it has marked. */
export interface LineMark {
  seconds: Second
  word: string
}

/** A sample in SI; NaN where the instrument had no signal. */
export interface LineSample {
  seconds: Second
  channel: string
  value: number
}

export interface BadLine {
  line: number
  text: string
  problem:
    | 'not-a-header'
    | 'other-version'
    | 'unknown-channel'
    | 'no-time'
    | 'time-runs-back'
    | 'no-value'
    | 'unknown-unit'
    | 'other-kind'
    | 'too-long'
}

/** Standard deviation of a channel's error from its plus or minus (rectangular, EQ22), SI. */
export const errorOf = (channel: ChannelHead): InstrumentError => ({
  relative: channel.accuracy.relative / Math.sqrt(3),
  absolute: differenceToSi({ value: channel.accuracy.absolute, unit: channel.unit }) / Math.sqrt(3),
})

export function writeHead(head: InstrumentHead): string {
  return [
    `# stop-start lines ${LINES_VERSION}`,
    `# instrument: ${oneLine(head.name)}`,
    ...(head.standIn ? ['# stand-in'] : []),
    ...head.channels.map(
      (channel) =>
        `# channel ${channel.id}: ${channel.quantity}, ${channel.unit}, ${trimmed(100 * channel.accuracy.relative)} % + ${trimmed(channel.accuracy.absolute)}`,
    ),
    '',
  ].join('\n')
}

/** One sample; `-` where there is no signal. */
export const writeLine = (sample: LineSample, unit: UnitName): string =>
  `${trimmed(sample.seconds, 6)} ${sample.channel} ${Number.isFinite(sample.value) ? trimmed(fromSi(sample.value, unit), 9) : '-'} ${unit}\n`

/** A moment of note: the pump stopped, the throttle snapped. */
export const writeMark = ({ seconds, word }: LineMark): string => `# mark ${trimmed(seconds, 6)} ${word}\n`

const trimmed = (value: number, digits = 6) => String(Number(value.toPrecision(Math.max(digits, 6))))
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim().slice(0, 80)

/** Longest line that is read: a stream without line ends is no stream of these. */
const LONGEST = 400
/** Bad lines beyond this many are counted only. */
const KEPT_BAD = 50

/** Reads a stream piece by piece. */
export class LineReader {
  head: InstrumentHead = { name: '', standIn: false, channels: [] }
  readonly marks: LineMark[] = []
  readonly bad: BadLine[] = []
  badCount = 0
  private rest = ''
  private line = 0
  private greeted = false
  private readonly last = new Map<string, number>()

  /** Samples of the whole lines so far; what is left of a line waits for the next piece. */
  push(piece: string): LineSample[] {
    const text = this.rest + piece
    const lines = text.split('\n')
    this.rest = lines.pop()!
    if (this.rest.length > LONGEST) {
      this.line += 1
      this.refuse(this.rest, 'too-long')
      this.rest = ''
    }
    return lines.flatMap((line) => this.read(line))
  }
  /** The stream has ended: a last line without its end counts. */
  end(): LineSample[] {
    const last = this.rest
    this.rest = ''
    return last.trim() === '' ? [] : this.read(last)
  }

  private read(raw: string): LineSample[] {
    this.line += 1
    const text = raw.trim()
    if (text === '') return []
    if (text.length > LONGEST) return this.refuse(text, 'too-long')
    if (text.startsWith('#')) return this.readHead(text.slice(1).trim(), text)
    if (!this.greeted) return this.refuse(text, 'not-a-header')
    const [time, channelId, shown, unit] = text.split(/\s+/)
    const channel = this.head.channels.find((candidate) => candidate.id === channelId)
    if (!channel) return this.refuse(text, 'unknown-channel')
    const seconds = Number(time)
    if (time === '' || !Number.isFinite(seconds)) return this.refuse(text, 'no-time')
    if (seconds < (this.last.get(channel.id) ?? -Infinity)) return this.refuse(text, 'time-runs-back')
    if (!UNIT_NAMES.includes(unit as UnitName)) return this.refuse(text, 'unknown-unit')
    if (unitKind(unit as UnitName) !== unitKind(channel.unit)) return this.refuse(text, 'other-kind')
    const value = shown === '-' ? NaN : Number(shown)
    if (shown !== '-' && !Number.isFinite(value)) return this.refuse(text, 'no-value')
    this.last.set(channel.id, seconds)
    return [
      {
        seconds,
        channel: channel.id,
        value: Number.isNaN(value) ? NaN : toSi({ value, unit: unit as UnitName }),
      },
    ]
  }

  private readHead(text: string, raw: string): LineSample[] {
    const version = /^stop-start lines (\d+)$/.exec(text)
    if (version) {
      this.greeted = Number(version[1]) === LINES_VERSION
      return this.greeted ? [] : this.refuse(raw, 'other-version')
    }
    if (text === 'stand-in') this.head.standIn = true
    const mark = /^mark ([\d.]+) ([\w-]+)$/.exec(text)
    if (mark) this.marks.push({ seconds: Number(mark[1]), word: mark[2]! })
    const name = /^instrument: (.+)$/.exec(text)
    if (name) this.head.name = name[1]!
    const channel = /^channel ([\w-]+): (\w+), (\S+), ([\d.]+) % \+ ([\d.]+)$/.exec(text)
    if (channel) {
      const [, id, quantity, unit, relative, absolute] = channel as unknown as [
        string,
        string,
        string,
        string,
        string,
        string,
      ]
      if (!UNIT_NAMES.includes(unit as UnitName)) return this.refuse(raw, 'unknown-unit')
      if (!QUANTITIES.includes(quantity as ChannelQuantity)) return this.refuse(raw, 'not-a-header')
      this.head.channels = [
        ...this.head.channels.filter((known) => known.id !== id),
        {
          id,
          quantity: quantity as ChannelQuantity,
          unit: unit as UnitName,
          accuracy: { relative: Number(relative) / 100, absolute: Number(absolute) },
        },
      ]
    } else if (text.startsWith('channel ')) return this.refuse(raw, 'not-a-header')
    return []
  }

  private refuse(text: string, problem: BadLine['problem']): [] {
    this.badCount += 1
    if (this.bad.length < KEPT_BAD) this.bad.push({ line: this.line, text: text.slice(0, 80), problem })
    return []
  }
}
