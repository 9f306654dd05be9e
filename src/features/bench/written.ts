/** What a hand wrote down, as the log keeps it. */
import { FLOAT_HEIGHTS, type FloatsTaken } from '@/core/bench'
import type { CaptureInput, KeptCapture } from '@/core/job'
import { M3_PER_S_PER_L_PER_H, type UnitName } from '@/core/shared'
import { shortOf } from '../frame/words'

const entry = (value: number, unit: UnitName) => ({ value: Number(value.toPrecision(6)), unit })

export function tableOf(input: CaptureInput): KeptCapture['table'] {
  switch (input.from) {
    case 'signals':
      return []
    case 'volume':
      return [
        {
          label: 'Into the can',
          values: [
            entry(input.taken.volumeM3 * 1e3, 'L'),
            entry(input.taken.seconds, 's'),
            entry(input.taken.pressurePa / 1e3, 'kPa'),
          ],
          word: '',
        },
      ]
    case 'drops':
      return [
        ...input.drops.map(({ testId, dropV }) => ({
          label: shortOf(testId),
          values: [entry(dropV, 'V')],
          word: testId,
        })),
        ...(input.currentA === null
          ? []
          : [{ label: 'Pump current', values: [entry(input.currentA, 'A')], word: '' }]),
      ]
    case 'fills':
      return input.fills.map((fill, k) => ({
        label: `Fill ${k + 1}`,
        values: [
          entry(fill.volumeM3 * 1e3, 'L'),
          ...fill.readings.slice(0, 5).map((value) => entry(value, input.unit)),
        ],
        word: '',
      }))
    case 'injectors':
      return input.runs.map((run) => ({
        label: run.id,
        values: [entry(run.flowM3PerS / M3_PER_S_PER_L_PER_H, 'L/h')],
        word: `${run.spray}, ${run.dropsPerMin} drops a minute`,
      }))
    case 'floats':
      return floatRows(input.floats)
    case 'ends':
      return [
        {
          label: 'Needle',
          values: [
            entry(input.startPa / 1e3, 'kPa'),
            entry(input.laterPa / 1e3, 'kPa'),
            entry(input.minutes, 'min'),
          ],
          word: '',
        },
      ]
  }
}

/** A row a height and way; an open circuit has no ohms. */
const floatRows = (floats: FloatsTaken): KeptCapture['table'] =>
  (['up', 'down'] as const).flatMap((way) =>
    FLOAT_HEIGHTS.flatMap((height, k) => {
      const ohm = floats[way][k]
      if (ohm === null || ohm === undefined) return []
      const open = !Number.isFinite(ohm)
      return [
        {
          label: `${Math.round(100 * height)} %, ${way}`,
          values: open ? [] : [entry(ohm, 'ohm')],
          word: open ? 'open' : '',
        },
      ]
    }),
  )
