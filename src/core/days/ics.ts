/** A plan of days as a calendar file (RFC 5545): CRLF, lines of at most 75 octets, times in UTC. */

export interface CalendarEntry {
  uid: string
  startAt: number
  endAt: number
  summary: string
  description: string
}

const MOST_OCTETS = 75
const utc = (ms: number): string => new Date(ms).toISOString().replace(/[-:]|\.\d{3}/g, '')
const escaped = (text: string): string =>
  text.replace(/[\\;,]/g, (mark) => `\\${mark}`).replace(/\r\n|\r|\n/g, '\\n')

/** Octets of a letter in UTF-8. */
const octetsOf = (point: number): number => (point < 0x80 ? 1 : point < 0x800 ? 2 : point < 0x10000 ? 3 : 4)

/** A line in pieces of at most 75 octets, no letter cut; those after the first begin with a space. */
function folded(line: string): string {
  let [out, octets] = ['', 0]
  for (const letter of line) {
    const long = octetsOf(letter.codePointAt(0)!)
    if (octets + long > MOST_OCTETS) [out, octets] = [`${out}\r\n `, 1]
    out += letter
    octets += long
  }
  return out
}

export function calendarFile(name: string, entries: readonly CalendarEntry[], madeAt: number): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Stop Start//Days//EN',
    'CALSCALE:GREGORIAN',
    `X-WR-CALNAME:${escaped(name)}`,
    ...entries.flatMap(({ uid, startAt, endAt, summary, description }) => [
      'BEGIN:VEVENT',
      `UID:${escaped(uid)}`,
      `DTSTAMP:${utc(madeAt)}`,
      `DTSTART:${utc(startAt)}`,
      `DTEND:${utc(endAt)}`,
      `SUMMARY:${escaped(summary)}`,
      ...(description ? [`DESCRIPTION:${escaped(description)}`] : []),
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ]
  return lines.map((line) => `${folded(line)}\r\n`).join('')
}
