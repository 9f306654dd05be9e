/** What a route answers when it cannot: what is wrong, and where. */
export const refuse = (status: number, problem: string, at: string) =>
  Response.json({ ok: false, error: { problem, at } }, { status })

/** The body of a request as JSON of no more than so many bytes, or the answer that refuses it. */
export async function jsonBody(
  request: Request,
  mostBytes: number,
  what: string,
): Promise<{ ok: true; data: unknown } | { ok: false; answer: Response }> {
  const tooLarge = {
    ok: false as const,
    answer: refuse(413, `${what} may have ${mostBytes / 1024} kB at most`, 'the body'),
  }
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return tooLarge
  const text = await request.text()
  if (text.length > mostBytes) return tooLarge
  try {
    return { ok: true, data: JSON.parse(text) }
  } catch (problem) {
    return { ok: false, answer: refuse(400, `not JSON: ${(problem as Error).message}`, 'the body') }
  }
}
