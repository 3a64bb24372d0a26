import { useState } from 'react'

import type { Card, Seated } from '../api/client'

/** How long until a picture is asked for again that is not painted yet, ms. */
const retryAfter = 3000

/** Picture shows the canvas to aim for when a step is done, or the mark close up. */
export function Picture({ seated, card }: { seated: Seated; card: Card }) {
  const [close, setClose] = useState(false)
  const half = Math.round(card.end * 2)
  const names = close && card.marks ? `closeup-${card.step}.png` : `${card.marks ? 'new' : 'paint'}-800-${half}.png`
  return (
    <figure className="flex flex-col gap-1">
      <Shown key={names} src={`${seated.pictures}/${names}`} ratio={close ? 4 / 3 : seated.width / seated.height} alt={close ? `The mark of step ${card.number} close up` : `The canvas after step ${card.number}, with what is new clear`} />
      {card.marks && (
        <button type="button" className="min-h-11 self-end underline" onClick={() => setClose(!close)}>
          {close ? 'The whole picture' : 'The mark close up'}
        </button>
      )}
    </figure>
  )
}

function Shown({ src, ratio, alt }: { src: string; ratio: number; alt: string }) {
  const [tries, setTries] = useState(0)
  return (
    <div className="w-full bg-line" style={{ aspectRatio: String(ratio) }}>
      <img key={tries} src={src} alt={alt} className="block h-full w-full object-contain" onError={() => tries < 20 && window.setTimeout(() => setTries(tries + 1), retryAfter)} />
    </div>
  )
}
