'use client'
import Link from 'next/link'
import { useState } from 'react'
import type { FieldId, Finding } from '@/core/build'
import { calculatorById, typedOf } from '@/core/sizing'
import { inUnits } from '../frame/quantities'
import { addressOf } from '../frame/desk/sizingLink'
import { VERDICTS } from './buildText'

interface Props {
  findings: readonly Finding[]
  vehicleId: string
  fixed: boolean
  onField: (field: FieldId) => void
}

/** What was looked at, gravest first; what is sound stands behind a line. */
export function Findings({ findings, vehicleId, fixed, onField }: Props) {
  const [all, setAll] = useState(false)
  const sound = findings.filter(({ verdict }) => verdict === 'good')
  const shown = all ? findings : findings.filter(({ verdict }) => verdict !== 'good')
  return (
    <section aria-label="Build check">
      <ul>
        {shown.map((finding) => (
          <Row key={finding.id} {...{ finding, vehicleId, fixed, onField }} />
        ))}
      </ul>
      {sound.length > 0 && (
        <button
          type="button"
          data-act="sound"
          aria-expanded={all}
          onClick={() => setAll(!all)}
          className="min-h-[48px] w-full border-t border-rule-2 text-left text-main font-semibold"
        >
          {all ? 'Only what is not' : `${sound.length} are sound`}
        </button>
      )}
    </section>
  )
}

function Row({ finding, vehicleId, fixed, onField }: Omit<Props, 'findings'> & { finding: Finding }) {
  const { id, title, verdict, says, works, desk, field } = finding
  const question = desk && calculatorById(desk.id)
  return (
    <li
      data-finding={id}
      data-verdict={verdict}
      className="grid grid-cols-[112px_minmax(0,1fr)_auto] items-start gap-x-4 border-t border-rule-2 py-2 narrow:grid-cols-1"
    >
      <p
        className={`text-main ${verdict === 'no' ? 'font-bold underline decoration-2 underline-offset-4' : 'text-ink-2'}`}
      >
        {VERDICTS[verdict]}
      </p>
      <div className="min-w-0">
        <p className="text-main leading-[23px]">
          <b>{title}.</b> {inUnits(says)}
        </p>
        {works && <p className="text-second leading-[21px] text-ink-2">{inUnits(works)}</p>}
      </div>
      <div className="flex gap-2">
        {question && (
          <Link
            href={addressOf({ calculator: question, vehicleId, typed: typedOf(question, desk.values) })}
            className="flex min-h-[44px] items-center px-1 text-second underline decoration-ink-3 underline-offset-4"
          >
            At the desk
          </Link>
        )}
        {field && !fixed && (
          <button
            type="button"
            data-act={`change-${id}`}
            onClick={() => onField(field)}
            className="min-h-[44px] px-1 text-second font-semibold text-accent underline underline-offset-4"
          >
            Change
          </button>
        )}
      </div>
    </li>
  )
}
