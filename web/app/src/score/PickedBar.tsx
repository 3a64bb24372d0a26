import type { Edit, Lesson, Step } from '../api/client'
import { Choose } from '../ui/Choose'
import { Button } from '../ui/controls'
import { change, free } from './edits'
import { needs } from './StepExtras'
import type { Picked } from './usePicked'

/** PickedBar changes the picked steps together, as one edit. */
export function PickedBar({ lesson, picked, apply, busy }: { lesson: Lesson; picked: Picked; apply: (edit: Edit) => void; busy: boolean }) {
  const steps = lesson.steps.filter((s) => picked.ids.includes(s.id))
  const places = steps.map((s) => lesson.steps.indexOf(s))
  const all = (edits: Edit[]) => edits.length > 0 && apply({ edit: 'all', edits })
  const first = Math.min(...places)
  const last = Math.max(...places)
  const each = (to: (s: Step) => Edit) => all(steps.map(to))
  /** copies are the picked steps once more, behind the last of them. */
  const copies = () => {
    let grown = lesson
    const edits = steps.map((s, k): Edit => {
      const step = { ...s, id: free(grown, s.id), after: [] }
      grown = { ...grown, steps: [...grown.steps, step] }
      return { edit: 'insert', at: last + 1 + k, step }
    })
    all(edits)
  }
  return (
    <div role="toolbar" aria-label="Picked steps" className="flex flex-wrap items-center gap-1 border-b border-strong bg-chosen px-2 py-1">
      <span className="mr-1">{steps.length} picked</span>
      <Button disabled={busy || first === 0} onClick={() => all(places.map((at, k): Edit => ({ edit: 'move', step: steps[k]?.id ?? '', to: at - 1 })))}>
        Earlier
      </Button>
      <Button
        disabled={busy || last === lesson.steps.length - 1}
        onClick={() => all(places.map((at, k): Edit => ({ edit: 'move', step: steps[k]?.id ?? '', to: at + 1 })).reverse())}
      >
        Later
      </Button>
      <Button disabled={busy} onClick={copies}>
        Duplicate
      </Button>
      <Button disabled={busy || steps.length === lesson.steps.length} onClick={() => each((s) => ({ edit: 'remove', step: s.id }))}>
        Take out
      </Button>
      <Button disabled={busy || steps.some((s) => s.minutes <= 0.5)} onClick={() => each((s) => ({ edit: 'minutes', step: s.id, minutes: s.minutes - 0.5 }))}>
        − ½ min
      </Button>
      <Button disabled={busy} onClick={() => each((s) => ({ edit: 'minutes', step: s.id, minutes: s.minutes + 0.5 }))}>
        + ½ min
      </Button>
      <Choose label="How much they are needed" value="none" disabled={busy} set={(to) => each((s) => change(s, { need: to as NonNullable<Step['need']> }))} className="w-24">
        <option value="none" disabled>
          needed …
        </option>
        {needs.map((n) => (
          <option key={n.id} value={n.id}>
            {n.name}
          </option>
        ))}
      </Choose>
      <Button onClick={picked.clear}>Let go</Button>
    </div>
  )
}
