/**
 * npm run bench:captures: how often a capture's verdict is wrong on simulated vehicles, at the stated
 * accuracy of its instrument. Truth is the same capture without noise, by a perfect instrument. Faults
 * and severities come from the library, down to the faintest. Figures, not assertions.
 */
import {
  DIP_LIMIT_PA,
  FEED_LIMIT_V,
  analyseCurrent,
  analyseDeadhead,
  analyseLeakDown,
  analysePrime,
  analyseSnap,
  analyseSteady,
  analyseSweep,
  analyseVacuum,
  analyseWaveform,
  errorOf,
  judgeDrops,
  judgeInjectors,
  judgeVolume,
  type Band,
  type ChannelHead,
  type InstrumentError,
  type Series,
  type Verdict,
} from '@/core/bench'
import { libraryOf } from '@/core/library'
import { M3_PER_S_PER_L_PER_H as LH, seededRandom } from '@/core/shared'
import {
  PLAIN_TRAITS,
  barsOf,
  currentWaveform,
  railSignal,
  throughInstrument,
  truthScene,
  truthVehicle,
  type Act,
  type TruthVehicle,
} from '@/core/simulate'
import { LAYOUTS, specificationOf, type LayoutId, type SceneId } from '@/core/vehicle'

const VEHICLES = Number(process.argv[2] ?? 150)
const LAYOUT_IDS: LayoutId[] = ['A01', 'A02', 'A11']

const gauge: ChannelHead = {
  id: 'rail',
  quantity: 'pressure',
  unit: 'kPa',
  accuracy: { relative: 0, absolute: 4 },
}
const clamp: ChannelHead = {
  id: 'pump',
  quantity: 'current',
  unit: 'A',
  accuracy: { relative: 0.02, absolute: 0.1 },
}
const meter: ChannelHead = {
  id: 'volts',
  quantity: 'voltage',
  unit: 'V',
  accuracy: { relative: 0.005, absolute: 0.002 },
}
const NONE: InstrumentError = { relative: 0, absolute: 0 }

interface Tally {
  count: number
  wrong: number
  inconclusive: number
  little: number
}
const tallies = new Map<string, Tally>()

/** Counts a verdict against the one without noise; what truth itself cannot tell is left out. */
function count(name: string, found: Verdict | null, truth: Verdict | null): void {
  if (found === null || truth === null || truth === 'says-little' || truth === 'inconclusive') return
  const tally = tallies.get(name) ?? { count: 0, wrong: 0, inconclusive: 0, little: 0 }
  tallies.set(name, tally)
  tally.count += 1
  if (found === 'inconclusive') tally.inconclusive += 1
  else if (found === 'says-little') tally.little += 1
  else if (found !== truth) tally.wrong += 1
}
const verdict = (answer: { ok: boolean; value?: { verdict: Verdict } }): Verdict | null =>
  answer.ok ? answer.value!.verdict : null

/** An instrument of this accuracy: its offset and slope drawn within its plus or minus, noise a quarter of it. */
function shown(vehicle: TruthVehicle, channel: ChannelHead, series: Series, name: string): Series {
  const random = seededRandom(vehicle.seed * 7919 + name.length * 31 + name.charCodeAt(0))
  const error = errorOf(channel)
  const flat = (2 * random.next() - 1) * Math.sqrt(3)
  const slope = 1 + (2 * random.next() - 1) * Math.sqrt(3) * error.relative
  return {
    seconds: series.seconds,
    values: throughInstrument(
      vehicle,
      name,
      series.seconds,
      series.values.map((value) => value * slope),
      { ...PLAIN_TRAITS, offset: flat * error.absolute, noise: 0.25 * error.absolute * Math.sqrt(3) },
    ),
  }
}

const part = (series: Series, from: number, to: number): Series => ({
  seconds: series.seconds.filter((at) => at >= from && at < to),
  values: series.values.filter((_, k) => series.seconds[k]! >= from && series.seconds[k]! < to),
})

function rail(vehicle: TruthVehicle, acts: Act[], rate: number): { pressure: Series; current: Series } {
  const signal = railSignal(vehicle, acts, rate)
  return {
    pressure: { seconds: signal.seconds, values: signal.pressurePa },
    current: { seconds: signal.seconds, values: signal.currentA },
  }
}

