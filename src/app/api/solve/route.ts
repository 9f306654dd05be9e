/**
 * Solves a posted network of the case format with the core that Trace uses, so that a script can.
 * Refuses what is too large, not JSON, or no case, in words that name the place.
 */
import { networkFromCase, solveNetwork } from '@/core/physics'

const MOST_BYTES = 512 * 1024

const refuse = (status: number, problem: string, at: string) => Response.json({ ok: false, error: { problem, at } }, { status })

export async function POST(request: Request) {
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES) return refuse(413, `a case may have ${MOST_BYTES / 1024} kB at most`, 'the body')
  const text = await request.text()
  if (text.length > MOST_BYTES) return refuse(413, `a case may have ${MOST_BYTES / 1024} kB at most`, 'the body')
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch (problem) {
    return refuse(400, `not JSON: ${(problem as Error).message}`, 'the body')
  }
  const network = networkFromCase(data)
  if (!network.ok) return refuse(422, network.error.problem, network.error.at)
  const solved = solveNetwork(network.value)
  if (!solved.ok) return refuse(422, solved.error.kind === 'not-converged' ? `not converged after ${solved.error.iterations} iterations, worst residual ${solved.error.worstResidualPa} Pa` : solved.error.problem, solved.error.at)
  return Response.json({ ok: true, units: 'SI: Pa gauge, m3/s, V, A', solution: solved.value })
}
