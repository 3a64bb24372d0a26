import { Link } from 'wouter'

import type { Needed } from '../api/client'
import { cupboardAt, useStudio } from '../lib/studio'
import { figure } from '../ui/controls'
import { BookOut } from './BookOut'
import { Cheaper } from './Cheaper'
import { Opens } from './Opens'
import type { SheetProps } from './Prep'
import { useLengths } from '../ui/LengthField'

/** money writes hundredths of a currency. */
export const money = (hundredths: number, currency: string): string => `${(hundredths / 100).toLocaleString('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 })} ${currency}`.trim()

const packs = (line: Needed): string => line.basket?.packs.map((p) => `${p.count} × ${p.amount} ${line.unit}`).join(', ') ?? ''

/** BuySheet holds what is needed against what there is. */
export function BuySheet({ day, prep }: SheetProps) {
  const studio = useStudio()
  const short = prep.lines.filter((l) => l.short > 0)
  const { cost } = prep
  return (
    <div className="flex flex-col gap-3">
      <p>
        {short.length === 0 ? 'Everything that is needed is there.' : `${short.length} of ${prep.lines.length} things are bought.`} {cost.says}{' '}
        <Link href={cupboardAt(studio)} className="underline underline-offset-2">
          Count in the cupboard
        </Link>
      </p>
      <table className="w-full text-left">
        <thead className="text-xs text-quiet">
          <tr>
            <th className="font-normal">what</th>
            <th className="text-right font-normal">needed</th>
            <th className="text-right font-normal">there is</th>
            <th className="text-right font-normal">to buy</th>
            <th className="pl-4 font-normal">as</th>
            <th className="text-right font-normal">for</th>
            <th className="text-right font-normal">used up or worn</th>
          </tr>
        </thead>
        <tbody>
          {prep.lines.map((l) => (
            <Opens key={`${l.kind} ${l.item}`} name={l.name} columns={7} why={l.why}>
              <td className="text-right whitespace-nowrap">
                {figure(l.need, 2)} {l.unit}
              </td>
              <td className={`text-right whitespace-nowrap ${l.counted ? '' : 'text-quiet'}`}>{l.brings ? 'students bring it' : l.counted ? `${figure(l.has, 2)} ${l.unit}` : 'not counted'}</td>
              <td className={`text-right whitespace-nowrap ${l.short > 0 ? 'font-semibold' : 'text-quiet'}`}>{l.short > 0 ? `${figure(l.short, 2)} ${l.unit}` : 'nothing'}</td>
              <td className="pl-4">{packs(l)}</td>
              <td className="text-right whitespace-nowrap">{l.basket && l.basket.price > 0 ? money(l.basket.price, cost.currency) : ''}</td>
              <td className="text-right whitespace-nowrap">{l.priced ? money(l.used, cost.currency) : <span className="text-quiet">no price</span>}</td>
            </Opens>
          ))}
        </tbody>
        <tfoot>
          <tr className="border-t border-strong font-semibold">
            <td colSpan={5}>All</td>
            <td className="text-right whitespace-nowrap">{money(cost.bought, cost.currency)}</td>
            <td className="text-right whitespace-nowrap">{money(cost.used, cost.currency)}</td>
          </tr>
          <tr>
            <td colSpan={6}>Each</td>
            <td className="text-right whitespace-nowrap">{money(cost.each, cost.currency)}</td>
          </tr>
          <tr>
            <td colSpan={6}>The fee at which it breaks even, with what it costs besides</td>
            <td className="text-right whitespace-nowrap">{money(cost.breakEven, cost.currency)}</td>
          </tr>
        </tfoot>
      </table>
      <Cheaper day={day} currency={cost.currency} />
      <BookOut day={day} />
    </div>
  )
}

