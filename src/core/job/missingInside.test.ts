import { describe, expect, it } from 'vitest'
import { LAYOUTS } from '../vehicle'
import { LogBuilder } from '../records'
import { foldJob, insidePiece, missingInside, orderWaitId } from '.'

const opened = () =>
  new LogBuilder('job', { device: 'a', by: 'Ida' })
    .add(1, 'job-opened', { vehicleId: 'v', unit: '07', vehicleName: 'Larch', words: '', neededBy: null })
    .add(2, 'plan-made', {
      repairIds: ['strainer'],
      start: {},
      ways: ['benchHatch'],
      reason: '',
      pace: { rust: 'none', first: false },
    })
    .add(3, 'opening-noted', { item: 'checkValve', finding: 'missing' })
    .add(4, 'opening-noted', { item: 'retainer', finding: 'present' })
const left = (log: LogBuilder) => missingInside(foldJob('job', log.events), LAYOUTS.A01).map(({ id }) => id)
const piece = insidePiece({ id: 'checkValve' })

describe('a piece that was found missing', () => {
  it('stands until it is in hand', () => {
    expect(left(opened())).toEqual(['checkValve'])
    expect(left(opened().add(5, 'ready-noted', { item: piece, ready: true }))).toEqual([])
  })
  it('or on order, which holds what closes over it until it is here', () => {
    const log = opened().add(5, 'wait-started', {
      waitId: orderWaitId(piece),
      label: 'Check valve on order',
      minutes: 1440,
      holds: true,
    })
    expect(left(log)).toEqual([])
    expect(left(log.add(6, 'wait-ended', { waitId: orderWaitId(piece) }))).toEqual(['checkValve'])
  })
})
