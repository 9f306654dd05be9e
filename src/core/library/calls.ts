/**
 * Judgement calls: where good people differ. Each lays its options side by side with what they take in
 * work, money and waiting, and how often they come back; the figures are typical and judgement, the
 * workshop's own history replaces them. What must never be done is no option and says so.
 */
import type { Minutes, Money, Probability } from '../shared'

export interface CallOption {
  id: string
  title: string
  /** Work in place of the act as it stands in the plan. */
  minutes: Minutes
  money: Money
  /** That the work must be done again within two years. */
  comeback: Probability
  /** Days until the part is there, and hours that it cures, dries or is away. */
  leadDays: number
  waitHours: number
  /** What the figures do not say. */
  says: string
}

export interface Call {
  id: string
  question: string
  /** Repairs that raise it. */
  about: string[]
  options: CallOption[]
  /** What is no option, and why. */
  never: string | null
}

const option = (id: string, title: string, minutes: Minutes, money: Money, comeback: Probability, says: string, leadDays = 0, waitHours = 0): CallOption => ({ id, title, minutes, money, comeback, leadDays, waitHours, says })

export const CALLS: Call[] = [
  {
    id: 'moduleOrPump', question: 'Whole module, or the pump alone?', about: ['module'], never: 'No hose that is not rated for lying in fuel, no worm clamp inside the tank.',
    options: [option('module', 'Whole module', 12, 260, 0.03, 'Sender, check valve, hose and strainer are new with it.', 1), option('pump', 'Pump alone, in the old hanger', 40, 110, 0.1, 'Old sender, hose and valve stay; the pump must hang at the same depth.', 1)],
  },
  {
    id: 'sealing', question: 'New seal, or sealant on the flange?', about: ['module', 'sender', 'strainer', 'flangeSeal'], never: 'Never silicone: it swells in fuel and its strips block strainer and injectors.',
    options: [option('seal', 'New seal of the maker', 0, 12, 0.02, 'Both faces clean and dry, seated all round.', 1), option('polysulfide', 'Fuel-rated polysulfide', 15, 18, 0.08, 'Only where the flange is no longer flat; fuel and alcohol share by its sheet.', 0, 48)],
  },
  {
    id: 'hardLine', question: 'Reuse the line, or which new one?', about: ['frontLine', 'rearLine', 'returnLine'], never: 'No copper, and no compression joint on a line over 100 kPa.',
    options: [option('reuse', 'Clean it and reuse it', 20, 4, 0.25, 'Only without pits; a line that rusted once does so again.'), option('nickelCopper', 'Nickel copper, bent by hand', 70, 40, 0.03, 'Bends easily, does not rust; clip it often, it work-hardens.'), option('steel', 'Coated steel', 90, 25, 0.06, 'Strong; every scratch rusts.', 0.5), option('stainless', 'Stainless', 130, 70, 0.02, 'Lasts; hard to bend and to flare tight.', 1)],
  },
  {
    id: 'tank', question: 'Clean, line or replace the tank?', about: ['cleanTank'], never: 'No heat and no weld on a tank that has held fuel.',
    options: [option('clean', 'Clean and rinse', 240, 60, 0.25, 'Light rust or varnish; new strainer and filter with it.', 0, 24), option('line', 'Clean and line', 330, 130, 0.15, 'A liner on a surface that was not bare comes off in sheets.', 1, 72), option('replace', 'New tank', 120, 380, 0.02, 'Baffles and vents as the maker has them.', 4)],
  },
  {
    id: 'splice', question: 'Crimp, or solder?', about: ['plug', 'hatchLead', 'loom', 'senderWire', 'senderPlug'], never: 'No heat with a tank or a line open, and no splice inside the tank.',
    options: [option('crimp', 'Crimp with sealed shrink', 8, 4, 0.02, 'Right die, pulled by hand; shrink by hot air away from fuel.'), option('solder', 'Solder, sleeve and tie down', 18, 3, 0.06, 'The strands break where the solder ends when the loom shakes.')],
  },
  {
    id: 'bleeding', question: 'Bleed by primer, by vacuum or at cracked lines?', about: ['firstFilter', 'fineFilter', 'primer', 'overflow', 'suctionLine', 'suctionJoints'], never: 'Never crack a common-rail line: it is under pressure long after it stops.',
    options: [option('primer', 'Hand primer and vent screw', 12, 0, 0.02, 'Until the stream has no bubbles and the primer stands firm.'), option('vacuum', 'Vacuum at the return', 10, 0, 0.03, 'Quick where the primer is weak; the catch can must stand lower.'), option('lines', 'Cracked lines while cranking', 20, 0, 0.05, 'Old pumps only, by the maker’s order; spray and starter suffer.')],
  },
]

export const callsFor = (repairIds: string[]): Call[] => CALLS.filter((call) => call.about.some((id) => repairIds.includes(id)))
