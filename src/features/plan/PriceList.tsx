'use client'
import Link from 'next/link'
import type { PieceCost } from '@/core/demand'
import { partHref, partTitle } from '../frame/partStockText'
import type { Prices } from '../frame/prices'
import { moneyText, priceText } from '../frame/words'

const FROM: Record<PieceCost['from'], string> = {
  order: 'as ordered',
  offer: 'as it is offered',
  typical: 'typical',
}

/** What each piece costs and which part it is, and whose minutes the work is reckoned by. */
export function PriceList({ prices, ownSteps }: { prices: Prices; ownSteps: number }) {
  const { pieces, sundries, money, minutes } = prices
  const times = [...minutes.values()].map((own) => own.times)
  return (
    <section aria-label="Parts and minutes" className="text-second">
      <table className="w-full">
        <tbody>
          {pieces.map((piece) => (
            <tr
              key={piece.name}
              className="border-b border-rule-2"
              data-piece={piece.name}
              data-from={piece.from}
            >
              <td className="py-1.5 pr-3">
                {piece.part ? (
                  <Link
                    href={partHref(piece.part.id)}
                    className="inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4"
                  >
                    {partTitle(piece.part)}
                  </Link>
                ) : (
                  piece.name
                )}
                {piece.count > 1 && `, ${piece.count}`}
              </td>
              <td className="py-1.5 pr-3 text-ink-2">{piece.money === null ? '' : FROM[piece.from]}</td>
              <td className="whitespace-nowrap py-1.5 text-right">
                {piece.money === null ? 'price not known' : priceText(piece.money)}
              </td>
            </tr>
          ))}
          {sundries > 0.005 && (
            <tr className="border-b border-rule-2">
              <td className="py-1.5">Besides</td>
              <td className="py-1.5 text-ink-2">typical</td>
              <td className="py-1.5 text-right">{priceText(sundries)}</td>
            </tr>
          )}
          <tr className="font-semibold">
            <td className="py-1.5" colSpan={2}>
              Parts in all
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
