import { operationById } from '@/core/library'
import type { Addition } from './useJob'

/** The meter read once more: noted, and the vapour clear or not by what it shows. */
export function meterAgain(percent: number, where: string): Addition[] {
  const clear = percent < operationById('meterVapour').gaugeGate!.below
  return [
    { kind: 'meter-read', body: { lelPercent: percent, where } },
    clear
      ? {
          kind: 'state-asserted',
          body: {
            changes: { vapour: 'clear' },
            why: 'seen',
            figures: [{ operationId: 'meterVapour', value: percent }],
          },
        }
      : { kind: 'state-asserted', body: { changes: { vapour: 'unchecked' }, why: 'seen' } },
  ]
}
