import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'

import type { OnWall } from '../api/client'
import { ofStudio, useStudio } from '../lib/studio'
import { Button } from '../ui/controls'

const names = ['Upper left', 'Upper right', 'Lower right', 'Lower left']

/** How long a corner rests before the picture is squared up by it, ms. */
const rests = 60

interface Props {
  on: OnWall
  /** Pixels of the photograph, and where its corners were found. */
  across: number
  down: number
  found: number[]
  says: string
  busy: boolean
  card: boolean
  look: (corners?: number[], card?: number[]) => void
}

/** Corners is the photograph with the corners of the picture, which can be dragged, or moved by the arrow keys; beside it what they make of it. */
export function Corners({ on, across, down, found, says, busy, card, look }: Props) {
  const studio = useStudio()
  const [corners, setCorners] = useState(found)
  const [settled, setSettled] = useState(found)
  const [white, setWhite] = useState([across / 2, down / 20])
  const box = useRef<SVGSVGElement>(null)
  const held = useRef<number>(undefined)
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(corners), rests)
    return () => window.clearTimeout(timer)
  }, [corners])
  const place = (k: number, x: number, y: number) => k === 4 ? setWhite([Math.min(across - 1, Math.max(0, x)), Math.min(down - 1, Math.max(0, y))]) : setCorners((now) => now.map((v, i) => (i === 2 * k ? x : i === 2 * k + 1 ? y : v)))
  const drag = (e: PointerEvent) => {
    const to = box.current?.getScreenCTM()?.inverse()
    if (held.current === undefined || !to) return
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(to)
    place(held.current, Math.round(p.x), Math.round(p.y))
  }
  const key = (k: number) => (e: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key]
    if (!by) return
    e.preventDefault()
    e.stopPropagation()
    const far = e.shiftKey ? 10 : 1
    const at = k === 4 ? white : corners.slice(2 * k)
    place(k, (at[0] ?? 0) + far * (by[0] ?? 0), (at[1] ?? 0) + far * (by[1] ?? 0))
  }
  const moved = corners.some((v, i) => v !== found[i])
  const list = [0, 1, 2, 3].map((k) => `${corners[2 * k] ?? 0},${corners[2 * k + 1] ?? 0}`)
  const r = across / 60
  return (
    <div className="flex h-full min-h-0 w-full flex-col gap-2">
      <div className="flex min-h-0 flex-1 gap-2">
        <svg ref={box} viewBox={`0 0 ${across} ${down}`} className="h-full min-h-60 min-w-0 flex-1 touch-none select-none" role="group" aria-label="The photograph, with the corners of the picture" onPointerMove={drag} onPointerUp={() => (held.current = undefined)} onPointerLeave={() => (held.current = undefined)}>
          <image href={ofStudio(studio, `canvases/${on.id}/photo/${on.canvas.photo ?? ''}`)} width={across} height={down} />
          <polygon points={list.join(' ')} fill="none" stroke="white" strokeWidth={across / 300} />
          <polygon points={list.join(' ')} fill="none" stroke="black" strokeWidth={across / 900} strokeDasharray={across / 80} />
          {[...names, ...(card ? ['White card'] : [])].map((name, k) => (
            <g key={name} transform={`translate(${(k === 4 ? white[0] : corners[2 * k]) ?? 0} ${(k === 4 ? white[1] : corners[2 * k + 1]) ?? 0})`}>
              <circle
                r={r}
                tabIndex={0}
                role="button"
                aria-label={k === 4 ? `White card, at ${Math.round(white[0] ?? 0)} and ${Math.round(white[1] ?? 0)}: arrow keys move it` : `${name} corner, at ${corners[2 * k] ?? 0} and ${corners[2 * k + 1] ?? 0}: arrow keys move it`}
                fill="black"
                fillOpacity={0.35}
                stroke="white"
                strokeWidth={r / 5}
                className="cursor-move"
                onKeyDown={key(k)}
                onPointerDown={(e) => {
                  held.current = k
                  e.preventDefault()
                  e.currentTarget.focus()
                }}
              />
              <circle r={1.12 * r} fill="none" stroke="black" strokeWidth={r / 8} />
            </g>
          ))}
        </svg>
        <img src={`${ofStudio(studio, `canvases/${on.id}/squared`)}?corners=${settled.join(',')}`} alt="What these corners make of it" className="w-1/5 self-start border border-white" />
      </div>
      <p className="flex min-h-7 items-center gap-3 text-ink">
        <span className="bg-sheet px-2">{card ? 'Put the mark for the card in the middle of it.' : says || 'Drag a corner, or move it by the arrow keys; the small picture is what they make of it.'}</span>
        {card && (
          <Button disabled={busy} onClick={() => look(moved ? corners : undefined, white.map(Math.round))}>
            Look by this card
          </Button>
        )}
        {moved && !card && (
          <>
            <Button disabled={busy} onClick={() => look(corners)}>
              Look by these corners
            </Button>
            <Button onClick={() => setCorners(found)}>Back to those found</Button>
          </>
        )}
      </p>
    </div>
  )
}
