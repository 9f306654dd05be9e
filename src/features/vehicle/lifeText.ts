/** The words of a vehicle's life: where a reading goes, what comes again, what is known of it. */
import type { KnownFigure } from '@/core/diagnosis'
import { testById } from '@/core/library'
import { differenceFromSi, toSi } from '@/core/shared'
import type { StationSeries, Trend } from '@/core/memory'
import { digitsOf, shortOf } from '../frame/words'
import { figureShown, keptText, siText, unitShown, unitText } from '../frame/quantities'

const DAY_MS = 86_400_000

const numberTest = (testId: string) => {
  const test = testById(testId)
  if (test.reading.kind !== 'number') throw new Error(`${testId} reads no figure`)
  return { test, unit: test.reading.unit, digits: digitsOf(test) }
}
/** A figure of a test in the units of whoever reads, with its unit. */
export function figureText(testId: string, value: number): string {
  const { unit, digits } = numberTest(testId)
  return siText(toSi({ value, unit }), unit, digits)
}

/** By how much a figure of a test is more or less than another, SI. */
export function differenceText(testId: string, differenceSi: number): string {
  const { unit, digits } = numberTest(testId)
  const shown = unitShown(unit)
  const by = Math.abs(differenceFromSi(differenceSi, shown)).toFixed(shown === unit ? digits : digits + 1)
  return `${by} ${unitText(shown)} ${differenceSi > 0 ? 'more here' : 'less here'}`
}

const monthText = (at: number): string =>
  new Date(at).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' })

/** How much a year, from and to. */
function perYearText(testId: string, [low, high]: [number, number]): string {
  const { unit, digits } = numberTest(testId)
  const [from, to] = [low, high].map((value) => figureShown(toSi({ value, unit }), unit, digits)) as [
    string,
    string,
  ]
  return `${from} to ${to} ${unitText(unitShown(unit))} a year`
}

/** Where a station goes, in a sentence and what it rests on. */
export function trendText(testId: string, trend: Trend, days: number): { says: string; rests: string } {
  const rests = `From ${days} ${days === 1 ? 'day' : 'days'}, nine in ten.`
  switch (trend.kind) {
    case 'too little':
      return {
        says: 'Too little to say where it goes.',
        rests: `Read on ${trend.days} ${trend.days === 1 ? 'day' : `days within ${trend.spanDays}`} since the last repair. Three days over a month say something.`,
      }
    case 'steady':
      return {
        says: 'It stays where it is, as far as can be told.',
        rests: `${perYearText(testId, trend.perYear)}. ${rests}`,
      }
    case 'goes':
      return {
        says: `It moves, and away from no limit that is known: now about ${figureText(testId, trend.now)}.`,
        rests: `${perYearText(testId, trend.perYear)}. ${rests}`,
      }
    case 'beyond':
      return {
        says: `It is beyond its limit of ${figureText(testId, trend.limit)}.`,
        rests: `${perYearText(testId, trend.perYear)}. ${rests}`,
      }
    case 'crosses':
      return {
        says: `It crosses ${figureText(testId, trend.limit)} about ${monthText(trend.at)}.`,
        rests: `${trend.to === null ? `Not before ${monthText(trend.from)}; how late cannot be told` : `Between ${monthText(trend.from)} and ${monthText(trend.to)}`}. ${perYearText(testId, trend.perYear)}. ${rests}`,
      }
  }
}

export const daysOf = ({ points }: StationSeries): number =>
  new Set(points.map(({ at }) => Math.floor(at / DAY_MS))).size

/** What sound readings are known of a test, and from whom. */
export function knownText({ testId, source, low, high, of = 1 }: KnownFigure): string {
  const shown = (entered: KnownFigure['low']) =>
    keptText(entered.value, entered.unit, numberTest(testId).digits)
  const unit = unitText(unitShown(low.unit))
  const range = low.value === high.value ? shown(low) : `${shown(low)} to ${shown(high)}`
  const from =
    source === 'maker'
      ? 'the maker’s'
      : source === 'own past'
        ? 'its own past'
        : `${of} ${of === 1 ? 'sister' : 'sisters'}`
  return `${shortOf(testId)}: ${from}, ${range} ${unit}`
}
