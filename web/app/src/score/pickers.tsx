import { useState } from 'react'

import type { Edit, Saved, Step, Vocabulary } from '../api/client'
import { Choose } from '../ui/Choose'
import { Button, FigureField } from '../ui/controls'

/** MinutesPicker sets how long a step takes. */
export function MinutesPicker({ step, apply, done }: { step: Step; apply: (edit: Edit) => void; done: () => void }) {
  const save = (minutes: number) => {
    done()
    if (minutes !== step.minutes) apply({ edit: 'minutes', step: step.id, minutes })
  }
  return <NumberPicker label="Minutes" value={step.minutes} least={0.5} most={240} by={0.5} save={save} />
}

/** DaysPicker sets how long the canvas is left to dry. */
export function DaysPicker({ step, setStep, done }: { step: Step; setStep: (step: Step, fields: Partial<Step>) => void; done: () => void }) {
  const save = (days: number) => {
    done()
    if (days !== step.days) setStep(step, { days })
  }
  return <NumberPicker label="Days" value={step.days} least={0.5} most={60} by={0.5} save={save} />
}

interface NumberProps {
  label: string
  value: number
  least: number
  most: number
  by: number
  save: (value: number) => void
}

function NumberPicker({ label, value, least, most, by, save }: NumberProps) {
  const [chosen, setChosen] = useState(value)
  return (
    <form
      noValidate
      className="flex items-center gap-2 p-2"
      onSubmit={(e) => {
        e.preventDefault()
        save(chosen)
      }}
    >
      <span aria-hidden>{label}</span>
      <FigureField label={label} value={chosen} least={least} most={most} step={by} set={setChosen} autoFocus className="w-20" />
      <Button type="submit">Set</Button>
    </form>
  )
}

interface MixtureProps {
  saved: Saved
  step: Step
  vocabulary: Vocabulary
  setStep: (step: Step, fields: Partial<Step>) => void
  done: () => void
}

/** MixturePicker sets which mixtures a step uses, in order, and whether they grade or lie side by side. */
export function MixturePicker({ saved, step, vocabulary, setStep, done }: MixtureProps) {
  const technique = vocabulary.techniques.find((t) => t.technique === step.technique)
  const least = technique?.least ?? 1
  const most = technique?.most ?? 1
  const [chosen, setChosen] = useState(step.mixtures)
  const [shares, setShares] = useState(step.shares ?? [])
  const broken = shares.length > 0
  const first = (n: number) => (n === 2 ? vocabulary.shares.two : vocabulary.shares.three)
  const breaks = chosen.length > 1 && step.technique !== 'double-load'
  const slots = [...chosen, ...(chosen.length < most ? [''] : [])]
  return (
    <form
      noValidate
      className="flex flex-col gap-2 p-2"
      onSubmit={(e) => {
        e.preventDefault()
        done()
        const side = breaks && broken ? shares : []
        if (chosen.join() !== step.mixtures.join() || side.join() !== (step.shares ?? []).join()) setStep(step, { mixtures: chosen, shares: side })
      }}
    >
      {slots.map((id, i) => (
        <label key={i} className="flex items-center gap-2">
          <span className="w-10 text-xs text-quiet">{i === 0 ? 'First' : 'Then'}</span>
          <span className="h-5 w-5 border border-strong" style={{ background: saved.score.mixtures.find((m) => m.mixture === id)?.colour }} />
          <Choose
            value={id}
            set={(to) => {
              const next = [...chosen]
              if (to === '') next.splice(i, 1)
              else next[i] = to
              setChosen(next)
              if (broken && next.length !== chosen.length) setShares(first(next.length))
            }}
            className="min-w-0 flex-1 rounded-sm border border-line bg-sheet px-1 py-1"
>
            {(i >= least || id === '') && <option value="">none</option>}
            {saved.score.mixtures.map((m) => (
              <option key={m.mixture} value={m.mixture}>
                {m.name}, value {m.value}
              </option>
            ))}
          </Choose>
          {breaks && broken && id !== '' && (
            <span className="flex items-center gap-1 text-xs text-quiet">
              <FigureField
                label={`Share of mixture ${i + 1}, percent`}
                value={shares[i]}
                least={vocabulary.shares.least}
                most={100 - vocabulary.shares.least}
                set={(share) => setShares(chosen.map((_, j) => (j === i ? share : (shares[j] ?? 0))))}
                className="w-14"
              />
              %
            </span>
          )}
        </label>
      ))}
      {breaks && (
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" checked={broken} onChange={(e) => setShares(e.target.checked ? first(chosen.length) : [])} />
          Broken colour: side by side by share, and not graded from top to bottom
        </label>
      )}
      <Button type="submit" disabled={chosen.length < least}>
        Set
      </Button>
    </form>
  )
}
