'use client'
import { askedFields, partsOf, type Answer, type PointsField, type Typed } from '@/core/sizing'
import { fromSi, toSi } from '@/core/shared'
import { Paper } from '@/ui/Paper'
import { inUnits, unitShown, unitText } from '../frame/quantities'
import { AnswerTable, CautionLine } from '../frame/desk/AnswerSheet'
import { figureText, headText } from '../frame/desk/answerText'
import type { Desk } from './useDesk'

const typedText = (value: Typed[string], options?: Record<string, string>): string => {
  if (typeof value !== 'object') return options?.[String(value)] ?? String(value)
  const shown = unitShown(value.unit)
  return `${Number(fromSi(toSi(value), shown).toPrecision(5))} ${unitText(shown)}`
}

/** Points in a row, each with its figures; the units once, before them. */
const pointsText = (field: PointsField, text: string): string => {
  const { units, body } = partsOf(field, text)
  const told = field.columns.map(({ name }, k) => headText(name, units[k] ?? null, false)).join(' / ')
  return `${told}: ${body
    .trim()
    .split(/\s*\n\s*/)
    .join('; ')}`
}

/** Question, figures and answer on paper. */
export function SizingPaper({
  desk: { calculator, vehicle, typed },
  answer,
}: {
  desk: Desk
  answer: Answer
}) {
  return (
    <Paper foot={vehicle ? `Unit ${vehicle.unit}, sizing` : 'Sizing'}>
      {vehicle && (
        <p>
          Unit {vehicle.unit}, {vehicle.name}
        </p>
      )}
      <h1>{calculator.question}</h1>
      <p>
        <b>{inUnits(answer.says)}</b> {inUnits(answer.limits)}
      </p>
      <CautionLine caution={calculator.caution} />
      <h2>Asked with</h2>
      <ul>
        {askedFields(calculator, typed).map(([id, field]) => (
          <li key={id}>
            {inUnits(field.label)}:{' '}
            {field.kind === 'points'
              ? pointsText(field, String(typed[id]))
              : typedText(typed[id]!, field.kind === 'choice' ? field.options : undefined)}
          </li>
        ))}
      </ul>
      <h2>Figures</h2>
      <ul>
        {answer.figures.map((figure) => (
          <li key={figure.id}>
            {figure.name}: {figureText(figure)}
          </li>
        ))}
      </ul>
      <AnswerTable answer={answer} />
      <p>{inUnits(calculator.formula.join('. '))}.</p>
      <p>
        {inUnits(answer.sure)} {calculator.source}. The maker’s data govern.
      </p>
    </Paper>
  )
}
