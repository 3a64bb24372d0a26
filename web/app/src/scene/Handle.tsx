import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react'

interface Point {
  x: number
  y: number
}

interface Props {
  name: string
  at: Point
  size: number
  /** A round one stands for the light. */
  round?: boolean
  place: (e: PointerEvent) => Point
  /** While it is held. */
  moved: (to: Point) => void
  /** When it is let go; undefined when it was given up. */
  done: (to: Point | undefined) => void
}

/** settle is how long the keyboard rests before a move is taken, ms. */
const settle = 450

/** Handle is a square on the picture that is dragged, or moved with the arrow keys. */
export function Handle({ name, at, size, round, place, moved, done }: Props) {
  const timer = useRef<number>(undefined)
  const held = useRef(false)
  useEffect(() => () => window.clearTimeout(timer.current), [])
  const nudge = (e: KeyboardEvent) => {
    const far = e.shiftKey ? 10 : 1
    const by: Record<string, Point> = { ArrowLeft: { x: -far, y: 0 }, ArrowRight: { x: far, y: 0 }, ArrowUp: { x: 0, y: -far }, ArrowDown: { x: 0, y: far } }
    const step = by[e.key]
    if (!step) return
    e.preventDefault()
    const to = { x: at.x + step.x, y: at.y + step.y }
    moved(to)
    window.clearTimeout(timer.current)
    timer.current = window.setTimeout(() => done(to), settle)
  }
  return (
    <rect
      x={at.x - size}
      y={at.y - size}
      width={2 * size}
      height={2 * size}
      rx={round ? size : 0}
      fill="#ffffff"
      stroke="#000000"
      strokeWidth={0.8}
      tabIndex={0}
      role="button"
      aria-label={name}
      className="handle cursor-move"
      onKeyDown={nudge}
      onPointerDown={(e) => {
        e.preventDefault()
        held.current = true
        e.currentTarget.setPointerCapture(e.pointerId)
      }}
      onPointerMove={(e) => held.current && moved(place(e))}
      onPointerUp={(e) => {
        if (held.current) done(place(e))
        held.current = false
      }}
      onPointerCancel={() => {
        held.current = false
        done(undefined)
      }}
    >
      <title>{name}</title>
    </rect>
  )
}
