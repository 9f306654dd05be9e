/** What a route answers when it cannot: what is wrong, and where. */
export const refuse = (status: number, problem: string, at: string) =>
  Response.json({ ok: false, error: { problem, at } }, { status })

/**
 * The body of a request as JSON of no more than so many bytes, or the answer that refuses it. Bytes are counted
 * as they come: of a body that is too large no more is taken than the limit, whatever its head says.
 */
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
  const text = await textUpTo(request.body, mostBytes)
  if (text === null) return tooLarge
  try {
    return { ok: true, data: JSON.parse(text) }
  } catch (problem) {
    return { ok: false, answer: refuse(400, `not JSON: ${(problem as Error).message}`, 'the body') }
  }
}

/** The text of a stream; null where it has more bytes, and then the rest is not taken. */
async function textUpTo(
  stream: ReadableStream<Uint8Array> | null,
  mostBytes: number,
): Promise<string | null> {
  if (!stream) return ''
  const reader = stream.getReader()
  const decoder = new TextDecoder()
  let bytes = 0
  let text = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return text + decoder.decode()
    bytes += value.byteLength
    if (bytes > mostBytes) {
      await reader.cancel().catch(() => undefined)
      return null
    }
    text += decoder.decode(value, { stream: true })
  }
}
