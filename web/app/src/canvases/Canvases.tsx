import { useState, type SyntheticEvent } from 'react'

import { useCanvases, useWall } from '../api/canvases'
import { useShelf } from '../api/queries'
import { backOf } from '../lib/kept'
import { ofStudio, useStudio } from '../lib/studio'
import { Bar, roomsOf } from '../ui/Bar'
import { Choose } from '../ui/Choose'
import { boxed, Button } from '../ui/controls'
import { CanvasCard } from './CanvasCard'
import { DateField } from '../ui/DateField'

/** Canvases are the real pictures of a studio, with their days: what dries, what is to be done next. */
export function Canvases() {
  const studio = useStudio()
  const list = useCanvases()
  const wall = useWall()
  return (
    <div className="room">
      <Bar place={<h1 className="font-serif text-lg">Canvases</h1>} at="Canvases" rooms={roomsOf(studio)} back={backOf(wall, 'the pictures')} />
      <main className="min-h-0 min-w-0 px-4 py-4 sm:px-6 wide:overflow-y-auto">
        <Add busy={wall.busy} add={wall.add} />
        {list.error && <p role="alert">{list.error.message}</p>}
        {list.data?.length === 0 && <p className="mt-4 max-w-2xl text-quiet">No picture is kept yet. Each has its days here: when to look at it again, when it is dry to the touch and may be corrected, framed, varnished. The days follow from the paint that its lesson lays.</p>}
        <ul className="mt-4 grid grid-cols-1 gap-4 lg:grid-cols-2">
          {list.data?.map((c) => (
            <li key={c.id}>
              <CanvasCard on={c} wall={wall} />
            </li>
          ))}
        </ul>
      </main>
      <footer className="flex min-h-8 items-center gap-4 border-t border-line px-4 py-1">
        <p role="status" className="flex-1">
          {wall.problem ? `Not kept. ${wall.problem}` : wall.busy ? 'Saving' : 'The days are working figures: the touch decides, and what the makers of mediums and varnishes say.'}
        </p>
        <a className="underline underline-offset-2" href={ofStudio(studio, 'drying')} download>
          Calendar
        </a>
      </footer>
    </div>
  )
}

/** Add keeps a picture that was painted. */
function Add({ busy, add }: { busy: boolean; add: (what: { lesson: string; by?: string; painted?: string }) => void }) {
  const studio = useStudio()
  const lessons = useShelf(studio).data ?? []
  const [lesson, setLesson] = useState('')
  const [by, setBy] = useState('')
  const [painted, setPainted] = useState('')
  const chosen = lesson || lessons[0]?.id
  const keep = (e: SyntheticEvent) => {
    e.preventDefault()
    if (chosen) add({ lesson: chosen, ...(by && { by }), ...(painted && { painted }) })
    setBy('')
  }
  return (
    <form aria-label="A picture that was painted" onSubmit={keep} className="flex flex-wrap items-center gap-3">
      <label className="flex items-center gap-2">
        Painted after
        <Choose value={chosen ?? ''} set={(to) => setLesson(to)}>
          {lessons.map((l) => (
            <option key={l.id} value={l.id}>
              {l.title}
            </option>
          ))}
        </Choose>
      </label>
      <label className="flex items-center gap-2">
        by <input className={`${boxed} w-40`} value={by} maxLength={60} onChange={(e) => setBy(e.target.value)} />
      </label>
      <span className="flex items-center gap-2">
        on <DateField label="Painted on" value={painted} set={setPainted} />
      </span>
      <Button type="submit" disabled={busy || !chosen}>
        Keep it
      </Button>
    </form>
  )
}
