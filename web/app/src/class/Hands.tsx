import type { OnDay, Teaching } from '../api/client'
import { useRescue, useTroubles, type Said } from '../api/teaching'
import { Button, capital, figure } from '../ui/controls'
import { large } from './lectern'

type Seat = Teaching['state']['seats'][number]

/** named is what a seat is called. */
const named = (s: Seat) => s.name || `Seat ${s.id}`

/** Hands says whose hand is up, and where the students are. */
export function Hands({ up, where, running, open }: { up: Seat[]; where: Teaching['where']; running: boolean; open: (seat: string) => void }) {
  const troubles = useTroubles()
  const name = (trouble: string) => troubles.data?.find((t) => t.id === trouble)?.name ?? trouble
  if (where.there === 0) return null
  const some = where.behind.slice(0, 4)
  return (
    <div aria-label="Students" role="group" className="flex basis-full flex-wrap items-center gap-2">
      {up.map((s) => (
        <Button key={s.id} className={`${large} border-2 !border-ink font-semibold`} onClick={() => open(s.id)}>
          {named(s)}: {name(s.hand ?? '')}, step {s.handAt + 1}
        </Button>
      ))}
      <span className="text-quiet">
        {where.there} here
        {running && where.through > 0 && `, ${where.through} through with this step`}
        {some.length > 0 && `; behind: ${some.join(', ')}${where.behind.length > some.length ? ` and ${where.behind.length - some.length} more` : ''}`}
        {up.length > 0 && '. H answers the first hand.'}
      </span>
    </div>
  )
}

/** HandPanel answers a hand: what helps on this canvas at this minute, with its figures. */
export function HandPanel({ day, seat, number, say, close }: { day: OnDay; seat: Seat; number: number; say: (what: Said) => void; close: () => void }) {
  const troubles = useTroubles()
  const term = troubles.data?.find((t) => t.id === seat.hand)
  const rescue = useRescue(day, seat.handAt, seat.hand ?? '', number)
  const answer = (text: string, made = '') => {
    say({ kind: 'answer', seat: seat.id, text, ...(made && { made }) })
    close()
  }
  const found = rescue.data
  const best = found?.advice.tried[0]
  const mends = found !== undefined && best !== undefined && found.before !== found.after
  return (
    <>
      <p className="text-quiet">
        {named(seat)}, step {seat.handAt + 1}
      </p>
      <h2 className="font-serif text-3xl leading-tight">{capital(term?.name ?? seat.hand ?? '')}</h2>
      {rescue.error && <p role="alert">{rescue.error.message}</p>}
      {rescue.isPending && <p role="status">Trying what helps on this canvas.</p>}
      {found && (
        <>
          <p className="text-xl">{found.advice.says}</p>
          <div className="grid grid-cols-2 gap-3">
            <figure>
              <img src={found.before} alt="As it went wrong on the simulated canvas" className="w-full" />
              <figcaption className="text-quiet">painted {found.advice.how}: ΔE {figure(found.advice.lost)} on {figure(found.advice.area, 0)} cm²</figcaption>
            </figure>
            <figure>
              <img src={found.after} alt="With what helps" className="w-full" />
              <figcaption className="text-quiet">{mends ? `ΔE ${figure(best.left)} left` : 'as it stays'}</figcaption>
            </figure>
          </div>
          <div className="flex flex-wrap gap-2">
            <Button className={`${large} font-semibold`} onClick={() => answer(found.text, mends ? found.made : '')}>
              Send this to {named(seat)}
            </Button>
            <Button className={large} onClick={() => answer('')}>
              I go there myself
            </Button>
            <Button className={large} onClick={close}>
              Later
            </Button>
          </div>
          {found.advice.tried.length > 1 && (
            <table className="text-left">
              <caption className="text-left text-quiet">What else was tried</caption>
              <tbody>
                {found.advice.tried.slice(1).map((t) => (
                  <tr key={t.says} className="border-t border-line align-top">
                    <td className="py-1 pr-3">{t.says}</td>
                    <td className="py-1 pr-3 whitespace-nowrap">{figure(t.minutes)} min</td>
                    <td className="py-1 whitespace-nowrap">{t.back < 0 ? 'makes it worse' : `${figure(100 * t.back, 0)} % back`}{!t.fits && ', too long'}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      )}
    </>
  )
}
