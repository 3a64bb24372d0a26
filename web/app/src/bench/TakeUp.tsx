import { useState } from 'react'

import type { Saved } from '../api/client'
import { Choose } from '../ui/Choose'
import { boxed, Button } from '../ui/controls'

interface Props {
  saved: Saved
  replace: (mixture: string) => void
  add: (name: string) => void
  busy: boolean
}

/** TakeUp brings the chosen recipe into the lesson: in place of a mixture's, or as a new one. */
export function TakeUp({ saved, replace, add, busy }: Props) {
  const [mixture, setMixture] = useState(saved.lesson.mixtures[0]?.id ?? '')
  const [name, setName] = useState('')
  return (
    <div className="flex shrink-0 flex-col gap-2 border-t border-line pt-3">
      <div className="flex items-center gap-2">
        <Button disabled={busy} onClick={() => replace(mixture)}>
          Mix it so
        </Button>
        <Choose label="Mixture to replace" value={mixture} set={(to) => setMixture(to)} className="min-w-0 flex-1 py-1">
          {saved.lesson.mixtures.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
        </Choose>
      </div>
      <form
      noValidate
        className="flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          add(name.trim())
          setName('')
        }}
      >
        <Button type="submit" disabled={busy || name.trim() === ''}>
          Add as
        </Button>
        <input aria-label="Name of the new mixture" placeholder="a new mixture" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} className={`${boxed} min-w-0 flex-1 px-2`} />
      </form>
    </div>
  )
}
