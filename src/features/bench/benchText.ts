/** What the bench says: of each capture before it is taken, of what it came to, and why it came to nothing. */
import {
  DEADHEAD_LIMIT_S,
  PRIME_WITHIN_S,
  VAPOUR_MARGIN_PA,
  type CaptureKind,
  type ClampSet,
  type Leaking,
  type LeakLaw,
  type PumpState,
  type Verdict,
} from '@/core/bench'
import type { CaptureRefusal, Conclusion, Finding } from '@/core/job'
import { assertNever, differenceFromSi, fromSi, type UnitName } from '@/core/shared'
import { dropName } from '../frame/channelWords'
import { SOURCE_WORDS } from '../frame/words'
import { figureShown, siText, unitText } from '../frame/quantities'
import { conclusionShown } from './shown'

interface CaptureWords {
  title: string
  /** What it tells. */
  tells: string
  /** What has to stand before it is taken. */
  before: string
  caution?: { text: string; stopWhen: string }
  /** What the pen waits for. */
  act: string
}

const LINE_UNDER_PRESSURE = {
  text: 'The line is under pressure. Glasses on, cloth round the joint.',
  stopWhen: 'Stop when any joint is wet.',
}

export const CAPTURE_WORDS: Record<CaptureKind, CaptureWords> = {
  prime: {
    title: 'Prime',
    tells: 'How fast the line fills, how high, how many turns of the key.',
    before: 'Gauge on the rail, bled. Clamp on the pump wire if you have one.',
    act: 'Key on, three times',
    caution: LINE_UNDER_PRESSURE,
  },
  steady: {
    title: 'Steady pressure',
    tells: 'Mean and ripple against the band for its condition.',
    before: 'Gauge fitted and bled.',
    act: 'Hold it steady for 10 s',
    caution: LINE_UNDER_PRESSURE,
  },
  snap: {
    title: 'Snap and load',
    tells: 'How deep the pressure dips, and whether it comes back.',
    before: 'Gauge taped outside the screen, never in the cab.',
    act: 'Idle, then snap or climb',
    caution: {
      text: 'Hot exhaust, moving vehicle. One drives, one reads.',
      stopWhen: 'Stop when fuel shows anywhere.',
    },
  },
  deadhead: {
    title: 'Deadhead',
    tells: 'What the pump can reach against a shut line.',
    before: 'Gauge of {1000 kPa} or more, valve after the gauge.',
    act: `Shut the valve, ${DEADHEAD_LIMIT_S} s at most`,
    caution: {
      text: `Shut for ${DEADHEAD_LIMIT_S} s at most: pressure climbs to the relief, and the pump heats.`,
      stopWhen: `Open at ${DEADHEAD_LIMIT_S} s, sooner when a hose swells or a joint is wet.`,
    },
  },
  leakDown: {
    title: 'Leak-down',
    tells: 'Whether it holds, and with clamps which side leaks.',
    before: 'Gauge on the rail. Run to set pressure, then key off.',
    act: 'Prime, stop and record',
    caution: LINE_UNDER_PRESSURE,
  },
  volume: {
    title: 'Volume',
    tells: 'Litres an hour against what the engine wants.',
    before: 'Pressure off by gauge, then part the joint into a bonded can.',
    act: 'Run it into the can',
    caution: {
      text: 'Open fuel. Outdoors, bonded can, no heat near.',
      stopWhen: 'Stop at 10 % LEL, or when the can is two thirds full.',
    },
  },
  current: {
    title: 'Pump current',
    tells: 'What the pump draws against what it should.',
    before: 'Clamp zeroed away from wires, loop at the fuse.',
    act: 'Key on, hold 10 s',
  },
  waveform: {
    title: 'Current waveform',
    tells: 'Speed, bars, an uneven bar, brushes that bounce.',
    before: 'Clamp at waveform rate, 5000 samples a second or more.',
    act: 'Key on, record half a second',
  },
  drops: {
    title: 'Voltage drops',
    tells: 'What feed and ground lose under load, piece by piece.',
    before: 'Pump running. Unloaded, a drop says little.',
    act: 'Read while it runs',
    caution: {
      text: 'Back-probe with the plugs on: a plug parted under load sparks.',
      stopWhen: 'Stop when you smell fuel.',
    },
  },
  vacuum: {
    title: 'Vacuum',
    tells: 'Restriction before the pump, and how far the fuel is from boiling.',
    before: 'Vacuum gauge on a tee, joints tight.',
    act: 'Hold the condition for 8 s',
    caution: { text: 'Moving belts, hot exhaust.', stopWhen: 'Stop when fuel shows anywhere.' },
  },
  sweep: {
    title: 'Sender sweep',
    tells: 'Direction, ends, drop-outs, play, against the gauge it drives.',
    before: 'Sender out, drained and dry, outdoors. Ohmmeter on.',
    act: 'Move the float slowly, down to up and back',
    caution: {
      text: 'The sender is wet with fuel: let it drain and dry before the meter goes on.',
      stopWhen: 'Stop when it still smells.',
    },
  },
  calibration: {
    title: 'Tank calibration',
    tells: 'Litres against ohms: the table for a gauge with a custom curve.',
    before: 'Tank empty, known steps of a tenth, level ground.',
    act: 'Fill in steps, 8 s still at each',
    caution: {
      text: 'Key out while filling, bonded, vapour clear before key on.',
      stopWhen: 'Stop at 10 % LEL or at the first spill.',
    },
  },
  injectors: {
    title: 'Injector set',
    tells: 'Rates against each other, spray, drips, what cleaning brought.',
    before: 'Set on the flow bench, test fluid, extraction on.',
    act: 'Enter the rates',
    caution: {
      text: 'Fine spray under pressure. Glasses on, hood shut, extraction on; no petrol on the bench.',
      stopWhen: 'Stop when mist leaves the hood.',
    },
  },
}

