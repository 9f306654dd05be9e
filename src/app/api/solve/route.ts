/**
 * Solves a posted network of the case format with the core that Trace uses, so that a script can.
 * Refuses what is too large, not JSON, or no case, in words that name the place.
 */
import { networkFromCase, solveNetwork, untiedJunction, type SolveFailure } from '@/core/physics'
import { jsonBody, refuse } from '../jsonBody'

const MOST_BYTES = 512 * 1024
/** A network of the size of a vehicle takes milliseconds; whatever takes longer is not waited for. */
const MOST_MS = 1500

export async function POST(request: Request) {
  const body = await jsonBody(request, MOST_BYTES, 'a case')
  if (!body.ok) return body.answer
  const network = networkFromCase(body.data)
  if (!network.ok) return refuse(422, network.error.problem, network.error.at)
  const untied = untiedJunction(network.value)
  if (untied !== null)
    return refuse(422, 'no link ties it to a boundary, so nothing holds its pressure', untied)
  const until = performance.now() + MOST_MS
  const solved = solveNetwork(network.value, () => performance.now() > until)
  if (!solved.ok) return refuse(422, problemText(solved.error), solved.error.at)
  return Response.json({ ok: true, units: 'SI: Pa gauge, m3/s, V, A', solution: solved.value })
}

function problemText(error: SolveFailure): string {
  switch (error.kind) {
    case 'bad-network':
      return error.problem
    case 'not-converged':
      return `not converged after ${error.iterations} iterations, worst residual ${error.worstResidualPa} Pa`
    case 'stopped':
      return `not solved within ${MOST_MS / 1e3} s (${error.iterations} iterations): pose a smaller network, or solve its parts`
  }
}
