import { useState } from 'react'

import { useHabits } from '../api/habits'
import { useHandouts } from '../api/handouts'
import type { Order } from '../api/client'
import { ofStudio, useStudio } from '../lib/studio'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import type { SheetProps } from './Prep'

/** Kept is how this browser prints: the size of letters and of cards. Paper and units are the studio's. */
const kept = 'printing'

function remembered(): Order {
  try {
    const { large = false, two = false } = JSON.parse(localStorage.getItem(kept) ?? '{}') as Order
    return { large, two }
  } catch {
    return {}
  }
}

/** HandoutSheet makes what is given out and what lies at hand, as PDF: all of it, or one kind. */
export function HandoutSheet({ day, printing }: SheetProps) {
  const studio = useStudio()
  const kinds = useHandouts()
  const habits = useHabits().data
  const [own, setOwn] = useState(remembered)
  const order: Order = { paper: habits?.paper ?? 'a4', units: habits?.units ?? 'metric', ...own }
  const change = (part: Order) => {
    const next = { ...own, ...part }
    localStorage.setItem(kept, JSON.stringify(next))
    setOwn(next)
  }
  const row = (name: string, meaning: string, chosen: string[]) => {
    const asked: Order = chosen.length > 0 ? { ...order, kinds: chosen } : order
    const state = printing.of(asked)
    return (
      <tr key={name} className="border-t border-line align-top">
        <th scope="row" className="py-1 pr-4 text-left font-semibold whitespace-nowrap">
          {name}
        </th>
        <td className="py-1 pr-4 text-quiet">{meaning}</td>
        <td className="py-1 whitespace-nowrap">
          {state?.going !== undefined ? (
            <span className="flex items-center gap-2">
              <span role="status">{state.going}</span>
              <Button onClick={() => printing.stop(asked)}>Stop</Button>
            </span>
          ) : state?.made ? (
            <span className="flex items-center gap-2">
              <a className="underline underline-offset-2" target="_blank" rel="noreferrer" href={ofStudio(studio, `classes/${day.id}/handouts/${state.made.made}`)}>
                Open
              </a>
              <a className="underline underline-offset-2" href={ofStudio(studio, `classes/${day.id}/handouts/${state.made.made}`)} download={state.made.name}>
                Save
              </a>
              <span className="text-quiet">
                {state.made.pages === 1 ? 'one page' : `${state.made.pages} pages`}, {figure(state.made.bytes / 1e6)} MB
              </span>
            </span>
          ) : (
            <span className="flex items-center gap-2">
              <Button aria-label={`Make: ${name}`} onClick={() => printing.start(asked)}>
                Make
              </Button>
              {state?.problem && <span role="alert">{state.problem}</span>}
            </span>
          )}
        </td>
      </tr>
    )
  }
  return (
    <div className="flex max-w-5xl flex-col gap-4">
      <fieldset className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <legend className="sr-only">How it is printed</legend>
        <label className="flex items-center gap-2">
          Paper
          <Choose value={order.paper ?? ''} set={(to) => change({ paper: to as NonNullable<Order['paper']> })}>
            <option value="a4">A4</option>
            <option value="letter">Letter</option>
          </Choose>
        </label>
        <label className="flex items-center gap-2">
          Lengths
          <Choose value={order.units ?? ''} set={(to) => change({ units: to as NonNullable<Order['units']> })}>
            <option value="metric">mm</option>
            <option value="cm">cm</option>
            <option value="inches">inches</option>
          </Choose>
        </label>
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={order.large ?? false} onChange={(e) => change({ large: e.target.checked })} />
          large print
        </label>
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={order.two ?? false} onChange={(e) => change({ two: e.target.checked })} />
          two step cards on a sheet, not four
        </label>
      </fieldset>
      <table className="text-left">
        <tbody>
          {row('Class pack', 'All of them in one file, with contents and page numbers.', [])}
          {(kinds.data ?? []).map((k) => row(k.name, k.meaning, [k.id]))}
        </tbody>
      </table>
      <p className="text-quiet">Colour on paper differs from paint: every sheet with swatches says so. Print tracing, palette and practice sheet at 100 %: a line on each is there to check.</p>
    </div>
  )
}
