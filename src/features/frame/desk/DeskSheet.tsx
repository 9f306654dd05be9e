'use client'
import Link from 'next/link'
import type { VehicleRecord } from '@/core/job'
import { CALCULATORS, calculatorById, type Typed } from '@/core/sizing'
import { Panel } from '@/ui/Panel'
import { AnswerSheet } from './AnswerSheet'
import { AskedFields } from './AskedFields'
import { addressOf } from './sizingLink'
import { useQuestion } from './useQuestion'

interface Props {
  vehicle: VehicleRecord
  /** The question that it opens with, and what is known of it besides the vehicle's figures. */
  of: string
  typed?: Typed
  title?: string
  onClose: () => void
}

/** The desk as a sheet over a job: the same questions, begun with the vehicle in hand, and back to the job. */
export function DeskSheet({ vehicle, of, typed = {}, title = 'Sizing', onClose }: Props) {
  const question = useQuestion({ calculator: calculatorById(of), typed }, vehicle)
  const { calculator, asks, begin, set } = question
  return (
    <Panel open onOpenChange={(open) => !open && onClose()} title={title}>
      <div className="space-y-3" data-sheet="desk">
        <select
          name="desk-question"
          aria-label="Question"
          value={calculator.id}
          onChange={(event) => question.turnTo(event.target.value)}
          className="h-[48px] w-full border-2 border-ink-3 bg-sheet px-2 text-main"
        >
          {CALCULATORS.map((one) => (
            <option key={one.id} value={one.id}>
              {one.question}
            </option>
          ))}
        </select>
        <AnswerSheet desk={question} />
        <AskedFields
          broad
          of={calculator}
          vehicle={vehicle}
          {...{ typed: question.typed, asks, begin, set }}
        />
        <Link
          href={addressOf({ calculator, vehicleId: vehicle.id, typed: question.own })}
          data-act="to-desk"
          className="inline-flex min-h-[44px] items-center text-second underline decoration-ink-3 underline-offset-4"
        >
          At the desk, with its curve
        </Link>
      </div>
    </Panel>
  )
}
