import type { Looked, OnWall } from '../api/client'
import { figure } from '../ui/controls'

interface Props {
  seen: Looked
  ticked: string[]
  chosen: number
  choose: (nth: number) => void
  tick: (id: string, on: boolean) => void
  busy: boolean
}

/** Mends is what to mend, largest change first, as a list to work through. */
export function Mends({ seen, ticked, chosen, choose, tick, busy }: Props) {
  const verdict = seen.report
  return (
    <ol aria-label="What to mend" className="flex flex-col">
      {verdict.mends.map((m, i) => {
        const todo = seen.advice[i]
        return (
          <li key={m.id} className={`grid grid-cols-[auto_1fr] gap-x-2 border-t border-line py-2 ${chosen === i + 1 ? 'bg-chosen' : ''}`}>
            <input type="checkbox" aria-label={`Mended: ${m.says}`} className="mt-1 ml-1 size-4" checked={ticked.includes(m.id)} disabled={busy} onChange={(e) => tick(m.id, e.target.checked)} />
            <div className="min-w-0">
              <button type="button" aria-pressed={chosen === i + 1} className="w-full text-left" onClick={() => choose(chosen === i + 1 ? 0 : i + 1)}>
                <span className={`font-semibold ${ticked.includes(m.id) ? 'text-quiet line-through' : ''}`}>
                  {i + 1}. {m.says}
                </span>
                <span className="block text-quiet">
                  Brings ΔE {figure(m.gain, 2)} of {figure(verdict.before.all, 2)}
                  {m.tried ? ', tried on a dry canvas like this one' : ', as worked out in the photograph'}
                </span>
              </button>
              {todo && (chosen === i + 1 || i === 0) && (
                <>
                  <p className="mt-1">{todo.says}</p>
                  <ul className="mt-1 flex flex-col gap-1">
                    {todo.colours.map((c) => (
                      <li key={c.colour + c.says} className="flex items-center gap-2">
                        <span aria-hidden className="size-5 shrink-0 border border-line" style={{ background: c.colour }} />
                        <span>
                          {c.name}: {c.says}; about {figure(c.ml)} ml
                        </span>
                      </li>
                    ))}
                  </ul>
                </>
              )}
            </div>
          </li>
        )
      })}
    </ol>
  )
}

/** Left is what differs from the plan and is better left as it is. */
export function Left({ seen }: { seen: Looked }) {
  const left = seen.report.left
  if (left.length === 0) return null
  return (
    <section aria-label="Better left" className="border-t border-line pt-2">
      <h2 className="font-semibold">Better left</h2>
      <p className="text-quiet">Tried on a dry canvas like this one: nothing painted over it brings it nearer to the plan.</p>
      <ul>
        {left.map((m) => (
          <li key={m.id}>{m.says}</li>
        ))}
      </ul>
    </section>
  )
}

/** Rules is what the rules of a picture say about it, without its plan. */
export function Rules({ alone }: { alone: NonNullable<Looked['alone']> }) {
  return (
    <section aria-label="By the rules of a picture" className="flex flex-col gap-1">
      <h2 className="font-serif text-lg">By the rules of a picture</h2>
      <p>{alone.says}</p>
      <ol>
        {alone.remarks.map((r, i) => (
          <li key={`${r.rule} ${i}`} className="border-t border-line py-1">
            <p className="font-semibold">
              {i + 1}. {r.says}
            </p>
            <p>{r.remedy}</p>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** tickedOf are the faults of the last look that were ticked off. */
export const tickedOf = (on: OnWall): string[] => (on.canvas.looks?.find((l) => l.photo === on.canvas.photo)?.faults ?? []).filter((f) => f.mended).map((f) => f.id)
