import { useState } from 'react'
import { Link } from 'wouter'

import { useCanvases, useAddCanvas } from '../api/canvases'
import { useClass } from '../api/classes'
import { ClassBar } from '../class/ClassBar'
import { lookAt, ofStudio, useStudio } from '../lib/studio'
import { boxed, Button } from '../ui/controls'
import { Opening } from '../ui/OpenLesson'

/** ClassLook is the pictures of a class: which of them to look at. */
export function ClassLook({ id }: { id: string }) {
  const studio = useStudio()
  const day = useClass(id)
  const list = useCanvases(id)
  const add = useAddCanvas()
  const [by, setBy] = useState('')
  if (!day.data) return <Opening what="the pictures of the class" error={day.error} again={() => void day.refetch()} />
  return (
    <div className="room">
      <ClassBar day={day.data} at="Look" />
      <main className="min-h-0 min-w-0 px-4 py-4 sm:px-6 wide:overflow-y-auto">
        <form
          aria-label="A picture of this class"
          className="flex flex-wrap items-center gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            add.mutate({ class: id, ...(by && { by }) })
            setBy('')
          }}
        >
          <label className="flex items-center gap-2">
            Painted by <input className={`${boxed} w-40`} value={by} maxLength={60} onChange={(e) => setBy(e.target.value)} />
          </label>
          <Button type="submit" disabled={add.isPending}>
            Keep a picture
          </Button>
          {add.error && <p role="alert">{add.error.message}</p>}
        </form>
        {list.data?.length === 0 && <p className="mt-4 max-w-2xl text-quiet">No picture of this class is kept yet. Keep one, photograph it, and see what to mend first, with which colour, and when to stop. A student can send a photograph from their seat.</p>}
        <ul className="mt-4 grid grid-cols-2 gap-4 md:grid-cols-4">
          {list.data?.map((c) => {
            const last = c.canvas.looks?.at(-1)
            return (
              <li key={c.id}>
                <Link href={lookAt(studio, c.id)} className="block border border-line bg-sheet p-2 hover:border-strong">
                  {c.canvas.photo ? <img src={ofStudio(studio, `canvases/${c.id}/photo/${c.canvas.photo}`)} alt="" className="aspect-4/3 w-full object-cover" /> : <span className="flex aspect-4/3 items-center justify-center bg-mat text-center">No photograph yet</span>}
                  <span className="block font-serif">{c.canvas.by || c.canvas.title}</span>
                  <span className="block text-quiet">{!last ? 'not looked at' : last.stop ? 'nothing to mend' : `${last.faults.filter((f) => f.mended).length} of ${last.faults.length} mended`}</span>
                </Link>
              </li>
            )
          })}
        </ul>
      </main>
    </div>
  )
}
