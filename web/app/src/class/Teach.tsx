import { useEffect, useEffectEvent } from 'react'

import { useClass } from '../api/classes'
import type { Card, OnDay, Teaching } from '../api/client'
import { useCards, useHappen, useTeaching, type Said } from '../api/teaching'
import { useFrame } from '../lib/frame'
import { roomsOfClass, useStudio } from '../lib/studio'
import { Bar } from '../ui/Bar'
import { Button, figure, Hint } from '../ui/controls'

/** Teach is the instructor's lectern: one step at a time, the clock, and what has happened. */
export function Teach({ id }: { id: string }) {
  const day = useClass(id)
  const cards = useCards(id, day.data?.revision ?? 0)
  const teaching = useTeaching(id)
  if (day.data && cards.data && teaching.data) return <Lectern day={day.data} cards={cards.data} teaching={teaching.data} lost={teaching.error?.message} />
  const error = day.error ?? cards.error ?? teaching.error
  return <main className="flex h-full items-center justify-center">{error ? <p role="alert">{error.message}</p> : <h1 className="text-quiet">Opening the lectern.</h1>}</main>
}

/** The keys of a clicker or a pedal, and those of the keyboard. */
const keys: Record<string, 'next' | 'back' | 'pause' | 'slow' | 'mud' | 'question' | 'undo'> = {
  ArrowRight: 'next',
  PageDown: 'next',
  ' ': 'next',
  ArrowLeft: 'back',
  PageUp: 'back',
  p: 'pause',
  s: 'slow',
  m: 'mud',
  q: 'question',
  z: 'undo',
}

const notes = { slow: 'Slow here.', mud: 'Went to mud.', question: 'A question.' }

/** large is a target for a finger in a dark room. */
const large = 'min-h-11 min-w-11 px-4 text-base'

