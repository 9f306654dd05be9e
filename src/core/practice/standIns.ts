/**
 * The stand-in instruments that ship with the application: signals of a simulated vehicle, spoken in the
 * instrument lines, so that a worker, a gauge gateway and a file of them are read by one reader. They are
 * always marked as stand-ins.
 */
import {
  DEADHEAD_LIMIT_S,
  writeHead,
  writeLine,
  writeMark,
  type ChannelHead,
  type InstrumentHead,
  type LineMark,
} from '../bench'
import { dropChannel, layoutKeyOf, type Taking, type VehicleRecord } from '../job'
import { libraryOf, testById, type Quantity } from '../library'
import { KELVIN_AT_0_C, type Fraction, type Second, type Volt } from '../shared'
import {
  currentWaveform,
  instrumentRandom,
  isFaultId,
  railSignal,
  repaired,
  senderFills,
  senderSweep,
  throughInstrument,
  truthScene,
  truthValue,
  truthVehicle,
  type Act,
  type InstrumentTraits,
  type TruthVehicle,
} from '../simulate'
import { SCENE, layoutOf, type SceneId } from '../vehicle'

/** What is to be played: the vehicle, what was repaired on it, the capture, and how often it was taken before. */
export interface StandInOrder {
  vehicle: Pick<VehicleRecord, 'layout' | 'edits' | 'specification' | 'truth'>
  repaired: string[]
  taking: Taking
  attempt: number
}

export interface StandInChannel {
  head: ChannelHead
  seconds: Float64Array
  /** SI; NaN where the signal is lost. */
  values: Float64Array
}
export interface StandInRun {
  head: InstrumentHead
  channels: StandInChannel[]
  marks: LineMark[]
  lastsS: Second
  /** Seconds of the signal that are played in one second. */
  pace: number
}

const HEADS = {
  rail: { id: 'rail', quantity: 'pressure', unit: 'kPa', accuracy: { relative: 0.005, absolute: 2 } },
  second: { id: 'second', quantity: 'pressure', unit: 'kPa', accuracy: { relative: 0.005, absolute: 2 } },
  suction: { id: 'suction', quantity: 'pressure', unit: 'kPa', accuracy: { relative: 0, absolute: 0.6 } },
  pump: { id: 'pump', quantity: 'current', unit: 'A', accuracy: { relative: 0.02, absolute: 0.1 } },
  flow: { id: 'flow', quantity: 'flow', unit: 'L/h', accuracy: { relative: 0.02, absolute: 0.5 } },
  feedV: { id: 'feedV', quantity: 'voltage', unit: 'V', accuracy: { relative: 0.005, absolute: 0.02 } },
  groundV: { id: 'groundV', quantity: 'voltage', unit: 'V', accuracy: { relative: 0.005, absolute: 0.002 } },
  sender: { id: 'sender', quantity: 'resistance', unit: 'ohm', accuracy: { relative: 0.01, absolute: 0.3 } },
  float: { id: 'float', quantity: 'position', unit: '%', accuracy: { relative: 0, absolute: 0.5 } },
  filled: { id: 'filled', quantity: 'volume', unit: 'L', accuracy: { relative: 0.005, absolute: 0.1 } },
  fuel: { id: 'fuel', quantity: 'temperature', unit: '°C', accuracy: { relative: 0, absolute: 1 } },
} as const satisfies Record<string, ChannelHead>

/** Fuel in a vehicle that has stood in the shop. */
const SHOP_K = KELVIN_AT_0_C + 21
/** A gauge on a pulsing line: ripple of a pump as a share of its pressure, and how often it comes, 1/s. */
const RIPPLE: Fraction = 0.006
const RIPPLES_PER_S = 7.3
/** Line that has drained because nothing held the pressure. */
const DRAINED_M3 = 40e-6
const DRAINED_UNDER: Fraction = 0.1

