'use client'
import { inUnits, limitText } from './quantities'
import type { JobView } from '@/core/job'
import type { Plan, PlanStep } from '@/core/procedure'
import { Paper } from '@/ui/Paper'
import { useWorkshop } from './useWorkshop'
import { dateText, minutesText, moneyText } from './words'

interface Props {
  job: JobView
  plan: Plan
  /** What it is likely to come to, where that is printed. */
  estimate?: { low: number; high: number } | null
  now: number
}

/** A page's head: the vehicle, what is done, for whom and when. */
function Top({ job, plan, now, title }: Props & { title: string }) {
  const { name } = useWorkshop()
  return (
    <>
      <p>
        {name && <b>{name}, </b>}
        {dateText(now)}
      </p>
      <h1>
        {title}: unit {job.unit}, {job.vehicleName}
      </h1>
      <p>
        {job.words && <>“{job.words}”. </>}
        {plan.steps.length} steps, {minutesText(plan.minutes)} of work
        {plan.people > 1 ? `, ${plan.people} people at most` : ''}. The maker’s data govern; figures here are
        typical.
      </p>
    </>
  )
}

const footOf = ({ job }: Pick<Props, 'job'>, what: string) => `Unit ${job.unit}, ${what}`

/** The plan on paper: steps in their order with what waits and what is checked between them, parts, tools. */
export function PlanPaper(props: Props) {
  const { plan, estimate } = props
  return (
    <Paper foot={footOf(props, 'plan')}>
      <Top {...props} title="Plan" />
      {estimate && (
        <p>
          Likely {Math.round(estimate.low)} to {moneyText(estimate.high)} in all.
        </p>
      )}
      <h2>Steps</h2>
      <table>
        <tbody>
          {plan.steps.map((step) => (
            <tr key={step.index}>
              <td>{step.index + 1}</td>
              <td>
                <b>{inUnits(step.title)}</b>
                {afterOf(plan, step).map((line) => (
                  <span key={line}>
                    <br />
                    {line}
                  </span>
                ))}
              </td>
              <td>{minutesText(step.minutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2>In hand before the first joint is opened</h2>
      <Have plan={plan} />
    </Paper>
  )
}

/** The card for the work: every part of every step to tick, its cautions, its figures to write down. */
export function WorkPaper(props: Props) {
  const { plan, job } = props
  return (
    <Paper foot={footOf(props, 'work card')}>
      <Top {...props} title="Work card" />
      <Have plan={plan} />
      {plan.steps.map((step) => (
        <section key={step.index}>
          <h2>
            {step.index + 1}. {inUnits(step.title)}
            {job.work?.done.has(step.index) ? ' (done)' : ''}
          </h2>
          {(step.act.cautions ?? (step.act.caution ? [step.act.caution] : [])).map(({ text, stopWhen }) => (
            <p key={text} className="caution">
              {inUnits(`${text} ${stopWhen}`)}
            </p>
          ))}
          <ul>
            {step.steps.map((part, at) => (
              <li key={at}>
                <span className="box" />
                {inUnits(part)}
              </li>
            ))}
            {toWrite(step).map((line) => (
              <li key={line}>{line}: ______________</li>
            ))}
          </ul>
          {afterOf(plan, step).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </section>
      ))}
      <h2>Done by</h2>
      <p>Name: ______________________ Date: ______________</p>
    </Paper>
  )
}

/** Figures that a step asks for. */
function toWrite({ act: { gaugeGate, torque } }: PlanStep): string[] {
  return [
    ...(gaugeGate ? [`${gaugeGate.what}, under ${limitText(gaugeGate)}`] : []),
    ...(torque ? [`${torque.what}, ${inUnits(`{${torque.lowNm} to ${torque.highNm} N·m}`)} typical`] : []),
  ]
}

/** What waits and what is checked after a step. */
const afterOf = (plan: Plan, step: PlanStep): string[] => [
  ...plan.waits
    .filter(({ afterStep }) => afterStep === step.index)
    .map(({ label, minutes }) => `Wait: ${inUnits(label)}, ${minutesText(minutes)} typical`),
  ...plan.checks
    .filter(({ afterStep }) => afterStep === step.index)
    .map(({ check }) => `Check: ${inUnits(check.title)}`),
]

function Have({ plan: { have } }: Pick<Props, 'plan'>) {
  return (
    <>
      {have.newParts.length > 0 && (
        <p>
          <b>Parts:</b>{' '}
          {have.newParts
            .map(
              ({ name, count, oneTime }) =>
                `${count > 1 ? `${count} × ` : ''}${inUnits(name)}${oneTime ? ' (new each time)' : ''}`,
            )
            .join('; ')}
          .
        </p>
      )}
      {have.tools.length > 0 && (
        <p>
          <b>Tools:</b> {inUnits(have.tools.join('; '))}.
        </p>
      )}
    </>
  )
}
