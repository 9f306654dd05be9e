'use client'
import { CALCULATORS } from '@/core/sizing'
import { Page } from '@/ui/Page'
import { ShapeFrame, useShape } from '@/ui/Shape'
import { AskedFields } from '../frame/desk/AskedFields'
import { DeskHead } from '../frame/DeskHead'
import { InTheirUnits } from '../frame/InTheirUnits'
import { vehicleHref } from '../frame/words'
import { AnswerFigure } from '../frame/desk/AnswerFigure'
import { AnswerSheet, AnswerTable } from '../frame/desk/AnswerSheet'
import { SizingPaper } from './SizingPaper'
import { useDesk, type Desk } from './useDesk'

/** The sizing desk: a question, its answer in a sentence, what limits it, how it moves. */
export function Sizing() {
  const desk = useDesk()
  const { vehicle } = desk
  return (
    <ShapeFrame className="flex min-h-dvh flex-col wide:h-dvh">
      <DeskHead
        way={[
          ...(vehicle ? [{ title: `Unit ${vehicle.unit}`, href: vehicleHref(vehicle.id) }] : []),
          { title: 'Sizing' },
        ]}
      />
      <InTheirUnits>
        <SizingPage desk={desk} />
      </InTheirUnits>
      {desk.answer && desk.asks.length === 0 && <SizingPaper desk={desk} answer={desk.answer} />}
    </ShapeFrame>
  )
}

function SizingPage({ desk }: { desk: Desk }) {
  const shape = useShape()
  const { answer, calculator, typed, asks, vehicle, begin, set } = desk
  const fields = (
    <AskedFields of={calculator} {...{ typed, asks, vehicle, begin, set }}>
      <button
        type="button"
        data-act="begin-again"
        onClick={desk.reset}
        className="min-h-[44px] text-second underline decoration-ink-3 underline-offset-4"
      >
        Begin again
      </button>
    </AskedFields>
  )
  return (
    <Page
      label="Sizing"
      tallMargin
      finding={<Question desk={desk} />}
      drawing={
        <div className="low-hidden flex h-full flex-col overflow-hidden wide:px-6 wide:pt-[126px]">
          {answer &&
            (answer.drawing || answer.curve ? (
              <AnswerFigure answer={answer} />
            ) : (
              <AnswerTable answer={answer} />
            ))}
        </div>
      }
      act={
        shape === 'wide' ? (
          <AnswerSheet desk={desk} printed />
        ) : (
          <>
            <AnswerSheet desk={desk} printed />
            <div className="px-4 medium:px-6">{fields}</div>
          </>
        )
      }
      margin={shape === 'wide' ? fields : answer && <AnswerTable answer={answer} />}
      marginLine={shape === 'wide' ? 'Figures' : 'Table'}
    />
  )
}

/** Which question it is; another one is a touch away. */
function Question({ desk: { calculator, vehicle, lost, turnTo } }: { desk: Desk }) {
  return (
    <div className="pointer-events-auto">
      <label className="block text-second text-ink-2">
        Question
        <select
          name="question"
          value={calculator.id}
          onChange={(event) => turnTo(event.target.value)}
          className="ml-3 h-[48px] border-2 border-ink-3 bg-ground px-2 text-main text-ink narrow:ml-0 narrow:block narrow:w-full"
        >
          {CALCULATORS.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <h1 className="pt-1 text-title">{calculator.question}</h1>
      {lost && (
        <p className="text-second font-semibold">
          That vehicle is not kept on this tablet: it begins with usual figures.
        </p>
      )}
      {vehicle && (
        <p className="text-second text-ink-2">{`Begins with what is known of unit ${vehicle.unit}, ${vehicle.name}.`}</p>
      )}
    </div>
  )
}
