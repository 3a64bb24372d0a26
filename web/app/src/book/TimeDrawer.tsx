import { useState } from 'react'

import { useFitting, useTiming } from '../api/book'
import type { Choice, Proposal } from '../api/client'
import { Choose } from '../ui/Choose'
import { Button, capital, figure, FigureField } from '../ui/controls'
import { Offer } from './Offer'
import type { BookProps } from './props'

/** How the shares of the time are drawn: by hatching and weight, for colour is the subject. */
const looks = ['bg-strong', 'hatch', 'bg-line', 'bg-chosen', 'border border-dashed border-strong', 'bg-raised']

/** TimeDrawer says where the time goes, proposes a better order, and fits the script to a session. */
export function TimeDrawer(props: BookProps) {
  const { saved, vocabulary, apply } = props
  const { lesson, score } = saved
  const timing = useTiming(saved)
  const t = timing.data
  const pace = lesson.pace || 1
  const session = (fields: Partial<{ minutes: number; pace: number; level: string }>) =>
    apply({ edit: 'session', minutes: lesson.session, pace: lesson.pace ?? 0, level: lesson.level, ...fields })
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-1">
          Session
          <FigureField label="Session, minutes" value={lesson.session} least={10} most={600} step={5} lazy set={(minutes) => session({ minutes })} />
          min
        </label>
        <label className="flex items-center gap-1">
          For
          <Choose label="Whom it is for" value={lesson.level} set={(to) => session({ level: to })}>
            {vocabulary.levels.map((l) => (
              <option key={l.id} value={l.id}>
                {l.name}
              </option>
            ))}
          </Choose>
        </label>
        <label className="flex items-center gap-1">
          who take
          <FigureField label="Pace, times the written minutes" value={pace} least={0.5} most={3} step={0.1} lazy set={(p) => session({ pace: p })} />
          times the minutes
        </label>
        {pace !== 1 && <span>{figure(score.class)} min at their pace</span>}
      </div>
      <section aria-label="Where the time goes">
        <div className="flex h-4 border border-strong" aria-hidden>
          {score.spent.map((s, i) => (
            <div key={s.what} className={looks[i % looks.length]} style={{ width: `${(100 * s.minutes) / score.minutes}%` }} />
          ))}
        </div>
        <ul className="mt-1 flex flex-wrap gap-x-4 text-xs">
          {score.spent.map((s, i) => (
            <li key={s.what} className="flex items-center gap-1">
              <span aria-hidden className={`inline-block h-3 w-3 ${looks[i % looks.length]}`} />
              {s.what} {figure(s.minutes)} min
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="A better order">
        <h2 className="font-serif">A better order</h2>
        {timing.error && <p role="alert">{timing.error.message}</p>}
        {!t && !timing.error && <p role="status">Looking for one on the painted canvas.</p>}
        {t?.clash && <p role="alert">{t.clash.says}</p>}
        {t?.few?.better && <Order p={t.few} name="With few moves" {...props} />}
        {t?.order && t.order.minutes !== t.few?.minutes && <Order p={t.order} name="The shortest found" {...props} />}
        {t && !t.few?.better && !t.order?.better && !t.clash && <p className="text-quiet">{t.order?.says}</p>}
      </section>
      <Fit key={lesson.session} {...props} />
    </div>
  )
}

function Order({ p, name, ...props }: BookProps & { p: Proposal; name: string }) {
  if (!p.better) return null
  return (
    <div className="mt-1">
      <p className="flex items-start gap-2">
        <span className="flex-1">
          <strong className="font-semibold">{name}:</strong> {p.says}
          {p.proven && <span className="text-quiet"> No order is shorter.</span>}
        </span>
        <Offer words={`${name}, ${figure(p.minutes)} min`} edit={p.edit} {...props} />
      </p>
      <details className="text-xs">
        <summary className="cursor-pointer text-quiet">What moves</summary>
        <ul>
          {p.moves.map((m) => (
            <li key={m.step}>
              {m.says} to place {m.to}
            </li>
          ))}
          {p.beside.map((b) => (
            <li key={b}>meanwhile: {b}</li>
          ))}
        </ul>
      </details>
    </div>
  )
}

function Fit(props: BookProps) {
  const { saved } = props
  const [minutes, setMinutes] = useState(Math.min(75, saved.lesson.session))
  const [asked, setAsked] = useState<number>()
  const fitting = useFitting(saved, asked)
  const f = fitting.data
  return (
    <section aria-label="Fit to a session">
      <h2 className="font-serif">Fit to a session</h2>
      <form
      noValidate
        className="flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          setAsked(Math.round(minutes))
        }}
      >
        <FigureField label="Fit into, minutes" value={minutes} least={5} most={600} step={5} set={setMinutes} />
        min
        <Button type="submit">Find what to cut</Button>
        {asked !== undefined && fitting.isFetching && <span role="status">Weighing and painting the choices.</span>}
      </form>
      {fitting.error && <p role="alert">{fitting.error.message}</p>}
      {f && <p className="mt-1">{f.says}</p>}
      {f?.choices.map((c) => <Cuts key={c.name} c={c} {...props} />)}
    </section>
  )
}

function Cuts({ c, ...props }: BookProps & { c: Choice }) {
  return (
    <div className="mt-1">
      <p className="flex items-start gap-2">
        <span className="flex-1">
          <strong className="font-semibold">{capital(c.name)}:</strong> {figure(c.minutes)} min{c.fits ? '' : ', which is not enough'}; the picture changes by ΔE{' '}
          {figure(c.differs, 2)}
        </span>
        <Offer words={`${c.name}, ${figure(c.minutes)} min`} edit={c.edit} {...props} />
      </p>
      <details className="text-xs">
        <summary className="cursor-pointer text-quiet">{c.cuts.length === 1 ? 'One cut' : `${c.cuts.length} cuts`}</summary>
        <ul>
          {c.cuts.map((cut) => (
            <li key={cut.says}>{capital(cut.says)}</li>
          ))}
        </ul>
      </details>
    </div>
  )
}
