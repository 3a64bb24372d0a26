import { useState } from 'react'

import { Link } from 'wouter'

import { useRunning, useRuns } from '../api/stock'
import { useLessonEstimates } from '../api/teaching'
import { classAt, useStudio } from '../lib/studio'
import { boxed, Button, figure, FigureField } from '../ui/controls'
import type { BookProps } from './props'
import { DateField } from '../ui/DateField'

/** RunsDrawer keeps what taught sessions took, beside what is planned. */
export function RunsDrawer({ saved, apply, busy }: BookProps) {
  const studio = useStudio()
  const learnt = useLessonEstimates(saved.id, saved.hash).data
  const { lesson, score } = saved
  const ran = useRuns(saved.id, saved.hash)
  const running = useRunning(saved.id, saved.hash)
  const [taught, setTaught] = useState(() => new Intl.DateTimeFormat('en-CA').format(new Date()))
  const [note, setNote] = useState('')
  const [minutes, setMinutes] = useState<Record<string, string>>({})
  const paces = new Map(ran.data?.paces.map((p) => [p.step, p]))
  const took = lesson.steps.map((s) => ({ step: s.id, minutes: Number(minutes[s.id] ?? '') })).filter((t) => t.minutes > 0)
  const keep = () =>
    running.mutate(
      { taught, note, took },
      {
        onSuccess: () => {
          setMinutes({})
          setNote('')
        },
      },
    )
  return (
    <div className="flex flex-col gap-3">
      <p>{ran.data?.says ?? (ran.error ? ran.error.message : 'Asking.')}</p>
      {ran.data && ran.data.runs.length > 0 && (
        <ul aria-label="Taught sessions">
          {ran.data.runs.map((r) => (
            <li key={r.id} className="flex items-center justify-between gap-2 border-t border-line py-0.5">
              <span>
                {r.taught}, {r.took.length === 1 ? 'one step' : `${r.took.length} steps`} timed{r.note && <span className="text-quiet">: {r.note}</span>}
              </span>
              {r.class ? (
                <Link className="underline underline-offset-2" href={`${classAt(studio, r.class)}/log`}>
                  Log
                </Link>
              ) : (
                <Button disabled={running.isPending} onClick={() => running.mutate(r.id)} aria-label={`Forget the session of ${r.taught}`}>
                  Forget
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {learnt && learnt.classes > 0 && (
        <p className="flex items-center gap-2">
          <span className="flex-1">
            From {learnt.classes === 1 ? 'one class' : `${learnt.classes} classes`} of this studio the script takes {figure(learnt.middle, 0)} minutes, four times out of five between {figure(learnt.low, 0)} and {figure(learnt.high, 0)}; written are {figure(learnt.written, 0)}.
          </span>
          <Button disabled={busy} onClick={() => apply(learnt.edit)}>
            Write these minutes
          </Button>
        </p>
      )}
      <form
      noValidate
        aria-label="A taught session"
        className="flex flex-col gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          if (took.length > 0) keep()
        }}
      >
        <div className="flex items-center gap-2">
          <span className="flex items-center gap-2">
            <span aria-hidden>Taught on</span>
            <DateField label="Taught on" value={taught} set={setTaught} />
          </span>
          <input
            aria-label="What went well, and what did not"
            placeholder="What went well, and what did not"
            maxLength={500}
            value={note}
            onChange={(e) => setNote(e.target.value)}
            className={`${boxed} min-w-0 flex-1`}
          />
          <Button type="submit" disabled={took.length === 0 || running.isPending} title={took.length === 0 ? 'Give the minutes of a step at least' : `${took.length} steps timed`}>
            Keep this session
          </Button>
        </div>
        {running.error && <p role="alert">{running.error.message}</p>}
        <table className="w-full table-fixed text-left">
          <thead className="text-xs text-quiet">
            <tr>
              <th className="font-normal">step</th>
              <th className="w-16 text-right font-normal">planned</th>
              <th className="w-14 text-right font-normal">took</th>
              <th className="w-20 text-right font-normal">from, to</th>
              <th className="w-24 text-right font-normal">this time, min</th>
            </tr>
          </thead>
          <tbody>
            {lesson.steps.map((s, i) => {
              const pace = paces.get(s.id)
              return (
                <tr key={s.id} className="border-t border-line">
                  <td className="break-words">
                    {i + 1} {score.rows[i]?.brief}
                  </td>
                  <td className="text-right">{pace && figure(pace.planned)}</td>
                  <td className="text-right font-semibold">{pace && pace.runs > 0 ? figure(pace.took) : ''}</td>
                  <td className="text-right text-quiet">{pace && pace.runs > 1 ? `${figure(pace.least)}, ${figure(pace.most)}` : ''}</td>
                  <td className="text-right">
                    <FigureField
                      label={`Minutes of step ${i + 1}`}
                      value={minutes[s.id] === undefined || minutes[s.id] === '' ? undefined : Number(minutes[s.id])}
                      least={0}
                      most={600}
                      step={0.5}
                      set={(took) => setMinutes({ ...minutes, [s.id]: String(took) })}
                      clear={() => setMinutes({ ...minutes, [s.id]: '' })}
                    />
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </form>
    </div>
  )
}