/** CutSheet draws how supports are cut. */
export function CutSheet({ prep, day }: SheetProps) {
  const said = useLengths()
  const studio = useStudio()
  const cutting = prep.cutting
  if (!cutting && prep.uncut) return <p>{prep.uncut}</p>
  if (!cutting) {
    return (
      <p className="max-w-prose">
        Supports are ready, or the cupboard has nothing to cut them from: give it a roll or sheets in the{' '}
        <Link href={cupboardAt(studio)} className="underline underline-offset-2">
          cupboard
        </Link>
        . {day.class.spares} are spare.
      </p>
    )
  }
  const { stock, pieces } = cutting
  const long = cutting.length > 0 ? cutting.length : stock.length
  const sheets = Math.max(1, cutting.sheets)
  return (
    <div className="flex flex-col gap-3">
      <p>
        {cutting.says} {cutting.least ? 'No other way with straight cuts needs less.' : ''}
      </p>
      <div className="flex flex-wrap gap-4">
        {Array.from({ length: Math.min(sheets, 12) }, (_, sheet) => (
          <svg key={sheet} viewBox={`-4 -60 ${stock.width + 8} ${long + 68}`} role="img" aria-label={`How ${cutting.sheets > 0 ? `sheet ${sheet + 1}` : 'the roll'} is cut`} className={`${sheets > 1 ? 'w-72' : 'w-full max-w-4xl'} max-h-[28rem] self-start`}>
            <rect x="0" y="0" width={stock.width} height={long} className="hatch" fill="var(--chosen)" stroke="var(--strong)" strokeWidth="4" />
            <text x="0" y="-16" fontSize="40" fill="var(--quiet)">
              {said(stock.width)} across, {said(long)} along
            </text>
            {pieces
              .filter((p) => p.sheet === sheet)
              .map((p) => (
                <g key={`${p.x} ${p.y}`}>
                  <rect x={p.x} y={p.y} width={p.width} height={p.height} fill="var(--raised)" stroke="var(--ink)" strokeWidth="3" />
                  <rect x={p.x + cutting.piece.margin} y={p.y + cutting.piece.margin} width={p.width - 2 * cutting.piece.margin} height={p.height - 2 * cutting.piece.margin} fill="none" stroke="var(--strong)" strokeWidth="2" strokeDasharray="14 10" />
                  <text x={p.x + p.width / 2} y={p.y + p.height / 2 + 12} textAnchor="middle" fontSize="36" fill="var(--ink)">
                    {figure(p.width)} × {figure(p.height)}
                  </text>
                </g>
              ))}
          </svg>
        ))}
      </div>
      <p className="text-quiet">Measures are with the margin of {said(cutting.piece.margin)} all round; the broken line is the picture.</p>
    </div>
  )
}

/** ToolSheet counts tools, towels and solvent. */
export function ToolSheet({ prep, day }: SheetProps) {
  const t = prep.towels
  const s = prep.solvent
  return (
    <div className="flex max-w-3xl flex-col gap-4">
      <p>
        {day.class.sharing === 1 ? 'Everybody has their own tools.' : `${day.class.sharing} share a tool, and wait up to ${figure(prep.sharing)} minutes for it in all.`} A fresh brush that is asked for more than once is washed meanwhile.
      </p>
      <table className="text-left">
        <caption className="pb-1 text-left font-semibold">Tools</caption>
        <tbody>
          {prep.lines
            .filter((l) => l.kind === 'tool')
            .map((l) => (
              <tr key={l.item} className="border-t border-line">
                <td>{l.name}</td>
                <td className="text-right">{figure(l.need)}</td>
                <td className="pl-4 text-quiet">{l.why.join('; ')}</td>
              </tr>
            ))}
        </tbody>
      </table>
      <p>
        <strong className="font-semibold">Towels:</strong> {t.each} sheets each: {t.blots} to blot, which wipe after; {t.rubs} to rub back; for {t.wipes} wipes, {t.large} of them of large tools.
      </p>
      <p>
        <strong className="font-semibold">Solvent:</strong> {s.rinses} rinses and brushes washed: {figure(s.jar)} ml in each jar, used again when it has settled, and {figure(s.thinned)} ml in thinned paint.
      </p>
    </div>
  )
}
