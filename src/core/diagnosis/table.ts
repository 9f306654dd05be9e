/**
 * The prediction table: what every particle makes every test read, with derivatives to the nuisances.
 * Built once per vehicle, nominal values first (the screen is usable), then derivatives, then pairs.
 */
import { softAbove, toSi } from '../shared'
import {
  libraryOf,
  type Fault,
  type LayoutLibrary,
  type Outcome,
  type Quantity,
  type SoftRule,
  type Test,
} from '../library'
import { parameterAt, type Layout, type SceneId, type Station, type VehicleModel } from '../vehicle'
import {
  NONE_CLASS,
  pairParticles,
  singleParticles,
  type FaultClass,
  type KnownFigure,
  type Particle,
} from './hypotheses'
import { NO_BELIEF, type Belief } from './belief'
import { observe, observerOf, type Observer } from './observe'
import { feltAmong, feltByAll, packed, readingSigma, type Estimate, type Felt } from './scatter'

export interface NumericTest {
  test: Test
  row: number
  span: number
  /** Ends of its scale, SI: what lies beyond shows as the end. */
  low: number
  high: number
  /** It reads a quantity that is known by its order of size alone: spread about by a factor, never through zero. */
  skewed: boolean
}
export interface SeenTest {
  test: Test
  outcomes: Outcome[]
  /** First place of its chances in a particle's `chances`. */
  offset: number
}
/** A station's predicted value in the scene that profiles show. */
export interface ProfilePoint {
  station: Station
  row: number
}

export interface Catalogue {
  library: LayoutLibrary
  observer: Observer
  numeric: NumericTest[]
  seen: SeenTest[]
  profile: ProfilePoint[]
  numericById: Map<string, NumericTest>
  seenById: Map<string, SeenTest>
  rules: { row: number; rule: SoftRule }[]
  ruleAt: Map<SoftRule, number>
  nuisanceCount: number
  rowCount: number
  chanceCount: number
}

export interface Predicted extends Estimate {
  particle: Particle
  /** Chances of the outcomes of the observation tests, one after another. */
  chances: Float64Array
  symptoms: Float64Array
  /** False when a scene of it did not converge; such a particle is left out. */
  sound: boolean
}

/** The scene that the profiles show: key on, or idle where no pump runs at key on. */
export const profileScene = (layout: Layout): SceneId =>
  layout.scope === 'gauge' ? 'gaugeOn' : layout.scenes.includes('keyOn') ? 'keyOn' : 'idle'

/** Lists every quantity anyone asks for and gives each a row. */
export function catalogueOf(model: VehicleModel): Catalogue {
  const library = libraryOf(model.layout)
  const rows = new Map<string, number>()
  const quantities: Quantity[] = []
  const row = (quantity: Quantity) => {
    const key = JSON.stringify(quantity)
    const known = rows.get(key)
    if (known !== undefined) return known
    rows.set(key, quantities.length)
    quantities.push(quantity)
    return quantities.length - 1
  }
  const numeric: NumericTest[] = []
  const seen: SeenTest[] = []
  let chanceCount = 0
  for (const test of library.tests) {
    if (test.reading.kind === 'number')
      numeric.push({
        test,
        row: row(test.reading.quantity),
        skewed: isSkewed(model, test.reading.quantity),
        ...scaleOf(test),
      })
    else {
      seen.push({ test, outcomes: test.reading.outcomes, offset: chanceCount })
      chanceCount += test.reading.outcomes.length
    }
  }
  const profile = model.layout.stations.map((station): ProfilePoint => ({
    station,
    row: row(profileQuantity(station, profileScene(model.layout))),
  }))
  const rules: Catalogue['rules'] = []
  const ruleAt = new Map<SoftRule, number>()
  const addRule = (rule: SoftRule) => {
    ruleAt.set(rule, rules.length)
    rules.push({ row: row(rule.quantity), rule })
  }
  seen.forEach((entry) => entry.outcomes.forEach((outcome) => outcome.when.flat().forEach(addRule)))
  library.symptoms.forEach((symptom) => symptom.shows.forEach((group) => group.forEach(addRule)))
  return {
    library,
    observer: observerOf(model, quantities),
    numeric,
    seen,
    profile,
    rules,
    ruleAt,
    chanceCount,
    numericById: new Map(numeric.map((entry) => [entry.test.id, entry])),
    seenById: new Map(seen.map((entry) => [entry.test.id, entry])),
    nuisanceCount: model.nuisances.length,
    rowCount: quantities.length,
  }
}

const profileQuantity = (station: Station, scene: SceneId): Quantity =>
  station.track === 'electrical' || station.track === 'gauge'
    ? { of: 'volts', red: station.node, black: '0', scene }
    : { of: 'pressure', at: station.node, scene }

