/** Signals and conclusions in the units that the person at this browser reads. */
import type { ChannelHead, Signals } from '@/core/bench'
import type { Conclusion } from '@/core/job'
import { differenceFromSi, differenceToSi, fromSi, toSi } from '@/core/shared'
import { unitShown } from '../frame/quantities'

/** A channel in the unit that is shown: its accuracy with it. */
export const headShown = (head: ChannelHead): ChannelHead => {
  const unit = unitShown(head.unit)
  const absolute = differenceFromSi(differenceToSi({ value: head.accuracy.absolute, unit: head.unit }), unit)
  return unit === head.unit ? head : { ...head, unit, accuracy: { ...head.accuracy, absolute } }
}
export const signalsShown = (signals: Signals): Signals =>
  signals.map(({ head, series }) => ({ head: headShown(head), series }))

/** A conclusion in the unit that is shown, its band with it. */
export function conclusionShown(conclusion: Conclusion): Conclusion {
  const { value, band } = conclusion
  const unit = unitShown(value.unit)
  if (unit === value.unit) return conclusion
  const at = (figure: number) =>
    Number.isFinite(figure) ? fromSi(toSi({ value: figure, unit: value.unit }), unit) : figure
  const sd = differenceFromSi(differenceToSi({ value: value.sd, unit: value.unit }), unit)
  return {
    ...conclusion,
    value: { value: at(value.value), sd, unit },
    band: band && { ...band, low: at(band.low), high: at(band.high) },
  }
}
