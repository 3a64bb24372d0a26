import { useState } from 'react'

import { useAmounts, useChangePile } from '../api/bench'
import { Choose } from '../ui/Choose'
import { figure, FigureField } from '../ui/controls'
import type { DrawerProps } from './props'

/** ChangePile says what to work into a pile that is there to bring it to the target. */
export function ChangePile({ saved, tubes, target, wanted }: DrawerProps) {
  const { mixtures } = saved.score
  const [mixture, setMixture] = useState(mixtures[0]?.mixture ?? '')
  const laid = useAmounts(saved.hash, 1).data?.piles.find((p) => p.mixture === mixture)?.layOut
  const [own, setOwn] = useState<number>()
  const ml = own ?? laid ?? 5
  const pile = mixtures.find((m) => m.mixture === mixture)
  const changes = useChangePile(
    pile && tubes.length > 0 ? { pile: pile.parts.map(({ paint, parts }) => ({ paint, parts })), ml, target: wanted, paints: tubes, whose: saved.hash } : undefined,
  )
  return (
    <section aria-label="Change a pile" className="flex flex-col gap-2">
      <h2 className="font-serif text-base">Change a pile</h2>
      <div className="flex items-center gap-2">
        <Choose
          label="Which pile"
          value={mixture}
          set={(to) => {
            setMixture(to)
            setOwn(undefined)
          }}
          className="min-w-0 flex-1 py-1"
>
          {mixtures.map((m) => (
            <option key={m.mixture} value={m.mixture}>
              {m.name}
            </option>
          ))}
        </Choose>
        <FigureField label="How much of it there is, ml" value={ml} least={0.1} most={1000} step={0.1} set={setOwn} />
        ml
      </div>
      <p className="flex items-center gap-2">
        <span data-part="colour" aria-hidden className="h-6 w-6 border border-strong" style={{ background: pile?.colour }} />
        to
        <span data-part="colour" aria-hidden className="h-6 w-6 border border-strong" style={{ background: target.hex }} />
        {target.from}
      </p>
      {changes.error && <p role="alert">{changes.error.message}</p>}
      <ol className="flex flex-col gap-1">
        {changes.data?.map((c) => (
          <li key={c.add.map((a) => a.paint).join()} className="flex items-center gap-2 border border-line px-2 py-1">
            <span data-part="colour" aria-hidden className="h-8 w-8 shrink-0 border border-strong" style={{ background: c.colour }} />
            <span className="flex-1">{c.add.length === 0 ? 'Leave it: it is that colour already' : `Work in ${c.add.map((a) => `${figure(a.parts, 2)} ml ${a.name.toLowerCase()}`).join(' and ')}`}</span>
            <span className="w-24 text-right text-xs text-quiet">
              ΔE {figure(c.delta)}
              <br />
              {figure(c.grows, 2)}× the paint
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