/** From this standard deviation of the logarithm on a bell about the middle would reach zero. */
const SKEWED_FROM = 0.3
const isSkewed = (model: VehicleModel, quantity: Quantity): boolean =>
  quantity.of === 'parameter' && model.parameters[parameterAt(model, quantity.id)]!.spread > SKEWED_FROM

function scaleOf(test: Test): { span: number; low: number; high: number } {
  if (test.reading.kind !== 'number') return { span: 1, low: -Infinity, high: Infinity }
  const { unit } = test.reading
  const [low, high] = [test.reading.low, test.reading.high].map((value) => toSi({ value, unit })) as [
    number,
    number,
  ]
  return { span: high - low, low, high }
}

/** Predictions of many particles; those of one theta are observed once. */
function predictAll(catalogue: Catalogue, particles: Particle[], withDerivatives: boolean): Predicted[] {
  const known = new Map<Float64Array, Predicted>()
  return particles.map((particle) => {
    const twin = known.get(particle.theta)
    if (twin) return { ...twin, particle }
    const fresh = predictParticle(catalogue, particle, withDerivatives)
    known.set(particle.theta, fresh)
    return fresh
  })
}

/** Predictions of one particle. */
export function predictParticle(
  catalogue: Catalogue,
  particle: Particle,
  withDerivatives: boolean,
): Predicted {
  const { values, derivatives, sound } = observe(catalogue.observer, particle.theta, withDerivatives)
  const strength = catalogue.rules.map(({ row, rule }) => holds(rule, values[row]!))
  /** Chance that all rules of some group hold. */
  const anyHolds = (groups: readonly SoftRule[][]) =>
    1 -
    groups.reduce(
      (none, group) =>
        none * (1 - group.reduce((all, rule) => all * strength[catalogue.ruleAt.get(rule)!]!, 1)),
      1,
    )
  const chances = new Float64Array(catalogue.chanceCount)
  for (const entry of catalogue.seen) {
    let left = 1
    entry.outcomes.forEach((outcome, k) => {
      const chance = left * anyHolds(outcome.when)
      chances[entry.offset + k] = chance
      left -= chance
    })
    // The last outcome has no rule: it takes what is left.
    const last = entry.offset + entry.outcomes.length - 1
    chances[last]! += Math.max(left, 0)
  }
  const symptoms = Float64Array.from(catalogue.library.symptoms, ({ shows }) => anyHolds(shows))
  return { particle, values, derivatives, severity: null, chances, symptoms, sound }
}

function holds(rule: SoftRule, value: number): number {
  const up = softAbove(value, rule.at, rule.width)
  return rule.side === 'above' ? up : 1 - up
}

/** Everything known of a vehicle's variants; grows from nominal to derivatives to pairs. */
export interface Table {
  model: VehicleModel
  catalogue: Catalogue
  classes: FaultClass[]
  predicted: Predicted[]
  /** The vehicle without a fault. */
  sound: Predicted
  stage: 'nominal' | 'derivatives' | 'pairs'
  /** Which nuisances each row feels; all of them until the derivatives are there. */
  felt: Felt
  /** Pairs solved so far, by their class, whoever asked for them; their class index is the asker's. */
  pairs: Map<string, Predicted[]>
  /** What is known of this vehicle besides the model, and the belief in its figures that follows from it. */
  known: KnownFigure[]
  belief: Belief
}

/** Each fault by itself, and none. */
export const singleClasses = ({ library }: Catalogue): FaultClass[] => [
  ...library.faults.map((fault): FaultClass => ({ id: fault.id, faults: [fault] })),
  NONE_CLASS,
]

export function nominalTable(model: VehicleModel): Table {
  const catalogue = catalogueOf(model)
  const classes = singleClasses(catalogue)
  const sound = predictParticle(catalogue, soundParticle(model, classes.length - 1), true)
  const predicted: Predicted[] = []
  classes.forEach((entry, at) => {
    if (entry.faults.length === 0) predicted.push({ ...sound })
    else
      predicted.push(
        ...withSeverity(predictAll(catalogue, singleParticles(model, entry.faults[0]!, at), false), 1),
      )
  })
  return {
    model,
    catalogue,
    classes,
    predicted,
    sound,
    stage: 'nominal',
    felt: feltByAll(catalogue.rowCount, catalogue.nuisanceCount),
    pairs: new Map(),
    known: [],
    belief: NO_BELIEF,
  }
}

/**
 * Strata are coarse: between two of them a reading may move by more than its own error. So the shift to
 * the neighbouring strata joins each particle's derivatives as two further nuisances (for a pair, one
 * a fault). `across` is the distance to the neighbour in the outer severity.
 */
