/** A hard line copied from its survey: lengths, marks, and the far end where the old one had it. */
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import { CLIP_SPACING_M, copyLine, cornersOf, endOf, type LineCopy, type LineSurvey } from '.'

const rad = (degrees: number) => (degrees * Math.PI) / 180
const survey = (
  legs: [number, number | null, number?][],
  radiusMm = 25,
  odMm = 8,
  ends: [number, number] = [0, 0],
): LineSurvey => ({
  outerDiameterM: 1e-3 * odMm,
  bendRadiusM: 1e-3 * radiusMm,
  endAllowanceM: [1e-3 * ends[0], 1e-3 * ends[1]],
  legs: legs.map(([mm, degrees, twist]) => ({
    lengthM: 1e-3 * mm,
    bendRad: degrees === null ? null : rad(degrees),
    twistRad: rad(twist ?? 0),
  })),
})
const copied = (of: LineSurvey): LineCopy => {
  const answer = copyLine(of)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value
}
/** Corner to corner, as it was surveyed. */
function cornersEnd({ legs }: LineSurvey): [number, number, number] {
  let [position, along, toward] = [
    [0, 0, 0],
    [1, 0, 0],
    [0, 1, 0],
  ] as number[][]
  const plus = (one: number[], other: number[], by = 1) => one.map((value, k) => value + by * other[k]!)
  const crossed = (a: number[], b: number[]) => [
    a[1]! * b[2]! - a[2]! * b[1]!,
    a[2]! * b[0]! - a[0]! * b[2]!,
    a[0]! * b[1]! - a[1]! * b[0]!,
  ]
  for (const { lengthM, bendRad, twistRad } of legs) {
    position = plus(position!, along!, lengthM)
    if (bendRad === null) continue
    const turned = plus(
      toward!.map((value) => value * Math.cos(twistRad)),
      crossed(along!, toward!),
      Math.sin(twistRad),
    )
    const next = plus(
      along!.map((value) => value * Math.cos(bendRad)),
      turned,
      Math.sin(bendRad),
    )
    toward = plus(
      turned.map((value) => value * Math.cos(bendRad)),
      along!,
      -Math.sin(bendRad),
    )
    along = next
  }
  return position as [number, number, number]
}

describe('a hard line copied', () => {
  it.each([
    {
      name: 'straight: its length and what the ends take',
      of: survey([[600, null]], 25, 8, [5, 3]),
      cutMm: 608,
    },
    // By hand: 300 + 200 - 2·25·tan 45° + 25·π/2.
    {
      name: 'one right angle',
      of: survey([
        [300, 90],
        [200, null],
      ]),
      cutMm: 500 - 50 + (25 * Math.PI) / 2,
    },
    {
      name: 'two of 45°',
      of: survey([
        [300, 45],
        [150, 45],
        [200, null],
      ]),
      cutMm: 650 - 4 * 25 * Math.tan(Math.PI / 8) + (2 * 25 * Math.PI) / 4,
    },
  ])('$name', ({ of, cutMm }) => expect(1e3 * copied(of).cutM).toBeCloseTo(cutMm, 6))
  it('the first mark is the leg less the setback, and the flare’s length before it', () =>
    expect(
      1e3 *
        copied(
          survey(
            [
              [300, 90],
              [200, null],
            ],
            25,
            8,
            [6, 0],
          ),
        ).marks[0]!.atM,
    ).toBeCloseTo(300 - 25 + 6, 6))
  it('the bent copy ends where the old line did, in any planes', () => {
    const random = seededRandom(55)
    let walked = 0
    for (let round = 0; round < 200; round += 1) {
      const bends = 1 + Math.floor(5 * random.next())
      const of = survey([
        ...Array.from({ length: bends }, (): [number, number, number] => [
          120 + 300 * random.next(),
          10 + 80 * random.next(),
          360 * random.next(),
        ]),
        [100 + 200 * random.next(), null],
      ])
      const copy = copied(of)
      cornersEnd(of).forEach((value, k) => {
        expect(endOf(of, copy)[k]).toBeCloseTo(value, 9)
        expect(cornersOf(of).at(-1)![k]).toBeCloseTo(value, 9)
      })
      walked += 1
    }
    expect(walked).toBe(200)
  })
  it('clips stand no farther apart than they may', () => {
    for (const mm of [200, 450, 451, 1800]) {
      const { clips, clipSpacingM } = copied(survey([[mm, null]]))
      expect(clipSpacingM).toBeLessThanOrEqual(CLIP_SPACING_M + 1e-9)
      expect(clips).toBe(Math.ceil(mm / 450 - 1e-9) + 1)
    }
  })
  it.each([
    { name: 'nothing measured', of: survey([]), error: { kind: 'no-legs' } },
    {
      name: 'a leg without a length',
      of: survey([
        [300, 90],
        [0, null],
      ]),
      error: { kind: 'bad-figure', leg: 1, what: 'length' },
    },
    {
      name: 'a bend that folds back',
      of: survey([
        [300, 180],
        [200, null],
      ]),
      error: { kind: 'bad-figure', leg: 0, what: 'bend' },
    },
    {
      name: 'a radius that kinks it',
      of: survey(
        [
          [300, 90],
          [200, null],
        ],
        12,
      ),
      error: { kind: 'radius-too-small' },
    },
    {
      name: 'two bends too near each other',
      of: survey([
        [300, 90],
        [50, 90],
        [300, null],
      ]),
      error: { kind: 'leg-too-short', leg: 1 },
    },
  ])('refuses $name, and says where', ({ of, error }) =>
    expect(copyLine(of)).toMatchObject({ ok: false, error }),
  )
})
