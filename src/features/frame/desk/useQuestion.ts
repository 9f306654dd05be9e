'use client'
import { useMemo, useState } from 'react'
import type { VehicleRecord } from '@/core/job'
import {
  answerOf,
  beginOf,
  calculatorById,
  type Answer,
  type Asked,
  type Calculator,
  type Typed,
} from '@/core/sizing'

/** A question of the desk in hand. */
export interface Question {
  calculator: Calculator
  vehicle: VehicleRecord | null
  /** What stands in its fields, and what of that somebody typed. */
  typed: Typed
  own: Typed
  /** The last answer that could be given stays while a figure is asked back. */
  answer: Answer | null
  asks: Asked[]
  set: (id: string, value: Typed[string]) => void
  /** Another question, for the same vehicle. */
  turnTo: (id: string) => void
  /** What it would begin with: the vehicle’s own figures, or the usual ones. */
  begin: Typed
  /** Back to that. */
  reset: () => void
}

/** A question, what is typed of it, and its answer; the vehicle may come later than the question. */
export function useQuestion(
  first: { calculator: Calculator; typed: Typed },
  vehicle: VehicleRecord | null,
): Question {
  const [{ calculator, typed: own }, setAsked] = useState(first)
  const begin = useMemo(() => beginOf(calculator, vehicle), [calculator, vehicle])
  const typed = useMemo(() => ({ ...begin, ...own }), [begin, own])
  const answered = useMemo(() => answerOf(calculator, typed), [calculator, typed])
  const [last, setLast] = useState<{ of: string; answer: Answer } | null>(null)
  if (answered.ok && last?.answer !== answered.answer) setLast({ of: calculator.id, answer: answered.answer })
  return {
    ...{ calculator, vehicle, typed, own, begin },
    answer: answered.ok ? answered.answer : last?.of === calculator.id ? last.answer : null,
    asks: answered.ok ? [] : answered.asks,
    set: (id, value) => setAsked((before) => ({ ...before, typed: { ...before.typed, [id]: value } })),
    turnTo: (id) => setAsked({ calculator: calculatorById(id), typed: {} }),
    reset: () => setAsked((before) => ({ ...before, typed: {} })),
  }
}
