import type { Step } from '../api/client'
import { Choose } from '../ui/Choose'
import { TextField } from '../ui/TextField'

export const needs = [
  { id: '', name: 'not said' },
  { id: 'must', name: 'must be' },
  { id: 'should', name: 'should be' },
  { id: 'time', name: 'only if there is time' },
] as const

/** StepExtras are what a step says beside its sentence: its stage, how much it is needed, a note for the teacher. */
export function StepExtras({ step, setStep }: { step: Step; setStep: (step: Step, fields: Partial<Step>) => void }) {
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2 text-quiet">
      <label className="flex items-center gap-1">
        Stage
        <TextField label="Stage that begins here" value={step.stage ?? ''} most={60} set={(stage) => setStep(step, { stage })} className="w-32" placeholder="none begins" />
      </label>
      <label className="flex items-center gap-1">
        It
        <Choose value={step.need ?? ''} set={(to) => setStep(step, { need: to as NonNullable<Step['need']> })} label="How much it is needed">
          {needs.map((n) => (
            <option key={n.id} value={n.id}>
              {n.name}
            </option>
          ))}
        </Choose>
      </label>
      <label className="flex min-w-48 flex-1 items-center gap-1">
        Note
        <TextField label="Note for the teacher" value={step.note ?? ''} most={600} set={(note) => setStep(step, { note })} className="min-w-0 flex-1" placeholder="for the teacher alone" />
      </label>
    </div>
  )
}
