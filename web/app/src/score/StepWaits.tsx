import type { After, Edit, Lesson, Step } from '../api/client'
import { Choose } from '../ui/Choose'
import { Button, figure, FigureField } from '../ui/controls'

interface Props {
  lesson: Lesson
  step: Step
  place: number
  setStep: (step: Step, fields: Partial<Step>) => void
  apply: (edit: Edit) => void
}

const goesOn = new Set(['blot', 'wait'])

/** StepWaits says what a step is done beside, how long after others it may begin, and its other way. */
export function StepWaits({ lesson, step, place, setStep, apply }: Props) {
  const before = lesson.steps[place - 1]
  const beside = step.meanwhile || before?.meanwhile || goesOn.has(before?.technique ?? '')
  const after = step.after ?? []
  const set = (list: After[]) => setStep(step, { after: list })
  const at = (k: number, fields: Partial<After>) => set(after.map((a, i) => (i === k ? { ...a, ...fields } : a)))
  const other = step.easier?.[0]
  const painted = step.tool !== ''
  return (
    <div className="mt-1 flex flex-col gap-1 text-quiet">
      {beside && (
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={step.meanwhile ?? false} onChange={(e) => setStep(step, { meanwhile: e.target.checked })} />
          Done meanwhile, while what came before lies or sets
        </label>
      )}
      {after.map((a, k) => (
        <div key={k} className="flex flex-wrap items-center gap-1">
          Begins
          <FigureField label="Minutes at least" value={a.least} least={0} most={240} step={1} lazy set={(least) => at(k, { least })} className="w-14" />
          to
          <FigureField label="Minutes at most, 0 for no limit" value={a.most} least={0} most={240} step={1} lazy set={(most) => at(k, { most })} className="w-14" />
          min after
          <Choose label="After which step" value={a.step} set={(to) => at(k, { step: to })} className="max-w-48">
            {lesson.steps.map((s, i) =>
              s.id === step.id ? null : (
                <option key={s.id} value={s.id}>
                  step {i + 1}
                </option>
              ),
            )}
          </Choose>
          <Button onClick={() => set(after.filter((_, i) => i !== k))}>No wait</Button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-1">
        {before && after.length < 8 && <Button onClick={() => set([...after, { step: before.id, least: 5, most: 0 }])}>Let it wait for a step</Button>}
        {painted && !other && (
          <Button onClick={() => setStep(step, { easier: [{ technique: step.technique as never, tool: step.tool, load: step.load, pressure: step.pressure, cover: step.cover, minutes: step.minutes, words: step.words }] })}>
            Keep this as the other way
          </Button>
        )}
        {other && (
          <>
            <span>
              Other way: {other.technique}, {figure(other.minutes)} min.
            </span>
            <Button onClick={() => apply({ edit: 'ease', step: step.id })}>Do it the other way</Button>
            <Button onClick={() => setStep(step, { easier: [] })}>Forget the other way</Button>
          </>
        )}
      </div>
    </div>
  )
}
