'use client'
import { between, channelOf, type Signals } from '@/core/bench'
import type { Conclusion, Taking } from '@/core/job'
import { fromSi, type UnitName, toSi } from '@/core/shared'
import { NumberTable } from '@/ui/ChartTable'
import { PlotChart, type PlotPanel, type PlotProps } from '@/ui/PlotChart'
import { dropName } from '../frame/channelWords'
import { unitText, figureShown, unitShown } from '../frame/quantities'
import { VERDICT_WORDS, axisText, said, secondsText, shownText } from './benchText'
import { conclusionShown } from './shown'
import { inOrder, pointsOf, scaleOf, timeStep } from './penPanels'

/** A capture at its own scale: points, fit, band and what is forbidden; a table where there is nothing to draw. */
export function CaptureChart({
  taking,
  conclusion,
  signals,
  height,
}: {
  taking: Taking
  conclusion: Conclusion
  signals: Signals
  height: number
}) {
  const { finding } = conclusion
  if (finding.kind === 'drops')
    return (
      <NumberTable
        caption={finding.loaded ? 'Under load' : 'Not under load'}
        columns={['Place', 'Lost, V', 'At full current', 'May lose', '']}
        rows={finding.segments.map((segment) => [
          dropName(segment.id),
          shownText(segment.dropV, 'V'),
          shownText(segment.fullV, 'V'),
          shownText(segment.limitV, 'V'),
          VERDICT_WORDS[segment.verdict],
        ])}
      />
    )
  if (finding.kind === 'injectors')
    return (
      <NumberTable
        caption={`Against ${finding.by === 'rated' ? 'the rated rate' : 'the middle of the set'}`}
        columns={['Injector', 'Down', 'Spray', 'Drips', 'Gained', '']}
        rows={finding.injectors.map((one) => [
          one.id,
          `${said(100 * one.down, 0.3)} %`,
          one.spray,
          `${one.dropsPerMin}/min`,
          one.gained === null ? '–' : `${said(100 * one.gained, 0.3)} %`,
          VERDICT_WORDS[one.verdict],
        ])}
      />
    )
  const plot = plotOf(taking, conclusion, signals)
  return plot ? <PlotChart {...plot} height={height} /> : null
}

/** The numbers behind the chart of a capture. */
export function captureTable(
  conclusion: Conclusion,
  signals: Signals,
  taking: Taking,
  rows = 40,
): { columns: string[]; rows: string[][] } {
  const { finding } = conclusion
  if (finding.kind === 'sweep')
    return {
      columns: ['Float, %', 'Ω on the course'],
      rows: finding.course.map((point) => [said(100 * point.position, 0.5), said(point.ohm, 0.5)]),
    }
  if (finding.kind === 'calibration')
    return {
      columns: [unitShown('L'), 'Ω'],
      rows: finding.calibration.points.map((point) => [
        figureShown(point.volumeM3, 'L', 1),
        said(point.value, 0.3),
      ]),
    }
  const channels = inOrder(signals, taking.kind).slice(0, 5)
  const main = channels[0]
  if (!main) return { columns: [], rows: [] }
  const every = Math.max(1, Math.ceil(main.series.seconds.length / rows))
  return {
    columns: ['s', ...channels.map(({ head }) => `${head.id}, ${unitText(head.unit)}`)],
    rows: [...main.series.seconds.keys()]
      .filter((k) => k % every === 0)
      .map((k) => [
        main.series.seconds[k]!.toFixed(main.series.seconds.at(-1)! - main.series.seconds[0]! > 5 ? 1 : 4),
        ...channels.map(({ head, series }) =>
          Number.isFinite(series.values[k] ?? NaN) ? fromSi(series.values[k]!, head.unit).toFixed(2) : 'lost',
        ),
      ]),
  }
}

