import { useState } from 'react'
import { Link } from 'wouter'

import type { useWall } from '../api/canvases'
import type { Canvas, OnWall } from '../api/client'
import { inWords } from '../lib/days'
import { classAt, lookAt, ofStudio, useStudio } from '../lib/studio'
import { Choose } from '../ui/Choose'
import { boxed, Button, capital, figure, FigureField } from '../ui/controls'
import { FileField } from '../ui/FileField'
import { DateField } from '../ui/DateField'

type Deed = Canvas['days'][number]['deed']

/** What can be written down of a picture, in words. */
const deeds: { deed: Deed; name: string }[] = [
  { deed: 'looked', name: 'looked at' },
  { deed: 'dry', name: 'dry to the touch' },
  { deed: 'corrected', name: 'corrected' },
  { deed: 'framed', name: 'framed' },
  { deed: 'varnished', name: 'varnished' },
]

/** CanvasCard is one real picture: what is ahead of it, and what was done. */
export function CanvasCard({ on, wall }: { on: OnWall; wall: ReturnType<typeof useWall> }) {
  const studio = useStudio()
  const c = on.canvas
  const [deed, setDeed] = useState<Deed>('looked')
  const [day, setDay] = useState(() => new Intl.DateTimeFormat('en-CA').format(new Date()))
  const [note, setNote] = useState('')
  const keep = (fields: (was: Canvas) => Partial<Canvas>) => wall.keep(on.id, (was) => ({ ...was, ...fields(was) }))
  return (
    <article aria-label={c.title} className="flex gap-4 border border-line bg-sheet p-3 max-sm:flex-col">
      <div className="flex w-full shrink-0 flex-col gap-2 sm:w-40">
        {c.photo ? <img src={ofStudio(studio, `canvases/${on.id}/photo/${c.photo}`)} alt={`A photograph of ${c.title}`} className="w-full" /> : <p className="flex aspect-4/3 items-center justify-center bg-mat p-2 text-center text-ink">No photograph yet</p>}
        <Link href={lookAt(studio, on.id)} className="underline underline-offset-2">
          {c.looks?.length ? 'Look again' : 'Look at it'}
        </Link>
        <FileField label="Photograph" accept="image/jpeg,image/png" disabled={wall.busy} take={(file) => wall.photograph(on.id, file)} />
      </div>
      <div className="flex min-w-0 flex-1 flex-col gap-2">
        <h2 className="font-serif text-lg leading-tight">
          {c.title}
          {c.by && <span className="text-quiet">, {c.by}</span>}
        </h2>
        <p className="text-quiet">
          Painted {inWords(c.painted)}
          {on.class && (
            <>
              {' '}
              in a{' '}
              <Link className="underline underline-offset-2" href={`${classAt(studio, on.class)}/log`}>
                class
              </Link>
            </>
          )}
          {c.thick > 0 && `; ${figure(c.thick, 0)} µm where it is thick`}. It dries at <FigureField lazy label="°C where it dries" value={c.temperature} least={1} most={45} set={(temperature) => keep(() => ({ temperature }))} className="w-12" /> °C.
        </p>
        <ul aria-label="What is ahead">
          {on.forecast.map((d) => (
            <li key={d.name} className={`border-t border-line py-1 ${d.done ? 'text-quiet line-through' : d.name === on.next?.name ? 'font-semibold' : ''}`} title={d.says}>
              {capital(d.name)}: {inWords(d.on)}
              {d.name === on.next?.name && <span className="block font-normal text-quiet">{d.says}</span>}
            </li>
          ))}
        </ul>
        {c.days.length > 0 && (
          <ul aria-label="What was done">
            {c.days.map((d, i) => (
              <li key={i} className="flex items-center gap-2 border-t border-line py-0.5">
                <span className="flex-1">
                  {inWords(d.on)}: {deeds.find((x) => x.deed === d.deed)?.name}
                  {d.note && <span className="text-quiet">, {d.note}</span>}
                </span>
                <Button aria-label={`Take out: ${inWords(d.on)}`} disabled={wall.busy} onClick={() => keep((was) => ({ days: was.days.filter((x) => JSON.stringify(x) !== JSON.stringify(d)) }))}>
                  Take out
                </Button>
              </li>
            ))}
          </ul>
        )}
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            keep((was) => ({ days: [...was.days, { on: day, deed, ...(note && { note }) }] }))
            setNote('')
          }}
        >
          <Choose label="What was done" value={deed} set={(to) => setDeed(to as Deed)}>
            {deeds.map((d) => (
              <option key={d.deed} value={d.deed}>
                {d.name}
              </option>
            ))}
          </Choose>
          <DateField label="On which day" value={day} set={setDay} />
          <input aria-label="Note" placeholder="note" className={`${boxed} min-w-32 flex-1`} value={note} maxLength={400} onChange={(e) => setNote(e.target.value)} />
          <Button type="submit" disabled={wall.busy}>
            Write down
          </Button>
        </form>
        <Button className="self-start" disabled={wall.busy} onClick={() => wall.forget(on.id)}>
          Throw it out
        </Button>
      </div>
    </article>
  )
}
