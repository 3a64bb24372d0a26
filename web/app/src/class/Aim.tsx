import type { Card, OnDay } from '../api/client'
import { useFrame } from '../lib/frame'

/** Aim shows the canvas when the step is done, with what is new clear. */
export function Aim({ day, card }: { day: OnDay; card: Card | undefined }) {
  const half = card ? Math.round(card.end * 2) : day.taught.last
  const picture = useFrame(`${day.taught.frames}/${card?.marks ? 'new' : 'paint'}-1600-${half}.png`)
  return (
    <div className="max-h-full w-full bg-line shadow-md" style={{ aspectRatio: `${day.taught.width} / ${day.taught.height}` }}>
      {picture.shown && <img src={picture.shown} alt={card ? `The canvas after step ${card.number}${card.marks ? ', with what is new clear' : ''}` : `The finished picture of ${day.taught.title}`} className="block h-full w-full object-contain" />}
    </div>
  )
}

/** Closeup shows the mark of a step. */
export function Closeup({ day, card }: { day: OnDay; card: Card }) {
  const picture = useFrame(`${day.taught.frames.replace('/frames/', '/closeups/')}/${card.step}.png`)
  return <div className="aspect-4/3 w-52 shrink-0 self-start bg-line">{picture.shown && <img src={picture.shown} alt={`The mark of step ${card.number}, 40 mm of the canvas`} className="block w-full" />}</div>
}
