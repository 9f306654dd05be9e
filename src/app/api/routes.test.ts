/** What the server refuses, and at what cost: nothing that is sent may hold it or fill its memory. */
import { describe, expect, it } from 'vitest'
import { DEMO_VEHICLES } from '@/core/practice'
import { POST as gauge } from './gauge/route'
import { jsonBody } from './jsonBody'
import { POST as solve } from './solve/route'

const post = (body: BodyInit) =>
  new Request('http://localhost/', { method: 'POST', body, duplex: 'half' } as RequestInit)
const said = async (answer: Response) => ({
  status: answer.status,
  error: ((await answer.json()) as { error?: { problem: string; at: string } }).error,
})

describe('a body', () => {
  it('that is larger than it may be is not taken beyond the limit, whatever its head says', async () => {
    let sent = 0
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 65_536
        controller.enqueue(new Uint8Array(65_536).fill(32))
      },
    })
    const body = await jsonBody(post(endless), 256 * 1024, 'a case')
    expect(body.ok).toBe(false)
    expect(!body.ok && body.answer.status).toBe(413)
    expect(sent).toBeLessThan(1_000_000)
  })
  it('counts bytes, not letters', async () => {
    const body = await jsonBody(post(JSON.stringify('Ω'.repeat(600))), 1024, 'a case')
    expect(body.ok).toBe(false)
  })
  it('comes whole over pieces that part a letter', async () => {
    const bytes = new TextEncoder().encode('{"Ω":"µ"}')
    const pieces = new ReadableStream<Uint8Array>({
      start(controller) {
        for (const byte of bytes) controller.enqueue(new Uint8Array([byte]))
        controller.close()
      },
    })
    expect(await jsonBody(post(pieces), 1024, 'a case')).toEqual({ ok: true, data: { Ω: 'µ' } })
  })
})

const junction = (id: string, p?: number) =>
  p === undefined
    ? { id, kind: 'junction', z_m: 0, demand_L_h: 0 }
    : { id, kind: 'pressure_boundary', z_m: 0, p_kPa: p }
const pipe = (id: string, from: string, to: string) => ({
  id,
  type: 'pipe',
  from,
  to,
  L_m: 1,
  D_mm: 8,
  rough_mm: 0.0015,
  K: 0,
})
const FLUID = { density_kg_m3: 740, viscosity_mPa_s: 0.5 }

describe('a network', () => {
  it('of which a part hangs on nothing is refused before it is solved, and the part is named', async () => {
    const answer = await said(
      await solve(
        post(
          JSON.stringify({
            id: 'x',
            fluid: FLUID,
            nodes: [junction('A', 100), junction('B'), junction('C'), junction('D')],
            links: [pipe('a', 'A', 'B'), pipe('c', 'C', 'D')],
          }),
        ),
      ),
    )
    expect(answer).toMatchObject({ status: 422, error: { at: 'C' } })
  })
  it('as large as may be posted is answered in bounded time', async () => {
    // A mesh of pipes between two boundaries: legal, and as dense as the limits let it be.
    const nodes = [junction('A', 300), junction('B', 0)]
    for (let k = 0; k < 390; k += 1) nodes.push(junction(`n${k}`))
    const links = nodes
      .slice(1)
      .map(({ id }, k) => pipe(`l${k}`, nodes[k]!.id, id))
      .concat(nodes.slice(0, 200).map(({ id }, k) => pipe(`m${k}`, id, nodes[391 - k]!.id)))
    const answer = await solve(post(JSON.stringify({ id: 'x', fluid: FLUID, nodes, links })))
    expect([200, 422]).toContain(answer.status)
    const { error } = await said(answer)
    if (error) expect(error.problem).toMatch(/not solved within|not converged/)
  }, 8000)
})

describe('an order for the gauge stream', () => {
  const simulated = DEMO_VEHICLES.find(({ truth }) => truth)!
  const order = (change: object, taking: object = {}) =>
    post(
      JSON.stringify({
        vehicle: { ...simulated, ...change },
        repaired: [],
        attempt: 0,
        taking: { kind: 'steady', testId: 'T24', clamped: 'none', ...taking },
      }),
    )
  it('of a vehicle that hides a fault of another version is refused, and the fault is named', async () => {
    const answer = await said(
      await gauge(order({ truth: { seed: 1, hidden: [{ faultId: 'gremlin', severity: 1 }] } })),
    )
    expect(answer).toMatchObject({ status: 422, error: { problem: expect.stringContaining('gremlin') } })
  })
  it('for a test that there is not is refused', async () =>
    expect(await said(await gauge(order({}, { testId: 'T999' })))).toMatchObject({
      status: 422,
      error: { at: 'taking.testId' },
    }))
})
