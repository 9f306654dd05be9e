/** The vehicles of the demo garage: simulated, each with a hidden fault. */
import { usualWays } from '../library'
import type { VehicleRecord } from '../job'
import { LAYOUTS, specificationOf, type LayoutId, type SpecificationField } from '../vehicle'

const LH = 1e-3 / 3600
const maker = (value: number) => ({ value, source: 'maker' as const })

function vehicle(
  unit: string,
  name: string,
  seed: number,
  faultId: string,
  severity: number,
  year: number,
  kilometres: number,
  notes: string,
  known: Partial<Record<SpecificationField, ReturnType<typeof maker>>> = {},
  layout: LayoutId = 'A01',
  also: { faultId: string; severity: number }[] = [],
): VehicleRecord {
  return {
    id: `demo-vehicle-${unit}`,
    unit,
    name,
    layout,
    kind: 'simulated',
    year,
    kilometres,
    notes,
    edits: [],
    access: [],
    ways: TRUCK_BEDS.includes(unit) ? ['bedTilt', 'bedOff', 'tankDown'] : usualWays(layout),
    limits: [],
    specification: specificationOf(known, LAYOUTS[layout]),
    truth: { seed, hidden: [{ faultId, severity }, ...also] },
  }
}

/** Vehicles whose tank top lies under a load bed. */
const TRUCK_BEDS = ['11', '12']

export const DEMO_VEHICLES: VehicleRecord[] = [
  vehicle(
    '07',
    'Larch 12 shuttle minibus',
    4107,
    'F79',
    0.86,
    2009,
    214000,
    'Runs the lower valley, parked outdoors.',
    { regulatorSetPa: maker(300e3), tankCapacityM3: maker(0.07) },
  ),
  vehicle('04', 'Larch 9 shuttle minibus', 5204, 'F41', 0.93, 2012, 168000, 'Filter last changed in 2019.', {
    regulatorSetPa: maker(300e3),
  }),
  vehicle('15', 'Cairn parcel van', 6115, 'F78', 0.84, 2007, 242000, 'Floor repaired last spring.', {
    pumpFlowM3PerS: maker(110 * LH),
  }),
  vehicle('11', 'Scarp 4 pick-up', 7311, 'F28', 0.55, 2010, 131000, 'Load bed carries salt.', {
    feedLengthM: maker(4.2),
  }),
  vehicle('02', 'Larch 22 school bus', 8802, 'F37@rearPlace', 0.55, 2014, 98000, 'School run at 7:00.', {
    peakDemandM3PerS: maker(110 * LH),
    pumpFlowM3PerS: maker(150 * LH),
  }),
  vehicle(
    '21',
    'Corrie 3 fire tender',
    2612,
    'F38',
    0.72,
    1978,
    31000,
    'Kept in the lower hall, driven on Saturdays.',
    {},
    'A06',
  ),
  vehicle(
    '31',
    'Arete 5 piste groomer',
    3108,
    'F41@firstFilter',
    0.8,
    2004,
    9000,
    'Runs at night above 2000 m.',
    {},
    'A08',
  ),
  vehicle('12', 'Scarp 3 pick-up', 1207, 'F79g', 0.7, 1994, 187000, 'Load bed off last autumn.', {}, 'A07', [
    { faultId: 'F87', severity: 0.5 },
  ]),
  vehicle(
    '25',
    'Firn 1 snow scooter',
    6603,
    'F57',
    0.7,
    1998,
    12000,
    'Stood over the summer with fuel in it.',
    {},
    'A05',
    [{ faultId: 'F35', severity: 0.5 }],
  ),
  vehicle(
    '29',
    'Moraine 6 camper bus',
    2904,
    'F09',
    0.6,
    1996,
    154000,
    'In the upper shed since 2015.',
    {},
    'A01',
    [{ faultId: 'F67', severity: 0.9 }],
  ),
  vehicle(
    '09',
    'Larch 30 shuttle minibus',
    9309,
    'F41',
    0.5,
    2016,
    87000,
    'Pulls the equipment trailer since autumn.',
    { peakDemandM3PerS: maker(70 * LH) },
    'A02',
  ),
  {
    ...vehicle(
      '33',
      'Kite 2 tow aeroplane',
      3303,
      'F88',
      0.5,
      1988,
      0,
      'Tows gliders on weekends. Capacitive probe in the tank.',
      {},
      'A16',
    ),
    edits: [{ kind: 'replace', part: 'sender', by: 'probe' }],
  },
  vehicle('18', 'Tarn stand-by generator set', 9918, 'F23', 0.6, 2006, 4000, 'Test run each Monday.', {
    feedLengthM: maker(2),
  }),
]
