import { Popover } from 'radix-ui'
import { useState, type ReactNode } from 'react'

import type { Edit, Saved, ScoreRow, Step, Vocabulary } from '../api/client'
import { Button } from '../ui/controls'
import { fitting } from './edits'
import { DaysPicker, MinutesPicker, MixturePicker } from './pickers'
import { useLengths } from '../ui/LengthField'

interface Props {
  saved: Saved
  step: Step
  row: ScoreRow
  vocabulary: Vocabulary
  setStep: (step: Step, fields: Partial<Step>) => void
  apply: (edit: Edit) => void
  close: () => void
}

interface Choice {
  id: string
  name: string
  meaning: string
  chosen: boolean
  fields: Partial<Step>
  edit?: Edit // instead of fields, where more than a field changes
}

/** Sentence is the open step: its underlined parts are pickers. */
export function Sentence(props: Props) {
  const { row, step, close } = props
  return (
    <p className="pr-1 pl-1 font-serif text-[15px] leading-relaxed">
      {row.sentence.map((phrase, i) => {
        if (phrase.slot === '') return <span key={i}>{i === 0 ? phrase.text : phrase.text.replace(/^[,.]/, '')}</span>
        return (
          <span key={i} className="whitespace-nowrap">
            <Slot text={phrase.text} label={`${phrase.slot}: ${phrase.text}`}>
              {(done) => <Picker slot={phrase.slot} done={done} {...props} />}
            </Slot>
            {/* A comma or full stop stays with the word before it. */}
            {/^[,.]/.exec(row.sentence[i + 1]?.text ?? '')?.[0]}
          </span>
        )
      })}
      <button type="button" aria-expanded onClick={close} aria-label={`Close step ${row.number}`} className="ml-2 font-sans text-xs text-quiet underline" data-step-close={step.id}>
        close
      </button>
    </p>
  )
}

function Slot({ text, label, children }: { text: string; label: string; children: (done: () => void) => ReactNode }) {
  const [open, setOpen] = useState(false)
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button type="button" className="slot rounded-xs" aria-label={label}>
          {text}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content aria-label={label} sideOffset={4} collisionPadding={8} className="z-40 max-h-96 w-80 overflow-y-auto border border-strong bg-raised p-1 font-sans shadow-lg">
          {children(() => setOpen(false))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Picker({ slot, done, ...p }: Props & { slot: string; done: () => void }) {
  const long = useLengths()
  if (slot === 'minutes') return <MinutesPicker step={p.step} apply={p.apply} done={done} />
  if (slot === 'days') return <DaysPicker step={p.step} setStep={p.setStep} done={done} />
  if (slot === 'mixtures') return <MixturePicker saved={p.saved} step={p.step} vocabulary={p.vocabulary} setStep={p.setStep} done={done} />
  return (
    <ul>
      {choices(slot, p, long).map((c) => (
        <li key={c.id}>
          <Button
            pressed={c.chosen}
            className="block w-full border-transparent text-left"
            onClick={() => {
              done()
              if (c.chosen) return
              if (c.edit) p.apply(c.edit)
              else p.setStep(p.step, c.fields)
            }}
          >
            {c.name}
            {c.meaning && <span className="block text-xs font-normal text-quiet">{c.meaning}</span>}
          </Button>
        </li>
      ))}
    </ul>
  )
}

/** choices lists what may stand in a slot, with what each would set. */
function choices(slot: string, { saved, step, vocabulary: v }: Props, long: (mm: number) => string): Choice[] {
  const { lesson } = saved
  const technique = v.techniques.find((t) => t.technique === step.technique)
  const terms = (list: { id: string; name: string; meaning: string }[], now: string, set: (id: string) => Partial<Step>): Choice[] =>
    list.map((t) => ({ ...t, chosen: t.id === now, fields: set(t.id) }))
  switch (slot) {
    case 'tool':
      return lesson.tools
        .filter((t) => technique?.kinds.includes(t.kind))
        .map((t) => {
          const kind = v.tools.find((k) => k.id === t.kind)
          return { id: t.id, name: `${long(t.width)} ${kind?.name ?? t.kind}`, meaning: kind?.meaning ?? '', chosen: t.id === step.tool, fields: { tool: t.id } }
        })
    case 'load':
      return terms(v.loads, step.load, (id) => ({ load: id as Step['load'] }))
    case 'pressure':
      return terms(v.pressures, step.pressure, (id) => ({ pressure: id as Step['pressure'] }))
    case 'care':
      return v.cares.map((t) => ({ ...t, chosen: t.id === step.care, fields: {}, edit: { edit: 'care', step: step.id, care: t.id as Step['care'] } }))
    case 'where':
      return terms(v.wheres, step.where, (id) => ({ where: id as Step['where'] }))
    case 'medium':
      return v.mediums.map((m) => ({ ...m, chosen: JSON.stringify(m.medium) === JSON.stringify(step.medium), fields: { medium: m.medium } }))
    case 'zone':
      return lesson.zones.map((z) => ({
        id: z.id,
        name: z.name,
        meaning: lesson.planes.find((pl) => pl.id === z.plane)?.name ?? '',
        chosen: z.id === step.zone,
        fields: { zone: z.id },
      }))
    case 'technique':
      return v.techniques
        .filter((t) => t.idle || t.kinds.some((k) => lesson.tools.some((tool) => tool.kind === k)))
        .map((t) => ({ id: t.technique, name: t.name, meaning: t.meaning, chosen: t.technique === step.technique, fields: fitting(lesson, step, t) }))
  }
  return []
}
