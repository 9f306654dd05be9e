/** Builds: what they make of a vehicle, what the check of the whole finds, and that desk, model and check agree. */
import { describe, expect, it } from 'vitest'
import { BUILD_REPAIRS, repairById, usualWays } from '../library'
import { answerOf, calculatorById, typedOf, type Typed } from '../sizing'
import { M3_PER_S_PER_L_PER_H as LH } from '../shared'
import {
  LAYOUTS,
  SPECIFICATION_FIELDS,
  editProblem,
  layoutOf,
  specificationOf,
  specificationSchema,
  specificationThen,
  type LayoutId,
} from '../vehicle'
import {
  BUILDS,
  CHECKS,
  FIELDS,
  GROUPS,
  beginBuild,
  buildById,
  buildsFor,
  checkBuild,
  differenceOf,
  fieldsOf,
  usualLead,
  type Build,
  type Finding,
  type Standing,
} from '.'

const standing = (layout: LayoutId, probe = false): Standing => ({
  layout,
  edits: probe ? [{ kind: 'replace', part: 'sender', by: 'probe' }] : [],
  ways: usualWays(layout),
  specification: specificationOf({}, LAYOUTS[layout]),
})
const asFor = (build: Build, layout: LayoutId) => standing(layout, build.id === 'floatSender')
const EACH = BUILDS.flatMap((build) => build.from.map((layout) => [build.id, layout, build] as const))

function checked(id: string, layout: LayoutId, changed: Typed = {}) {
  const build = buildById(id)!
  const was = asFor(build, layout)
  const answer = checkBuild(build, was, { ...beginBuild(build, was), ...changed })
  if (!answer.ok) throw new Error(JSON.stringify(answer.asks))
  return answer
}
const finding = (findings: Finding[], id: string) => findings.find((one) => one.id === id)!
const verdict = (id: string, layout: LayoutId, of: string, changed: Typed = {}) =>
  finding(checked(id, layout, changed).findings, of)?.verdict

describe.each(EACH)('%s on %s', (_id, layout, build) => {
  const was = asFor(build, layout)
  it('begins without a figure asked back, on a vehicle that can be kept, and nothing of it fails but what nobody has said', () => {
    const answer = checkBuild(build, was, beginBuild(build, was))
    if (!answer.ok) throw new Error(JSON.stringify(answer.asks))
    expect(editProblem(answer.becomes.layout, answer.becomes.edits)).toBeNull()
    const then = specificationThen(layout, was.specification, answer.becomes)
    expect(specificationSchema.safeParse(then).success).toBe(true)
    const failing = answer.findings.filter((one) => one.verdict === 'no').map(({ id }) => id)
    // Approved data are somebody's to find; a jet that is lost, and a licence, are the point of the check.
    expect(failing.filter((id) => !['licence', 'jet'].includes(id))).toEqual([])
  })
  it('is made of acts that may be done there, and comes to its end by them', () => {
    expect(build.repairs.length).toBeLessThanOrEqual(5)
    for (const id of build.repairs) expect(repairById(id).layouts?.includes(layout) ?? true, id).toBe(true)
  })
})

it('every act of a build belongs to one, every check and every field to a group that some build asks', () => {
  const used = new Set(BUILDS.flatMap(({ repairs }) => repairs))
  expect(BUILD_REPAIRS.filter(({ id }) => !used.has(id)).map(({ id }) => id)).toEqual([])
  const groups = new Set(BUILDS.flatMap(({ groups }) => groups))
  expect(Object.keys(GROUPS).filter((group) => !groups.has(group as never))).toEqual([])
  expect(CHECKS.filter(({ of }) => !groups.has(of)).map(({ id }) => id)).toEqual([])
  const fields = new Set(Object.values(GROUPS).flatMap(({ fields }): string[] => [...fields]))
  expect(Object.keys(FIELDS).filter((field) => !fields.has(field))).toEqual([])
})