/** What a simulated vehicle hides and this version does not have, by id; null where it has all of it. */
export const unknownFault = ({ truth }: Pick<VehicleRecord, 'truth'>): string | null =>
  truth?.hidden.find(({ faultId }) => !isFaultId(faultId))?.faultId ?? null

/** Plays a capture on a vehicle; null where this vehicle has nothing there to read. */
export function standInRun({ vehicle, repaired: done, taking, attempt }: StandInOrder): StandInRun | null {
  if (!vehicle.truth) return null
  const { seed, hidden } = vehicle.truth
  const standing = (scope: 'engine' | 'gauge') =>
    repaired(truthVehicle(seed, vehicle.specification, hidden, layoutOf(layoutKeyOf(vehicle, scope))), done)
  const bench = new StandInBench(standing, attempt)
  switch (taking.kind) {
    case 'prime':
      return bench.prime()
    case 'steady':
      return bench.steady(taking.testId)
    case 'snap':
      return bench.snap()
    case 'deadhead':
      return bench.deadhead()
    case 'leakDown':
      return bench.leakDown(taking)
    case 'volume':
      return bench.volume(taking.testId)
    case 'current':
      return bench.steady(taking.testId)
    case 'waveform':
      return bench.waveform()
    case 'drops':
      return bench.drops()
    case 'vacuum':
      return bench.vacuum(taking.testId)
    case 'sweep':
      return bench.sender(senderSweep(standing('gauge'), 40, 20), HEADS.float, 5)
    case 'calibration':
      return bench.sender(senderFills(standing('gauge'), 10, 8, 5), HEADS.filled, 14)
    case 'injectors':
      return null
  }
}

class StandInBench {
  private readonly vehicle: TruthVehicle
  constructor(
    private readonly standing: (scope: 'engine' | 'gauge') => TruthVehicle,
    private readonly attempt: number,
  ) {
    this.vehicle = standing('engine')
  }

  prime(): StandInRun | null {
    const dry =
      truthValue(this.vehicle, { of: 'residual', clamped: 'none', minutes: 5 }) < DRAINED_UNDER
        ? DRAINED_M3
        : 0
    const turn: Act[] = [
      { scene: 'keyOn', lastsS: 2 },
      { scene: 'off', lastsS: 0.7 },
    ]
    return this.acts([{ scene: 'off', lastsS: 0.6 }, ...turn, ...turn, ...turn], 50, 1.5, [], dry)
  }
  snap(): StandInRun | null {
    return this.acts(
      [
        { scene: 'keyOn', lastsS: 2 },
        { scene: 'idle', lastsS: 6 },
        { scene: 'load', lastsS: 6 },
        { scene: 'idle', lastsS: 3 },
      ],
      20,
      2,
      [mark(3, 'begin'), mark(8, 'snap'), mark(14, 'end')],
    )
  }
  deadhead(): StandInRun | null {
    const shutS = DEADHEAD_LIMIT_S - 0.5
    return this.acts(
      [
        { scene: 'off', lastsS: 0.5 },
        { scene: 'keyOn', lastsS: 1.5 },
        { scene: 'deadhead', lastsS: shutS },
        { scene: 'keyOn', lastsS: 1 },
      ],
      50,
      1,
      [mark(1, 'begin'), mark(2 + shutS, 'end')],
    )
  }
  leakDown({ clamped }: Taking): StandInRun | null {
    const runs: SceneId = this.vehicle.model.layout.scenes.includes('keyOn') ? 'keyOn' : 'idle'
    return this.acts(
      [
        { scene: 'off', lastsS: 1 },
        { scene: runs, lastsS: 7 },
        { scene: 'off', lastsS: 302, clamped },
      ],
      2,
      32,
      [mark(8, 'begin'), mark(308, 'end')],
    )
  }

