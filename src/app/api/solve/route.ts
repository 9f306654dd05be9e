/**
 * Solves a posted network of the case format with the core that Trace uses, so that a script can.
 * Refuses what is too large, not JSON, or no case, in words that name the place.
 */
import { networkFromCase, solveNetwork } from '@/core/physics'
import { jsonBody, refuse } from '../jsonBody'

const MOST_BYTES = 512 * 1024

export async function POST(request: Request) {
  const body = await jsonBody(request, MOST_BYTES, 'a case')
  if (!body.ok) return body.answer
  const network = networkFromCase(body.data)
  if (!network.ok) return refuse(422, network.error.problem, network.error.at)
  const solved = solveNetwork(network.value)
  if (!solved.ok)
    return refuse(
      422,
      solved.error.kind === 'not-converged'
        ? `not converged after ${solved.error.iterations} iterations, worst residual ${solved.error.worstResidualPa} Pa`
        : solved.error.problem,
      solved.error.at,
    )
  return Response.json({ ok: true, units: 'SI: Pa gauge, m3/s, V, A', solution: solved.value })
}
