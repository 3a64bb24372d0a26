import { Fragment, useEffect, useRef, useState, type PointerEvent as ReactPointer, type ReactNode } from 'react'

import type { Column, Saved, Step, Vocabulary } from '../api/client'
import type { Rehearsal } from '../api/queries'
import type { Making } from '../lib/desk'
import { Button, figure } from '../ui/controls'
import type { Command } from './commands'
import { Finder } from './Finder'
import { ScriptRow } from './ScriptRow'
import type { useWriting } from './useWriting'

interface Props {
  /** What finds a step, over the script. */
  find: ReactNode
  /** What stands over the script. */
  head: ReactNode
  /** Where a new step is being written. */
  writing: ReturnType<typeof useWriting>
  /** What can be written. */
  writes: () => Command[]
  /** Steps that are picked to be changed together. */
  picked: string[]
  pick: (step: string) => void
  saved: Saved
  rehearsed: Rehearsal | undefined
  vocabulary: Vocabulary | undefined
  minute: number
  setMinute: (minute: number) => void
  selected: string | undefined
  choose: (step: string | undefined, follow?: boolean) => void
  apply: (making: Making) => void
  setStep: (step: Step, fields: Partial<Step>) => void
}

/** Script is the timeline: time runs down, planes stand side by side, steps are rows. */
export function Script(props: Props) {
  const { saved, rehearsed, minute, setMinute, selected, choose, apply, writing } = props
  const { lesson, score } = saved
  const list = useRef<HTMLOListElement>(null)
  const columns: Column[] = rehearsed?.columns.length === score.columns.length ? rehearsed.columns : score.columns

  const [drag, setDrag] = useState<{ step: string; to: number }>()
  const scrubbing = useRef(false)

  useEffect(() => {
    if (selected) list.current?.querySelector(`[data-step="${selected}"]`)?.scrollIntoView({ block: 'nearest' })
  }, [selected])

  /** rowAt finds the row at a height on the screen and how far down it that is. */
  const rowAt = (y: number) => {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>('[data-step]') ?? [])]
    for (const [i, row] of rows.entries()) {
      const box = row.getBoundingClientRect()
      if (y < box.bottom || i === rows.length - 1) return { index: i, share: Math.min(1, Math.max(0, (y - box.top) / box.height)) }
    }
    return undefined
  }
  const scrub = (y: number) => {
    const at = rowAt(y)
    const row = at && score.rows[at.index]
    if (at && row) setMinute(Math.round((row.start + at.share * row.minutes) * 2) / 2)
  }
  const startScrub = (e: ReactPointer) => {
    e.currentTarget.setPointerCapture(e.pointerId)
    scrubbing.current = true
    scrub(e.clientY)
  }
  const startDrag = (e: ReactPointer, step: string) => {
    e.currentTarget.setPointerCapture(e.pointerId)
    setDrag({ step, to: lesson.steps.findIndex((s) => s.id === step) })
  }
  const move = (e: ReactPointer) => {
    if (scrubbing.current) scrub(e.clientY)
    if (drag) {
      const at = rowAt(e.clientY)
      if (at) setDrag({ ...drag, to: at.index })
    }
  }
  const drop = () => {
    scrubbing.current = false
    if (!drag) return
    const from = lesson.steps.findIndex((s) => s.id === drag.step)
    if (from !== drag.to) apply({ edit: 'move', step: drag.step, to: drag.to })
    setDrag(undefined)
  }

  /** written is the row in which a new step is written, at its place. */
  const written = (at: number) => (
    <li className="border-b-2 border-strong bg-raised px-3 py-2" aria-label={`A new step at place ${at + 1}`}>
      <div className="flex items-start gap-2">
        <Finder
          autoFocus
          atOnce
          label="What the new step does"
          placeholder="tap, a place, a mixture: a few letters of each"
          first={props.writes}
          before={(path) => <span>{path.length === 0 ? 'Then' : `Then ${path.join(' ')}`}</span>}
          close={writing.leave}
        />
        <Button onClick={writing.leave}>Leave it</Button>
      </div>
    </li>
  )

  return (
    <section aria-label="Script" className="flex min-h-0 min-w-0 flex-col border-line bg-sheet wide:border-l">
      <div className="script-grid items-end border-b border-strong pr-3 text-xs text-quiet sm:min-h-20">
        <span aria-hidden className="pb-1 pl-2">min</span>
        <span aria-hidden className="flex">
          {columns.map((c) => (
            <span key={c.plane} title={c.name} className="h-[4.6rem] w-2 rotate-180 overflow-hidden pt-1 leading-none whitespace-nowrap [writing-mode:vertical-rl] max-sm:invisible max-sm:h-6 sm:w-3.5">
              {c.name}
            </span>
          ))}
        </span>
        <span aria-hidden className="h-[4.6rem] w-full rotate-180 overflow-hidden pt-1 [writing-mode:vertical-rl] max-sm:invisible max-sm:h-6">tool</span>
        <span aria-hidden className="h-[4.6rem] w-full rotate-180 overflow-hidden pt-1 [writing-mode:vertical-rl] max-sm:invisible max-sm:h-6">fat</span>
        <div className="self-stretch py-1.5 pl-1">
          <p aria-hidden className="mb-1 max-sm:hidden">Far to near, from the top down: a good lesson reads as a staircase.</p>
          {props.find}
        </div>
      </div>
      {props.head}
      <ol ref={list} className="min-h-0 flex-1 wide:overflow-y-auto" onPointerMove={move} onPointerUp={drop} onPointerCancel={() => setDrag(undefined)}>
        {score.rows.map((row, i) => {
          const step = lesson.steps[i]
          if (!step) return null
          const from = drag ? lesson.steps.findIndex((s) => s.id === drag.step) : -1
          return (
            <Fragment key={step.id}>
              {writing.at === i && written(i)}
              {step.stage && <StageHead name={step.stage} minutes={row.stage} />}
            <ScriptRow
              picked={props.picked.includes(step.id)}
              pick={() => props.pick(step.id)}
              saved={saved}
              step={step}
              row={row}
              columns={columns}
              vocabulary={props.vocabulary}
              findings={rehearsed?.findings.filter((f) => f.steps[0] === step.id) ?? []}
              judged={rehearsed?.done === true}
              open={selected === step.id}
              place={i}
              playhead={minute >= row.start && (minute < row.start + row.minutes || i === score.rows.length - 1) ? Math.min(1, (minute - row.start) / row.minutes) : undefined}
              dropMark={drag && drag.to === i && from !== i ? (drag.to > from ? 'after' : 'before') : undefined}
              dragged={drag?.step === step.id}
              select={() => choose(selected === step.id ? undefined : step.id)}
              startScrub={startScrub}
              startDrag={(e) => startDrag(e, step.id)}
              apply={apply}
              setStep={props.setStep}
            />
            {selected === step.id && writing.at !== i + 1 && (
              <li className="border-b border-line py-1 pl-14 sm:pl-40">
                <Button onClick={() => writing.beginAt(i + 1)}>New step here</Button>
              </li>
            )}
            </Fragment>
          )
        })}
        {writing.at === lesson.steps.length ? (
          written(lesson.steps.length)
        ) : (
          <li className="px-2 py-2">
            <Button onClick={() => writing.beginAt(lesson.steps.length)}>New step at the end</Button>
          </li>
        )}
      </ol>
    </section>
  )
}

/** StageHead is the name of a stage over its first step. */
function StageHead({ name, minutes }: { name: string; minutes: number }) {
  return (
    <li className="flex items-baseline gap-2 border-b border-strong px-2 pt-1 text-xs" aria-label={`Stage ${name}`}>
      <strong className="font-semibold">{name}</strong>
      <span className="text-quiet">{figure(minutes)} min</span>
    </li>
  )
}