  /** Rail and pump through acts, with the volts at the pump beside them. */
  private acts(acts: Act[], rate: number, pace: number, marks: LineMark[], dryM3 = 0): StandInRun | null {
    const signal = railSignal(this.vehicle, acts, rate, dryM3)
    const { layout } = this.vehicle.model
    const scenes = actAt(acts, signal.seconds)
    const fed = signal.seconds.map((_, k) =>
      scenes[k] === 'off' ? 0 : (truthScene(this.vehicle, scenes[k] as SceneId).volts.pumpPlus ?? NaN),
    )
    const back = layout.segments.some((segment) => segment.parts.includes('returnLine'))
      ? signal.seconds.map((_, k) =>
          scenes[k] === 'off'
            ? 0
            : Math.max(0, truthScene(this.vehicle, scenes[k] as SceneId).flow.returnLine ?? 0) *
              share(
                signal.pressurePa[k]!,
                truthScene(this.vehicle, scenes[k] as SceneId).pressurePa[layout.gaugeAt]!,
              ),
        )
      : null
    return this.run(pace, marks, [
      this.channel(HEADS.rail, signal.seconds, pulsing(signal.pressurePa, signal.seconds, scenes)),
      ...(layout.parts.some((part) => part.kind === 'pump' || part.kind === 'inlinePump')
        ? [this.channel(HEADS.pump, signal.seconds, signal.currentA)]
        : []),
      ...(back ? [this.channel(HEADS.flow, signal.seconds, back)] : []),
      ...(fed.every(Number.isFinite) ? [this.channel(HEADS.feedV, signal.seconds, fed)] : []),
    ])
  }