function pressures(vehicle: TruthVehicle, sound: TruthVehicle) {
  const bandOf = (scene: SceneId, share = 0.07): Band => {
    const pa = truthScene(sound, scene).pressurePa.rail!
    return { low: (1 - share) * pa, high: (1 + share) * pa, source: 'generic' }
  }
  const error = errorOf(gauge)
  const primed = rail(
    vehicle,
    [
      { scene: 'off', lastsS: 0.5 },
      { scene: 'keyOn', lastsS: 4 },
      { scene: 'off', lastsS: 1 },
    ],
    50,
  )
  const band = bandOf('keyOn', 0.1)
  count(
    'prime',
    verdict(analysePrime(shown(vehicle, gauge, primed.pressure, 'prime'), band, error, primed.current)),
    verdict(analysePrime(primed.pressure, band, NONE, primed.current)),
  )
  const run = rail(
    vehicle,
    [
      { scene: 'keyOn', lastsS: 3 },
      { scene: 'idle', lastsS: 12 },
      { scene: 'load', lastsS: 12 },
    ],
    20,
  )
  for (const [name, scene, from] of [
    ['steady, idle', 'idle', 6],
    ['steady, load', 'load', 18],
  ] as const) {
    const stretch = part(run.pressure, from, from + 8)
    count(
      name,
      verdict(analyseSteady(shown(vehicle, gauge, stretch, name), bandOf(scene), error)),
      verdict(analyseSteady(stretch, bandOf(scene), NONE)),
    )
  }
  const snap = part(run.pressure, 5, 27)
  // Idle follows the manifold: the dip is read from the pressure that load should have.
  const level = truthScene(sound, 'load').pressurePa.rail! - truthScene(sound, 'idle').pressurePa.rail!
  const levelled: Series = {
    seconds: snap.seconds,
    values: snap.values.map((value, k) => value + (snap.seconds[k]! < 15 ? level : 0)),
  }
  count(
    'snap to load',
    verdict(analyseSnap(shown(vehicle, gauge, levelled, 'snap'), 15, error, DIP_LIMIT_PA)),
    verdict(analyseSnap(levelled, 15, NONE, DIP_LIMIT_PA)),
  )
  const dead = rail(
    vehicle,
    [
      { scene: 'keyOn', lastsS: 1.5 },
      { scene: 'deadhead', lastsS: 2.5 },
      { scene: 'keyOn', lastsS: 1 },
    ],
    50,
  )
  const high: Band = {
    low: 0.8 * truthScene(sound, 'deadhead').pressurePa.rail!,
    high: 1.3 * truthScene(sound, 'deadhead').pressurePa.rail!,
    source: 'generic',
  }
  const wide: ChannelHead = { ...gauge, accuracy: { relative: 0, absolute: 8 } }
  count(
    'deadhead',
    verdict(analyseDeadhead(shown(vehicle, wide, dead.pressure, 'deadhead'), high, errorOf(wide))),
    verdict(analyseDeadhead(dead.pressure, high, NONE)),
  )
  const drawn = part(run.current, 6, 14)
  const bandA: Band = {
    low: 0.8 * truthScene(sound, 'idle').motors.pump!.currentA,
    high: 1.2 * truthScene(sound, 'idle').motors.pump!.currentA,
    source: 'generic',
  }
  count(
    'pump current',
    verdict(analyseCurrent(shown(vehicle, clamp, drawn, 'current'), bandA, errorOf(clamp))),
    verdict(analyseCurrent(drawn, bandA, NONE)),
  )
}

function leaks(vehicle: TruthVehicle) {
  const run = rail(
    vehicle,
    [
      { scene: 'keyOn', lastsS: 3 },
      { scene: 'off', lastsS: 300 },
    ],
    1,
  )
  const fall = part(run.pressure, 3, 304)
  const said = (series: Series): Verdict | null => {
    const answer = analyseLeakDown(series, vehicle.model.specification.regulatorSetPa.value)
    return answer.ok
      ? (
          { holds: 'good', leaks: 'bad', inconclusive: 'inconclusive', 'says-little': 'says-little' } as const
        )[answer.value.verdict]
      : null
  }
  const left = fall.values.at(-1)! / fall.values[0]!
  count(
    'leak-down, 5 min',
    said(shown(vehicle, gauge, fall, 'leak')),
    fall.values[0]! < 0.8 * vehicle.model.specification.regulatorSetPa.value
      ? null
      : left < 0.75
        ? 'bad'
        : 'good',
  )
}

