'use client'
import Link from 'next/link'
import type { PieceCost } from '@/core/demand'
import { partHref, partTitle } from '../frame/partStockText'
import type { Prices } from '../frame/prices'
import { moneyText, priceText } from '../frame/words'

const FROM: Record<PieceCost['from'], string> = {
  order: 'ordered',
  offer: 'offered',
  paid: 'paid last',
  typical: 'typical',
}

/** What each piece costs and which part it is, and whose minutes the work is reckoned by. */
export function PriceList({ prices, ownSteps }: { prices: Prices; ownSteps: number }) {
  const { pieces, sundries, money, minutes } = prices
  const unknown = pieces.filter((piece) => piece.money === null).length
  const times = [...minutes.values()].map((own) => own.times)
  return (
    <section aria-label="Parts and minutes" className="text-second">
      <table className="w-full">
        <tbody>
          {pieces.map((piece) => (
            <Piece key={piece.name} piece={piece} />
          ))}
          {sundries > 0.005 && (
            <tr className="border-b border-rule-2">
              <td className="py-1.5">
                Besides <span className="text-ink-2">typical</span>
              </td>
              <td className="py-1.5 text-right">{priceText(sundries)}</td>
            </tr>
          )}
          <tr className="font-semibold">
            <td className="py-1.5">
              {unknown > 0
                ? `Parts in all, without ${unknown} that ${unknown === 1 ? 'has' : 'have'} no price yet`
                : 'Parts in all'}
            </td>
            <td className="whitespace-nowrap py-1.5 text-right">{moneyText(money)}</td>
          </tr>
        </tbody>
      </table>
      <p className="text-ink-2" data-own-steps={ownSteps}>
        {ownSteps > 0
          ? `${ownSteps} ${ownSteps === 1 ? 'step' : 'steps'} by your own minutes, each done ${Math.min(...times)} to ${Math.max(...times)} times on this kind of vehicle; the rest typical.`
          : 'Minutes are typical: no step of this plan was done here often enough yet.'}
      </p>
    </section>
  )
}

function Piece({ piece: { name, count, part, money, from } }: { piece: PieceCost }) {
  return (
    <tr className="border-b border-rule-2" data-piece={name} data-from={from}>
      <td className="pr-3">
        {part ? (
          <Link href={partHref(part.id)} className="inline-flex min-h-[44px] items-center gap-2">
            <span className="underline decoration-ink-3 underline-offset-4">
              {`${count > 1 ? `${count} ` : ''}${partTitle(part)}`}
            </span>
            <span className="text-ink-2">{FROM[from]}</span>
          </Link>
        ) : (
          <span className="inline-flex min-h-[36px] items-center gap-2">
            {`${count > 1 ? `${count} ` : ''}${name}`}
            <span className="text-ink-2">{money === null ? '' : FROM[from]}</span>
          </span>
        )}
      </td>
      <td className="whitespace-nowrap text-right">
        {money === null ? 'price not known' : priceText(money)}
      </td>
    </tr>
  )
}