function withSeverity(predicted: Predicted[], across: number): Predicted[] {
  predicted.forEach((entry, at) => {
    const alike = (other: Predicted | undefined) =>
      other &&
      other.sound &&
      other.particle.shows === entry.particle.shows &&
      other.particle.total === entry.particle.total &&
      other.particle.form === entry.particle.form
        ? other
        : null
    entry.severity = new Float64Array(2 * entry.values.length)
    const shift = (step: number, column: number, fits: (index: number) => boolean) => {
      const above = fits(at + step) ? alike(predicted[at + step]) : null
      const below = fits(at - step) ? alike(predicted[at - step]) : null
      if (!above && !below) return
      const share = (above && below ? 0.5 : 1) * STRATUM_SD
      entry.values.forEach(
        (value, row) =>
          (entry.severity![2 * row + column] =
            share * ((above ? above.values[row]! : value) - (below ? below.values[row]! : value))),
      )
    }
    if (across === 1) shift(1, 0, () => true)
    else {
      shift(1, 0, (index) => Math.floor(index / across) === Math.floor(at / across))
      shift(across, 1, () => true)
    }
  })
  return predicted.filter((entry) => entry.sound)
}

/** Standard deviation of a severity that is uniform over one stratum, with a little to spare, in strata. */
const STRATUM_SD = 0.33

const soundParticle = (model: VehicleModel, classIndex: number): Particle => ({
  classIndex,
  theta: model.nominal.slice(),
  shows: 1,
  weight: 1,
})

/** Adds derivatives to the particles from `from` on, until `until` says stop; returns the next place. */
export function deriveSome(table: Table, from: number, until: () => boolean): number {
  let at = from
  while (at < table.predicted.length && !until()) {
    const entry = table.predicted[at]!
    if (!entry.derivatives)
      table.predicted[at] = {
        ...(twinOf(table, at) ?? predictParticle(table.catalogue, entry.particle, true)),
        particle: entry.particle,
        severity: entry.severity,
      }
    at += 1
  }
  if (at >= table.predicted.length && table.stage === 'nominal') packAll(table)
  return at
}

/** All derivatives are there: what no row feels is left out of them from here on. */
function packAll(table: Table) {
  const { catalogue, predicted, sound } = table
  table.felt = feltAmong(predicted, leastFelt(catalogue), catalogue.nuisanceCount)
  table.predicted = predicted.map((entry) => withPacked(entry, table.felt))
  table.sound = withPacked(sound, table.felt)
  table.pairs = new Map()
  table.stage = 'derivatives'
}
const withPacked = (entry: Predicted, felt: Felt): Predicted => ({
  ...entry,
  derivatives: packed(entry.derivatives!, felt),
})

/** A scatter under this share of a test's least error is not felt; a profile's row feels what moves it at all, and rules weigh values alone. */
const LEAST_FELT = 0.05
function leastFelt({ numeric, profile, rowCount }: Catalogue): Float64Array {
  const least = new Float64Array(rowCount).fill(Infinity)
  for (const { row } of profile) least[row] = 0
  for (const entry of numeric) least[entry.row] = LEAST_FELT * readingSigma(entry, 0)
  return least
}

/** The permanent form of a fault that comes and goes: it reads the same while it shows. */
function twinOf({ predicted }: Table, at: number): Predicted | undefined {
  const { particle } = predicted[at]!
  return particle.shows === 1
    ? undefined
    : predicted.find((entry, k) => k < at && entry.particle.theta === particle.theta)
}

/** Pairs of the given single classes, two different segments each. */
export function addPairs(table: Table, likeliest: number[]): void {
  for (let i = 0; i < likeliest.length; i += 1) {
    for (let j = i + 1; j < likeliest.length; j += 1) {
      const one = table.classes[likeliest[i]!]!.faults[0]!
      const other = table.classes[likeliest[j]!]!.faults[0]!
      const id = [one.id, other.id].sort().join('+')
      if (one.segment === other.segment || table.classes.some((entry) => entry.id === id)) continue
      const classIndex = table.classes.length
      table.classes.push({ id, faults: [one, other] })
      const known = table.pairs.get(id) ?? predictPair(table, one, other)
      table.pairs.set(id, known)
      table.predicted.push(
        ...known.map((entry) => ({ ...entry, particle: { ...entry.particle, classIndex } })),
      )
    }
  }
  table.stage = 'pairs'
}

function predictPair(table: Table, one: Fault, other: Fault): Predicted[] {
  const particles = pairParticles(table.model, one, other, 0)
  return withSeverity(
    predictAll(table.catalogue, particles, true).map((entry) => withPacked(entry, table.felt)),
    particles.filter(({ total }) => !total).length > 2 ? 2 : 1,
  )
}