function turns(vehicle: TruthVehicle) {
  const wave = currentWaveform(vehicle, 'keyOn', 0.25, 20_000)
  if (wave.speedRadPerS < 130) return
  const answer = analyseWaveform(
    {
      seconds: wave.seconds,
      values: throughInstrument(vehicle, 'wave', wave.seconds, wave.currentA, {
        ...PLAIN_TRAITS,
        noise: 0.03,
        driftPerS: 0.4,
      }),
    },
    barsOf(vehicle),
  )
  const speed = answer.ok ? answer.value.speedRadPerS : null
  count(
    'waveform speed, 2 %',
    speed === null ? 'inconclusive' : Math.abs(speed / wave.speedRadPerS - 1) < 0.02 ? 'good' : 'bad',
    'good',
  )
}

function volts(vehicle: TruthVehicle) {
  const { volts: at, motors } = truthScene(vehicle, 'keyOn')
  const path = ['post', 'fuseOut', 'relayOut', 'cutOffOut', 'plugIn', 'plugOut', 'pumpPlus']
  const random = seededRandom(vehicle.seed + 17)
  const drops = path
    .slice(1)
    .flatMap((node, k) =>
      at[node] === undefined || at[path[k]!] === undefined
        ? []
        : [{ id: node, dropV: at[path[k]!]! - at[node]!, limitV: 0.15 }],
    )
  const current = motors.pump!.currentA
  const error = errorOf(meter)
  const truth = judgeDrops(drops, current, 5.2, NONE)
  const found = judgeDrops(
    drops.map((drop) => ({
      ...drop,
      dropV:
        drop.dropV +
        Math.hypot(error.relative * drop.dropV, error.absolute) * (2 * random.next() - 1) * Math.sqrt(3),
    })),
    current,
    5.2,
    error,
  )
  found.segments.forEach((segment, k) => count('voltage drops', segment.verdict, truth.segments[k]!.verdict))
  const feed = [{ id: 'feed', dropV: drops.reduce((sum, drop) => sum + drop.dropV, 0), limitV: FEED_LIMIT_V }]
  count(
    'feed side as a whole',
    judgeDrops(
      feed.map((drop) => ({ ...drop, dropV: drop.dropV + error.absolute * random.normal() })),
      current,
      5.2,
      error,
    ).segments[0]!.verdict,
    judgeDrops(feed, current, 5.2, NONE).segments[0]!.verdict,
  )
}

function flows(vehicle: TruthVehicle) {
  const { flow, volts: at, pressurePa } = truthScene(vehicle, 'openLine')
  const leaves = flow.frontLine ?? 0
  const random = seededRandom(vehicle.seed + 23)
  const error: InstrumentError = { relative: 0.02 / Math.sqrt(3), absolute: 0 }
  const taken = (share: number) => ({
    volumeM3: leaves * 30 * share,
    seconds: 30,
    pressurePa: Math.max(0, pressurePa.rail!),
    pumpV: at.pumpPlus! - at.pumpMinus!,
  })
  const service = { pressurePa: 0, pumpV: taken(1).pumpV }
  const demand = 0.8 * vehicle.model.specification.peakDemandM3PerS.value
  count(
    'volume in 30 s',
    judgeVolume(taken(1 + 0.02 * (2 * random.next() - 1)), demand, service, error, null, true).verdict,
    judgeVolume(taken(1), demand, service, NONE, null, false).verdict,
  )
}

