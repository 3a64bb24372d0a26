import { useState } from 'react'
import { Link } from 'wouter'

import { useCanvases } from '../api/canvases'
import { useClasses, useThrowClass } from '../api/classes'
import type { OnDay } from '../api/client'
import { shortDay, shortMoment } from '../lib/days'
import { canvasesAt, classAt, useStudio } from '../lib/studio'
import { Button } from '../ui/controls'

/** Classes are those of a studio: what is ahead, soonest first, and what was taught. */
export function Classes() {
  const studio = useStudio()
  const list = useClasses(studio).data
  const out = useThrowClass()
  const [gone, setGone] = useState<OnDay>()
  const [all, setAll] = useState(false)
  if (!list || (list.length === 0 && !gone)) return null
  const now = new Date().toISOString()
  const ahead = list.filter((c) => c.ends >= now)
  const past = list.filter((c) => c.ends < now).reverse()
  const of = (classes: OnDay[]) =>
    classes.map((c) => (
      <li key={c.id} className="flex items-center gap-2 border-t border-line py-1">
        <Link href={classAt(studio, c.id)} className="flex min-w-0 flex-1 flex-wrap gap-x-3 underline-offset-2 hover:underline">
          <span className="w-44 shrink-0 text-quiet">{shortMoment(c.begins)}</span>
          <span className="min-w-48 flex-1 font-serif break-words">{c.class.title}</span>
          <span className="shrink-0 text-quiet">{c.class.state === 'called-off' ? 'called off' : c.people === 1 ? 'one person' : `${c.people} people`}</span>
        </Link>
        <Button aria-label={`Throw out the class ${c.class.title}`} disabled={out.isPending} onClick={() => out.mutate({ id: c.id, deleted: true }, { onSuccess: () => setGone(c) })}>
          Throw out
        </Button>
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
          <ul>{of(all ? past : past.slice(0, 5))}</ul>
          {past.length > 5 && !all && (
            <Button className="mt-1" onClick={() => setAll(true)}>
              All {past.length}
            </Button>
          )}
        </div>
      )}
      <Drying />
      {gone && (
        <p role="status" className="col-span-full flex items-center gap-2">
          The class “{gone.class.title}” is thrown out.
          <Button disabled={out.isPending} onClick={() => out.mutate({ id: gone.id, deleted: false }, { onSuccess: () => setGone(undefined) })}>
            Undo
          </Button>
        </p>
      )}
      {out.error && <p role="alert">{out.error.message}</p>}
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
            <Link href={canvasesAt(studio)} className="flex flex-wrap gap-x-3 border-t border-line py-1 underline-offset-2 hover:underline">
              <span className="w-56 text-quiet">
                {c.next.name}, {shortDay(c.next.on)}
              </span>
              <span className="min-w-0 font-serif break-words">{c.canvas.title}</span>
              <span className="ml-auto shrink-0 text-quiet">{c.canvas.by}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}
