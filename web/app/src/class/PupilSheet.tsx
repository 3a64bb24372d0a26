import { useEstimates, usePupils } from '../api/teaching'
import type { Pupils } from '../api/client'
import { Button, capital, figure } from '../ui/controls'
import type { SheetProps } from './Prep'

/** PupilSheet rehearses the class before the day: how long it will take these people, and where simulated students fail. */
export function PupilSheet({ day, change }: SheetProps) {
  const estimates = useEstimates(day)
  const pupils = usePupils(day)
  const e = estimates.data
  const learnt = (day.class.learnt?.length ?? 0) > 0
  return (
    <div className="flex max-w-4xl flex-col gap-4">
      <section aria-label="How long it will take">
        <h3 className="font-serif text-lg">How long it will take</h3>
        {estimates.error && <p role="alert">{estimates.error.message}</p>}
        {e && (
          <>
            <p>
              {e.classes === 0 ? 'The studio has no class behind it that the lectern has kept: the minutes are the written ones, at the pace of the class.' : `From ${e.classes === 1 ? 'one class' : `${e.classes} classes`} of this studio: ${figure(e.middle, 0)} minutes, four times out of five between ${figure(e.low, 0)} and ${figure(e.high, 0)}. Written are ${figure(e.written, 0)}.`}
            </p>
            {e.classes > 0 && (
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={learnt}
                  onChange={(event) => {
                    const on = event.target.checked
                    change((now) => {
                      const next = { ...now.class, learnt: e.steps.map((s) => s.middle) }
                      return { ...now, class: on ? next : { ...next, learnt: [] } }
                    })
                  }}
                />
                Run this class by the minutes that the studio has learnt
              </label>
            )}
          </>
        )}
      </section>
      <section aria-label="Simulated students" className="flex flex-col gap-2">
        <h3 className="font-serif text-lg">A class of strangers</h3>
        <p className="text-quiet">As many simulated students as are expected, each with a hand of their own by what they have learnt, paint the lesson on canvases of their own.</p>
        {pupils.going !== undefined ? (
          <p className="flex items-center gap-2">
            <span role="status">{capital(pupils.going || 'waiting for its turn')}</span>
            <Button onClick={pupils.stop}>Stop</Button>
          </p>
        ) : (
          <Button className="self-start" onClick={pupils.start}>
            {pupils.found ? 'Rehearse it again' : 'Rehearse the class'}
          </Button>
        )}
        {pupils.problem && <p role="alert">{pupils.problem}</p>}
        {pupils.found && <FoundTable found={pupils.found} label={(i) => pupils.label(i)} />}
      </section>
    </div>
  )
}

function FoundTable({ found, label }: { found: Pupils; label: (step: number) => string }) {
  return (
    <>
      <p className="text-lg">
        {figure(100 * found.finish, 0)} % finish in {figure(found.minutes, 0)} minutes; they take {figure(found.middle, 0)}, one in ten less than {figure(found.low, 0)}, one in ten more than {figure(found.high, 0)}. Each fails at {figure(found.failed)} of {found.marks.length} steps.
      </p>
      <table className="text-left">
        <caption className="text-left font-semibold">The hardest marks</caption>
        <thead className="text-quiet">
          <tr>
            <th className="pr-4 font-normal">step</th>
            <th className="pr-4 font-normal">fail</th>
            <th className="pr-4 font-normal">how</th>
            <th className="font-normal">minutes</th>
          </tr>
        </thead>
        <tbody>
          {found.hardest.map((i) => {
            const m = found.marks[i]
            return (
              m && (
                <tr key={i} className="border-t border-line">
                  <td className="py-1 pr-4">{capital(label(i))}</td>
                  <td className="py-1 pr-4">{figure(100 * m.fails, 0)} %</td>
                  <td className="py-1 pr-4">{m.says}</td>
                  <td className="py-1">
                    {figure(m.middle)} ({figure(m.low)} to {figure(m.high)})
                  </td>
                </tr>
              )
            )
          })}
        </tbody>
      </table>
      {found.helps.length > 0 && (
        <table className="text-left">
          <caption className="text-left font-semibold">What helps, rehearsed again with it</caption>
          <tbody>
            {found.helps.map((h) => (
              <tr key={h.says} className="border-t border-line">
                <td className="py-1 pr-4">{h.says}</td>
                <td className="py-1 pr-4 whitespace-nowrap">
                  each fails at {figure(h.failed)} instead of {figure(found.failed)}
                </td>
                <td className="py-1 whitespace-nowrap">{figure(100 * h.finish, 0)} % finish</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  )
}