  /** A stretch in one condition at the place of a test, with what else stands still there. */
  steady(testId: string | null): StandInRun | null {
    const quantity = quantityOf(testId)
    if (!quantity || !('scene' in quantity)) return null
    const { scene } = quantity
    const state = truthScene(this.vehicle, scene)
    const { layout } = this.vehicle.model
    const at = quantity.of === 'pressure' ? quantity.at : layout.gaugeAt
    const seconds = clock(12, 20)
    const flat = (value: number | undefined) =>
      value === undefined || !Number.isFinite(value) ? null : seconds.map(() => value)
    const pressure = pulsing(
      seconds.map(() => Math.max(-9e4, state.pressurePa[at]!)),
      seconds,
      seconds.length > 0 ? Array.from(seconds, () => scene) : [],
    )
    const before = layout.stations.find(
      (station) =>
        station.node !== at &&
        station.track === 'fuel' &&
        (state.pressurePa[station.node] ?? -1) > state.pressurePa[at]!,
    )
    const motor =
      state.motors[quantity.of === 'current' ? (quantity.pump ?? 'pump') : 'pump'] ??
      Object.values(state.motors)[0]
    const given = [
      [HEADS.rail, pressure],
      [HEADS.second, before ? flat(state.pressurePa[before.node]) : null],
      [HEADS.pump, flat(motor?.currentA)],
      [HEADS.flow, flat(state.flow.returnLine)],
      [HEADS.feedV, flat(state.volts.pumpPlus)],
      [HEADS.groundV, flat(state.volts.pumpMinus)],
      [HEADS.fuel, flat(SHOP_K + 14 * SCENE[scene].heatFraction)],
    ] as const
    return this.run(
      2,
      [mark(1, 'begin'), mark(11.5, 'end')],
      given.flatMap(([head, values]) => (values ? [this.channel(head, seconds, values)] : [])),
    )
  }
  vacuum(testId: string | null): StandInRun | null {
    const quantity = quantityOf(testId)
    if (quantity?.of !== 'pressure') return null
    const seconds = clock(10, 20)
    const pa = truthScene(this.vehicle, quantity.scene).pressurePa[quantity.at]!
    return this.run(
      2,
      [mark(1, 'begin'), mark(9.5, 'end')],
      [
        this.channel(
          HEADS.suction,
          seconds,
          seconds.map((at) => pa * (1 + 0.02 * Math.sin(5 * at))),
        ),
        this.channel(
          HEADS.fuel,
          seconds,
          seconds.map(() => SHOP_K + 14 * SCENE[quantity.scene].heatFraction),
        ),
      ],
    )
  }
  volume(testId: string | null): StandInRun | null {
    const quantity = quantityOf(testId)
    if (quantity?.of !== 'flow') return null
    const seconds = clock(17, 10)
    const flow = truthValue(this.vehicle, quantity)
    return this.run(
      3,
      [mark(1, 'begin'), mark(16, 'end')],
      [
        this.channel(
          HEADS.flow,
          seconds,
          seconds.map((at) => (at < 0.6 || at > 16.4 ? 0 : flow * (1 + 0.01 * Math.sin(9 * at)))),
        ),
      ],
    )
  }
  waveform(): StandInRun | null {
    const scene: SceneId = this.vehicle.model.layout.scenes.includes('keyOn') ? 'keyOn' : 'idle'
    const wave = currentWaveform(this.vehicle, scene, 0.25, 20_000)
    return this.run(
      0.08,
      [mark(0.005, 'begin'), mark(0.245, 'end')],
      [this.channel(HEADS.pump, wave.seconds, wave.currentA, { noise: 0.03 })],
    )
  }
  drops(): StandInRun | null {
    const { layout } = this.vehicle.model
    const seconds = clock(6, 10)
    const places = [this.vehicle, this.standing('gauge')].flatMap(dropsOf)
    const scene: SceneId = layout.scenes.includes('keyOn') ? 'keyOn' : 'idle'
    const motor =
      truthScene(this.vehicle, scene).motors.pump ?? Object.values(truthScene(this.vehicle, scene).motors)[0]
    return this.run(
      2,
      [mark(0.5, 'begin'), mark(5.5, 'end')],
      [
        ...places.map(({ testId, dropV }) =>
          this.channel(
            { ...HEADS.groundV, id: dropChannel(testId) },
            seconds,
            seconds.map(() => dropV),
          ),
        ),
        ...(motor
          ? [
              this.channel(
                HEADS.pump,
                seconds,
                seconds.map(() => motor.currentA),
              ),
            ]
          : []),
      ],
    )
  }
  sender(signal: ReturnType<typeof senderSweep>, along: ChannelHead, pace: number): StandInRun | null {
    if (!signal) return null
    const { seconds, ohm } = signal
    // A meter on an open circuit has no value: the lost stretches are the vehicle's own, none are added.
    return {
      head: this.head([HEADS.sender, along]),
      channels: [
        { head: HEADS.sender, seconds, values: ohm.map((value) => value) },
        { head: along, seconds, values: signal.along },
      ],
      marks: [mark(0.05, 'begin'), mark(seconds.at(-1)! - 0.05, 'end')],
      lastsS: seconds.at(-1)!,
      pace,
    }
  }

  /** Noise a third of the accuracy, an offset within it, a slow drift, now and then a lost signal. */
  private channel(
    head: ChannelHead,
    seconds: Float64Array,
    values: Float64Array,
    traits: Partial<InstrumentTraits> = {},
  ): StandInChannel {
    const name = `${head.id} ${this.attempt}`
    const random = instrumentRandom(this.vehicle, `traits ${head.id}`)
    const scale = SCALE[head.unit as keyof typeof SCALE] ?? 1
    const accuracy = head.accuracy.absolute * scale
    const lastsS = seconds.at(-1)! - seconds[0]!
    const full: InstrumentTraits = {
      noise: accuracy / 3,
      offset: 0.5 * accuracy * (2 * random.next() - 1),
      driftPerS: (0.15 * accuracy * (2 * random.next() - 1)) / Math.max(lastsS, 1),
      lossesPerS: lastsS > 60 ? 0.006 : 0,
      lossLastsS: 2.5,
      step: 0,
      ...traits,
    }
    return { head, seconds, values: throughInstrument(this.vehicle, name, seconds, values, full) }
  }
  private head(channels: ChannelHead[]): InstrumentHead {
    return { name: 'Stand-in bench', standIn: true, channels }
  }
  private run(pace: number, marks: LineMark[], channels: StandInChannel[]): StandInRun | null {
    return channels[0] === undefined
      ? null
      : {
          head: this.head(channels.map((channel) => channel.head)),
          channels,
          marks,
          lastsS: channels[0].seconds.at(-1)!,
          pace,
        }
  }
}

