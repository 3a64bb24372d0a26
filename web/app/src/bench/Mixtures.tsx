import { useState } from 'react'

import { useTidyings } from '../api/bench'
import type { Swatch } from '../api/client'
import { useArrange } from '../api/scene'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import { TextField } from '../ui/TextField'
import type { DrawerProps } from './props'

/** Mixtures are those of the lesson, to be named, let do for one another and taken out; and what would make the palette simpler. */
export function Mixtures({ saved, apply, busy }: DrawerProps) {
  const { lesson, score } = saved
  const tidyings = useTidyings(saved.hash)
  const tidy = tidyings.data ?? []
  const [open, setOpen] = useState<string>()
  return (
    <section aria-label="Mixtures" className="flex flex-col gap-3">
      {tidy.length > 0 && (
        <div className="border border-strong bg-raised p-2">
          <h2 className="font-serif text-base">It could be simpler</h2>
          <ul className="mt-1 flex flex-col gap-1">
            {tidy.map((t) => (
              <li key={t.says} className="flex items-start gap-2">
                <span className="min-w-0 flex-1">{t.says}</span>
                <Button disabled={busy || tidyings.isPlaceholderData} aria-label={`Do it: ${t.says}`} onClick={() => apply(t.edit)}>
                  Do it
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
      <ul>
        {score.mixtures.map((m) => {
          const used = lesson.steps.filter((s) => s.mixtures.includes(m.mixture)).length
          return (
            <li key={m.mixture} className="border-t border-line py-1">
              <div className="flex items-center gap-2">
                <span aria-hidden data-part="colour" className="h-6 w-6 shrink-0 border border-strong" style={{ background: m.colour }} />
                <TextField label={`Name of the mixture ${m.name}`} value={m.name} most={60} set={(name) => name !== '' && apply({ edit: 'rename', what: 'mixture', id: m.mixture, name })} className="min-w-0 flex-1" />
                <span className="w-28 shrink-0 text-right text-xs text-quiet">
                  value {m.value}, {used === 0 ? 'in no step' : used === 1 ? 'one step' : `${used} steps`}
                </span>
                <Button aria-expanded={open === m.mixture} aria-label={`More about ${m.name}`} onClick={() => setOpen(open === m.mixture ? undefined : m.mixture)}>
                  More
                </Button>
              </div>
              {open === m.mixture && <More mixture={m} used={used} saved={saved} apply={apply} busy={busy} />}
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** More is what can be done with one mixture. */
function More({ mixture, used, saved, apply, busy }: Pick<DrawerProps, 'saved' | 'apply' | 'busy'> & { mixture: Swatch; used: number }) {
  const arrange = useArrange()
  const others = saved.score.mixtures.filter((m) => m.mixture !== mixture.mixture)
  const [to, setTo] = useState('')
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2 pl-8">
      <p className="w-full text-quiet">{mixture.parts.map((p) => `${figure(p.parts, 2)} ${p.name.toLowerCase()}`).join(' : ')}</p>
      <Choose label={`What to use instead of ${mixture.name}`} value={to} set={setTo} placeholder="use another instead" className="min-w-40 flex-1">
        {others.map((m) => (
          <option key={m.mixture} value={m.mixture} title={`value ${m.value}`}>
            {m.name}
          </option>
        ))}
      </Choose>
      <Button disabled={busy || to === '' || arrange.isPending} onClick={() => arrange.mutate({ whose: saved.hash, do: 'merge', zone: mixture.mixture, with: to }, { onSuccess: (a) => apply(a.edit) })}>
        One pile for both
      </Button>
      {used === 0 && (
        <Button disabled={busy || others.length === 0} onClick={() => apply({ edit: 'unmix', mixture: mixture.mixture, paints: [] })}>
          Take it out
        </Button>
      )}
      {arrange.error && <p role="alert">{arrange.error.message}</p>}
    </div>
  )
}
