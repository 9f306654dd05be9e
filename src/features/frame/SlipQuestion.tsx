'use client'
import type { SlipOffer } from '@/core/job'
import { Button } from '@/ui/Button'
import { unitText } from './quantities'

/** Asks back; either may be kept. */
export function SlipQuestion({
  offer,
  value,
  unit,
  onKeep,
  onTake,
}: {
  offer: SlipOffer
  value: number
  unit: Parameters<typeof unitText>[0]
  onKeep: () => void
  onTake: (value: number) => void
}) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-2 border-l-4 border-ink pl-2 text-second leading-tight"
    >
      <span className="flex-1">
        <span className="font-semibold">
          {value} {unitText(unit)}{' '}
          {offer.reason === 'outside' ? 'cannot be right here.' : 'is unlikely here.'}
        </span>{' '}
        {offer.alternatives[0] ? `Meant ${offer.alternatives[0].value} ${unitText(unit)}?` : 'Read it again.'}
      </span>
      {offer.alternatives.map((alternative) => (
        <Button key={alternative.value} data-act="slip-take" onClick={() => onTake(alternative.value)}>
          {alternative.value} {unitText(unit)}
        </Button>
      ))}
      {offer.reason === 'unlikely' && (
        <Button variant="quiet" onClick={onKeep}>
          Keep {value}
        </Button>
      )}
    </div>
  )
}
