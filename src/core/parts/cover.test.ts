/** Shelf and orders given to the jobs: nothing is promised twice, danger is served first, what does not fit is not offered. */
import { describe, expect, it } from 'vitest'
import { partsBoard, type Need, type Order, type Part } from '.'

const NAME = 'Lerch 12 minibus'
const need = (change: Partial<Need>): Need => ({
  jobId: 'j',
  unit: '12',
  vehicleName: NAME,
  layout: 'A01',
  itemId: 'parts:Relay',
  piece: 'Relay, 30 A',
  count: 1,
  oneTime: false,
  danger: false,
  orderedFor: null,
  openedAt: 0,
  ...change,
})
const part = (id: string, change: Partial<Part> = {}): Part => ({
  id,
  name: id,
  number: id,
  maker: '',
  piece: 'Relay, 30 A',
  place: 'A1',
  least: 0,
  note: '',
  companions: [],
  shelf: 0,
  countedAt: null,
  moves: [],
  orders: [],
  quotes: [],
  fits: [],
  cores: [],
  firstAt: 0,
  ...change,
})
const order = (orderId: string, count: number, jobId: string | null = null): Order => ({
  orderId,
  count,
  seller: 'S',
  priceEach: null,
  dueAt: 5000,
  itemId: null,
  jobId,
  unit: '',
  at: 0,
  came: 0,
  ended: false,
})

describe('what covers it', () => {
  it('one on the shelf goes to the dangerous vehicle, the next is still to be ordered', () => {
    const { needs: covered } = partsBoard(
      [need({ jobId: 'old', openedAt: 1 }), need({ jobId: 'danger', danger: true, openedAt: 9 })],
      [part('r', { shelf: 1 })],
    )
    expect(covered.map(({ need: { jobId }, cover }) => [jobId, cover.kind])).toEqual([
      ['danger', 'shelf'],
      ['old', 'lacks'],
    ])
  })
  it('orders for the shelf cover as far as they reach; an order of another job covers nothing', () => {
    const coming = part('r', { orders: [order('o', 1)] })
    const kinds = (parts: Part[]) =>
      partsBoard([need({ jobId: 'a' }), need({ jobId: 'b', openedAt: 1 })], parts).needs.map(
        ({ cover }) => cover.kind,
      )
    expect(kinds([coming])).toEqual(['coming', 'lacks'])
    expect(kinds([part('r', { orders: [order('o', 1, 'other')] })])).toEqual(['lacks', 'lacks'])
  })
  it('a part that did not fit this kind of vehicle covers nothing there, and is named', () => {
    const wrong = part('w', {
      shelf: 3,
      fits: [
        {
          fits: false,
          vehicleName: NAME,
          layout: 'A01',
          why: 'Other plug',
          jobId: null,
          unit: '12',
          at: 0,
          by: '',
        },
      ],
    })
    const [here] = partsBoard([need({})], [wrong]).needs
    expect(here!.cover).toMatchObject({ kind: 'lacks', part: null, wrong: [{ id: 'w' }] })
    const [other] = partsBoard([need({ vehicleName: 'Cairn van' })], [wrong]).needs
    expect(other!.cover.kind).toBe('shelf')
  })
  it('least stock counts what is promised to jobs as gone, and what comes for the shelf as there', () => {
    const kept = part('r', { shelf: 2, least: 3, orders: [order('o', 1)] })
    expect(partsBoard([], [kept]).shorts).toEqual([])
    expect(partsBoard([need({})], [kept]).shorts).toMatchObject([{ count: 1 }])
  })
  it('what was taken for a job is its own and is not promised again', () => {
    const taken = part('r', {
      shelf: 0,
      moves: [{ count: 1, from: 'shelf', to: 'job', orderId: null, jobId: 'j', unit: '12', at: 0, by: '' }],
    })
    const kinds = partsBoard([need({}), need({ jobId: 'k', openedAt: 1 })], [taken]).needs.map(
      ({ cover }) => cover.kind,
    )
    expect(kinds).toEqual(['shelf', 'lacks'])
  })
})