it('each check is found sound by some choice, and not by another', () => {
  const FAILS: Record<string, [build: string, layout: LayoutId, changed: Typed]> = {
    pump: ['pumpUpgrade', 'A01', { powerW: { value: 450, unit: 'kW' } }],
    spare: ['threePumps', 'A01', { powerW: { value: 480, unit: 'kW' }, cutBy: 'nothing', pumps: 2 }],
    checkValve: ['threePumps', 'A01', { checkValves: 'one' }],
    heat: ['pumpUpgrade', 'A01', { currentA: { value: 20, unit: 'A' }, wire: '6' }],
    lift: ['surgeTank', 'A01', { liftM3PerS: { value: 40, unit: 'L/h' } }],
    duty: ['surgeTank', 'A01', { control: 'full' }],
    feedLine: ['threePumps', 'A01', { boreM: { value: 5, unit: 'mm' } }],
    returnBore: ['threePumps', 'A01', { returnBoreM: { value: 3, unit: 'mm' } }],
    regulator: ['returnLine', 'A02', { regulatorAt: 'tank' }],
    jet: ['returnLine', 'A12', {}],
    passage: ['pumpUpgrade', 'A01', { openingM: { value: 50, unit: 'mm' } }],
    stack: ['pumpUpgrade', 'A01', { pumpM: { value: 300, unit: 'mm' } }],
    held: ['pumpUpgrade', 'A01', { held: 'ties' }],
    tankHose: ['pumpUpgrade', 'A01', { tankHose: 'R9 hose' }],
    tankClamp: ['pumpUpgrade', 'A01', { tankClamp: 'worm' }],
    wire: ['pumpUpgrade', 'A01', { wire: '1' }],
    relay: ['pumpUpgrade', 'A01', { relay: '20', currentA: { value: 18, unit: 'A' } }],
    cutOff: ['pumpUpgrade', 'A01', { cutOff: 'key' }],
    feedHose: ['pumpUpgrade', 'A01', { feedHose: 'R7 hose' }],
    feedClamp: ['pumpUpgrade', 'A01', { feedClamp: 'spring' }],
    line: ['alcohol', 'A01', { line: 'Copper pipe' }],
    ends: ['pumpUpgrade', 'A01', { hoseBoreM: { value: 9.5, unit: 'mm' } }],
    routing: ['injection', 'A06', { route: 'cabin' }],
    filters: ['pumpUpgrade', 'A01', { fineAt: 'before' }],
    fineLoss: ['threePumps', 'A01', { newPa: { value: 60, unit: 'kPa' } }],
    returnHose: ['pumpUpgrade', 'A01', { returnHose: 'Clear PVC tube' }],
    returnEnds: ['injection', 'A06', { returnEnds: 'above' }],
    inside: ['linedTank', 'A01', { linerRated: 'no' }],
    seal: ['alcohol', 'A01', { seal: 'Cork and nitrile gasket' }],
    vent: ['threePumps', 'A01', { ventBoreM: { value: 0.3, unit: 'mm' } }],
    gauge: [
      'floatSender',
      'A08',
      { emptyOhm: { value: 180, unit: 'ohm' }, fullOhm: { value: 10, unit: 'ohm' } },
    ],
    arm: ['floatSender', 'A08', { armM: { value: 60, unit: 'mm' } }],
    licence: ['floatSender', 'A16', { approved: 'no' }],
  }
  expect(CHECKS.map(({ id }) => id).filter((id) => !(id in FAILS))).toEqual([])
  const notFailing = CHECKS.filter(({ id }) => {
    const [build, layout, changed] = FAILS[id]!
    return !['no', 'doubt'].includes(verdict(build, layout, id, changed))
  })
  expect(notFailing.map(({ id }) => id)).toEqual([])
  const sound = new Set(
    EACH.flatMap(([id, layout]) => checked(id, layout, { approved: 'yes' }).findings)
      .filter((one) => one.verdict === 'good')
      .map(({ id }) => id),
  )
  expect(CHECKS.map(({ id }) => id).filter((id) => !sound.has(id))).toEqual([])
})

describe('the check of the whole', () => {
  it('refuses a hose that may not lie in fuel, and takes one that may', () => {
    expect(verdict('pumpUpgrade', 'A01', 'tankHose', { tankHose: 'R9 hose' })).toBe('no')
    expect(verdict('pumpUpgrade', 'A01', 'tankHose', { tankHose: 'R10 hose' })).toBe('good')
  })
  it('lets a lost pump be lost where its loss is seen, and not where it is not', () => {
    const two = { pumps: 2, powerW: { value: 480, unit: 'kW' } } as const
    expect(verdict('threePumps', 'A01', 'spare', { ...two, cutBy: 'nothing' })).toBe('no')
    expect(verdict('threePumps', 'A01', 'spare', { ...two, cutBy: 'pressure' })).toBe('good')
    expect(verdict('threePumps', 'A01', 'spare', { cutBy: 'nothing' })).toBe('good')
  })
  it('finds the jet that a return line leaves without its flow, and none where there was none', () => {
    expect(verdict('returnLine', 'A12', 'jet')).toBe('no')
    expect(verdict('returnLine', 'A02', 'jet')).toBe('good')
  })
  it('holds the return by the model of the vehicle as it shall be: narrower is never better', () => {
    const order = ['good', 'doubt', 'no']
    const found = [12, 8, 6, 5, 4, 3].map((value) =>
      order.indexOf(verdict('threePumps', 'A01', 'returnBore', { returnBoreM: { value, unit: 'mm' } })!),
    )
    expect([...found].sort()).toEqual(found)
    expect(found[0]).toBe(0)
    expect(found.at(-1)).toBe(2)
  })
  it('puts what fails first', () => {
    const { findings } = checked('pumpUpgrade', 'A01', { tankHose: 'R9 hose' })
    expect(findings[0]!.verdict).toBe('no')
    expect(findings.map((one) => ['no', 'doubt', 'good'].indexOf(one.verdict))).toEqual(
      findings.map((one) => ['no', 'doubt', 'good'].indexOf(one.verdict)).sort(),
    )
  })
  it('says what the desk says to the same question', () => {
    for (const { desk, verdict: judged, id } of checked('threePumps', 'A01').findings) {
      if (!desk || id === 'heat') continue
      const calculator = calculatorById(desk.id)
      const answered = answerOf(calculator, typedOf(calculator, desk.values))
      expect(answered.ok && answered.answer.verdict, id).toBe(judged)
    }
  })
  it('asks back what no sheet can keep, with its bounds, and a word where a figure belongs', () => {
    const build = buildById('pumpUpgrade')!
    const was = standing('A01')
    const asked = (changed: Typed) => {
      const answer = checkBuild(build, was, { ...beginBuild(build, was), ...changed })
      return answer.ok ? [] : answer.asks
    }
    expect(asked({ flowM3PerS: { value: 700, unit: 'L/h' } })).toEqual([
      { field: 'flowM3PerS', says: expect.stringContaining('400') },
    ])
    expect(asked({ boreM: 'wide' })[0]!.field).toBe('boreM')
    expect(asked({ powerW: { value: 1400, unit: 'kW' } })[0]!.field).toBe('powerW')
  })
  it('a figure of the vehicle that no field takes gives way to the usual one', () => {
    const odd = standing('A01')
    odd.specification.regulatorSetPa = { value: SPECIFICATION_FIELDS.regulatorSetPa.low / 2, source: 'maker' }
    const build = buildById('pumpUpgrade')!
    expect(checkBuild(build, odd, beginBuild(build, odd)).ok).toBe(true)
  })
})