/** Measured by signal or written down by hand. */
export const BY_HAND: CaptureKind[] = ['volume', 'drops', 'calibration', 'injectors', 'leakDown', 'sweep']
export const BY_SIGNAL = (kind: CaptureKind): boolean => kind !== 'injectors'

export const CLAMP_WORDS: Record<ClampSet, string> = {
  none: 'Nothing',
  feed: 'Feed',
  return: 'Return',
  both: 'Both',
}

export const VERDICT_WORDS: Record<Verdict, string> = {
  good: 'good',
  bad: 'bad',
  inconclusive: 'too close to say',
  'says-little': 'says little',
}

const LAWS: Record<LeakLaw, string> = {
  laminar: 'as a seat leaks',
  orifice: 'as through a hole',
  mixed: 'partly as a seat leaks, partly as through a hole',
}

/** A number as it is said: the true minus, and no more digits than it is good for. */
export function said(value: number, sd: number): string {
  const digits = Math.min(
    3,
    Math.max(0, sd > 0 ? Math.ceil(-Math.log10(2 * sd)) : Number.isInteger(value) ? 0 : 1),
  )
  return value.toFixed(digits).replace('-', '−')
}
const kPa = (pa: number) => siText(pa, 'kPa', 0)
const percentOf = (share: number) => Math.round(100 * share)

/** "62 ± 2 kPa", two standard deviations. */
export function figureText(conclusion: Conclusion): string {
  const { value } = conclusionShown(conclusion)
  return value.sd > 0
    ? `${said(value.value, value.sd)} ± ${said(2 * value.sd, value.sd)} ${unitText(value.unit)}`
    : `${said(value.value, 0)} ${unitText(value.unit)}`
}

/** The band that it was held against, and where that comes from. */
export function bandText(conclusion: Conclusion): string {
  const { band, value } = conclusionShown(conclusion)
  if (!band) return ''
  const unit = unitText(value.unit)
  const of = (limit: number) => said(limit, value.sd || Math.abs(limit) / 200)
  const range = !Number.isFinite(band.high)
    ? `at least ${of(band.low)} ${unit}`
    : !Number.isFinite(band.low)
      ? `at most ${of(band.high)} ${unit}`
      : `${of(band.low)} to ${of(band.high)} ${unit}`
  return `${range}, ${SOURCE_WORDS[band.source]}`
}

/** What the figure is. */
const VALUE_WORDS: Record<CaptureKind, string> = {
  prime: 'Peak',
  steady: 'Mean',
  snap: 'Dip',
  deadhead: 'Plateau',
  leakDown: 'Left after 5 min',
  volume: 'Flow',
  current: 'Mean',
  waveform: 'Speed',
  drops: 'Largest',
  vacuum: 'At the inlet',
  sweep: 'Empty end',
  calibration: 'Moves over',
  injectors: 'Spread',
}
export const valueText = (conclusion: Conclusion): string =>
  `${VALUE_WORDS[conclusion.finding.kind]} ${conclusion.finding.kind === 'waveform' && conclusion.finding.speedRadPerS === null ? 'not told' : figureText(conclusion)}`

