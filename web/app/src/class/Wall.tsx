import { useClass } from '../api/classes'
import type { Card, Door, OnDay, Teaching } from '../api/client'
import { useCards, useDoor, useTeaching } from '../api/teaching'
import { figure } from '../ui/controls'
import { Aim } from './Aim'
import { Code, joinAt } from './DoorPanel'
import { useAwake } from './lectern'

/** Wall is for a projector: the picture to aim for, the step in a few words, the minutes. Its letters are read from the other side of the room. */
export function Wall({ id }: { id: string }) {
  const day = useClass(id)
  const cards = useCards(id, day.data?.revision ?? 0)
  const teaching = useTeaching(id)
  const door = useDoor(id)
  if (day.data && cards.data && teaching.data) return <Shown day={day.data} cards={cards.data} teaching={teaching.data} door={door.data} />
  const error = day.error ?? cards.error ?? teaching.error
  return <main className="flex h-full items-center justify-center text-[4vh]">{error ? <p role="alert">{error.message}</p> : <h1 className="text-quiet">Opening the wall.</h1>}</main>
}

function Shown({ day, cards, teaching, door }: { day: OnDay; cards: Card[]; teaching: Teaching; door: Door | undefined }) {
  const { state } = teaching
  useAwake(true)
  const card = state.phase === 'ended' ? undefined : cards[state.step]
  return (
    <main className="grid h-full grid-cols-[minmax(0,13fr)_minmax(0,7fr)] bg-desk text-[4.8vh] leading-[1.2]">
      <section aria-label="The picture to aim for" className="flex min-h-0 items-center justify-center bg-mat p-[2vh]">
        <Aim day={day} card={card} />
      </section>
      <section aria-label="This step" className="flex min-h-0 flex-col gap-[2.2vh] overflow-hidden p-[3vh]">
        {state.phase === 'before' ? (
          <>
            <h1 className="font-serif text-[5.5vh]">{day.class.title}</h1>
            {door && (
              <>
                <p>
                  With a phone, at {joinAt(door).replace(/^https?:\/\//, '')}, the code
                  <strong className="block text-[9vh] font-semibold tracking-[0.15em]">{door.code}</strong>
                </p>
                <Code door={door} size={Math.round(window.innerHeight * 0.28)} />
              </>
            )}
          </>
        ) : state.phase === 'ended' ? (
          <h1 className="font-serif text-[7vh]">The class has ended.</h1>
        ) : card ? (
          <>
            <p>
              Step {card.number} of {cards.length}
              {state.phase === 'paused' && '. A break.'}
            </p>
            <h1 className="font-serif text-[7.2vh] leading-[1.12]">{card.brief}</h1>
            <ul aria-label="Colours" className="flex flex-col gap-[1.4vh]">
              {card.colours.slice(0, 3).map((c) => (
                <li key={c.mixture} className="flex items-center gap-[1.5vh]">
                  <span data-part="colour" aria-hidden className="h-[7vh] w-[9.5vh] shrink-0 border border-strong" style={{ background: c.colour }} />
                  {c.name}
                </li>
              ))}
            </ul>
            {card.tool && <p>{card.tool.name}</p>}
          </>
        ) : (
          <h1 className="font-serif text-[6vh]">Stand back, and sign it.</h1>
        )}
        {(state.phase === 'running' || state.phase === 'paused') && (
          <p className="mt-auto flex items-baseline justify-between gap-[2vh]">
            <span aria-label="Time">{state.left >= 0 ? `${figure(state.left, 0)} min left` : `${figure(-state.left, 0)} min over`}</span>
            {door && <span>{door.code}</span>}
          </p>
        )}
      </section>
    </main>
  )
}
