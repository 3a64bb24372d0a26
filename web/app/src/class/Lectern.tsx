import { useState } from 'react'

import { usePrep } from '../api/classes'
import type { Card, OnDay, Teaching } from '../api/client'
import { useHappen, type Said } from '../api/teaching'
import { Button, figure, Hint } from '../ui/controls'
import { Aim, Closeup } from './Aim'
import { ClassBar } from './ClassBar'
import { Clock } from './Clock'
import { DoorPanel } from './DoorPanel'
import { Hands, HandPanel } from './Hands'
import { LatePanel } from './LatePanel'
import { keyList, large, notes, useAwake, useKeys, type Act } from './lectern'

/** Lectern is the instructor's screen: one step at a time, the clock, the hands that are up, and what to do when it is late. */
export function Lectern({ day, cards, teaching, lost }: { day: OnDay; cards: Card[]; teaching: Teaching; lost: string | undefined }) {
  const { state } = teaching
  const happen = useHappen(day.id)
  const [panel, setPanel] = useState<'late' | 'door' | { seat: string }>()
  const say = (what: Said) => happen.mutate(what)
  const card = state.phase === 'ended' ? undefined : cards[state.step]
  const up = state.seats.filter((s) => s.hand && s.there)
  const first = up[0]
  const asking = typeof panel === 'object' ? up.find((s) => s.id === panel.seat) : undefined
  const act: Act = {
    next: () => say((now) => ({ kind: now.phase === 'before' ? 'start' : now.phase === 'paused' ? 'resume' : 'done' })),
    back: () => say({ kind: 'back' }),
    pause: () => say((now) => ({ kind: now.phase === 'paused' ? 'resume' : 'pause' })),
    slow: () => say({ kind: 'note', text: notes.slow }),
    mud: () => say({ kind: 'note', text: notes.mud }),
    question: () => say({ kind: 'note', text: notes.question }),
    undo: () => say({ kind: 'take-back' }),
    late: () => setPanel(panel === 'late' ? undefined : 'late'),
    hand: () => first && setPanel({ seat: first.id }),
    door: () => setPanel(panel === 'door' ? undefined : 'door'),
    whole: () => void (document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen()).catch(() => undefined),
    close: () => setPanel(undefined),
  }
  useKeys(day.id, act)
  useAwake(state.phase === 'running')
  const running = state.phase === 'running' || state.phase === 'paused'
  return (
    <div className="room">
      <ClassBar day={day} at="Teach" keys={keyList} below={<Clock teaching={teaching} />} />
      <main className="grid min-h-0 grid-cols-1 overflow-y-auto wide:grid-cols-[minmax(0,11fr)_minmax(0,9fr)] wide:overflow-visible">
        <section aria-label="The picture to aim for" className="flex min-h-60 items-center justify-center bg-mat p-4 wide:min-h-0">
          <Aim day={day} card={card} />
        </section>
        <section tabIndex={0} aria-label={asking ? 'A hand' : panel === 'late' ? 'It is late' : panel === 'door' ? 'Students' : 'This step'} className="flex min-h-0 flex-col gap-3 bg-sheet p-5 wide:overflow-y-auto">
          {asking ? (
            <HandPanel key={`${asking.id} ${asking.hand}`} day={day} seat={asking} number={teaching.number} say={say} close={act.close} />
          ) : panel === 'late' ? (
            <LatePanel day={day} number={teaching.number} say={say} close={act.close} />
          ) : panel === 'door' ? (
            <DoorPanel day={day} state={state} close={act.close} />
          ) : card ? (
            <Now day={day} card={card} next={cards.find((c) => c.number > card.number && !state.steps[c.number - 1]?.dropped)} />
          ) : (
            <Idle day={day} phase={state.phase} first={cards[0]} />
          )}
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
      <footer className="flex flex-wrap items-center gap-2 border-t border-line bg-desk px-4 py-2 [@media(min-width:48rem)_and_(min-height:48rem)]:sticky [@media(min-width:48rem)_and_(min-height:48rem)]:bottom-0">
        <Hands up={up} where={teaching.where} running={running} open={(seat) => setPanel({ seat })} />
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
        <span className="ml-1 text-quiet">Note:</span>
        {(['slow', 'mud', 'question'] as const).map((what) => (
          <Hint key={what} text={`Key ${what.charAt(0).toUpperCase()}`}>
            <Button className={large} onClick={act[what]}>
              {what}
            </Button>
          </Hint>
        ))}
        <Hint text="L: what may be shortened or left out">
          <Button className={large} disabled={!running} pressed={panel === 'late'} onClick={act.late}>
            Late
          </Button>
        </Hint>
        <Hint text="Z: takes back what was said last">
          <Button className={large} disabled={teaching.number === 0} onClick={act.undo}>
            Take back
          </Button>
        </Hint>
        <Hint text="C: the code by which students come in">
          <Button className={`${large} ml-auto`} pressed={panel === 'door'} onClick={act.door}>
            Students
          </Button>
        </Hint>
        <Button className={large} disabled={!running} onClick={() => say({ kind: 'end' })}>
          End the class
        </Button>
        <p role="status" className="basis-full text-quiet">
          {happen.error
            ? `Not written down. ${happen.error.message}`
            : (lost ??
              (state.notes.length > 0
                ? `Noted: ${state.notes
                    .slice(-3)
                    .map((n) => `minute ${figure(n.minute, 0)}, ${n.text.toLowerCase()}`)
                    .join(' ')}`
                : state.chosen.length > 0
                  ? `Chosen: ${state.chosen.at(-1) ?? ''}.`
                  : 'Everything that is said here is kept at once; a second screen shows the same.'))}
        </p>
      </footer>
    </div>
  )
}

/** Now is the step under way. */
function Now({ day, card, next }: { day: OnDay; card: Card; next: Card | undefined }) {
  const piles = new Map(usePrep(day).data?.prep?.batches.map((b) => [b.mixture, b.each]))
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
      <div className="flex gap-4">
        <div className="flex min-w-0 flex-1 flex-col gap-3">
          <p className="text-quiet">{card.sentence}</p>
          <ul aria-label="Colours" className="flex flex-col gap-2">
            {card.colours.map((c) => (
              <li key={c.mixture} className="flex items-center gap-3">
                <span data-part="colour" aria-hidden className="h-9 w-12 shrink-0 border border-strong" style={{ background: c.colour }} />
                <span>
                  <strong className="font-semibold">{c.name}</strong>
                  <span className="block text-quiet">{c.parts.map((p) => `${figure(p.parts, 2)} ${p.name.toLowerCase()}`).join(' : ')}</span>
                  {piles.has(c.mixture) && <span className="block text-quiet">a pile of {figure(piles.get(c.mixture) ?? 0)} ml for each</span>}
                </span>
              </li>
            ))}
          </ul>
          {card.tool && (
            <p className="text-lg">
              {card.tool.name}, {card.tool.care}
            </p>
          )}
        </div>
        {card.marks && <Closeup day={day} card={card} />}
      </div>
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
