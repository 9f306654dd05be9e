'use client'
import { useMemo, useState } from 'react'
import {
  averaged,
  between,
  errorOfInstrument,
  quantityOf,
  standingOf,
  typicalError,
  type CaptureKind,
  type ClampSet,
  type Instrument,
  type InstrumentError,
  type Signals,
} from '@/core/bench'
import {
  captureOffers,
  clampsOf,
  conclude,
  layoutKeyOf,
  leakDownTest,
  withoutOffset,
  type BenchContext,
  type CaptureInput,
  type CaptureOffer,
  type Concluded,
  type Taking,
} from '@/core/job'
import { KELVIN_AT_0_C, STANDARD_AMBIENT_PA, type UnitName } from '@/core/shared'
import { gaugeEnds, layoutOf } from '@/core/vehicle'
import { takenBy, type Taken } from '../frame/useInstruments'
import type { JobInHand } from '../frame/useJob'
import { useSoundBands } from '../frame/useSoundBands'
import { inOrder } from './penPanels'
import type { Pen } from './usePen'

export interface Flags {
  a: number
  b: number
}

/** Fuel as warm as a shop, where no thermometer is connected. */
const SHOP_K = KELVIN_AT_0_C + 20

/** The capture in hand: what is taken, between which flags, and what it comes to. */
export function useCapture(
  hand: JobInHand,
  pen: Pen,
  instruments: Instrument[],
  forget: (of: 'clamps' | 'place') => void,
) {
  const { vehicle } = hand
  const offers = useMemo(() => captureOffers(vehicle), [vehicle])
  const [taking, setTaking] = useState<Taking>(() => firstOf(offers))
  const [moved, setMoved] = useState<{ of: unknown; flags: Flags } | null>(null)
  const [written, setWritten] = useState<CaptureInput | null>(null)
  const [byHand, setByHand] = useState(taking.kind === 'injectors')
  const [bars, setBars] = useState<number | null>(null)
  const [now] = useState(() => Date.now())
  const context = useBenchContext(
    hand,
    offers,
    bars,
    useMemo(() => handErrorOf(taking.kind, instruments, now), [taking.kind, instruments, now]),
  )
  const offer = offers.find((candidate) => candidate.kind === taking.kind)!

  const marked = useMemo(() => flagsOf(pen), [pen])
  // Flags that a hand has moved stay until another recording begins.
  const flags = moved && moved.of === pen.head?.name && pen.status !== 'running' ? moved.flags : marked
  const raw = useMemo(
    (): CaptureInput | null =>
      byHand
        ? written
        : pen.status === 'running' || !flags
          ? null
          : {
              from: 'signals',
              signals: cut(pen.signals, flags, taking.kind),
              snapAtS: pen.marks.find((mark) => mark.word === 'snap')?.seconds ?? null,
            },
    [byHand, written, pen, flags, taking.kind],
  )
  const taken = useMemo(
    () => takenOf(pen, byHand, taking.kind, instruments, now),
    [pen, byHand, taking.kind, instruments, now],
  )
  // What the instrument shows at nothing is taken off before anything is judged.
  const input = useMemo(
    () => (raw && taken.offset ? withoutOffset(raw, taken.offset) : raw),
    [raw, taken.offset],
  )
  const ready = context !== null
  const concluded = useMemo(
    (): Concluded | null => (input && ready ? conclude(taking, input, context) : null),
    [input, taking, context, ready],
  )

  const choose = (kind: CaptureKind, testId?: string | null) => {
    const chosen = offers.find((candidate) => candidate.kind === kind)!
    setTaking({ kind, testId: testId ?? chosen.tests[0]?.id ?? null, clamped: 'none' })
    setByHand(kind === 'injectors')
    setWritten(null)
    setMoved(null)
    forget('place')
  }
  const clamp = (clamped: ClampSet) => {
    setTaking({ kind: 'leakDown', clamped, testId: leakDownTest(offer, clamped)?.id ?? null })
    setMoved(null)
    forget('clamps')
  }
  return {
    offers,
    offer,
    taking,
    taken,
    flags,
    input,
    concluded,
    byHand,
    bars,
    setBars,
    choose,
    setByHand,
    setWritten,
    signals: input?.from === 'signals' ? input.signals : [],
    clamp,
    clamps: taking.kind === 'leakDown' ? clampsOf(offer) : [],
    moveFlags: (next: Flags) => setMoved({ of: pen.head?.name, flags: next }),
    restFlags: () => setMoved(null),
  }
}
export type CaptureInHand = ReturnType<typeof useCapture>

