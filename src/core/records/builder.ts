import { appendEvent, type Author } from './log'
import type { BodyOf, EventKind, JobEvent } from './kinds'

/** Builds a log event by event with given times: for demo data and tests. Ids are stable. */
export class LogBuilder {
  readonly events: JobEvent[] = []
  constructor(
    private readonly jobId: string,
    private readonly author: Author,
  ) {}
  add<K extends EventKind>(at: number, kind: K, body: BodyOf<K>): this {
    this.events.push(
      appendEvent(
        this.events,
        this.jobId,
        kind,
        body,
        this.author,
        at,
        `${this.jobId}-${this.events.length}`,
      ),
    )
    return this
  }
}
