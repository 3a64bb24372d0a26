import { useState } from 'react'
import { Link } from 'wouter'

import { useThrowClass, useThrownOut } from '../api/classes'
import type { Place } from '../api/client'
import { useAt, usePlace } from '../api/queries'
import { shortMoment } from '../lib/days'
import { lessonAt, useStudio } from '../lib/studio'
import { Button, figure } from '../ui/controls'

/** What stands elsewhere than on the shelf, in words: one, or many. */
const places: { place: Place; one: string; many: string; name: string }[] = [
  { place: 'away', name: 'Put away', one: 'One lesson is put away', many: 'lessons are put away' },
  { place: 'template', name: 'Beginnings of the studio', one: 'One beginning of the studio', many: 'beginnings of the studio' },
  { place: 'deleted', name: 'Thrown out', one: 'One lesson is thrown out', many: 'lessons are thrown out' },
]

/** Others lists what is put away, kept as a beginning, or thrown out, each to be brought back. */
export function Others() {
  return (
    <div className="col-span-full flex flex-col gap-2 border-t border-line pt-3">
      {places.map((p) => (
        <Pile key={p.place} {...p} />
      ))}
      <ThrownClasses />
    </div>
  )
}

function Pile({ place, one, many, name }: (typeof places)[number]) {
  const studio = useStudio()
  const list = useAt(place).data
  const bring = usePlace()
  const [open, setOpen] = useState(false)
  if (!list || list.length === 0) return null
  return (
    <section aria-label={name}>
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        {list.length === 1 ? one : `${list.length} ${many}`}
      </Button>
      {open && (
        <ul className="mt-2 flex flex-col gap-1">
          {list.map((lesson) => (
            <li key={lesson.id} className="flex flex-wrap items-center gap-3">
              <Button aria-label={`Bring ${lesson.title} back`} disabled={bring.isPending} onClick={() => bring.mutate({ id: lesson.id, place: 'shelf' })}>
                Bring back
              </Button>
              <Link href={lessonAt(studio, lesson.id)} className="min-w-0 font-serif break-words underline-offset-2 hover:underline">
                {lesson.title}
              </Link>
              <span className="text-quiet">
                {lesson.steps} steps, {figure(lesson.session)} min
              </span>
            </li>
          ))}
        </ul>
      )}
      {bring.error && <p role="alert">{bring.error.message}</p>}
    </section>
  )
}

function ThrownClasses() {
  const list = useThrownOut().data
  const bring = useThrowClass()
  const [open, setOpen] = useState(false)
  if (!list || list.length === 0) return null
  return (
    <section aria-label="Classes thrown out">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        {list.length === 1 ? 'One class is thrown out' : `${list.length} classes are thrown out`}
      </Button>
      {open && (
        <ul className="mt-2 flex flex-col gap-1">
          {list.map((c) => (
            <li key={c.id} className="flex flex-wrap items-center gap-3">
              <Button aria-label={`Bring the class ${c.class.title} back`} disabled={bring.isPending} onClick={() => bring.mutate({ id: c.id, deleted: false })}>
                Bring back
              </Button>
              <span className="font-serif">{c.class.title}</span>
              <span className="text-quiet">{shortMoment(c.begins)}</span>
            </li>
          ))}
        </ul>
      )}
      {bring.error && <p role="alert">{bring.error.message}</p>}
    </section>
  )
}