const SCALE = { kPa: 1e3, A: 1, V: 1, ohm: 1, 'L/h': 1e-3 / 3600, '°C': 1, '%': 0.01, L: 1e-3 } as const
const mark = (seconds: Second, word: string): LineMark => ({ seconds, word })
const clock = (lastsS: Second, rate: number) =>
  Float64Array.from({ length: Math.round(lastsS * rate) }, (_, k) => k / rate)
const share = (pa: number, ofPa: number): Fraction => (ofPa > 1e3 ? Math.min(1.2, Math.max(0, pa / ofPa)) : 0)

function quantityOf(testId: string | null): Quantity | null {
  const reading = testId ? testById(testId).reading : null
  return reading?.kind === 'number' ? reading.quantity : null
}

/** The scene of each sample. */
function actAt(acts: Act[], seconds: Float64Array): (SceneId | 'off')[] {
  const ends = acts.map((_, k) => acts.slice(0, k + 1).reduce((sum, act) => sum + act.lastsS, 0))
  return Array.from(
    seconds,
    (at) =>
      acts[
        Math.max(
          0,
          ends.findIndex((end) => at <= end + 1e-9),
        )
      ]!.scene,
  )
}

/** A running pump makes the line pulse. */
const pulsing = (
  values: Float64Array,
  seconds: Float64Array,
  scenes: readonly (SceneId | 'off')[],
): Float64Array =>
  values.map((value, k) =>
    scenes[k] === 'off' ? value : value * (1 + RIPPLE * Math.sin(2 * Math.PI * RIPPLES_PER_S * seconds[k]!)),
  )

/** Drops that Trace can read on this vehicle while its pump runs, each as it is. */
const dropsOf = (vehicle: TruthVehicle): { testId: string; dropV: Volt }[] =>
  libraryOf(vehicle.model.layout).tests.flatMap(({ id, reading }) =>
    reading.kind === 'number' && reading.quantity.of === 'volts' && reading.step === 0.01
      ? [{ testId: id, dropV: truthValue(vehicle, reading.quantity) }]
      : [],
  )

/** The run as a stream: the head, then the samples of all channels by time, in pieces of so many seconds of the signal. */
export function* standInText(run: StandInRun, pieceS: Second): Generator<{ untilS: Second; text: string }> {
  yield { untilS: 0, text: writeHead(run.head) }
  const at = run.channels.map(() => 0)
  const marks = [...run.marks]
  for (let untilS = pieceS; untilS < run.lastsS + pieceS; untilS += pieceS) {
    const lines: { seconds: Second; text: string }[] = []
    while (marks[0] && marks[0].seconds <= untilS)
      lines.push({ seconds: marks[0].seconds, text: writeMark(marks.shift()!) })
    run.channels.forEach(({ head, seconds, values }, c) => {
      for (; at[c]! < seconds.length && seconds[at[c]!]! <= untilS; at[c]! += 1)
        lines.push({
          seconds: seconds[at[c]!]!,
          text: writeLine({ seconds: seconds[at[c]!]!, channel: head.id, value: values[at[c]!]! }, head.unit),
        })
    })
    yield {
      untilS,
      text: lines
        .sort((one, other) => one.seconds - other.seconds)
        .map((line) => line.text)
        .join(''),
    }
  }
}
