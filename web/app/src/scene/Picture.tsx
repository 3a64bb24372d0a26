import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react'

import type { Guides, Zone } from '../api/client'
import { figure } from '../ui/controls'
import type { SceneProps } from './Scene'

/** Shows says which guides are drawn. */
export interface Shows {
  ground: boolean
  figures: boolean
  focal: boolean
}

interface Props extends SceneProps {
  shown: string | undefined
  shows: Shows
}

type Point = Zone['outline'][number]

/** settle is how long the keyboard rests before a moved point is saved, ms. */
const settle = 450

/** Picture is the canvas with handles on the chosen zone and guides on demand. */
export function Picture({ saved, guides, selected, setSelected, draft, setDraft, apply, shown, shows }: Props) {
  const { lesson } = saved
  const { width, height } = lesson.support
  const svg = useRef<SVGSVGElement>(null)
  const timer = useRef<number>(undefined)
  const zone = draft.zone ?? lesson.zones.find((z) => z.id === selected)
  const focal = draft.focal ?? lesson.focal

  // A draft that has been saved is one no more.
  useEffect(() => setDraft({}), [saved.hash, setDraft])
  useEffect(() => () => window.clearTimeout(timer.current), [])

  const place = (e: PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect()
    if (!box) return { x: 0, y: 0 }
    return { x: ((e.clientX - box.left) / box.width) * width, y: ((e.clientY - box.top) / box.height) * height }
  }
  const tenth = (v: number, most: number) => Math.min(most, Math.max(0, Math.round(v * 10) / 10))
  const at = (p: Point): Point => ({ x: tenth(p.x, width), y: tenth(p.y, height) })
  const withPoint = (z: Zone, i: number, p: Point): Zone => ({ ...z, outline: z.outline.map((q, k) => (k === i ? at(p) : q)) })
  const save = (z: Zone) => apply({ edit: 'reshape', zone: z.id, outline: z.outline })

  /** drag follows the pointer until it is let go, then saves. */
  const drag = (e: PointerEvent, move: (from: Point, to: Point) => Zone) => {
    e.preventDefault()
    const from = place(e)
    const target = e.currentTarget
    target.setPointerCapture(e.pointerId)
    let last: Zone | undefined
    const moving = (ev: globalThis.PointerEvent) => {
      last = move(from, place(ev as unknown as PointerEvent))
      setDraft({ zone: last })
    }
    const done = () => {
      target.removeEventListener('pointermove', moving as EventListener)
      if (last) save(last)
    }
    target.addEventListener('pointermove', moving as EventListener)
    target.addEventListener('pointerup', done, { once: true })
    target.addEventListener(
      'pointercancel',
      () => {
        target.removeEventListener('pointermove', moving as EventListener)
        setDraft({})
      },
      { once: true },
    )
  }

  const nudge = (e: KeyboardEvent, i: number) => {
    if (!zone) return
    const p = zone.outline[i]
    if (!p) return
    const far = e.shiftKey ? 10 : 1
    const by: Record<string, Point> = { ArrowLeft: { x: -far, y: 0 }, ArrowRight: { x: far, y: 0 }, ArrowUp: { x: 0, y: -far }, ArrowDown: { x: 0, y: far } }
    const step = by[e.key]
    let next: Zone | undefined
    if (step) next = withPoint(zone, i, { x: p.x + step.x, y: p.y + step.y })
    else if (e.key === 'Delete' && zone.outline.length > 3) next = { ...zone, outline: zone.outline.filter((_, k) => k !== i) }
    else if (e.key === 'Insert') {
      const q = zone.outline[(i + 1) % zone.outline.length] ?? p
      next = { ...zone, outline: zone.outline.toSpliced(i + 1, 0, at({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 })) }
    }
    if (!next) return
    e.preventDefault()
    setDraft({ zone: next })
    window.clearTimeout(timer.current)
    const settled = next
    timer.current = window.setTimeout(() => save(settled), settle)
  }

  return (
    <div className="m-4 flex min-h-0 flex-1 items-center justify-center [container-type:size]">
      <div className="relative bg-line shadow-lg" style={{ aspectRatio: `${width} / ${height}`, width: `min(100cqw, ${(100 * width) / height}cqh)` }}>
        {shown && <img src={shown} alt="The picture" className="absolute inset-0 h-full w-full" draggable={false} />}
        <svg ref={svg} viewBox={`0 0 ${width} ${height}`} className="absolute inset-0 h-full w-full touch-none" role="group" aria-label="Zones and handles">
          {lesson.zones.map((z) => (
            <polygon
              key={z.id}
              points={points(z.outline)}
              fill="transparent"
              className="cursor-pointer"
              onClick={() => setSelected(z.id)}
              onPointerDown={(e) => z.id === selected && drag(e, (from, to) => ({ ...z, outline: z.outline.map((p) => at({ x: p.x + to.x - from.x, y: p.y + to.y - from.y })) }))}
            >
              <title>{z.name}</title>
            </polygon>
          ))}
          {guides && shows.ground && <Ground guides={guides} width={width} />}
          {guides && shows.figures && <Figures guides={guides} width={width} height={height} lesson={saved.lesson} />}
          {shows.focal && focal && focal.radius > 0 && (
            <circle cx={focal.x} cy={focal.y} r={focal.radius} fill="none" stroke="#ffffff" strokeWidth={1} strokeDasharray="5 4" pointerEvents="none" className="guides" />
          )}
          {zone && <polygon points={points(zone.outline)} fill="none" stroke="#ffffff" strokeWidth={1.2} pointerEvents="none" />}
          {zone && <polygon points={points(zone.outline)} fill="none" stroke="#000000" strokeWidth={0.5} pointerEvents="none" />}
          {zone?.outline.map((p, i) => (
            <circle
              key={i}
              cx={p.x}
              cy={p.y}
              r={width / 130}
              fill="#ffffff"
              stroke="#000000"
              strokeWidth={0.8}
              tabIndex={0}
              role="button"
              aria-label={`Point ${i + 1} of ${zone.outline.length} of ${zone.name}, ${figure(p.x)} across, ${figure(p.y)} down`}
              className="handle cursor-move"
              onPointerDown={(e) => drag(e, (_, to) => withPoint(zone, i, to))}
              onKeyDown={(e) => nudge(e, i)}
            >
              <title>
                {figure(p.x)}, {figure(p.y)} mm
              </title>
            </circle>
          ))}
        </svg>
      </div>
    </div>
  )
}

