'use client'
import { inUnits } from '../frame/quantities'
import { HatchDefs } from '@/ui/marks'
import { repairById } from '@/core/library'
import type { PlacedCheck, Plan, PlanStep } from '@/core/procedure'
import { lowerFirst, minutesText } from '../frame/words'

const TOP = 62
const BOTTOM = 500
const HEIGHT = 588
const LEFT_TOP = 330
const LEFT_BOTTOM = 536
const width = 1280

/** What stands on the rising leg: a step, or a check between two. */
type UpItem = { kind: 'step'; step: PlanStep } | { kind: 'check'; check: PlacedCheck }
interface Row {
  y: number
  down: PlanStep | null
  up: UpItem | null
}

/**
 * Twins share a level. Between two pairs of twins lie steps that have none; those of both legs share
 * levels too, lowest first, so that the V stays low.
 */
function levels(plan: Plan): { rows: Row[]; bottom: PlanStep[] } {
  const first = Math.max(
    0,
    plan.steps.findIndex((step) => step.side === 'bottom'),
  )
  const last = plan.steps.findLastIndex((step) => step.side === 'bottom')
  const down = plan.steps.slice(0, first)
  const up = plan.steps
    .slice(last + 1)
    .flatMap((step): UpItem[] => [{ kind: 'step', step }, ...checksAfter(plan, step.index)])
  const early = plan.checks
    .filter((check) => check.afterStep <= last)
    .map((check): UpItem => ({ kind: 'check', check }))
  const rows: Omit<Row, 'y'>[] = []
  let aboveDown = 0
  let belowUp = [...early, ...up]
  for (const [at, step] of down.entries()) {
    const twin = belowUp.findIndex((item) => item.kind === 'step' && item.step.index === step.twin)
    if (twin < 0) continue
    rows.push(...zip(down.slice(aboveDown, at), belowUp.slice(twin + 1)), { down: step, up: belowUp[twin]! })
    aboveDown = at + 1
    belowUp = belowUp.slice(0, twin)
  }
  rows.push(...zip(down.slice(aboveDown), belowUp))
  return {
    rows: rows.map((row, at) => ({ ...row, y: TOP + ((BOTTOM - TOP) * (at + 0.5)) / rows.length })),
    bottom: plan.steps.slice(first, last + 1),
  }
}

const checksAfter = (plan: Plan, step: number): UpItem[] =>
  plan.checks.filter((check) => check.afterStep === step).map((check) => ({ kind: 'check', check }))

/** Down steps from above, up items from below (they rise), on as few levels as hold both. */
function zip(down: PlanStep[], up: UpItem[]): Omit<Row, 'y'>[] {
  const count = Math.max(down.length, up.length)
  const falling = [...up].reverse()
  return Array.from({ length: count }, (_, k) => ({
    down: down[k - (count - down.length)] ?? null,
    up: falling[k] ?? null,
  }))
}

/** How close the levels lie: with room for a second line, for one, or so close that the number leaves its disc. */
type Density = 'open' | 'dense' | 'tight'
const densityOf = (levels: number): Density => (levels <= 12 ? 'open' : levels <= 20 ? 'dense' : 'tight')
const SIZES: Record<Density, { disc: number; number: number; title: number; drop: number }> = {
  open: { disc: 14, number: 17, title: 18, drop: -1 },
  dense: { disc: 11, number: 16, title: 18, drop: 6 },
  tight: { disc: 5, number: 16, title: 16, drop: 5 },
}

const legX = (y: number) => LEFT_TOP + ((y - TOP) / (BOTTOM - TOP)) * (LEFT_BOTTOM - LEFT_TOP)

export function VFigure({ plan, done }: { plan: Plan; done: number }) {
  const { rows, bottom } = levels(plan)
  const yOf = new Map(
    rows.flatMap((row) =>
      [row.down, row.up?.kind === 'step' ? row.up.step : null]
        .filter((step) => step !== null)
        .map((step) => [step.index, row.y] as const),
    ),
  )
  const density = densityOf(rows.length)
  return (
    <svg
      width={width}
      height="588"
      viewBox={`0 0 ${width} 588`}
      className="absolute left-0 top-0 max-w-none"
      role="img"
      aria-label={`Plan of ${plan.steps.length} steps`}
    >
      <HatchDefs />
      <Strata plan={plan} yOf={yOf} half={(BOTTOM - TOP) / rows.length / 2} />
      <polyline
        points={`${LEFT_TOP},${TOP} ${LEFT_BOTTOM},${BOTTOM}`}
        stroke="var(--ink)"
        strokeWidth="3"
        fill="none"
      />
      <polyline
        points={`${width - LEFT_BOTTOM},${BOTTOM} ${width - LEFT_TOP},${TOP}`}
        stroke="var(--ink)"
        strokeWidth="3"
        fill="none"
      />
      <path d={`M${width - LEFT_TOP + 5} ${TOP - 12}l5 18-20-8z`} fill="var(--ink)" />
      {rows.map((row) => (
        <Level key={row.y} row={row} done={done} density={density} />
      ))}
      <BottomActs plan={plan} bottom={bottom} done={done} />
    </svg>
  )
}

