/** Expected failure is a value; it survives a worker and a file. */
export type Result<T, E> = { ok: true; value: T } | { ok: false; error: E }

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error })

/** Ends a `switch` over a union: a case left out does not compile. */
export function assertNever(value: never): never {
  throw new Error(`Unhandled case: ${JSON.stringify(value)}`)
}
