import { useEffect, useState } from 'react'

import type { Card, FromSeat, Seated } from '../api/client'
import { HandUp } from './HandUp'
import { Picture } from './Picture'
import { useSay, useSeat, useSendPhoto } from './seat'

const large = 'min-h-14 border-2 border-strong bg-raised px-4 text-lg'

/** Seat is a student's place in a class: the step, the picture to aim for, and a hand to put up. */
export function Seat({ id, leave }: { id: string; leave: () => void }) {
  const { seat, hears } = useSeat(id)
  if (seat.data) return <Sitting seated={seat.data} hears={hears} leave={leave} />
  return (
    <main className="flex min-h-dvh flex-col items-center justify-center gap-4 p-5">
      {seat.error ? (
        <>
          <p role="alert">{seat.error.message}</p>
          <button type="button" className={large} onClick={leave}>
            To the door
          </button>
        </>
      ) : (
        <h1 className="text-quiet">Finding your seat.</h1>
      )}
    </main>
  )
}

function Sitting({ seated, hears, leave }: { seated: Seated; hears: boolean; leave: () => void }) {
  const { view, cards } = seated
  const [looks, setLooks] = useState<number>() // at another step than the class is at
  const [asks, setAsks] = useState(false)
  const { say, left, refused } = useSay(seated.seat)
  const now = Math.min(Math.max(view.step, 0), cards.length - 1)
  const at = looks ?? now
  const card = cards[at]
  if (!card) return null
  const running = view.phase === 'running' || view.phase === 'paused'
  return (
    <div className="mx-auto flex min-h-dvh max-w-3xl flex-col">
      <header className="flex items-baseline gap-3 border-b border-line px-4 py-2">
        <h1 className="min-w-0 flex-1 truncate font-semibold">{seated.title}</h1>
        <Clock view={view} />
      </header>
      <p role="status" className={hears && left === 0 ? 'sr-only' : 'bg-chosen px-4 py-1'}>
        {hears ? (left > 0 ? 'Sending what you said.' : 'Connected.') : `No connection. What was loaded stays readable${left > 0 ? '; what you said is sent when there is one' : ''}.`}
      </p>
      <main className="flex flex-1 flex-col gap-3 px-4 pt-3 pb-36">
        <Answered seated={seated} />
        {view.phase === 'ended' ? (
          <h2 className="font-semibold text-2xl">The class has ended. Let it dry, and look at it again tomorrow.</h2>
        ) : (
          <>
            <nav aria-label="Steps" className="flex items-center gap-2">
              <button type="button" aria-label="The step before" className={`${large} !px-5`} disabled={at === 0} onClick={() => setLooks(at - 1)}>
                ‹
              </button>
              <p className="flex-1 text-center">
                {looks !== undefined && looks !== now ? (
                  <button type="button" className="min-h-12 underline" onClick={() => setLooks(undefined)}>
                    Back to where the class is
                  </button>
                ) : view.step < 0 ? (
                  'It begins soon'
                ) : (
                  `Step ${at + 1} of ${cards.length}`
                )}
              </p>
              <button type="button" aria-label="The next step" className={`${large} !px-5`} disabled={at === cards.length - 1} onClick={() => setLooks(at + 1)}>
                ›
              </button>
            </nav>
            <Step seated={seated} card={card} standing={view.steps[at]} />
          </>
        )}
        {view.phase !== 'before' && <SendPhoto seat={seated.seat} />}
        {view.phase === 'ended' && (
          <button type="button" className={`${large} self-start`} onClick={leave}>
            Leave the seat
          </button>
        )}
      </main>
      {running && (
        <footer className="fixed inset-x-0 bottom-0 border-t border-line bg-sheet p-3">
          <div className="mx-auto flex max-w-3xl gap-3">
            <button type="button" className={`${large} flex-1 font-semibold`} disabled={view.mine.step > at} onClick={() => say({ kind: 'ready', step: at })}>
              {view.mine.step > at ? 'You have done it' : 'Done'}
            </button>
            {view.mine.hand ? (
              <button type="button" className={`${large} flex-1`} onClick={() => say({ kind: 'hand', step: at })}>
                Take the hand down
              </button>
            ) : (
              <button type="button" className={`${large} flex-1`} onClick={() => setAsks(true)}>
                Hand up
              </button>
            )}
          </div>
          {view.mine.hand && <p className="mx-auto mt-1 max-w-3xl">Your hand is up: {seated.troubles.find((t) => t.id === view.mine.hand)?.name}.</p>}
          {refused && <p role="alert">{refused}</p>}
        </footer>
      )}
      {asks && (
        <HandUp
          troubles={seated.troubles}
          close={() => setAsks(false)}
          choose={(trouble) => {
            setAsks(false)
            say({ kind: 'hand', step: at, text: trouble })
          }}
        />
      )}
    </div>
  )
}