const points = (outline: Point[]) => outline.map((p) => `${p.x},${p.y}`).join(' ')

/** Ground draws the horizon and where level ground lies. */
function Ground({ guides, width }: { guides: Guides; width: number }) {
  return (
    <g className="guides" pointerEvents="none" stroke="#ffffff" fill="#ffffff" fontSize={width / 55}>
      <line x1={0} x2={width} y1={guides.horizon} y2={guides.horizon} strokeWidth={1} />
      <text x={width / 100} y={guides.horizon - 2} stroke="none">
        horizon
      </text>
      {guides.ground.map((g) => (
        <g key={g.metres}>
          <line x1={0} x2={width} y1={g.y} y2={g.y} strokeWidth={0.4} strokeDasharray="3 5" />
          <text x={width - width / 100} y={g.y - 1} textAnchor="end" stroke="none">
            {g.metres} m
          </text>
        </g>
      ))}
      <g transform={`translate(${width / 14} ${width / 14})`}>
        <line x1={0} y1={0} x2={(guides.light.x * width) / 18} y2={(guides.light.y * width) / 18} strokeWidth={1.2} />
        <circle cx={(guides.light.x * width) / 18} cy={(guides.light.y * width) / 18} r={width / 160} />
        <text x={0} y={width / 40} textAnchor="middle" stroke="none">
          light
        </text>
      </g>
    </g>
  )
}

/** Figures stand somebody of 1.7 m in every plane whose ground is on the canvas. */
function Figures({ guides, width, height, lesson }: { guides: Guides; width: number; height: number; lesson: SceneProps['saved']['lesson'] }) {
  return (
    <g className="guides" pointerEvents="none" stroke="#ffffff" fill="#ffffff" fontSize={width / 60}>
      {guides.planes
        .filter((p) => p.y < height && p.person > 1)
        .map((p, i) => {
          const x = (width * (i + 1)) / 10
          return (
            <g key={p.plane}>
              <line x1={x} x2={x} y1={p.y} y2={p.y - p.person * 0.82} strokeWidth={1.5} />
              <circle cx={x} cy={p.y - p.person * 0.91} r={p.person * 0.08} />
              <text x={x + 3} y={p.y} stroke="none">
                {lesson.planes.find((q) => q.id === p.plane)?.name}, {figure(p.person)} mm
              </text>
            </g>
          )
        })}
    </g>
  )
}
