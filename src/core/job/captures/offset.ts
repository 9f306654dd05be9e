/** What an instrument shows at nothing, taken off what was captured. */
import { differenceToSi, unitKind, type Entered } from '../../shared'
import type { CaptureInput } from './terms'

/** The same with what its instrument shows at nothing taken off: of the first channel of its kind, or of what the hand wrote. */
export function withoutOffset(input: CaptureInput, offset: Entered): CaptureInput {
  const si = differenceToSi(offset)
  const kind = unitKind(offset.unit)
  switch (input.from) {
    case 'signals': {
      const first = input.signals.findIndex(({ head }) => unitKind(head.unit) === kind)
      return {
        ...input,
        signals: input.signals.map((channel, k) =>
          k === first
            ? {
                head: channel.head,
                series: {
                  seconds: channel.series.seconds,
                  values: channel.series.values.map((value) => value - si),
                },
              }
            : channel,
        ),
      }
    }
    case 'ends':
      return kind === 'pressure'
        ? { ...input, startPa: input.startPa - si, laterPa: input.laterPa - si }
        : input
    case 'drops':
      return kind === 'voltage'
        ? { ...input, drops: input.drops.map(({ testId, dropV }) => ({ testId, dropV: dropV - si })) }
        : input
    case 'fills':
      return kind === unitKind(input.unit)
        ? {
            ...input,
            fills: input.fills.map((fill) => ({
              ...fill,
              readings: fill.readings.map((reading) => reading - si),
            })),
          }
        : input
    default:
      return input
  }
}