/** Senders and injector sets have no network behind them: their faults are drawn here. */
function tracks(seed: number) {
  const random = seededRandom(seed)
  const gaugeRange = { emptyOhm: 250, fullOhm: 30 }
  const kind = Math.floor(5 * random.next())
  const width = 0.004 + 0.02 * random.next()
  const at = 0.1 + 0.8 * random.next()
  const jump = kind === 1 ? Infinity : kind === 2 ? (0.04 + 0.3 * random.next()) * 220 : 0
  const [empty, full] = kind === 3 ? [250 - 60 * random.next(), 30] : kind === 4 ? [30, 250] : [250, 30]
  const clean = (position: number) =>
    empty +
    (full - empty) * (position + 0.06 * Math.sin(Math.PI * position)) +
    (jump > 0 && Math.abs(position - at) < width ? jump : 0)
  const positions = Array.from({ length: 800 }, (_, k) => (k < 400 ? k / 399 : (799 - k) / 399))
  const sweep = (noise: number) =>
    analyseSweep(
      positions.map((position) => ({ position, ohm: clean(position) + noise * random.normal() })),
      { relative: noise > 0 ? 0.006 : 0, absolute: noise > 0 ? 0.3 : 0 },
      gaugeRange,
    )
  count('sender sweep', verdict(sweep(1.2)), verdict(sweep(0)))
  const injectors = Array.from({ length: 4 }, (_, k) => ({
    id: `${k}`,
    flowM3PerS: 12 * LH * (1 - (k === 1 ? 0.14 * random.next() : 0.02 * random.next())),
    spray: 'cone' as const,
    dropsPerMin: 0,
  }))
  const set = (noise: number) =>
    judgeInjectors(
      injectors.map((run) => ({ ...run, flowM3PerS: run.flowM3PerS * (1 + noise * random.normal()) })),
      12 * LH,
      { relative: noise, absolute: 0 },
    )
  const [found, truth] = [set(0.004), set(0)]
  if (found.ok && truth.ok)
    found.value.injectors.forEach((injector, k) =>
      count('injector set', injector.verdict, truth.value.injectors[k]!.verdict),
    )
  const inletPa = -30e3 * random.next()
  const limit: Band = { low: -14e3, high: 5e3, source: 'generic' }
  const suction = (offset: number, error: InstrumentError) =>
    analyseVacuum(
      {
        seconds: Float64Array.from({ length: 60 }, (_, k) => k / 10),
        values: Float64Array.from(
          { length: 60 },
          () => inletPa + offset + (offset === 0 ? 0 : 150 * random.normal()),
        ),
      },
      limit,
      error,
      { ambientPa: 101e3, boilsAtPa: null },
    )
  count(
    'vacuum',
    verdict(suction((2 * random.next() - 1) * 700, { relative: 0, absolute: 700 / Math.sqrt(3) })),
    verdict(suction(0, NONE)),
  )
}

for (const id of LAYOUT_IDS) {
  const layout = LAYOUTS[id]
  const specification = specificationOf({}, layout)
  const faults = libraryOf(layout).faults.filter((fault) => !fault.unlisted)
  const sound = truthVehicle(0, specification, [], layout, {
    scatter: 0,
    bias: 0,
    numberSlips: 0,
    outcomeSlips: 0,
    roams: false,
    family: false,
  })
  for (let k = 0; k < VEHICLES; k += 1) {
    const random = seededRandom(90_000 + k)
    const fault = faults[Math.floor(random.next() * faults.length)]!
    const vehicle = truthVehicle(
      90_000 + k,
      specification,
      random.next() < 0.2 ? [] : [{ faultId: fault.id, severity: random.next() }],
      layout,
    )
    for (const take of [
      () => pressures(vehicle, sound),
      () => leaks(vehicle),
      () => turns(vehicle),
      () => volts(vehicle),
      () => flows(vehicle),
    ]) {
      try {
        take()
      } catch (problem) {
        console.error(
          `${id} ${fault.id} ${k}: ${problem instanceof Error ? problem.message : String(problem)}`,
        )
      }
    }
  }
}
for (let seed = 0; seed < 3 * VEHICLES; seed += 1) tracks(seed)

const percent = (hits: number, of: number) => `${((100 * hits) / of).toFixed(1)} %`
console.log('| capture | judged | wrong | inconclusive | says little |\n|---|---|---|---|---|')
for (const [name, tally] of tallies)
  console.log(
    `| ${name} | ${tally.count} | ${percent(tally.wrong, tally.count)} | ${percent(tally.inconclusive, tally.count)} | ${percent(tally.little, tally.count)} |`,
  )
const total = [...tallies.values()].reduce((sum, tally) => ({
  count: sum.count + tally.count,
  wrong: sum.wrong + tally.wrong,
  inconclusive: sum.inconclusive + tally.inconclusive,
  little: sum.little + tally.little,
}))
console.log(
  `| all | ${total.count} | ${percent(total.wrong, total.count)} | ${percent(total.inconclusive, total.count)} | ${percent(total.little, total.count)} |`,
)