function Lectern({ day, cards, teaching, lost }: { day: OnDay; cards: Card[]; teaching: Teaching; lost: string | undefined }) {
  const studio = useStudio()
  const { state } = teaching
  const happen = useHappen(day.id)
  const say = (what: Said) => happen.mutate(what)
  const card = state.phase === 'ended' ? undefined : cards[state.step]
  const act = {
    next: () => say((now) => ({ kind: now.phase === 'before' ? 'start' : now.phase === 'paused' ? 'resume' : 'done' })),
    back: () => say({ kind: 'back' }),
    pause: () => say((now) => ({ kind: now.phase === 'paused' ? 'resume' : 'pause' })),
    slow: () => say({ kind: 'note', text: notes.slow }),
    mud: () => say({ kind: 'note', text: notes.mud }),
    question: () => say({ kind: 'note', text: notes.question }),
    undo: () => say({ kind: 'take-back' }),
  }
  const pressed = useEffectEvent((e: KeyboardEvent) => {
    const at = e.target as HTMLElement
    const what = keys[e.key]
    if (!what || e.ctrlKey || e.metaKey || e.altKey || at.closest('input, textarea, select') || (e.key === ' ' && at.closest('button, a'))) return
    e.preventDefault()
    act[what]()
  })
  useEffect(() => {
    const hear = (e: KeyboardEvent) => pressed(e)
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
  useAwake(state.phase === 'running')
  const running = state.phase === 'running' || state.phase === 'paused'
  return (
    <div className="grid h-full grid-rows-[auto_1fr_auto]">
      <Bar
        place={
          <h1 className="font-serif text-lg">
            <span className="sr-only">Teach: </span>
            {day.class.title}
          </h1>
        }
        at="Teach"
        rooms={roomsOfClass(studio, day.id)}
        below={<Clock teaching={teaching} />}
      />
      <main className="grid min-h-0 grid-cols-[minmax(0,11fr)_minmax(0,9fr)]">
        <section aria-label="The picture to aim for" className="flex min-h-0 items-center justify-center bg-mat p-4">
          <Aim day={day} card={card} />
        </section>
        <section aria-label="This step" className="flex min-h-0 flex-col gap-3 overflow-y-auto bg-sheet p-5">
          {card ? <Now card={card} next={cards[state.step + 1]} /> : <Idle day={day} phase={state.phase} first={cards[0]} />}
          {state.towels.length > 0 && (
            <ul aria-label="Towels" className="flex flex-col gap-1">
              {state.towels.map((t) => (
                <li key={t.step} className="flex items-center gap-3">
                  A towel lies for step {t.step + 1}: {t.ready <= state.clock ? 'it may be lifted' : `until minute ${figure(t.ready)}`}
                  <Button className={large} onClick={() => say({ kind: 'lift', step: t.step })}>
                    Lift it
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </section>
      </main>
      <footer className="flex flex-wrap items-center gap-2 border-t border-line px-4 py-2">
        <Hint text="Left, page up">
          <Button className={large} disabled={!running} onClick={act.back}>
            Back
          </Button>
        </Hint>
        <Hint text="Right, page down, space">
          <Button className={`${large} min-w-40 font-semibold`} disabled={state.phase === 'ended' || (state.phase === 'running' && !card)} onClick={act.next}>
            {state.phase === 'before' ? 'Begin the class' : state.phase === 'paused' ? 'Go on' : 'Done, next'}
          </Button>
        </Hint>
        <Hint text="P">
          <Button className={large} disabled={!running} onClick={act.pause}>
            {state.phase === 'paused' ? 'Go on' : 'Pause'}
          </Button>
        </Hint>
        {card?.towel && running && (
          <Button className={large} onClick={() => say({ kind: 'lay', step: state.step })}>
            The towel is laid
          </Button>
        )}
        <span className="mx-2 text-quiet">Note:</span>
        {(['slow', 'mud', 'question'] as const).map((what) => (
          <Hint key={what} text={`Key ${what.charAt(0).toUpperCase()}`}>
            <Button className={large} onClick={act[what]}>
              {what}
            </Button>
          </Hint>
        ))}
        <Hint text="Z: what was said last is as if it had not been">
          <Button className={large} disabled={teaching.number === 0} onClick={act.undo}>
            Take back
          </Button>
        </Hint>
        <Button className={`${large} ml-auto`} disabled={!running} onClick={() => say({ kind: 'end' })}>
          End the class
        </Button>
        <p role="status" className="basis-full text-quiet">
          {happen.error ? `Not written down. ${happen.error.message}` : (lost ?? (state.notes.length > 0 ? `Noted: ${state.notes.map((n) => `minute ${figure(n.minute, 0)}, ${n.text.toLowerCase()}`).join(' ')}` : 'Everything that is said here is kept at once; a second screen shows the same.'))}
        </p>
      </footer>
    </div>
  )
}

/** Clock says how the class stands in time, in words. */
function Clock({ teaching }: { teaching: Teaching }) {
  const { state } = teaching
  const behind = Math.abs(state.behind) < 1 ? 'in time' : state.behind > 0 ? `${figure(state.behind, 0)} min behind` : `${figure(-state.behind, 0)} min ahead`
  return (
    <p aria-label="Time" className="flex flex-wrap items-baseline gap-x-6 border-b border-line bg-sheet px-4 py-1.5 text-lg">
      {state.phase === 'before' ? (
        <span>{figure(state.left, 0)} minutes from when it begins</span>
      ) : (
        <>
          <span>
            Minute <strong className="font-semibold">{figure(state.clock, 0)}</strong>
            {state.phase === 'paused' && ', paused'}
            {state.phase === 'ended' && ', ended'}
          </span>
          {state.phase !== 'ended' && (
            <>
              <span>
                <strong className="font-semibold">{figure(state.left, 0)}</strong> min left
              </span>
              <span>{behind}</span>
              <span className={state.late > 0 ? 'font-semibold underline decoration-2' : 'text-quiet'}>{state.late > 0 ? `as planned it ends ${figure(state.late, 0)} min too late` : `ends at minute ${figure(state.ends, 0)}`}</span>
            </>
          )}
        </>
      )}
    </p>
  )
}

/** Aim shows the canvas when the step is done, with what is new clear. */
function Aim({ day, card }: { day: OnDay; card: Card | undefined }) {
  const half = card ? Math.round(card.end * 2) : day.taught.last
  const picture = useFrame(`${day.taught.frames}/${card?.marks ? 'new' : 'paint'}-1600-${half}.png`)
  return (
    <div className="max-h-full w-full bg-line shadow-md" style={{ aspectRatio: `${day.taught.width} / ${day.taught.height}` }}>
      {picture.shown && <img src={picture.shown} alt={card ? `The canvas after step ${card.number}${card.marks ? ', with what is new clear' : ''}` : `The finished picture of ${day.taught.title}`} className="block h-full w-full object-contain" />}
    </div>
  )
}

/** Now is the step under way. */
function Now({ card, next }: { card: Card; next: Card | undefined }) {
  return (
    <>
      <p className="text-quiet">
        Step {card.number}
        {card.stage && `, ${card.stage}`}
        {card.plane && `, ${card.plane}`}, {figure(card.minutes)} min
      </p>
      <h2 className="font-serif text-3xl leading-tight">{card.brief}</h2>
      {card.words && <p className="text-xl">{card.words}</p>}
      {card.note && <p className="border-l-4 border-strong pl-3">{card.note}</p>}
      <p className="text-quiet">{card.sentence}</p>
      <ul aria-label="Colours" className="flex flex-col gap-2">
        {card.colours.map((c) => (
          <li key={c.mixture} className="flex items-center gap-3">
            <span data-part="colour" aria-hidden className="h-9 w-12 border border-strong" style={{ background: c.colour }} />
            <span>
              <strong className="font-semibold">{c.name}</strong>
              <span className="block text-quiet">{c.parts.map((p) => `${figure(p.parts, 2)} ${p.name.toLowerCase()}`).join(' : ')}</span>
            </span>
          </li>
        ))}
      </ul>
      {card.tool && (
        <p className="text-lg">
          {card.tool.name}, {card.tool.care}
        </p>
      )}
      {next && <p className="mt-auto border-t border-line pt-3 text-quiet">Next: {next.brief}</p>}
    </>
  )
}

/** Idle is what is shown before the first step and after the last. */
function Idle({ day, phase, first }: { day: OnDay; phase: string; first: Card | undefined }) {
  if (phase === 'ended') return <h2 className="font-serif text-3xl">The class has ended.</h2>
  if (phase !== 'before') return <h2 className="font-serif text-3xl">All steps are done. Stand back, and sign it.</h2>
  return (
    <>
      <h2 className="font-serif text-3xl leading-tight">{day.taught.title}</h2>
      <p className="text-xl">
        {day.people} people, {figure(day.class.minutes)} minutes.
      </p>
      {first && <p className="text-quiet">It begins with: {first.brief}</p>}
    </>
  )
}

/** useAwake keeps the screen awake for as long as it is asked to, where that can be done. */
function useAwake(awake: boolean) {
  useEffect(() => {
    if (!awake || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | undefined
    let over = false
    const hold = () => {
      if (document.visibilityState !== 'visible') return
      navigator.wakeLock.request('screen').then(
        (got) => (over ? void got.release() : (lock = got)),
        () => undefined, // a screen that sleeps is no fault of the class
      )
    }
    hold()
    document.addEventListener('visibilitychange', hold)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', hold)
      void lock?.release()
    }
  }, [awake])
}