const firstOf = (offers: CaptureOffer[]): Taking => {
  const first =
    offers.find((offer) => offer.kind === 'leakDown') ??
    offers.find((offer) => offer.kind === 'steady') ??
    offers[0]!
  return { kind: first.kind, testId: first.tests[0]?.id ?? null, clamped: 'none' }
}

/** What a hand reads is in one of these units. */
const HAND_UNIT: Partial<Record<CaptureKind, UnitName>> = {
  volume: 'L',
  drops: 'V',
  calibration: 'ohm',
  sweep: 'ohm',
  injectors: 'L/h',
}
const handUnit = (kind: CaptureKind): UnitName => HAND_UNIT[kind] ?? 'kPa'

/** As good as the workshop's own instrument of its kind, or a typical one. A can and a flow bench err in proportion. */
function handErrorOf(kind: CaptureKind, instruments: Instrument[], now: number): InstrumentError {
  const quantity = quantityOf(handUnit(kind))!
  const own = instruments.find((one) => one.quantity === quantity)
  const error = own ? errorOfInstrument(own, now) : typicalError(quantity)
  return ['volume', 'injectors'].includes(kind)
    ? { relative: Math.max(error.relative, 0.01), absolute: 0 }
    : error
}

/** The instrument as the capture will carry it. */
function takenOf(
  pen: Pen,
  byHand: boolean,
  kind: CaptureKind,
  instruments: Instrument[],
  now: number,
): Taken {
  if (byHand)
    return (
      takenBy(instruments, handUnit(kind), now) ?? {
        instrumentId: null,
        name: 'By hand',
        standing: 'hand',
        offset: null,
      }
    )
  if (pen.source === 'stand-in')
    return { instrumentId: null, name: pen.head?.name ?? 'Stand-in', standing: 'stand-in', offset: null }
  const unit = inOrder(pen.signals, kind)[0]?.head.unit ?? 'kPa'
  if (pen.by === 'file')
    return {
      ...(takenBy(instruments, unit, now) ?? { instrumentId: null, standing: 'file', offset: null }),
      name: pen.head?.name ?? 'File',
    }
  const own = instruments.find((one) => one.name === pen.head?.name)
  return {
    instrumentId: own?.id ?? null,
    name: pen.head?.name || 'Gateway',
    standing: own ? standingOf(own, now) : 'never',
    offset: own && own.offset.value !== 0 ? own.offset : null,
  }
}

/** Flags by the marks of the instrument, else about all of it. */
function flagsOf(pen: Pen): Flags | null {
  if (pen.signals.every(({ series }) => series.seconds.length === 0)) return null
  const at = (word: string) => pen.marks.find((mark) => mark.word === word)?.seconds
  const first = Math.min(
    ...pen.signals.flatMap(({ series }) => (series.seconds.length > 0 ? [series.seconds[0]!] : [])),
  )
  return { a: at('begin') ?? first, b: at('end') ?? pen.lastS }
}

/** Samples of a stretch that are judged one by one; a longer stretch is judged by means. A waveform needs them all, and half a second of them is enough. */
const JUDGED = 20_000
const WAVEFORM = 100_000

function cut(signals: Signals, { a, b }: Flags, kind: CaptureKind): Signals {
  return signals.map(({ head, series }) => {
    const stretch = between(series, Math.min(a, b), Math.max(a, b))
    return {
      head,
      series:
        kind === 'waveform'
          ? { seconds: stretch.seconds.subarray(0, WAVEFORM), values: stretch.values.subarray(0, WAVEFORM) }
          : averaged(stretch, JUDGED),
    }
  })
}

/** What the vehicle's own sources say, once the worker has answered. */
function useBenchContext(
  hand: JobInHand,
  offers: CaptureOffer[],
  bars: number | null,
  handError: InstrumentError,
): BenchContext | null {
  const { vehicle } = hand
  const numeric = useMemo(
    () => [
      ...new Set(
        offers.flatMap((offer) =>
          offer.tests.flatMap((test) =>
            test.reading.kind === 'number' && test.role !== 'gaugeGround' ? [test.id] : [],
          ),
        ),
      ),
    ],
    [offers],
  )
  const bands = useSoundBands(hand, numeric, 'engine')
  return useMemo(() => {
    if (numeric.length > 0 && Object.keys(bands).length === 0) return null
    return {
      layout: layoutOf(layoutKeyOf(vehicle, 'engine')),
      specification: vehicle.specification,
      bands,
      gauge: gaugeEnds(vehicle.layout, vehicle.specification),
      ambientPa: STANDARD_AMBIENT_PA,
      fuelK: SHOP_K,
      bars,
      handError,
    }
  }, [vehicle, bands, numeric, bars, handError])
}