export interface Said {
  title: string
  detail: string
}

const TOO_CLOSE = 'Too close to say.'
/** Against a typical figure nothing is bad: the vehicle may be made so. */
const UNLIKE = 'Not of the usual kind. What does the maker say?'
const unlike = (finding: Finding) =>
  finding.kind === 'sweep'
    ? finding.fit === 'turned' || finding.fit === 'other-range'
    : finding.kind === 'calibration' && finding.turned
const SAYS_LITTLE = 'It says little.'

/** The verdict first, then how it is known. */
export function sayConclusion(conclusion: Conclusion): Said {
  const { finding, verdict } = conclusion
  const detail = detailOf(finding, conclusion)
  if (verdict === 'inconclusive') return { title: unlike(finding) ? UNLIKE : TOO_CLOSE, detail }
  if (verdict === 'says-little') return { title: SAYS_LITTLE, detail: `${littleWhy(finding)} ${detail}` }
  return { title: titleOf(finding, verdict === 'good', conclusion), detail }
}

function titleOf(finding: Finding, good: boolean, { band, value }: Conclusion): string {
  const low = band !== null && value.value < band.low
  switch (finding.kind) {
    case 'prime':
      return good
        ? 'It primes.'
        : finding.toPressureS === null
          ? 'It never comes to pressure.'
          : finding.toPressureS > PRIME_WITHIN_S
            ? 'It primes late.'
            : 'It primes too high.'
    case 'steady':
      return good ? 'The pressure is right.' : low ? 'The pressure is low.' : 'The pressure is high.'
    case 'snap':
      return good
        ? 'It keeps up.'
        : finding.recoveryS === null
          ? 'It dips and stays down.'
          : 'It dips too deep.'
    case 'deadhead':
      return good ? 'The pump has it in reserve.' : 'It does not come up.'
    case 'leakDown':
      return good ? 'It holds.' : 'It leaks.'
    case 'volume':
      return good ? 'It gives enough.' : low ? 'It gives too little.' : 'It gives more than a sound one.'
    case 'current':
      return good ? 'The current is right.' : low ? 'It draws too little.' : 'It draws too much.'
    case 'waveform':
      return finding.finding === 'uneven-bar'
        ? 'One bar is not like the others.'
        : finding.finding === 'brush-bounce'
          ? 'The brushes bounce.'
          : good
            ? 'It turns as it should.'
            : low
              ? 'It turns too slowly.'
              : 'It runs away.'
    case 'drops':
      return good
        ? 'The wires lose little.'
        : `Too much is lost: ${dropName(finding.culprit ?? finding.segments[0]!.id).toLowerCase()}.`
    case 'vacuum':
      return good ? 'The suction side is free.' : 'The suction side is restricted.'
    case 'sweep':
      return good
        ? 'The sender is sound.'
        : finding.dropOuts.length > 0
          ? `${COUNT[finding.dropOuts.length] ?? finding.dropOuts.length} drop-out${finding.dropOuts.length > 1 ? 's' : ''}.`
          : finding.fit === 'turned'
            ? 'It runs the other way.'
            : finding.fit === 'other-range'
              ? 'It is of another range.'
              : 'Its ends are off.'
    case 'calibration':
      return finding.turned
        ? 'It runs the other way.'
        : good
          ? 'The table is whole.'
          : 'Some fills do not fit.'
    case 'injectors':
      return good
        ? 'The set is even.'
        : outOfSet(finding.injectors.filter((one) => one.verdict === 'bad').length, finding.injectors.length)
    default:
      return assertNever(finding)
  }
}
const outOfSet = (count: number, of: number): string =>
  `${COUNT[count] ?? count} of ${(COUNT[of] ?? `${of}`).toLowerCase()} ${count === 1 ? 'falls' : 'fall'} out.`
