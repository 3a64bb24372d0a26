import { useEffect, useEffectEvent, useState } from 'react'

import type { OnDay, Option } from '../api/client'
import { useLate, type Said } from '../api/teaching'
import { Button, capital, figure } from '../ui/controls'
import { large } from './lectern'

/** LatePanel offers ways to end in time, each with its minutes and the picture it would give; a digit takes one. */
export function LatePanel({ day, number, say, close }: { day: OnDay; number: number; say: (what: Said) => void; close: () => void }) {
  const [asked] = useState(number) // what happens meanwhile does not move what is read
  const late = useLate(day, asked)
  const take = (o: Option) => {
    say({ kind: 'choose', text: o.text, drop: o.drop, short: o.short })
    close()
  }
  const pressed = useEffectEvent((e: KeyboardEvent) => {
    const option = late.data?.options[Number(e.key) - 1]
    if (!option || e.ctrlKey || e.metaKey || e.altKey) return
    e.preventDefault()
    e.stopImmediatePropagation() // digits lead to rooms elsewhere
    take(option)
  })
  useEffect(() => {
    const hear = (e: KeyboardEvent) => pressed(e)
    window.addEventListener('keydown', hear, true)
    return () => window.removeEventListener('keydown', hear, true)
  }, [])
  return (
    <>
      <h2 className="font-serif text-3xl leading-tight">{late.data ? (late.data.late > 0 ? `As it goes it ends ${figure(late.data.late, 0)} minutes too late` : 'As it goes it ends in time') : 'Looking what may be left out'}</h2>
      {late.isPending && <p role="status">Painting what each would give.</p>}
      {late.error && <p role="alert">{late.error.message}</p>}
      {late.data?.options.length === 0 && <p className="text-xl">Nothing that is left may be shortened or left out. Say when it will end, and leave the rest for another day.</p>}
      <ul aria-label="Choices" className="flex flex-col gap-3">
        {late.data?.options.map((o, i) => (
          <li key={o.name}>
            <button type="button" className="flex w-full gap-3 border border-line bg-raised p-2 text-left hover:border-strong" onClick={() => take(o)}>
              <img src={o.picture} alt={`The finished picture: ${o.name}`} className="w-44 shrink-0 self-start" />
              <span className="flex flex-col gap-1">
                <strong className="text-lg font-semibold">
                  {i + 1}. {capital(o.name)}: {figure(o.wins, 0)} min won{!o.fits && ', not enough'}
                </strong>
                <span className="text-quiet">the picture changes by ΔE {figure(o.differs)}</span>
                <span>{o.says}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Button className={`${large} self-start`} onClick={close}>
        Go on as it is
      </Button>
    </>
  )
}
