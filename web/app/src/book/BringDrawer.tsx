import { useState } from 'react'

import { useBring, useNeighbours, usePieces } from '../api/book'
import { useLesson } from '../api/queries'
import { Choose } from '../ui/Choose'
import { Button } from '../ui/controls'
import { Offer } from './Offer'
import type { BookProps } from './props'

/** BringDrawer fits pieces, or steps of another lesson, to this one. */
export function BringDrawer(props: BookProps) {
  const { saved, at } = props
  const pieces = usePieces()
  const bring = useBring()
  const shelf = useNeighbours(saved.id)
  const [other, setOther] = useState('')
  const [name, setName] = useState('')
  const ask = (what: string, body: { piece: string } | { from: string; steps: string[] }) => {
    setName(what)
    bring.mutate({ whose: saved.hash, at, ...body })
  }
  const found = bring.data
  return (
    <div className="flex flex-col gap-2">
      <p className="text-quiet">
        It comes {at < saved.lesson.steps.length ? `before step ${at + 1}` : 'at the end'}: zones by the horizon and the plane at its distance, mixtures from your own tubes as your air makes them.
      </p>
      <div className="flex flex-wrap gap-1" role="group" aria-label="Pieces">
        {pieces.data?.map((p) => (
          <Button key={p.id} title={p.meaning} disabled={bring.isPending} onClick={() => ask(p.name, { piece: p.id })}>
            {p.name}
          </Button>
        ))}
      </div>
      <label className="flex items-center gap-2">
        Or steps of
        <Choose label="Another lesson" value={other} set={(to) => setOther(to)} className="min-w-0 flex-1">
          <option value="">a lesson on the shelf</option>
          {shelf.data?.map((l) => (
            <option key={l.id} value={l.id}>
              {l.title}
            </option>
          ))}
        </Choose>
      </label>
      {other !== '' && <Steps key={other} id={other} bring={(steps) => ask(`${steps.length} steps`, { from: other, steps })} busy={bring.isPending} />}
      {bring.isPending && <p role="status">Fitting it to this lesson.</p>}
      {bring.error && <p role="alert">{bring.error.message}</p>}
      {found && (
        <section aria-label="Fitted" className="border-t border-line pt-1">
          <p className="flex items-start gap-2">
            <strong className="flex-1 font-semibold">{name}, fitted</strong>
            <Offer words={`bring in: ${name}`} edit={found.edit} {...props} />
          </p>
          <ul className="text-xs">
            {found.notes.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}

function Steps({ id, bring, busy }: { id: string; bring: (steps: string[]) => void; busy: boolean }) {
  const lesson = useLesson(id)
  const [chosen, setChosen] = useState<string[]>([])
  return (
    <fieldset className="border border-line p-1">
      <legend className="sr-only">Steps to bring</legend>
      <ul className="max-h-28 overflow-y-auto">
        {lesson.data?.score.rows.map((r) => (
          <li key={r.step}>
            <label className="flex gap-2">
              <input
                type="checkbox"
                checked={chosen.includes(r.step)}
                onChange={(e) => setChosen(e.target.checked ? [...chosen, r.step] : chosen.filter((c) => c !== r.step))}
              />
              <span className="min-w-0 break-words">
                {r.number}. {r.brief}
              </span>
            </label>
          </li>
        ))}
      </ul>
      <Button disabled={busy || chosen.length === 0} onClick={() => bring(chosen)}>
        Fit {chosen.length === 1 ? 'it' : 'them'} to this lesson
      </Button>
    </fieldset>
  )
}
