import { useOrdering } from '../api/classes'
import type { Reorder } from '../api/client'
import { money } from '../class/BuySheets'
import { Button, figure } from '../ui/controls'
import { isoOf, shortDay } from '../lib/days'

const packs = (line: Reorder): string => line.basket?.packs.map((p) => `${p.count} × ${p.amount} ${line.unit}`).join(', ') ?? ''

const day = (moment: string): string => shortDay(isoOf(new Date(moment)))

/** ToOrder lists what is lacking for all classes ahead, what is lacking first before the rest. */
export function ToOrder({ currency }: { currency: string }) {
  const { data, error } = useOrdering()
  if (error) return <p role="alert">{error.message}</p>
  if (!data) return <p role="status">Adding up what the classes ahead need.</p>
  return (
    <div className="flex flex-col gap-3">
      <div className="flex items-baseline gap-3">
        <h2 className="font-serif text-lg">To order</h2>
        <p>
          {data.classes === 0 ? 'No class is ahead.' : `For ${data.classes === 1 ? 'the class' : `the ${data.classes} classes`} ahead. ${data.says}`}
          {data.painted < data.classes && ` ${data.classes - data.painted} of them are still being rehearsed.`}
        </p>
        <Button className="ml-auto print:hidden" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {data.lines.length > 0 && (
        <table className="w-full text-left">
          <thead className="text-xs text-quiet">
            <tr>
              <th className="font-normal">what</th>
              <th className="text-right font-normal">needed</th>
              <th className="text-right font-normal">there is</th>
              <th className="text-right font-normal">to order</th>
              <th className="pl-4 font-normal">as</th>
              <th className="text-right font-normal">for</th>
              <th className="pl-4 font-normal">lacking first</th>
            </tr>
          </thead>
          <tbody>
            {data.lines.map((l) => (
              <tr key={`${l.kind} ${l.name}`} className="border-t border-line">
                <th scope="row" className="py-1 font-normal">
                  {l.name}
                </th>
                <td className="text-right whitespace-nowrap">
                  {figure(l.need, 2)} {l.unit}
                </td>
                <td className={`text-right whitespace-nowrap ${l.counted ? '' : 'text-quiet'}`}>{l.counted ? `${figure(l.has, 2)} ${l.unit}` : 'not counted'}</td>
                <td className="text-right font-semibold whitespace-nowrap">
                  {figure(l.short, 2)} {l.unit}
                </td>
                <td className="pl-4">{packs(l)}</td>
                <td className="text-right whitespace-nowrap">{l.basket && l.basket.price > 0 ? money(l.basket.price, currency) : ''}</td>
                <td className="pl-4">
                  {l.first}, {day(l.by)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  )
}
