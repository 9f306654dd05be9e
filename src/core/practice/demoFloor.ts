/** The demo garage's floor: three bays in one hall, one lift, three people. */
import type { Floor } from '../days'

const WEEK = [0, 1, 2, 3, 4]
export const DEMO_FLOOR: Floor = {
  bays: 3,
  lifts: 1,
  oneRoom: true,
  heater: { from: 360, to: 450 },
  tools: [],
  people: [
    {
      id: 'ida',
      name: 'Ida',
      skills: ['high side'],
      days: WEEK,
      hours: { from: 420, to: 960 },
      pause: { from: 720, to: 765 },
    },
    {
      id: 'jorn',
      name: 'Jørn',
      skills: [],
      days: WEEK,
      hours: { from: 480, to: 1020 },
      pause: { from: 750, to: 795 },
    },
    {
      id: 'marit',
      name: 'Marit',
      skills: ['high side', 'aircraft', 'licensed'],
      days: [0, 2, 4],
      hours: { from: 480, to: 900 },
      pause: null,
    },
  ],
}
