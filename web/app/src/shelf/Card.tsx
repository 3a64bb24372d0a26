import { lazy, Suspense, useRef, useState } from 'react'
import { Link, useLocation } from 'wouter'

import type { OnShelf, Place } from '../api/client'
import { useCopyLesson, useRehearsal, useRename } from '../api/queries'
import { useFrame } from '../lib/frame'
import { useSeen } from '../lib/seen'
import { lessonAt, useStudio } from '../lib/studio'
import { Button, figure } from '../ui/controls'
import { HowFar } from '../ui/HowFar'
import { TextField } from '../ui/TextField'

const CardMenu = lazy(() => import('./CardMenu').then((m) => ({ default: m.CardMenu })))

/** Card is a lesson as a little finished canvas; it is painted once it comes into sight. */
export function Card({ lesson, busy, put }: { lesson: OnShelf; busy: boolean; put: (to: Place) => void }) {
  const studio = useStudio()
  const card = useRef<HTMLElement>(null)
  const seen = useSeen(card)
  const { shown, failed, again } = useFrame(seen ? `${lesson.frames}/paint-800-${lesson.last}.png` : undefined)
  const over = lesson.minutes > lesson.session
  const [, go] = useLocation()
  const [naming, setNaming] = useState(false)
  const [more, setMore] = useState(false)
  const copy = useCopyLesson()
  const rename = useRename()
  const error = copy.error ?? rename.error
  return (
    <article ref={card} className="min-w-0">
      {naming && (
        <TextField
          label={`New name of ${lesson.title}`}
          value={lesson.title}
          most={120}
          autoFocus
          done={() => setNaming(false)}
          set={(title) => title !== '' && rename.mutate({ id: lesson.id, from: lesson.revision, title, about: lesson.about })}
          className="mb-2 w-full font-serif text-lg"
        />
      )}
      <Link href={lessonAt(studio, lesson.id)} className="group block rounded-sm">
        <div className="bg-mat p-4 shadow-sm">
          <div className="bg-line shadow-md" style={{ aspectRatio: `${lesson.width} / ${lesson.height}` }}>
            {shown ? (
              <img src={shown} alt={`The finished picture of ${lesson.title}`} className="block h-full w-full" />
            ) : (
              <p className="flex h-full items-center justify-center text-ink">{failed ? 'This picture has not arrived' : 'Painting the canvas'}</p>
            )}
          </div>
        </div>
        {!naming && <h2 className="mt-2 font-serif text-lg break-words group-hover:underline" dir="auto">{lesson.title}</h2>}
        <p className="text-quiet">{lesson.about}</p>
        <p className="mt-1">
          <strong className="font-semibold">
            {figure(lesson.minutes)} of {figure(lesson.session)} min
          </strong>
          {over && ', too long'} · {lesson.steps} steps · {lesson.level} · {lesson.method}
        </p>
        {seen ? <CardFindings hash={lesson.hash} id={lesson.id} /> : <p className="text-quiet">Not rehearsed yet</p>}
      </Link>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {failed && <Button onClick={again}>Try again</Button>}
        <Button once aria-label={`Copy ${lesson.title}`} disabled={copy.isPending} onClick={() => copy.mutate(lesson.id, { onSuccess: (made) => go(lessonAt(studio, made.id)) })}>
          Copy
        </Button>
        <Button aria-label={`Rename ${lesson.title}`} onClick={() => setNaming(true)}>
          Rename
        </Button>
        {more ? (
          <Suspense fallback={<Button disabled>More</Button>}>
            <CardMenu title={lesson.title} busy={busy} put={put} />
          </Suspense>
        ) : (
          <Button aria-label={`More for ${lesson.title}`} aria-haspopup="menu" onClick={() => setMore(true)}>
            More
          </Button>
        )}
      </div>
      {error && <p role="alert">{error.message}</p>}
    </article>
  )
}

function CardFindings({ hash, id }: { hash: string; id: string }) {
  const { data } = useRehearsal(hash, id)
  if (!data) return <p className="text-quiet">Not rehearsed yet</p>
  if (!data.done) {
    return (
      <p className="text-quiet">
        <HowFar hash={hash} id={id} of={data.of} />
      </p>
    )
  }
  const open = data.findings.filter((f) => f.accepted === '')
  const meant = data.findings.length - open.length
  return (
    <p>
      {open.length === 0 ? 'Nothing open in Checks' : `${open.length} open ${open.length === 1 ? 'finding' : 'findings'}`}
      {meant > 0 && <span className="text-quiet">, {meant} on purpose</span>}
    </p>
  )
}
