import type { Tube } from '../api/client'
import { Button, Hint } from '../ui/controls'

interface Props {
  paints: Tube[]
  lesson: string[]
  tubes: string[]
  setTubes: (keys: string[]) => void
}

/** Palette chooses the tubes at hand. */
export function Palette({ paints, lesson, tubes, setTubes }: Props) {
  return (
    <section aria-label="Tubes at hand">
      <div className="flex items-baseline gap-2">
        <h2 className="font-serif text-base">Tubes at hand</h2>
        <Button className="ml-auto" onClick={() => setTubes(lesson)}>
          The lesson’s
        </Button>
        <Button onClick={() => setTubes(paints.map((p) => p.key))}>All</Button>
      </div>
      <ul className="mt-2 grid grid-cols-2 gap-x-3">
        {paints.map((p) => (
          <li key={p.key}>
            <Hint text={`${p.key}, ${p.cover}, tinting strength ${p.strength}, dries ${p.drying}, curves ${p.curves}${p.hazard ? `. Contains ${p.hazard}: follow the product’s safety sheet` : ''}`}>
              <label className="flex min-h-6 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={tubes.includes(p.key)}
                  onChange={(e) => setTubes(e.target.checked ? [...tubes, p.key] : tubes.filter((k) => k !== p.key))}
                />
                <span data-part="colour" aria-hidden className="h-3.5 w-3.5 shrink-0 border border-strong" style={{ background: p.colour }} />
                <span className="truncate">
                  {p.name}
                  {p.hazard && <span className="text-quiet"> ({p.hazard})</span>}
                </span>
              </label>
            </Hint>
          </li>
        ))}
      </ul>
      {tubes.length === 0 && <p role="alert">Choose at least one tube.</p>}
    </section>
  )
}