export function plotOf(
  taking: Taking,
  conclusion: Conclusion,
  signals: Signals,
): Omit<PlotProps, 'height'> | null {
  const { finding } = conclusion
  if (finding.kind === 'sweep') return sweepPlot(conclusion, signals)
  if (finding.kind === 'calibration') return calibrationPlot(conclusion)
  const [main] = inOrder(signals, taking.kind)
  if (!main || main.series.seconds.length === 0) return null
  const { head } = main
  const shown =
    finding.kind === 'waveform'
      ? { head, series: between(main.series, main.series.seconds[0]!, main.series.seconds[0]! + 0.04) }
      : main
  // Time counts from the first flag.
  const from = shown.series.seconds[0]!
  const points = pointsOf(shown, 700).map(({ x, y }) => ({ x: x - from, y }))
  const to = points.at(-1)!.x
  const limit = limitOf(conclusion, points[0]!.y, head.unit)
  const fitted =
    finding.kind === 'leakDown'
      ? Array.from(finding.fitted.seconds, (x, k) => ({
          x: x - from,
          y: fromSi(finding.fitted.values[k]!, head.unit),
        }))
      : []
  const { band, value } = conclusionShown(conclusion)
  const sameUnit =
    value.unit === head.unit &&
    ['steady', 'current', 'volume', 'vacuum', 'prime', 'deadhead'].includes(finding.kind)
  const scale = scaleOf(
    [
      ...points.map((point) => point.y),
      ...limit.map((point) => point.y),
      ...(sameUnit && band ? [band.low, band.high].filter(Number.isFinite) : []),
    ],
    finding.kind === 'leakDown' ? finding.leftFraction < 0.5 : !['steady', 'waveform'].includes(finding.kind),
  )
  const panel: PlotPanel = {
    label: unitText(head.unit),
    weight: 1,
    ...scale,
    lines: [
      {
        label: 'read',
        look: finding.kind === 'leakDown' ? 'dots' : 'pen',
        points:
          finding.kind === 'leakDown'
            ? points.filter((_, k) => k % Math.ceil(points.length / 90) === 0)
            : points,
      },
      { label: 'fitted', look: 'fit', points: fitted },
      {
        label: 'limit',
        look: 'limit',
        points: limit.map((point) => ({ ...point, x: Math.min(point.x, to) })),
      },
    ],
    ...(sameUnit && band
      ? {
          sound: {
            low: Number.isFinite(band.low) ? band.low : scale.low,
            high: Number.isFinite(band.high) ? band.high : scale.high,
          },
        }
      : {}),
  }
  return {
    title: 'The capture at its own scale',
    panels: [panel],
    x: {
      label: '',
      low: 0,
      high: to,
      step: timeStep(to),
      tick: (value) => `${secondsText(value, to)}${to < 100 && value === 0 ? ` ${axisText(to)}` : ''}`,
    },
  }
}

/** The line that must not be crossed. */
function limitOf(
  { finding, band, value }: Conclusion,
  start: number,
  unit: UnitName,
): { x: number; y: number }[] {
  if (finding.kind === 'leakDown' && band) {
    const from = Math.max(start, fromSi(finding.startPa, unit))
    return Array.from({ length: 61 }, (_, k) => ({
      x: 5 * k,
      y: from * Math.pow(band.low / 100, k / 60),
    })).filter((point) => point.x <= 60 * finding.minutes)
  }
  if (finding.kind === 'snap' && band)
    return [0, 1e9].map((x) => ({
      x,
      y: fromSi(finding.beforePa - toSi({ value: band.high, unit: value.unit }), unit),
    }))
  return []
}

function sweepPlot({ finding }: Conclusion, signals: Signals): Omit<PlotProps, 'height'> | null {
  const [ohms, along] = [channelOf(signals, 'resistance'), channelOf(signals, 'position')]
  if (finding.kind !== 'sweep' || !ohms || !along) return null
  const points = [...ohms.series.values]
    .map((y, k) => ({ x: 100 * (along.series.values[k] ?? NaN), y: Number.isFinite(y) ? y : NaN }))
    .filter((point) => Number.isFinite(point.x))
  const few = points.filter(
    (point, k) => k % Math.ceil(points.length / 700) === 0 || !Number.isFinite(point.y),
  )
  const scale = scaleOf(few.map((point) => point.y))
  return {
    title: 'Ohms against the float',
    x: {
      label: '',
      low: 0,
      high: 100,
      tick: (value) => (value === 0 ? 'empty' : value === 100 ? 'full' : `${value} %`),
    },
    panels: [
      {
        label: '',
        weight: 1,
        ...scale,
        lines: [
          { label: 'read', look: 'pen', points: few },
          {
            label: 'course',
            look: 'fit',
            points: finding.course.map((point) => ({ x: 100 * point.position, y: point.ohm })),
          },
        ],
      },
    ],
    stretches: finding.dropOuts.map((gap) => ({
      from: 100 * gap.from - 0.6,
      to: 100 * gap.to + 0.6,
      word: `${Math.round(50 * (gap.from + gap.to))} % ${gap.kind === 'open' ? 'open' : 'jumps'}`,
    })),
  }
}

function calibrationPlot({ finding }: Conclusion): Omit<PlotProps, 'height'> | null {
  if (finding.kind !== 'calibration') return null
  const { points, volumeAt } = finding.calibration
  const litres = (m3: number) => fromSi(m3, unitShown('L'))
  const values = points.map((point) => point.value)
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const curve = Array.from({ length: 80 }, (_, k) => low + ((high - low) * k) / 79).map((value) => ({
    x: litres(volumeAt(value)),
    y: value,
  }))
  return {
    title: 'Ohms against litres',
    x: {
      label: '',
      low: 0,
      high: Math.max(...points.map((point) => litres(point.volumeM3))),
      tick: (value) => `${value} ${unitShown('L')}`,
    },
    panels: [
      {
        label: 'Ω',
        weight: 1,
        ...scaleOf(values),
        lines: [
          {
            label: 'fills',
            look: 'dots',
            points: points.map((point) => ({ x: litres(point.volumeM3), y: point.value })),
          },
          { label: 'table', look: 'fit', points: curve.sort((one, other) => one.x - other.x) },
        ],
      },
    ],
  }
}