/** SendPhoto sends a photograph of the canvas to the instructor; what shows none is refused at once. */
function SendPhoto({ seat }: { seat: string }) {
  const send = useSendPhoto(seat)
  return (
    <section aria-label="A photograph of your canvas" className="flex flex-col gap-1 border-t border-line pt-3">
      <label className="flex min-h-12 flex-col justify-center gap-1 text-lg">
        Send a photograph of your canvas, all of it, from straight above
        <input
          type="file"
          accept="image/jpeg,image/png"
          capture="environment"
          disabled={send.isPending}
          onChange={(e) => {
            const file = e.currentTarget.files?.[0]
            e.currentTarget.value = ''
            if (file) send.mutate(file)
          }}
        />
      </label>
      <p aria-live="polite">{send.isPending ? 'Sending it.' : send.isSuccess ? 'It was sent. The instructor looks at it.' : ''}</p>
      {send.error && <p role="alert">{send.error.message}</p>}
    </section>
  )
}

/** Clock says how much is left, and goes on by itself between what is heard. */
function Clock({ view }: { view: FromSeat }) {
  const [since, setSince] = useState({ view, minutes: 0 })
  useEffect(() => {
    const from = Date.now()
    const timer = window.setInterval(() => setSince({ view, minutes: (Date.now() - from) / 60_000 }), 15_000)
    return () => window.clearInterval(timer)
  }, [view])
  if (view.phase === 'before') return <span className="text-quiet">soon</span>
  if (view.phase === 'ended') return <span className="text-quiet">ended</span>
  const left = Math.round(view.left - (since.view === view ? since.minutes : 0))
  return (
    <span aria-label="Time">
      {view.phase === 'paused' ? 'Break. ' : ''}
      {left >= 0 ? `${left} min left` : `${-left} min over`}
    </span>
  )
}

/** Step is what is to be done. */
function Step({ seated, card, standing }: { seated: Seated; card: Card; standing: FromSeat['steps'][number] | undefined }) {
  return (
    <article aria-label="This step" className="flex flex-col gap-3">
      <Picture seated={seated} card={card} />
      {standing?.dropped && <p className="border-l-4 border-strong pl-3">The class leaves this step out.</p>}
      <h2 className="font-semibold text-2xl leading-tight">{card.brief}</h2>
      {card.words && <p>{card.words}</p>}
      <ul aria-label="Colours" className="flex flex-col gap-2">
        {card.colours.map((c) => (
          <li key={c.mixture} className="flex items-center gap-3">
            <svg aria-hidden viewBox="0 0 4 3" className="h-9 w-12 border border-strong">
              <rect width="4" height="3" fill={c.colour} />
            </svg>
            <span>
              <strong className="font-semibold">{c.name}</strong>
              <span className="block text-quiet">{c.parts.map((p) => `${p.parts} ${p.name.toLowerCase()}`).join(' : ')}</span>
            </span>
          </li>
        ))}
      </ul>
      {card.tool && (
        <p>
          {card.tool.name}, {card.tool.care}
        </p>
      )}
      <p className="text-quiet">{card.sentence}</p>
    </article>
  )
}

/** Answered is what somebody was told last, with pictures before and after. */
function Answered({ seated }: { seated: Seated }) {
  const last = seated.view.mine.answers.at(-1)
  const [seen, setSeen] = useState<number>(0)
  const count = seated.view.mine.answers.length
  if (!last || seen >= count) return null
  return (
    <section aria-label="What helps" className="flex flex-col gap-2 border-2 border-ink p-3">
      <h2 className="font-semibold first-letter:uppercase">
        {seated.troubles.find((t) => t.id === last.trouble)?.name}, at step {last.step + 1}
      </h2>
      <p className="font-semibold text-xl leading-snug">{last.says || 'The instructor comes to you.'}</p>
      {last.made && (
        <div className="grid grid-cols-2 gap-2">
          {(['before', 'after'] as const).map((side) => (
            <figure key={side}>
              <img src={`/api/seats/${seated.seat}/rescues/${last.made}/${side}.png`} alt={side === 'before' ? 'As it went wrong on the simulated canvas' : 'With what helps'} className="w-full" />
              <figcaption className="text-quiet">{side === 'before' ? 'gone wrong' : 'with what helps'}</figcaption>
            </figure>
          ))}
        </div>
      )}
      <button type="button" className={`${large} self-start`} onClick={() => setSeen(count)}>
        I have it
      </button>
    </section>
  )
}
