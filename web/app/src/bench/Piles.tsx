import { useState } from 'react'

import type { Saved } from '../api/client'
import { useAmounts } from '../api/bench'
import { figure, FigureField, Hint } from '../ui/controls'
import { PaletteMap } from '../ui/PaletteMap'
import { useLengths } from '../ui/LengthField'

/** How many pixels stand for a millimetre of a pile. */
const scale = 1.7

/** Piles is the palette as it is laid out: every mixture's pile to scale, and what the tubes must give. */
export function Piles({ saved }: { saved: Saved }) {
  const [students, setStudents] = useState(1)
  const amounts = useAmounts(saved.hash, students)
  const a = amounts.data
  const long = useLengths()
  return (
    <section aria-label="Piles" className="bg-sheet p-3">
      <h2 className="flex items-baseline gap-2 font-serif text-base">
        Piles
        <span className="font-sans text-xs text-quiet">{a ? `${figure(a.total)} ml each with mediums and base coat, a quarter of the piles left on palette and knife` : 'being measured on the canvas'}</span>
      </h2>
      {amounts.error && <p role="alert">{amounts.error.message}</p>}
      <ul className="mt-2 flex flex-wrap items-end gap-x-2 gap-y-1">
        {a?.piles.map((p) => (
          <li key={p.mixture}>
            <Hint text={`${p.name}: lay out ${figure(p.layOut, 2)} ml, ${long(p.across)} across; the tools take ${figure(p.takes, 2)} ml`}>
              <span tabIndex={0} className="block text-center text-xs" role="img" aria-label={`${p.name}, ${figure(p.layOut, 2)} ml`}>
                <span data-part="colour" className="mx-auto block rounded-full border border-strong" style={{ width: p.across * scale, height: p.across * scale, background: p.colour }} />
                {figure(p.layOut)}
              </span>
            </Hint>
          </li>
        ))}
      </ul>
      {a && (
        <details className="mt-2">
          <summary className="cursor-pointer">As they lie on the palette</summary>
          {a.map ? <PaletteMap map={a.map} colour={(id) => a.piles.find((p) => p.mixture === id)?.colour} high={18} /> : <p>{a.unlaid}</p>}
        </details>
      )}
      <span className="mt-2 flex items-center gap-2">
        Tubes for
        <FigureField label="Tubes for so many people" value={students} least={1} most={200} set={(n) => setStudents(Math.round(n))} />
        {students === 1 ? 'person' : 'people'}
      </span>
      <p className="mt-1 text-quiet">{a?.tubes.map((t) => `${t.name.toLowerCase()} ${figure(t.all)} ml`).join(', ')}</p>
      {a && (a.base > 0 || a.mediums.length > 0) && (
        <p className="mt-1 text-quiet">
          For one person: {[a.base > 0 ? `base coat ${figure(a.base)} ml` : '', ...a.mediums.map((m) => `${m.name} ${figure(m.each)} ml`)].filter(Boolean).join(', ')}
        </p>
      )}
    </section>
  )
}
