/**
 * A gauge gateway as one on the workshop's network would be: answers an order with a stream of instrument
 * lines at the pace of the capture. It plays the stand-in instruments, and says so in the head.
 */
import { z } from 'zod'
import { CAPTURE_KINDS, CLAMPS } from '@/core/bench'
import { vehicleSchema } from '@/core/job'
import { findTest } from '@/core/library'
import { standInRun, standInText, unknownFault } from '@/core/practice'
import { jsonBody, refuse } from '../jsonBody'

export const dynamic = 'force-dynamic'

const BEAT_MS = 50
const MOST_BYTES = 64 * 1024
const orderSchema = z.object({
  vehicle: z.unknown(),
  repaired: z.array(z.string().max(80)).max(40),
  attempt: z.number().int().min(0).max(1e4),
  taking: z.object({
    kind: z.enum(CAPTURE_KINDS),
    testId: z
      .string()
      .max(80)
      .nullable()
      .refine((id) => id === null || findTest(id) !== null, 'no such test'),
    clamped: z.enum(CLAMPS),
  }),
})
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

export async function POST(request: Request) {
  const body = await jsonBody(request, MOST_BYTES, 'an order')
  if (!body.ok) return body.answer
  const order = orderSchema.safeParse(body.data)
  if (!order.success)
    return refuse(
      422,
      order.error.issues[0]!.message,
      order.error.issues[0]!.path.map(String).join('.') || 'the body',
    )
  const vehicle = vehicleSchema.safeParse(order.data.vehicle)
  if (!vehicle.success)
    return refuse(
      422,
      vehicle.error.issues[0]!.message,
      `vehicle.${vehicle.error.issues[0]!.path.map(String).join('.')}`,
    )
  const strange = unknownFault(vehicle.data)
  if (strange !== null)
    return refuse(422, `no fault "${strange}" on this fuel system`, 'vehicle.truth.hidden')
  const run = standInRun({ ...order.data, vehicle: vehicle.data })
  if (!run) return refuse(422, 'this vehicle has nothing there that a stand-in could read', 'taking')
  const pieces = standInText(run, (run.pace * BEAT_MS) / 1e3)
  const coded = new TextEncoder()
  const lines = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const piece = pieces.next()
      if (piece.done) return controller.close()
      controller.enqueue(coded.encode(piece.value.text))
      await sleep(BEAT_MS)
    },
  })
  return new Response(lines, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  })
}
