/** What is measured for each fit check, and how the figures go into the core. */
import { LINE_PLACES, lineFor, pressureAt, type LinePlace } from '@/core/library'
import {
  connector,
  hoseOnPipe,
  materialThere,
  moduleHeight,
  passThrough,
  senderOnGauge,
  threads,
  wireAndFuse,
  type Fit,
} from '@/core/sizing'
import { type LayoutId, type Specification } from '@/core/vehicle'

export interface FitFacts {
  layout: LayoutId
  specification: Specification
}
export interface FitField {
  id: string
  label: string
  unit: string
  /** May stay empty. */
  optional?: boolean
  /** What is filled in already, from this vehicle. */
  given?: (facts: FitFacts) => string
  options?: (facts: FitFacts) => { id: string; label: string }[]
}
export interface FitForm {
  id: string
  title: string
  fields: FitField[]
  work: (values: (id: string) => number, words: (id: string) => string, facts: FitFacts) => Fit
}

const mm = (value: number) => 1e-3 * value
const field = (id: string, label: string, unit: string, given?: FitField['given']): FitField => ({
  id,
  label,
  unit,
  ...(given && { given }),
})
const PLACE_WORDS: Record<LinePlace, string> = {
  inTank: 'in the tank',
  feed: 'feed',
  return: 'return',
  suction: 'suction',
  vent: 'vent',
  carburettor: 'at a carburettor',
  highPressure: 'high-pressure side',
  aircraft: 'aircraft',
}
const SEATS = ['37', '45', '60']

export const FIT_FORMS: FitForm[] = [
  {
    id: 'hose',
    title: 'Hose on pipe',
    fields: [field('bore', 'Hose bore', 'mm'), field('pipe', 'Pipe outside', 'mm')],
    work: (v) => hoseOnPipe({ boreM: mm(v('bore')), pipeOuterM: mm(v('pipe')) }),
  },
  {
    id: 'height',
    title: 'Module height',
    fields: [
      field('old', 'Old, flange to foot', 'mm'),
      field('new', 'New', 'mm'),
      {
        id: 'foot',
        label: 'Foot',
        unit: '',
        options: () => [
          { id: 'sprung', label: 'sprung' },
          { id: 'fixed', label: 'fixed' },
        ],
      },
    ],
    work: (v, w) => moduleHeight({ oldM: mm(v('old')), newM: mm(v('new')), sprung: w('foot') === 'sprung' }),
  },
  {
    id: 'through',
    title: 'Through the opening',
    fields: [
      field('body', 'Widest body', 'mm'),
      field('length', 'Length', 'mm'),
      field('opening', 'Opening', 'mm'),
      field('neck', 'Depth of its neck', 'mm'),
      field('headroom', 'Room above', 'mm'),
    ],
    work: (v) =>
      passThrough({
        bodyM: mm(v('body')),
        lengthM: mm(v('length')),
        openingM: mm(v('opening')),
        neckM: mm(v('neck')),
        headroomM: mm(v('headroom')),
      }),
  },
  {
    id: 'sender',
    title: 'Sender against gauge',
    fields: [
      field('empty', 'Sender empty', 'Ω'),
      field('full', 'Sender full', 'Ω'),
      field('gaugeEmpty', 'Gauge wants, empty', 'Ω', ({ specification }) =>
        String(specification.senderEmptyOhm.value),
      ),
      field('gaugeFull', 'Gauge wants, full', 'Ω', ({ specification }) =>
        String(specification.senderFullOhm.value),
      ),
    ],
    work: (v) =>
      senderOnGauge(
        { emptyOhm: v('empty'), fullOhm: v('full') },
        { emptyOhm: v('gaugeEmpty'), fullOhm: v('gaugeFull') },
      ),
  },
  {
    id: 'wire',
    title: 'Pump against wire and fuse',
    fields: [
      field('current', 'Pump draws', 'A', ({ specification }) => specification.pumpCurrentA.value.toFixed(1)),
      field('length', 'Wire, out and back', 'm'),
      field('area', 'Wire', 'mm²'),
      field('fuse', 'Fuse', 'A'),
      { id: 'bears', label: 'It bears, by its data', unit: 'A', optional: true },
    ],
    work: (v, w) =>
      wireAndFuse({
        currentA: v('current'),
        bothWaysM: v('length'),
        areaMm2: v('area'),
        fuseA: v('fuse'),
        bearsA: w('bears').trim() === '' ? null : v('bears'),
      }),
  },
  {
    id: 'connector',
    title: 'Plug, pin by pin in their order',
    fields: [
      { id: 'oldPins', label: 'Old: pump +, pump −, sender …', unit: '' },
      { id: 'newPins', label: 'New', unit: '' },
      {
        id: 'shell',
        label: 'Shell',
        unit: '',
        options: () => [
          { id: 'same', label: 'the same' },
          { id: 'other', label: 'another' },
        ],
      },
    ],
    work: (_, w) =>
      connector({
        oldPins: w('oldPins').split(','),
        newPins: w('newPins').split(','),
        sameShell: w('shell') === 'same',
      }),
  },
  {
    id: 'material',
    title: 'Material, place and fuel',
    fields: [
      {
        id: 'place',
        label: 'It lies',
        unit: '',
        options: () => LINE_PLACES.map((id) => ({ id, label: PLACE_WORDS[id] })),
      },
      {
        id: 'name',
        label: 'It is',
        unit: '',
        options: () =>
          [
            ...new Set(
              LINE_PLACES.flatMap((place) => lineFor(place, 0, 'petrolE0').use.map((choice) => choice.name)),
            ),
          ].map((name) => ({ id: name, label: name })),
      },
    ],
    work: (_, w, { specification }) =>
      materialThere({
        name: w('name'),
        place: w('place') as LinePlace,
        pressurePa: pressureAt(w('place') as LinePlace, specification.regulatorSetPa.value),
        fuel: specification.fuel,
      }),
  },
  {
    id: 'thread',
    title: 'Thread and seat',
    fields: [
      { id: 'one', label: 'First thread', unit: '' },
      {
        id: 'oneSeat',
        label: 'Seat',
        unit: '°',
        options: () => SEATS.map((id) => ({ id, label: `${id}°` })),
      },
      { id: 'other', label: 'Other thread', unit: '' },
      {
        id: 'otherSeat',
        label: 'Seat',
        unit: '°',
        options: () => SEATS.map((id) => ({ id, label: `${id}°` })),
      },
    ],
    work: (_, w) =>
      threads(
        { thread: w('one'), seatDeg: Number(w('oneSeat')) },
        { thread: w('other'), seatDeg: Number(w('otherSeat')) },
      ),
  },
]

/** A field that is a word, not a figure. */
export const isWord = (form: FitForm, id: string): boolean => {
  const found = form.fields.find((one) => one.id === id)!
  return found.options !== undefined || found.unit === ''
}
