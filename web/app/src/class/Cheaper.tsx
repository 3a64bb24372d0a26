import { useState } from 'react'

import { useSavings } from '../api/classes'
import type { OnDay } from '../api/client'
import { Button, figure } from '../ui/controls'
import { money } from './BuySheets'

/** Cheaper finds what would cost less than the paints of a class, and how much each would change the picture. */
export function Cheaper({ day, currency }: { day: OnDay; currency: string }) {
  const [asked, setAsked] = useState(false)
  const savings = useSavings(day, asked)
  const list = savings.data?.savings ?? []
  return (
    <section aria-label="Cheaper" className="flex flex-col items-start gap-2 border-t border-line pt-3 print:hidden">
      <h3 className="font-serif text-lg">Cheaper</h3>
      {!asked && <Button onClick={() => setAsked(true)}>What would cost less?</Button>}
      {savings.error && <p role="alert">{savings.error.message}</p>}
      {asked && !savings.error && !savings.data?.ready && <p role="status">Trying what is in the cupboard and costs less.</p>}
      {savings.data?.ready && list.length === 0 && <p>Nothing in the cupboard costs less and comes near to a paint of this lesson. Only paints whose prices are known are tried.</p>}
      {list.length > 0 && (
        <ul className="flex flex-col gap-1">
          {list.map((s) => (
            <li key={s.paint}>
              <strong className="font-semibold">{s.name}</strong> by {s.parts.map((p) => `${figure(p.parts, 2)} ${p.name.toLowerCase()}`).join(' + ')}: saves {money(s.saves, currency)}, and changes {s.mixture.toLowerCase()} most, by ΔE {figure(s.delta)}.
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
