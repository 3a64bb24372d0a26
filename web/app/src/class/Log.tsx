import { useState } from 'react'
import { Link } from 'wouter'

import { useClass, usePrep } from '../api/classes'
import type { ClassLog, OnDay } from '../api/client'
import { useCanvases, useAddCanvas } from '../api/canvases'
import { useLesson } from '../api/queries'
import { useLog, useTroubles } from '../api/teaching'
import { TrialView } from '../checks/TrialView'
import { useEditing } from '../lib/editing'
import { canvasesAt, classAt, lessonAt, useStudio } from '../lib/studio'
import { Button, capital, figure } from '../ui/controls'
import { BookOut } from './BookOut'
import { ClassBar } from './ClassBar'
import { LogPlot } from './LogPlot'
import { shortDay } from '../lib/days'
import { Opening } from '../ui/OpenLesson'

/** Log is what a class came to: planned beside taken, the hardest steps, notes, costs, and what to change in the lesson. */
export function Log({ id }: { id: string }) {
  const day = useClass(id)
  const log = useLog(id)
  if (day.data && log.data) return <Book day={day.data} log={log.data} />
  const error = day.error ?? log.error
  return <Opening what="the log" error={error} again={() => void day.refetch()} />
}

function Book({ day, log }: { day: OnDay; log: ClassLog }) {
  const studio = useStudio()
  const { report } = log
  const prep = usePrep(day).data?.prep
  const troubles = useTroubles().data
  const named = (list: string[]) => [...new Set(list)].map((t) => troubles?.find((o) => o.id === t)?.name ?? t).join(', ')
  return (
    <div className="grid h-full grid-rows-[auto_1fr] print:block print:h-auto">
      <ClassBar day={day} at="Log" />
      <main className="min-h-0 overflow-y-auto px-6 py-4 print:overflow-visible">
        <div className="flex items-start gap-4">
          <p className="max-w-3xl text-lg">
            {log.says}
            {log.phase !== 'ended' && log.phase !== 'before' && ' It has not ended yet.'}
            {log.phase === 'before' && (
              <>
                {' '}
                The log is written by the class itself, at the{' '}
                <Link className="underline underline-offset-2" href={`${classAt(studio, day.id)}/teach`}>
                  lectern
                </Link>
                .
              </>
            )}
          </p>
          <Button className="ml-auto print:hidden" onClick={() => window.print()}>
            Print
          </Button>
        </div>
        {log.phase !== 'before' && (
          <>
            <LogPlot log={log} />
            <div className="grid grid-cols-1 gap-x-10 gap-y-4 lg:grid-cols-2">
              <section aria-label="What to change">
                <h2 className="font-serif text-lg">What to change in the lesson</h2>
                <Changes day={day} log={log} />
              </section>
              <div className="flex flex-col gap-4">
                <section aria-label="Hardest steps">
                  <h2 className="font-serif text-lg">Where it was hard</h2>
                  {report.slowest.length === 0 && report.asked.length === 0 && <p className="text-quiet">No step took longer than planned, and nobody had a hand up.</p>}
                  <ul>
                    {report.slowest.map((i) => {
                      const line = report.lines[i]
                      return (
                        line && (
                          <li key={`slow ${i}`} className="border-t border-line py-1">
                            {capital(log.steps[i] ?? '')}: {figure(line.took)} min, {figure(line.planned)} planned
                          </li>
                        )
                      )
                    })}
                    {report.asked.map((i) => (
                      <li key={`asked ${i}`} className="border-t border-line py-1">
                        {capital(log.steps[i] ?? '')}: {report.lines[i]?.hands === 1 ? 'one hand' : `${report.lines[i]?.hands ?? 0} hands`} up: {named(report.lines[i]?.troubles ?? [])}
                      </li>
                    ))}
                  </ul>
                </section>
                <section aria-label="Notes">
                  <h2 className="font-serif text-lg">Notes</h2>
                  {report.notes.length + report.chosen.length === 0 && <p className="text-quiet">Nothing was noted.</p>}
                  <ul>
                    {report.notes.map((n, i) => (
                      <li key={i} className="border-t border-line py-1">
                        Minute {figure(n.minute, 0)}, step {n.step + 1}: {n.text}
                      </li>
                    ))}
                    {report.chosen.map((c) => (
                      <li key={c} className="border-t border-line py-1">
                        It was late, and chosen: {c}
                      </li>
                    ))}
                  </ul>
                </section>
                <section aria-label="Canvases">
                  <h2 className="font-serif text-lg">Canvases</h2>
                  <Painted day={day} names={log.names} />
                </section>
                <section aria-label="Costs">
                  <h2 className="font-serif text-lg">Costs</h2>
                  <p>{prep ? prep.cost.says : 'Rehearsing the lesson: what it uses up is measured on the canvas.'}</p>
                  <BookOut day={day} />
                </section>
              </div>
            </div>
          </>
        )}
      </main>
    </div>
  )
}