const COUNT: Record<number, string> = {
  1: 'One',
  2: 'Two',
  3: 'Three',
  4: 'Four',
  5: 'Five',
  6: 'Six',
  8: 'Eight',
}
function littleWhy(finding: Finding): string {
  switch (finding.kind) {
    case 'leakDown':
      return finding.soaked
        ? 'Heat from the engine raised the pressure: it may hide a leak.'
        : 'It started well under set pressure: the seats were not loaded as in service.'
    case 'steady':
      return 'It wandered: this was no steady condition.'
    case 'deadhead':
      return 'The line was never shut: what the pump can reach was not asked.'
    case 'drops':
      return 'No current was flowing, or too little: an unloaded wire shows nothing.'
    case 'volume':
      return 'A free flow proves little about a flow at pressure.'
    case 'prime':
      return 'The pump ran too short.'
    default:
      return 'This capture did not exercise what it should judge.'
  }
}

function detailOf(finding: Finding, conclusion: Conclusion): string {
  switch (finding.kind) {
    case 'prime':
      return finding.toPressureS === null
        ? `Peak ${kPa(finding.peakPa)} after ${finding.keyCycles} ${finding.keyCycles === 1 ? 'turn' : 'turns'} of the key.`
        : `${finding.toPressureS.toFixed(1)} s of pump until it stood, ${finding.keyCycles} ${finding.keyCycles === 1 ? 'turn' : 'turns'} of the key, peak ${kPa(finding.peakPa)}. Typical: within ${PRIME_WITHIN_S} s.`
    case 'steady':
      return `Mean ${figureText(conclusion)}, ripple ${siText(finding.ripplePa, 'kPa', 0)}.`
    case 'snap':
      return `From ${kPa(finding.beforePa)} it dips by ${figureText(conclusion)}${finding.recoveryS === null ? ' and does not come back' : `, half made good in ${finding.recoveryS.toFixed(1)} s`}.`
    case 'deadhead':
      return `Plateau ${figureText(conclusion)}${finding.shutS > 0 ? `, shut ${finding.shutS.toFixed(1)} s` : ': no rise was seen when the line shut'}.${conclusion.verdict === 'bad' ? ' Read the volts at the pump before you blame it.' : ''}${finding.stillRising ? ' It still rose when the valve opened.' : ''}${finding.overTime ? ` Longer than ${DEADHEAD_LIMIT_S} s: never again on this pump.` : ''}`
    case 'leakDown':
      return finding.needle
        ? `${kPa(finding.startPa - finding.endPa)} lost in ${Number(finding.minutes.toFixed(1))} min: ${percentOf(finding.leftFraction)} ± ${Math.max(1, percentOf(2 * finding.leftSd))} % left after 5 min. Two figures of a needle tell no course: heat, or a leak that slows, stays hidden.`
        : `${kPa(finding.startPa - finding.endPa)} lost in ${finding.minutes.toFixed(0)} min: ${percentOf(finding.leftFraction)} ± ${Math.max(1, percentOf(2 * finding.leftSd))} % left after 5 min, ${percentOf(Math.max(0, finding.leftAt20Fraction))} % after 20. It falls ${LAWS[finding.law]}; the gauge scatters by ± ${siText(finding.residualPa, 'kPa', 1)}.${finding.soaked ? ' It rose first: heat from the engine.' : ''}`
    case 'volume':
      return `${siText(finding.flowM3PerS, 'L/h', 0)} read${finding.serviceM3PerS === null ? '' : `, ${figureShown(finding.serviceM3PerS, 'L/h', 0)} at the volts of service`}, ${figureShown(finding.wantedM3PerS, 'L/h', 0)} wanted; ${finding.margin.toFixed(2)} times the demand.`
    case 'current':
      return `Mean ${figureText(conclusion)}.`
    case 'waveform':
      return finding.speedRadPerS === null
        ? speedlessText(finding, conclusion)
        : `${Math.round(fromSi(finding.speedRadPerS, 'rpm'))} rpm by ${finding.by === 'bars' ? 'its known bars' : 'its pattern'}, ${finding.bars ?? finding.humpsPerRevolution} bars, confidence ${percentOf(finding.confidence)} %. ${STATES[finding.state]}Mean ${finding.meanA.toFixed(1)} A, ripple ${finding.rippleA.toFixed(2)} A${finding.unevenness !== null ? `, deepest bar ${finding.unevenness.toFixed(1)} of the middle one` : ''}.`
    case 'drops':
      return `${finding.totalV.toFixed(2)} V read in all, largest share: ${dropName(worstOf(finding)).toLowerCase()}. ${finding.loaded ? 'Under load.' : 'Not under load.'}`
    case 'vacuum':
      return `${figureText(conclusion)} at the inlet.${finding.marginPa === null ? '' : finding.vapour === 'boils' ? ' The fuel boils there.' : ` ${kPa(finding.marginPa)} above where the fuel boils${finding.vapour === 'marginal' ? `: ${kPa(VAPOUR_MARGIN_PA)} are wanted` : ''}.`}`
    case 'sweep':
      return `${said(finding.emptyOhm, 0.5)} Ω empty, ${said(finding.fullOhm, 0.5)} Ω full, off a straight line by ${percentOf(finding.nonlinearity)} %${finding.noise === 0 ? '' : `, scatter ${(100 * finding.noise).toFixed(1)} %`}${finding.hysteresis === null ? '' : `, play ${(100 * finding.hysteresis).toFixed(1)} %`}.${finding.dropOuts.length > 0 ? ` Gone at ${listed(finding.dropOuts.map((gap) => `${percentOf(0.5 * (gap.from + gap.to))} %`))}: a worn track. Renew the sender while the module is out.` : ''}`
    case 'calibration': {
      const { calibration } = finding
      return `${calibration.points.length} points, ${calibration.direction === 'falls' ? 'ohms fall' : 'ohms rise'} as it fills. It moves from ${figureShown(calibration.deadBelowM3, 'L', 0)} to ${siText(calibration.deadAboveM3, 'L', 0)}.${calibration.doubtful.length > 0 ? ` Fill ${calibration.doubtful.map((k) => k + 1).join(', ')} does not fit its neighbours: take it again.` : ''}`
    }
    case 'injectors':
      return `Spread ${(100 * finding.spread).toFixed(1)} % about ${finding.by === 'rated' ? 'the rated rate' : 'the middle of the set'}${finding.allDown !== null && Math.abs(finding.allDown) > 0.05 ? `. All together ${percentOf(finding.allDown)} % down: pressure or test fluid, not the set` : ''}.`
    default:
      return assertNever(finding)
  }
}
/** What speed and current say together. */
const STATES: Record<PumpState, string> = {
  sound: 'Speed and current belong together. ',
  drag: 'Slow and drawing much: it drags. ',
  unloaded: 'Fast and drawing little: it runs free, dry or bypassed. ',
  'low-volts': 'Slow and drawing little: it wants volts. ',
  stalled: 'It stands and draws much: stalled. ',
  open: 'It draws nothing: open. ',
  inconclusive: '',
}