describe('what becomes of it', () => {
  it('three pumps: two more with a circuit each, one pump’s flow on the sheet', () => {
    const { becomes, differences } = checked('threePumps', 'A01')
    const layout = layoutOf({ layoutId: becomes.layout, edits: becomes.edits, scope: 'engine' })
    expect(layout.parts.filter(({ kind }) => kind === 'pump').map(({ id }) => id)).toEqual([
      'pump',
      'pump2',
      'pump3',
    ])
    expect(layout.parts.filter(({ kind }) => kind === 'ownCircuit')).toHaveLength(2)
    expect(becomes.figures.pumpFlowM3PerS).toBeCloseTo(120 * LH, 12)
    expect(differences.filter(({ what }) => what === 'new').map(({ name }) => name)).toEqual([
      'Pump 2',
      'Pump 3',
      'Circuit of pump 2',
      'Circuit of pump 3',
    ])
  })
  it('a return line: another layout, two feeds, and the figures of the new one', () => {
    const { becomes, differences } = checked('returnLine', 'A02')
    expect(becomes.layout).toBe('A01')
    expect(differences.map(({ of, what }) => `${what} ${of}`)).toEqual(
      expect.arrayContaining(['new returnLine', 'new frontLine2', 'other regulator']),
    )
  })
  it('a float in place of a probe takes the probe back out', () => {
    const { becomes, differences } = checked('floatSender', 'A16')
    expect(becomes.edits).toEqual([])
    expect(differences).toContainEqual(expect.objectContaining({ what: 'other', of: 'sender' }))
    expect(buildsFor(standing('A16')).map(({ id }) => id)).not.toContain('floatSender')
    expect(buildsFor(standing('A16', true)).map(({ id }) => id)).toContain('floatSender')
  })
  it('is no different from itself', () => {
    for (const [, layout] of EACH.slice(0, 6)) {
      const was = standing(layout)
      expect(
        differenceOf(was, {
          layout,
          edits: [],
          ways: [...was.ways],
          figures: {},
          fuel: was.specification.fuel,
        }),
      ).toEqual([])
    }
  })
  it('begins with the vehicle’s own figures where the build says none', () => {
    const was = standing('A01')
    was.specification.feedLengthM = { value: 5.5, source: 'maker' }
    expect(beginBuild(buildById('pumpUpgrade')!, was)['lineM']).toEqual({ value: 5.5, unit: 'm' })
    expect(Object.keys(fieldsOf(buildById('linedTank')!))).toEqual([...GROUPS.tank.fields])
  })
})

it('the first start goes in its order, with what Trace expects of what it becomes', () => {
  const { start } = checked('surgeTank', 'A01')
  expect(start.map(({ id }) => id)).toEqual([
    ...['bond', 'fill', 'lift', 'prime', 'leak', 'base', 'flow', 'volts', 'duty', 'road'],
  ])
  // It stands within a tenth of what was set: a regulator gives a little way to so much flow.
  const [low, high] = /\{(\d+) to (\d+) kPa\}/
    .exec(start.find(({ id }) => id === 'base')!.says)!
    .slice(1)
    .map(Number) as [number, number]
  expect(low).toBeLessThan(400)
  expect(high).toBeLessThan(1.15 * 400)
  expect(high).toBeGreaterThan(400)
  expect(checked('linedTank', 'A01').start).toEqual([])
})

it('what takes long is known to take long', () => {
  expect(usualLead('Tank')!.high).toBeGreaterThanOrEqual(30)
  expect(usualLead('Grommet')).toBeNull()
})
