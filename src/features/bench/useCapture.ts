'use client'
import { useMemo, useState } from 'react'
import { averaged, between, type CaptureKind, type ClampSet, type Signals } from '@/core/bench'
import { captureOffers, clampsOf, conclude, layoutKeyOf, leakDownTest, type BenchContext, type CaptureInput, type CaptureOffer, type Concluded, type Taking } from '@/core/job'
import { KELVIN_AT_0_C, STANDARD_AMBIENT_PA } from '@/core/shared'
import { GAUGE_LOOPS, layoutOf } from '@/core/vehicle'
import type { JobInHand } from '../frame/useJob'
import { useSoundBands } from '../frame/useSoundBands'
import type { Pen } from './usePen'

export interface Flags {
  a: number
  b: number
}

/** Fuel as warm as a shop, where no thermometer is connected. */
const SHOP_K = KELVIN_AT_0_C + 20

/** The capture in hand: what is taken, between which flags, and what it comes to. */
export function useCapture(hand: JobInHand, pen: Pen, forget: (of: 'clamps' | 'place') => void) {
  const { vehicle } = hand
  const offers = useMemo(() => captureOffers(vehicle), [vehicle])
  const [taking, setTaking] = useState<Taking>(() => firstOf(offers))
  const [moved, setMoved] = useState<{ of: unknown; flags: Flags } | null>(null)
  const [written, setWritten] = useState<CaptureInput | null>(null)
  const [byHand, setByHand] = useState(taking.kind === 'injectors')
  const [bars, setBars] = useState<number | null>(null)
  const context = useBenchContext(hand, offers, bars)
  const offer = offers.find((candidate) => candidate.kind === taking.kind)!

  const marked = useMemo(() => flagsOf(pen), [pen])
  // Flags that a hand has moved stay until another recording begins.
  const flags = moved && moved.of === pen.head?.name && pen.status !== 'running' ? moved.flags : marked
  const input = useMemo((): CaptureInput | null => (byHand ? written : pen.status === 'running' || !flags ? null : { from: 'signals', signals: cut(pen.signals, flags, taking.kind), snapAtS: pen.marks.find((mark) => mark.word === 'snap')?.seconds ?? null }), [byHand, written, pen, flags, taking.kind])
  const ready = context !== null
  const concluded = useMemo((): Concluded | null => (input && ready ? conclude(taking, input, context) : null), [input, taking, context, ready])

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
    offers, offer, taking, flags, input, concluded, byHand, bars, setBars, choose, setByHand, setWritten,
    signals: input?.from === 'signals' ? input.signals : [],
    clamp,
    clamps: taking.kind === 'leakDown' ? clampsOf(offer) : [],
    moveFlags: (next: Flags) => setMoved({ of: pen.head?.name, flags: next }),
    restFlags: () => setMoved(null),
  }
}
export type CaptureInHand = ReturnType<typeof useCapture>

const firstOf = (offers: CaptureOffer[]): Taking => {
  const first = offers.find((offer) => offer.kind === 'leakDown') ?? offers.find((offer) => offer.kind === 'steady') ?? offers[0]!
  return { kind: first.kind, testId: first.tests[0]?.id ?? null, clamped: 'none' }
}

/** Flags by the marks of the instrument, else about all of it. */
function flagsOf(pen: Pen): Flags | null {
  if (pen.signals.every(({ series }) => series.seconds.length === 0)) return null
  const at = (word: string) => pen.marks.find((mark) => mark.word === word)?.seconds
  const first = Math.min(...pen.signals.flatMap(({ series }) => (series.seconds.length > 0 ? [series.seconds[0]!] : [])))
  return { a: at('begin') ?? first, b: at('end') ?? pen.lastS }
}

/** Samples of a stretch that are judged one by one; a longer stretch is judged by means. A waveform needs them all, and half a second of them is enough. */
const JUDGED = 20_000
const WAVEFORM = 100_000

function cut(signals: Signals, { a, b }: Flags, kind: CaptureKind): Signals {
  return signals.map(({ head, series }) => {
    const stretch = between(series, Math.min(a, b), Math.max(a, b))
    return { head, series: kind === 'waveform' ? { seconds: stretch.seconds.subarray(0, WAVEFORM), values: stretch.values.subarray(0, WAVEFORM) } : averaged(stretch, JUDGED) }
  })
}

/** What the vehicle's own sources say, once the worker has answered. */
function useBenchContext(hand: JobInHand, offers: CaptureOffer[], bars: number | null): BenchContext | null {
  const { vehicle } = hand
  const numeric = useMemo(() => [...new Set(offers.flatMap((offer) => offer.tests.flatMap((test) => (test.reading.kind === 'number' && test.id !== 'T73' ? [test.id] : []))))], [offers])
  const bands = useSoundBands(hand, numeric, 'engine')
  return useMemo(() => {
    if (numeric.length > 0 && Object.keys(bands).length === 0) return null
    const loop = GAUGE_LOOPS[vehicle.layout]
    return { layout: layoutOf(layoutKeyOf(vehicle, 'engine')), specification: vehicle.specification, bands, gauge: loop.sender === 'sender' ? { emptyOhm: loop.emptyOhm, fullOhm: loop.fullOhm } : null, ambientPa: STANDARD_AMBIENT_PA, fuelK: SHOP_K, bars, handError: { relative: 0.012, absolute: 0 } }
  }, [vehicle, bands, numeric, bars])
}
