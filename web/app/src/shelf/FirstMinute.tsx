import { useEffect, useState } from 'react'
import { Link } from 'wouter'

import type { OnShelf } from '../api/client'
import { useLesson } from '../api/queries'
import { useFrame } from '../lib/frame'
import { lessonAt, useStudio } from '../lib/studio'
import { Button, figure } from '../ui/controls'

/** Twenty seconds, a picture each. */
const seconds = 20

/** FirstMinute tells somebody new what this is: a lesson that paints itself for twenty seconds, and three things to try. */
export function FirstMinute({ lesson, leave }: { lesson: OnShelf; leave: () => void }) {
  const studio = useStudio()
  const saved = useLesson(lesson.id).data
  const [at, setAt] = useState(0)
  const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches
  const [playing, setPlaying] = useState(!still)
  const half = Math.round((lesson.last * Math.min(at + 1, seconds)) / seconds)
  const { shown } = useFrame(`${lesson.frames}/paint-800-${half}.png`)
  useEffect(() => {
    if (!playing) return
    const timer = window.setInterval(() => setAt((n) => (n + 1 >= seconds ? n : n + 1)), 1000)
    return () => window.clearInterval(timer)
  }, [playing])
  const ended = at + 1 >= seconds
  const row = saved?.score.rows.findLast((r) => r.start * 2 < half)
  const things = [
    { name: 'Move a step', about: 'Open this lesson, choose a step and press Alt with an arrow key: the staircase breaks, and Checks says what goes wrong.', href: lessonAt(studio, lesson.id) },
    { name: 'Move a hill', about: 'In Scene, choose a thing and pull one of its points: the canvas is painted anew.', href: lessonAt(studio, lesson.id, '/scene') },
    { name: 'Mix a colour', about: 'In Bench, touch the canvas: how to mix that colour, in parts, from the tubes there are.', href: lessonAt(studio, lesson.id, '/bench') },
  ]
  return (
    <section aria-label="The first minute" className="col-span-full grid gap-5 border border-strong bg-sheet p-4 md:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
      <div className="flex flex-col gap-2">
        <div className="bg-mat p-3">
          <div className="bg-line" style={{ aspectRatio: `${lesson.width} / ${lesson.height}` }}>
            {shown && <img src={shown} alt={`The canvas of ${lesson.title} after ${figure(half / 2)} minutes`} className="block h-full w-full" />}
          </div>
        </div>
        <div className="flex min-h-8 items-center gap-3">
          <Button
            onClick={() => {
              if (ended) setAt(0)
              setPlaying(ended || !playing)
            }}
          >
            {ended ? 'Once more' : playing ? 'Pause' : 'Play'}
          </Button>
          <p className="min-w-0 flex-1 font-serif">
            {figure(half / 2)} min{row && `: ${row.brief}`}
          </p>
        </div>
      </div>
      <div className="flex flex-col gap-3">
        <div className="flex items-start gap-3">
          <h2 className="flex-1 font-serif text-xl">A lesson is a painting with a clock</h2>
          <Button onClick={leave}>Leave it</Button>
        </div>
        <p>
          You write a picture as steps from back to front, as you would say them in class. It is painted here on a wet canvas, minute by minute. What will go wrong is found before anybody holds a brush: mud, lost values, a late finish. Then the paint is worked out, the class is run, and the log is kept.
        </p>
        <h3 className="font-serif text-base">Three things to try</h3>
        <ol className="flex flex-col gap-2">
          {things.map((t) => (
            <li key={t.name}>
              <Link href={t.href} className="font-semibold underline underline-offset-2">
                {t.name}
              </Link>
              <span className="block text-quiet">{t.about}</span>
            </li>
          ))}
        </ol>
        <p className="text-quiet">All of it can be taken back. This stands under “The first minute” at the foot of the shelf.</p>
      </div>
    </section>
  )
}
