'use client'
import { useState } from 'react'
import type { Answer } from '@/core/sizing'
import { MOST_SIZINGS } from '@/core/job'
import { changeVehicle } from '@/data/store'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { saveFile } from '@/ui/saveFile'
import { whoWorks } from '../useJob'
import { inUnits } from '../quantities'
import { cellText, figureText, headText, jsonOf, rowsOf, VERDICT_WORDS } from './answerText'
import { AnswerFigure } from './AnswerFigure'
import type { Question } from './useQuestion'

/** The answer: what it says, what limits it, the figures behind it, and what can be done with it; printed where the page has it on paper. */
export function AnswerSheet({ desk, printed = false }: { desk: Question; printed?: boolean }) {
  const { answer, asks } = desk
  const [open, setOpen] = useState(false)
  if (!answer)
    return (
      <section aria-label="Answer" className="border-t-[5px] border-ink-3 px-4 py-3 medium:px-6 wide:px-6">
        <AskedBack desk={desk} />
      </section>
    )
  return (
    <section
      aria-label="Answer"
      data-verdict={answer.verdict}
      // On a low glass it is scrolled: whoever has no pointer comes to it too.
      tabIndex={0}
      className={`space-y-2 wide:max-h-[calc(100dvh-290px)] wide:overflow-y-auto border-t-[5px] bg-sheet px-4 py-3 medium:px-6 wide:px-6 ${asks.length > 0 ? 'border-ink-3' : 'border-accent'}`}
    >
      <p className="font-book text-title font-[550]" data-answer aria-live="polite">
        {inUnits(answer.says)}
      </p>
      <p className="text-main" data-limits>
        {answer.figures.length > 0 && <b>{VERDICT_WORDS[answer.verdict]} </b>}
        {inUnits(answer.limits)}
      </p>
      {asks.length > 0 && (
        <>
          <p className="text-second font-semibold">That was the last answer: a figure is asked back.</p>
          <AskedBack desk={desk} />
        </>
      )}
      <CautionLine caution={desk.calculator.caution} />
      <Figures answer={answer} />
      <div className="flex flex-wrap gap-2 pt-1">
        <Button variant="quiet" data-act="how" onClick={() => setOpen(true)}>
          How it is worked out
        </Button>
        {asks.length === 0 && <Leave desk={desk} answer={answer} printed={printed} />}
      </div>
      <Panel open={open} onOpenChange={setOpen} title="How it is worked out">
        {open && <How desk={desk} answer={answer} />}
      </Panel>
    </section>
  )
}

/** Which figures are asked back, by their names, with their bounds and why. */
const AskedBack = ({ desk: { asks, calculator } }: { desk: Question }) => (
  <ul className="text-main" data-asked-back>
    {asks.map(({ field, says }) => (
      <li key={field}>
        <b>{inUnits(calculator.fields[field]?.label ?? '')}:</b> {inUnits(says)}
      </li>
    ))}
  </ul>
)

/** Where it can hurt, and when to stop. */
export const CautionLine = ({ caution }: { caution: Question['calculator']['caution'] }) =>
  caution && (
    <p className="border-l-4 border-danger pl-3 text-second text-danger" data-caution>
      {inUnits(caution.text)} <b>{inUnits(caution.stopWhen)}</b>
    </p>
  )

const Figures = ({ answer }: { answer: Answer }) => (
  <dl className="grid grid-cols-2 gap-x-8 narrow:grid-cols-1">
    {answer.figures.map((figure) => (
      <div
        key={figure.id}
        data-figure={figure.id}
        className="flex items-baseline justify-between gap-3 border-t border-rule-2 py-0.5 text-second"
      >
        <dt>{figure.name}</dt>
        <dd className="whitespace-nowrap text-main font-semibold">{figureText(figure)}</dd>
      </div>
    ))}
  </dl>
)

/** The ways that an answer leaves by: with the vehicle, as a table, as data, on paper. */
function Leave({ desk, answer, printed }: { desk: Question; answer: Answer; printed: boolean }) {
  const { calculator, vehicle, typed } = desk
  const [said, setSaid] = useState<string | null>(null)
  const rows = rowsOf(answer)
  const name = `${vehicle ? `unit-${vehicle.unit}-` : ''}${calculator.id}`
  const keep = async () => {
    if ((vehicle?.sizings?.length ?? 0) >= MOST_SIZINGS)
      return setSaid(
        `${MOST_SIZINGS} are kept with it already. Take some off on its page, then keep this one.`,
      )
    const kept = { id: crypto.randomUUID(), of: calculator.id, at: Date.now(), typed, says: answer.says }
    const outcome = await changeVehicle(
      vehicle!,
      { ...vehicle!, sizings: [...(vehicle!.sizings ?? []), kept] },
      whoWorks(),
    )
    setSaid(outcome.ok ? 'Kept with the vehicle.' : 'Not kept: the browser took nothing. Free some space.')
  }
  const table = () => void import('@/ui/saveTable').then((own) => own.saveTable(name, rows))
  return (
    <>
      {vehicle && (
        <Button variant="quiet" data-act="keep-sizing" onClick={() => void keep()}>
          Keep with unit {vehicle.unit}
        </Button>
      )}
      {rows.length > 0 && (
        <Button variant="quiet" data-act="sizing-table" onClick={table}>
          Table
        </Button>
      )}
      <Button
        variant="quiet"
        data-act="sizing-file"
        onClick={() => saveFile(`${name}.json`, jsonOf(calculator, typed, answer))}
      >
        File
      </Button>
      {printed && (
        <Button variant="quiet" onClick={() => window.print()}>
          Print
        </Button>
      )}
      {said && <p className="w-full text-second">{said}</p>}
    </>
  )
}

/** Law, source, how sure, and the table behind it. */
function How({ desk: { calculator }, answer }: { desk: Question; answer: Answer }) {
  return (
    <div className="space-y-4" data-sheet="how">
      {(answer.drawing || answer.curve) && (
        <div className="h-[320px]">
          <AnswerFigure answer={answer} />
        </div>
      )}
      <ul className="space-y-1 text-main">
        {calculator.formula.map((law) => (
          <li key={law}>{inUnits(law)}</li>
        ))}
      </ul>
      <p className="text-main">
        <b>How sure.</b> {inUnits(answer.sure)}
      </p>
      <p className="text-second text-ink-2">{calculator.source}. The maker’s data govern.</p>
      <AnswerTable answer={answer} />
    </div>
  )
}

export function AnswerTable({ answer: { table } }: { answer: Answer }) {
  if (!table) return null
  return (
    <div className="min-h-0 overflow-auto" role="region" aria-label="Table" tabIndex={0}>
      <table className="w-full text-second" data-table>
        <thead>
          <tr>
            {table.columns.map(({ name, unit }) => (
              <th key={name} className="border-b-2 border-ink py-1 pr-4 text-left font-semibold">
                {headText(name, unit)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row, k) => (
            <tr key={k} className="border-b border-rule-2">
              {row.map((cell, at) => (
                <td key={at} className="whitespace-nowrap py-1 pr-4">
                  {cellText(cell, table.columns[at]!.unit, table.columns[at]!.digits)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
