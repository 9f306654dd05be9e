/** What can happen, and when to stop: stands at every step that can hurt. */
export interface Caution {
  text: string
  stopWhen: string
}