/** Painted are the pictures of the class that are kept, with what is next; those who sat in it can be added by name. */
function Painted({ day, names }: { day: OnDay; names: string[] }) {
  const studio = useStudio()
  const list = useCanvases(day.id)
  const add = useAddCanvas()
  const kept = new Set(list.data?.map((c) => c.canvas.by))
  return (
    <>
      <ul>
        {list.data?.map((c) => (
          <li key={c.id} className="border-t border-line py-1">
            {c.canvas.by || 'The demonstration'}
            {c.next && (
              <span className="text-quiet">
                , {c.next.name}: {shortDay(c.next.on)}
              </span>
            )}
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap items-center gap-2 border-t border-line py-1">
        Keep the picture of
        {['', ...names]
          .filter((n) => !kept.has(n))
          .slice(0, 12)
          .map((n) => (
            <Button key={n} disabled={add.isPending} onClick={() => add.mutate({ class: day.id, ...(n && { by: n }) })}>
              {n || 'the demonstration'}
            </Button>
          ))}
      </p>
      {add.error && <p role="alert">{add.error.message}</p>}
      <p className="text-quiet">
        Their days, dates and photographs are under{' '}
        <Link className="underline underline-offset-2" href={canvasesAt(studio)}>
          Canvases
        </Link>
        .
      </p>
    </>
  )
}

/** Changes are edits of the lesson that the class speaks for, each to be tried before it is made. */
function Changes({ day, log }: { day: OnDay; log: ClassLog }) {
  const studio = useStudio()
  const lesson = useLesson(day.lesson)
  const editing = useEditing(day.lesson)
  const [tries, setTries] = useState<number>()
  const [made, setMade] = useState<number[]>([])
  const change = tries === undefined ? undefined : log.changes[tries]
  if (log.changes.length === 0) return <p className="text-quiet">Nothing: it went as it is written.</p>
  return (
    <>
      {editing.problem && <p role="alert">Not changed. {editing.problem}</p>}
      <ul>
        {log.changes.map((c, i) => (
          <li key={i} className="flex items-center gap-2 border-t border-line py-1">
            <span className="min-w-0 flex-1">
              {c.says}
              <span className="block text-quiet">{c.why}</span>
            </span>
            {made.includes(i) ? (
              <span>Made</span>
            ) : (
              <>
                <Button disabled={!lesson.data} onClick={() => setTries(i)}>
                  Try it
                </Button>
                <Button
                  disabled={!lesson.data || editing.busy}
                  onClick={() => {
                    editing.apply(c.edit)
                    setMade([...made, i])
                  }}
                >
                  Make it
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {change && lesson.data && tries !== undefined && (
        <TrialView
          saved={lesson.data}
          edit={change.edit}
          words={change.says}
          close={() => setTries(undefined)}
          apply={(edit) => {
            editing.apply(edit)
            setMade([...made, tries])
            setTries(undefined)
          }}
          busy={editing.busy}
        />
      )}
      <p className="mt-1 text-quiet">
        They change{' '}
        <Link className="underline underline-offset-2" href={lessonAt(studio, day.lesson)}>
          the lesson
        </Link>
        , where they can be taken back; what this class taught stays.
      </p>
    </>
  )
}