const BELOW = ' below here'
/** Gates that begin at one level are one bar: its title names them all, its words are the last one's. */
const joined = (gates: Plan['gates']) =>
  [...new Set(gates.map(({ firstStep }) => firstStep))].map((firstStep) => {
    const here = gates.filter((gate) => gate.firstStep === firstStep)
    const names = here.map(({ gate }, at) =>
      at === here.length - 1 ? inUnits(gate.title) : inUnits(gate.title).replace(BELOW, ''),
    )
    return {
      firstStep,
      gate: here.at(-1)!.gate,
      title: names.map((name, at) => (at === 0 ? name : lowerFirst(name))).join(', '),
    }
  })

function Strata({ plan, yOf, half }: { plan: Plan; yOf: Map<number, number>; half: number }) {
  return (
    <g>
      {joined(plan.gates).map((gate) => {
        const y = (yOf.get(gate.firstStep) ?? BOTTOM) - half
        const x = legX(y)
        return (
          <g key={gate.gate.id}>
            <polygon
              points={`${x},${y} ${width - x},${y} ${width - LEFT_BOTTOM},${BOTTOM} ${LEFT_BOTTOM},${BOTTOM}`}
              fill="var(--danger)"
              fillOpacity="0.05"
            />
            <rect
              x={x - 8}
              y={y - 4}
              width={width - 2 * x + 16}
              height="8"
              fill="url(#hatch-danger)"
              stroke="var(--danger)"
              strokeWidth="1.5"
            />
            <text
              x={width / 2}
              y={y + (half > 19 ? 20 : 6)}
              textAnchor="middle"
              fontSize="18"
              fontWeight="700"
              fill="var(--danger)"
              stroke="var(--ground)"
              strokeWidth="4"
              paintOrder="stroke"
            >
              {inUnits(gate.title)}
            </text>
            <title>{gate.gate.words}</title>
            {half > 19 && (
              <text
                x={width / 2}
                y={y + 38}
                textAnchor="middle"
                fontSize="16"
                fill="var(--ink)"
                stroke="var(--ground)"
                strokeWidth="4"
                paintOrder="stroke"
              >
                {fit(gate.gate.words, width - 2 * x - 60)}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

const fit = (text: string, room: number): string => {
  const words = text.split(', ')
  let line = words[0]!
  for (const word of words.slice(1)) if ((line.length + word.length + 2) * 6.6 < room) line += `, ${word}`
  return line
}

function Level({ row, done, density }: { row: Row; done: number; density: Density }) {
  const x = legX(row.y)
  return (
    <g>
      {row.down && row.up?.kind === 'step' && row.down.twin === row.up.step.index && (
        <line
          x1={x + 18}
          x2={width - x - 18}
          y1={row.y}
          y2={row.y}
          stroke="var(--ink-3)"
          strokeWidth="1.5"
          strokeDasharray="2 5"
        />
      )}
      {row.down && <Step step={row.down} x={x} y={row.y} side="down" done={done} density={density} />}
      {row.up?.kind === 'step' && (
        <Step step={row.up.step} x={width - x} y={row.y} side="up" done={done} density={density} />
      )}
      {row.up?.kind === 'check' && (
        <CheckMark x={width - x} y={row.y} check={row.up.check} density={density} />
      )}
    </g>
  )
}

interface StepProps {
  step: PlanStep
  x: number
  y: number
  side: 'down' | 'up'
  done: number
  density: Density
}
function Step(props: StepProps) {
  const { step, x, y, side, done, density } = props
  const passed = step.index < done
  const size = SIZES[density]
  return (
    <g data-step={step.operationId}>
      <circle
        cx={x}
        cy={y}
        r={size.disc}
        fill={passed ? 'var(--ink)' : 'var(--ground)'}
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
      {density !== 'tight' && (
        <text
          x={x}
          y={y + 6}
          textAnchor="middle"
          fontSize={size.number}
          fontWeight="650"
          fill={passed ? 'var(--ground)' : 'var(--ink)'}
        >
          {step.index + 1}
        </text>
      )}
      <StepWords {...props} />
      <text
        x={side === 'down' ? 24 : width - 24}
        y={y + 6}
        textAnchor={side === 'down' ? 'start' : 'end'}
        fontSize={size.title}
        fill="var(--ink-2)"
      >
        {Math.max(1, Math.round(step.minutes))} min
      </text>
    </g>
  )
}

/** The title beside its disc, with the number where the disc has no room for it, and what is new where there is. */
function StepWords({ step, x, y, side, density }: StepProps) {
  const size = SIZES[density]
  const away = density === 'tight' ? 12 : 22
  const text = side === 'down' ? x - away : x + away
  const anchor = side === 'down' ? 'end' : 'start'
  const parts = step.repairId ? [] : (step.act.newParts ?? [])
  const number = density === 'tight' && <tspan fill="var(--ink-2)"> {step.index + 1} </tspan>
  return (
    <>
      <text
        x={text}
        y={y + size.drop}
        textAnchor={anchor}
        fontSize={size.title}
        fontWeight="650"
        fill="var(--ink)"
      >
        {side === 'up' && number}
        {inUnits(step.title)}
        {density !== 'open' &&
        parts[0] &&
        roomFor(side, text, inUnits(`${step.title}, ${parts[0].name} new`)) ? (
          <tspan fontWeight="500" fill="var(--ink-2)">
            , {lowerFirst(inUnits(parts[0].name))} new
          </tspan>
        ) : null}
        {side === 'down' && number}
      </text>
      {density === 'open' && (
        <text x={text} y={y + 17} textAnchor={anchor} fontSize="16" fill="var(--ink-2)">
          {inUnits(step.detail)}
          {parts.length > 0
            ? ` · ${parts.map((part) => `${lowerFirst(inUnits(part.name))}, new`).join(' · ')}`
            : ''}
        </text>
      )}
    </>
  )
}

/** Mean width of a letter at 18 px, and what the minutes take at the edge. */
const LETTER_PX = 7.4
const MINUTES_PX = 84
/** Does a line end before the minutes begin? */
const roomFor = (side: 'down' | 'up', from: number, line: string): boolean =>
  LETTER_PX * line.length < (side === 'up' ? width - from : from) - MINUTES_PX

/** A petrol bar across the rising leg, with the minutes that a miss found here saves. */
function CheckMark({ x, y, check, density }: { x: number; y: number; check: PlacedCheck; density: Density }) {
  const { title, drop } = SIZES[density]
  const line = y + Math.max(drop, 5)
  return (
    <g data-check>
      <rect x={x - 20} y={y - 4} width="40" height="8" fill="var(--accent)" />
      <text x={x + 28} y={line} fontSize={title} fontWeight="700" fill="var(--accent)">
        {inUnits(check.check.title)}
      </text>
      <text x={width - 24} y={line} textAnchor="end" fontSize={title} fill="var(--ink-2)">
        saves {minutesText(check.savesMinutes)}
      </text>
    </g>
  )
}

/** The repairs at the bottom, one line each: where one goes in parts, how many, and what cures or soaks between. */
function BottomActs({ plan, bottom, done }: { plan: Plan; bottom: PlanStep[]; done: number }) {
  const acts = plan.repairs
    .map((id) => ({ id, steps: bottom.filter((step) => step.repairId === id) }))
    .filter((act) => act.steps.length > 0)
    .sort((one, other) => one.steps[0]!.index - other.steps[0]!.index)
  const waits = plan.waits.reduce((sum, wait) => sum + wait.minutes, 0)
  // The way back alone: what was to be done is done.
  if (acts.length === 0)
    return (
      <text
        x={width / 2}
        y={BOTTOM + 28}
        textAnchor="middle"
        fontSize="20"
        fontFamily="var(--font-book)"
        fill="var(--ink)"
      >
        Done already: the way back
      </text>
    )
  const [size, line] = acts.length > 2 ? [16, 20] : [20, 26]
  const height = 26 + line * acts.length
  const top = Math.min(BOTTOM, HEIGHT - height)
  return (
    <g>
      <rect x="458" y={top} width="364" height={height} fill="var(--ink)" />
      {acts.map(({ id, steps }, at) => (
        <text
          key={id}
          x={width / 2}
          y={top + line + line * at}
          textAnchor="middle"
          fontSize={size}
          fontFamily="var(--font-book)"
          fill="var(--ground)"
        >
          {repairById(id).title}
          {steps.length > 1 ? `, ${steps.length} parts` : ''}
        </text>
      ))}
      <text
        x={width / 2}
        y={top + line - 2 + line * acts.length}
        textAnchor="middle"
        fontSize="16"
        fill="var(--ground)"
      >
        Step{' '}
        {acts
          .map(({ steps }) =>
            steps.length > 1 ? `${steps[0]!.index + 1} to ${steps.at(-1)!.index + 1}` : steps[0]!.index + 1,
          )
          .join(', ')}
        , {minutesText(bottom.reduce((sum, step) => sum + step.minutes, 0))}
        {waits > 0 ? ` and ${minutesText(waits)} of waiting` : ''}
        {bottom.every((step) => step.index < done) ? ', done' : ''}
      </text>
    </g>
  )
}
