/** What a judgement call is, and how one is written. */
import type { Minutes, Money, Probability } from '../shared'
import type { LayoutId } from '../vehicle'

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
  /** What it plans in place of the others' acts, where it is another act. */
  repairs?: string[]
  /** The acts that it is, where its plan's minutes tell it and they are no choice of this plan. */
  plannedAs?: string[]
  /** What a comeback costs besides the same work again: a tow, the part that was put off. */
  comebackMoney?: Money
}

export interface Call {
  id: string
  question: string
  /** Repairs that raise it. */
  about: string[]
  options: CallOption[]
  /** Only these layouts. */
  layouts?: readonly LayoutId[]
  /** What is no option, and why. */
  never: string | null
}

export const option = (
  id: string,
  title: string,
  minutes: Minutes,
  money: Money,
  comeback: Probability,
  says: string,
  leadDays = 0,
  waitHours = 0,
  more: Pick<CallOption, 'repairs' | 'plannedAs' | 'comebackMoney'> = {},
): CallOption => ({ id, title, minutes, money, comeback, leadDays, waitHours, says, ...more })