function speedlessText(
  { humpsPerS, meanA, confidence }: Extract<Finding, { kind: 'waveform' }>,
  { band }: Conclusion,
): string {
  if (humpsPerS === 0)
    return `Mean ${meanA.toFixed(1)} A, nothing that repeats: confidence ${percentOf(confidence)} %. A brushless pump leaves no ripple.`
  const middle = band ? 0.5 * (band.low + band.high) : NaN
  const likely = Array.from({ length: 10 }, (_, k) => k + 3)
    .map((bars) => ({ bars, rpm: (60 * humpsPerS) / bars }))
    .filter(({ rpm }) => Math.abs(rpm / middle - 1) < 0.25)
    .slice(0, 3)
  return `Mean ${meanA.toFixed(1)} A, ${Math.round(humpsPerS)} humps a second, confidence ${percentOf(confidence)} %. No bar differs enough to show a turn: say how many bars it has.${likely.length > 0 ? ` ${likely.map(({ bars, rpm }) => `${bars} bars: ${Math.round(rpm)} rpm`).join(', ')}.` : ''}`
}
/** "22 %, 45 % and 81 %". */
const listed = (words: string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
const worstOf = ({ segments }: Extract<Finding, { kind: 'drops' }>): string =>
  segments.slice().sort((one, other) => other.dropV / other.limitV - one.dropV / one.limitV)[0]!.id

/** Why a capture came to nothing, with what to do about it. */
export function refusalText(error: CaptureRefusal): string {
  switch (error.kind) {
    case 'too-short':
      return `Only ${error.seconds.toFixed(1)} s between the flags. ${'needsS' in error ? `${error.needsS} s at least.` : 'A minute at least for a leak-down, six turns for a waveform.'}`
    case 'no-signal':
      return `The gauge was lost for ${percentOf(error.gaps)} % of it. Look at lead and plug, then again.`
    case 'not-started':
      return 'The pump never ran between the flags. Move the flags, or key on again.'
    case 'no-pressure':
      return `It starts at ${kPa(error.startPa)}. Build pressure first: key on three times.`
    case 'too-slow':
      return `${Math.round(error.samplesPerS)} samples a second are too few for a waveform: 5000 at least.`
    case 'too-few':
      return 'samples' in error
        ? `Only ${error.samples} samples. Move the float more slowly.`
        : `Only ${error.levels} levels. ${error.needs} at least, ten are better.`
    case 'no-sweep':
      return `The float moved over ${percentOf(error.share)} % of its travel. From stop to stop: 70 % at least.`
    case 'all-open':
      return 'The circuit was open all the way. Look at the clips, then at the wire of the sender.'
    case 'volume-falls':
      return `Fill ${error.at + 1} holds no more than the one before it. Litres add up from empty.`
    case 'does-not-move':
      return 'The sender reads the same at every fill. The float is stuck or sunk.'
    case 'no-channel':
      return `No ${error.quantity} channel in this signal. Connect one, or map it in the file.`
    case 'no-band':
      return 'No band is known for this condition on this layout. Enter the maker’s figure on Trace.'
    case 'too-few-injectors':
      return `${error.injectors === 1 ? 'One injector is' : 'No injectors are'} no set: two at least.`
    case 'not-taken':
      return 'Nothing is entered yet.'
    default:
      return assertNever(error)
  }
}

const SIDES: Record<Leaking, { title: string; detail: string } | null> = {
  unknown: null,
  nothing: { title: 'Nothing leaks.', detail: 'It holds with nothing clamped: no need to clamp.' },
  supply: {
    title: 'The supply side leaks.',
    detail: 'With the feed clamped it holds: check valve, pump or its hose in the tank.',
  },
  return: {
    title: 'The return side leaks.',
    detail: 'With the return clamped it holds: the regulator’s seat.',
  },
  rail: {
    title: 'The rail side leaks.',
    detail: 'No clamp makes it hold: the injectors, or a joint at the rail. Look for a wet one first.',
  },
  'supply-and-return': {
    title: 'Both sides leak.',
    detail: 'It holds only with both clamped: check valve and regulator.',
  },
  'rail-and-another': {
    title: 'The rail side leaks, and another.',
    detail: 'With both clamped it falls more slowly, but it falls.',
  },
}
export const sideText = (leaks: Leaking, more: boolean): Said | null => {
  const side = SIDES[leaks]
  return (
    side && {
      ...side,
      detail: more
        ? `${side.detail} What is left still falls too fast: look for a second leak after this one.`
        : side.detail,
    }
  )
}

const PINCH_ASKS: Record<ClampSet, string> = {
  none: 'First with nothing clamped.',
  feed: 'Now clamp the feed, between pump and gauge.',
  return: 'Now clamp the return alone, between regulator and tank.',
  both: 'Now clamp feed and return.',
}
export const pinchAsks = (next: ClampSet): string => PINCH_ASKS[next]

/** Seconds as the axis has them: minutes and seconds once it is long, thousandths when it is short. */
export function secondsText(seconds: number, span: number): string {
  if (span >= 100) return `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`
  return span >= 3 ? `${Number(seconds.toFixed(1))}` : `${Number((1e3 * seconds).toFixed(1))}`
}
export const axisText = (span: number): string => (span >= 100 ? 'min' : span >= 3 ? 's' : 'ms')
const DIGITS: Partial<Record<UnitName, number>> = {
  V: 2,
  ohm: 1,
  A: 1,
  'L/h': 1,
  'gal/h': 2,
  gal: 2,
  psi: 1,
  '%': 0,
  L: 1,
  bar: 2,
  MPa: 2,
}
export const shownText = (si: number, unit: UnitName): string => digitsShown(fromSi(si, unit), unit)
/** A difference: the zero of its scale falls out. */
export const shownDifference = (si: number, unit: UnitName): string =>
  digitsShown(differenceFromSi(si, unit), unit)
function digitsShown(value: number, unit: UnitName): string {
  if (!Number.isFinite(value)) return '–'
  const text = value.toFixed(Math.abs(value) >= 100 ? 0 : (DIGITS[unit] ?? (Math.abs(value) < 20 ? 1 : 0)))
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−')
}
