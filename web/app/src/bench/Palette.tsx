import { useState } from 'react'

import type { Tube } from '../api/client'
import { useCovers } from '../api/bench'
import { Button, figure, Hint } from '../ui/controls'
import type { DrawerProps } from './props'

const sizes = [4, 6, 8]

/** Palette chooses the tubes at hand. */
export function Palette({ saved, paints, tubes, setTubes, apply, busy }: DrawerProps) {
  const mine = saved.lesson.palette
  const same = tubes.length === mine.length && tubes.every((k) => mine.includes(k))
  return (
    <section aria-label="Tubes at hand">
      <div className="flex items-baseline gap-1">
        <h2 className="font-serif text-base">Tubes at hand</h2>
        <Button className="ml-auto" onClick={() => setTubes(mine)}>
          The lesson’s
        </Button>
        <Button onClick={() => setTubes(paints.filter((p) => p.ready === '').map((p) => p.key))}>All</Button>
      </div>
      <ul className="mt-2 grid grid-cols-2 gap-x-3">
        {paints.map((p) => (
          <li key={p.key}>
            <Hint text={describe(p)}>
              <label className="flex min-h-6 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={tubes.includes(p.key)}
                  onChange={(e) => setTubes(e.target.checked ? [...tubes, p.key] : tubes.filter((k) => k !== p.key))}
                />
                <span data-part="colour" aria-hidden className="h-3.5 w-3.5 shrink-0 border border-strong" style={{ background: p.colour }} />
                <span className="min-w-0 break-words">
                  {p.name}
                  {p.hazard && <span className="text-quiet"> ({p.hazard})</span>}
                  {p.curves === 'measured' && <span className="text-quiet">, measured</span>}
                </span>
              </label>
            </Hint>
          </li>
        ))}
      </ul>
      {tubes.length === 0 && <p role="alert">Choose at least one tube.</p>}
      {!same && tubes.length > 0 && (
        <Button className="mt-2" disabled={busy} onClick={() => apply({ edit: 'palette', paints: tubes })}>
          Lay out these {tubes.length} for the lesson
        </Button>
      )}
      <Covers saved={saved} setTubes={setTubes} />
    </section>
  )
}

function describe(p: Tube): string {
  const facts = [p.key, p.cover, `tinting strength ${p.strength}`, `dries ${p.drying}`, `curves ${p.curves}`]
  if (p.ready) facts.push(`ready mixed of ${p.ready}`)
  if (p.hazard) facts.push(`contains ${p.hazard}: follow the product’s safety sheet`)
  return facts.join(', ')
}

/** Covers says which few tubes come nearest to all mixtures of the lesson. */
function Covers({ saved, setTubes }: Pick<DrawerProps, 'saved' | 'setTubes'>) {
  const [asked, setAsked] = useState(false)
  const [safe, setSafe] = useState(false)
  const covers = useCovers(asked ? { whose: saved.hash, sizes, safe } : undefined)
  return (
    <section aria-label="Fewest tubes" className="mt-4 border-t border-line pt-3">
      <div className="flex items-center gap-2">
        <h2 className="font-serif text-base">Fewest tubes</h2>
        <label className="ml-auto flex items-center gap-1">
          <input type="checkbox" checked={safe} onChange={(e) => setSafe(e.target.checked)} />
          without hazards
        </label>
        <Button onClick={() => setAsked(true)} disabled={asked && covers.isFetching}>
          {covers.isFetching ? 'Trying' : 'Find'}
        </Button>
      </div>
      <p className="text-quiet">Which 4, 6 or 8 of all tubes come nearest to every mixture of this lesson.</p>
      {covers.error && <p role="alert">{covers.error.message}</p>}
      <ul className="mt-1 flex flex-col gap-1">
        {covers.data?.map((c) => (
          <li key={c.tubes.length}>
            <button type="button" onClick={() => setTubes(c.tubes.map((t) => t.paint))} className="w-full rounded-sm border border-line px-2 py-1 text-left hover:border-strong">
              <span className="block">
                {c.tubes.length}: mean ΔE {figure(c.mean)}, worst {figure(c.worst)} at “{c.where}”
              </span>
              <span className="block text-xs text-quiet">{c.tubes.map((t) => t.name.toLowerCase()).join(', ')}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
