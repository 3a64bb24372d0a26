import { Link } from 'wouter'

import { useCanvases } from '../api/canvases'
import { useClasses } from '../api/classes'
import type { OnDay } from '../api/client'
import { canvasesAt, classAt, useStudio } from '../lib/studio'

const written = (begins: string) => new Date(`${begins}:00Z`).toLocaleString('en-GB', { weekday: 'short', day: 'numeric', month: 'long', year: 'numeric', hour: '2-digit', minute: '2-digit', timeZone: 'UTC' })

/** Classes are those of a studio: what is ahead, soonest first, and what was taught. */
export function Classes() {
  const studio = useStudio()
  const list = useClasses(studio).data
  if (!list || list.length === 0) return null
  const now = new Date().toISOString()
  const ahead = list.filter((c) => c.ends >= now)
  const past = list.filter((c) => c.ends < now).reverse()
  const of = (classes: OnDay[]) =>
    classes.map((c) => (
      <li key={c.id}>
        <Link href={classAt(studio, c.id)} className="flex gap-3 border-t border-line py-1 underline-offset-2 hover:underline">
          <span className="w-56 shrink-0 text-quiet">{written(c.begins)}</span>
          <span className="truncate font-serif">{c.class.title}</span>
          <span className="ml-auto shrink-0 text-quiet">
            {c.class.state === 'called-off' ? 'called off' : `${c.people} people`}
          </span>
        </Link>
      </li>
    ))
  return (
    <section aria-label="Classes" className="col-span-full grid gap-x-10 md:grid-cols-2">
      {ahead.length > 0 && (
        <div>
          <h2 className="text-quiet">Classes ahead</h2>
          <ul>{of(ahead)}</ul>
        </div>
      )}
      {past.length > 0 && (
        <div>
          <h2 className="text-quiet">Taught before</h2>
          <ul>{of(past.slice(0, 5))}</ul>
        </div>
      )}
      <Drying />
    </section>
  )
}

/** Drying is what is next of the real pictures, soonest first. */
function Drying() {
  const studio = useStudio()
  const next = (useCanvases().data ?? []).flatMap((c) => (c.next ? [{ id: c.id, canvas: c.canvas, next: c.next }] : [])).sort((a, b) => a.next.on.localeCompare(b.next.on))
  if (next.length === 0) return null
  return (
    <div className="mt-3">
      <h2 className="text-quiet">Canvases</h2>
      <ul>
        {next.slice(0, 3).map((c) => (
          <li key={c.id}>
            <Link href={canvasesAt(studio)} className="flex gap-3 border-t border-line py-1 underline-offset-2 hover:underline">
              <span className="w-56 shrink-0 text-quiet">
                {c.next.name}, {c.next.on}
              </span>
              <span className="truncate font-serif">{c.canvas.title}</span>
              <span className="ml-auto shrink-0 text-quiet">{c.canvas.by}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}
