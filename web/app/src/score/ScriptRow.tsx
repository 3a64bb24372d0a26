import type { PointerEvent as ReactPointer } from 'react'

import type { Column, Finding, Saved, ScoreRow, Step, Vocabulary } from '../api/client'
import type { Making } from '../lib/desk'
import { Button, figure, Hint } from '../ui/controls'
import { duplicate, moveBy } from './edits'
import { FindingMark, Findings } from './Findings'
import { DepthGutter, FatMark, ToolMark } from './Gutter'
import { Sentence } from './Sentence'
import { StepExtras } from './StepExtras'
import { StepWaits } from './StepWaits'
import { Words } from './Words'

interface Props {
  picked: boolean
  pick: () => void
  saved: Saved
  step: Step
  row: ScoreRow
  columns: Column[]
  vocabulary: Vocabulary | undefined
  findings: Finding[]
  /** Whether the findings are those of the whole canvas. */
  judged: boolean
  open: boolean
  place: number
  playhead: number | undefined
  dropMark: 'before' | 'after' | undefined
  dragged: boolean
  select: () => void
  startScrub: (e: ReactPointer) => void
  startDrag: (e: ReactPointer) => void
  apply: (making: Making) => void
  setStep: (step: Step, fields: Partial<Step>) => void
}

const pixelsPerMinute = 14
const oneLine = 27

const needWord: Record<string, string> = { must: 'must', should: 'should', time: 'if there is time' }

/** ScriptRow is one step: as tall as its minutes, and a sentence that opens. */
export function ScriptRow(p: Props) {
  const { row, step, open } = p
  const { lesson } = p.saved
  const height = Math.max(oneLine, row.minutes * pixelsPerMinute)
  const lines = Math.floor((height - oneLine) / 19) // of the words, where the row is tall enough
  const text = row.sentence.map((s) => s.text).join('')
  return (
    <li
      data-step={step.id}
      className={`script-grid relative border-b border-line pr-3 ${open ? 'bg-raised' : ''} ${p.picked ? 'bg-chosen' : ''} ${p.dragged ? 'opacity-50' : ''}`}
      style={{ minHeight: height }}
    >
      <div className="flex cursor-ns-resize touch-none justify-between pt-1 pr-1 pl-2 text-xs text-quiet select-none" data-part="time" onPointerDown={p.startScrub}>
        <span>
          {figure(row.start)}
          {row.idle > 0 && <span className="block leading-none" title={`${figure(row.idle)} min without work before it`}>+{figure(row.idle)}</span>}
        </span>
      </div>
      <DepthGutter row={row} columns={p.columns} />
      <ToolMark row={row} />
      <FatMark row={row} />
      <div className="flex min-w-0 gap-1">
        <Hint text="Drag to move the step, or press Alt with an arrow key; Shift-click, or X, picks it">
          <button type="button" data-part="grip" aria-label={`Step ${row.number}, drag to move`} tabIndex={-1} onPointerDown={p.startDrag} onClick={(e) => e.shiftKey && p.pick()} className="w-6 shrink-0 cursor-grab touch-none self-start pt-0.5 text-right text-xs text-quiet">
            {row.number}
          </button>
        </Hint>
        <div className="min-w-0 flex-1 pb-0.5">
          {open && p.vocabulary ? (
            <div className="py-1">
              <Sentence saved={p.saved} step={step} row={row} vocabulary={p.vocabulary} setStep={p.setStep} apply={p.apply} close={p.select} />
              <Words key={step.words} step={step} setStep={p.setStep} />
              <StepExtras step={step} setStep={p.setStep} />
              <StepWaits lesson={lesson} step={step} place={p.place} setStep={p.setStep} apply={p.apply} />
              <div className="mt-1 flex flex-wrap gap-1" role="group" aria-label={`Step ${row.number}`}>
                <Button disabled={p.place === 0} onClick={() => p.apply(moveBy(step.id, -1))}>
                  Earlier
                </Button>
                <Button disabled={p.place === lesson.steps.length - 1} onClick={() => p.apply(moveBy(step.id, 1))}>
                  Later
                </Button>
                <Button onClick={() => p.apply(duplicate(step.id))}>Duplicate</Button>
                <Button onClick={() => p.apply({ edit: 'split', step: step.id })}>Split</Button>
                <Button disabled={p.place === lesson.steps.length - 1} onClick={() => p.apply({ edit: 'join', step: step.id })}>
                  Join with next
                </Button>
                <Button onClick={() => p.apply({ edit: 'pause', at: p.place + 1, minutes: 1, meanwhile: false })}>Stand back after</Button>
                <Button disabled={lesson.steps.length < 2} onClick={() => p.apply({ edit: 'remove', step: step.id })}>
                  Take out
                </Button>
              </div>
              <Findings saved={p.saved} findings={p.findings} apply={p.apply} ready={p.judged} />
            </div>
          ) : (
            <button type="button" aria-expanded={false} onClick={p.select} className="block w-full overflow-hidden rounded-xs px-1 pt-0.5 text-left hover:bg-chosen" title={text}>
              <span className="block font-serif">
                {row.meanwhile && <em className="mr-1 text-quiet">meanwhile:</em>}
                {row.brief}
                {row.late > 0 && <span className="ml-1 font-sans text-xs">{figure(row.late)} min late</span>}
                {step.need && <span className="ml-1 font-sans text-xs text-quiet">{needWord[step.need]}</span>}
              </span>
              {lines > 0 && (
                <span className="overflow-hidden text-quiet [-webkit-box-orient:vertical] [display:-webkit-box]" style={{ WebkitLineClamp: lines }}>
                  {step.words}
                </span>
              )}
            </button>
          )}
        </div>
        {p.findings.length > 0 && !open && (
          <button type="button" onClick={p.select} aria-label={p.findings.map((f) => f.title).join('; ')} className="flex h-6 w-6 shrink-0 items-center justify-center self-start">
            <FindingMark finding={p.findings[0]} />
          </button>
        )}
      </div>
      {p.playhead !== undefined && (
        <div aria-hidden data-part="playhead" className="pointer-events-none absolute right-0 left-0 h-0 border-t-2 border-ink" style={{ top: `${100 * p.playhead}%`, gridColumn: '1 / 5' }} />
      )}
      {p.dropMark && <div aria-hidden className={`absolute right-0 left-0 h-1 bg-ink ${p.dropMark === 'before' ? '-top-0.5' : '-bottom-0.5'}`} />}
    </li>
  )
}
