import { useEffect, useRef, type CSSProperties, type KeyboardEvent, type PointerEvent } from 'react'

import type { Measures, Zone } from '../api/client'
import { useArrange } from '../api/scene'
import { ofStudio } from '../lib/studio'
import { Figures, Grid, Ground } from './Guides'
import { Handle } from './Handle'
import { Overlay } from './Measured'
import type { Seen } from './PhotoView'
import type { SceneProps } from './props'
import { sceneOf } from './sceneOf'
import { figure } from '../ui/controls'
import { useLengths, usePlaces } from '../ui/LengthField'

/** Shows says which guides are drawn. */
export interface Shows {
  ground: boolean
  figures: boolean
  light: boolean
  focal: boolean
  tiers: boolean
  directions: boolean
  eye: boolean
}

interface Props extends SceneProps {
  shown: string | undefined
  /** What is laid over the picture: light where it counts. */
  over: string | undefined
  shows: Shows
  seen: Seen
  measures: Measures | undefined
}

type Point = Zone['outline'][number]

/** So many points have rings between them; more would cover the picture. */
const mostRings = 40

/** settle is how long the keyboard rests before a moved point is saved, ms. */
const settle = 450

/** Picture is the canvas with handles on the chosen zone and guides on demand. */
export function Picture({ saved, guides, selected, setSelected, unsaved, setUnsaved, apply, say, shown, over, shows, seen, measures, placing }: Props) {
  const { lesson } = saved
  const arrange = useArrange()
  const long = useLengths()
  const placed = usePlaces()
  const { width, height } = lesson.support
  const svg = useRef<SVGSVGElement>(null)
  const timer = useRef<number>(undefined)
  const zone = unsaved.zone ?? lesson.zones.find((z) => z.id === selected)
  const focal = unsaved.focal ?? lesson.focal
  const photo = lesson.reference && lesson.reference.photo !== '' && seen.opacity > 0
  const fact = guides?.zones.find((f) => f.zone === zone?.id)
  const scene = sceneOf(lesson)

  // A unsaved that has been saved is one no more.
  useEffect(() => setUnsaved({}), [saved.hash, setUnsaved])
  useEffect(() => () => window.clearTimeout(timer.current), [])

  const place = (e: { clientX: number; clientY: number }): Point => {
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
      last = move(from, place(ev))
      setUnsaved({ zone: last })
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
        setUnsaved({})
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
    setUnsaved({ zone: next })
    window.clearTimeout(timer.current)
    const settled = next
    timer.current = window.setTimeout(() => save(settled), settle)
  }

  /** put adds the kind of thing that is being placed where the picture was touched. */
  const put = (p: Point) => {
    const kind = placing
    if (kind === undefined) return
    arrange.mutate(
      { whose: saved.hash, do: 'add', kind, x: at(p).x, y: at(p).y },
      {
        onSuccess: (a) => {
          apply(a.edit)
          setSelected(a.zone) // and the next touch puts another one in
        },
        onError: (e) => say(`Not changed. ${e.message}`),
      },
    )
  }

  // The light stands on a dial around the middle of the picture: at its edge it is low, in the middle overhead.
  const dial = Math.min(width, height) * 0.46
  const light = unsaved.light ?? lesson.light
  const turn = (light.from * Math.PI) / 180
  const away = dial * (1 - light.height / 90)
  const sun = { x: width / 2 + away * Math.sin(turn), y: height / 2 - away * Math.cos(turn) }
  const lightAt = (p: Point) => {
    const dx = p.x - width / 2
    const dy = height / 2 - p.y
    return { ...light, from: (Math.round((Math.atan2(dx, dy) * 180) / Math.PI) + 360) % 360, height: Math.round(90 * (1 - Math.min(1, Math.hypot(dx, dy) / dial))) }
  }

  return (
    <div className="mat">
      <div className="pictured bg-line shadow-lg" style={{ '--ratio': width / height } as CSSProperties}>
        {shown && <img src={shown} alt="The picture" className="absolute inset-0 h-full w-full" draggable={false} />}
        {photo && (
          <img
            src={ofStudio(saved.studio, `references/${saved.hash}/views/${seen.view}`)}
            alt="The photograph under the zones"
            className="absolute inset-0 h-full w-full"
            style={{ opacity: seen.opacity / 100 }}
            draggable={false}
          />
        )}
        {over && <img src={over} alt="What draws the eye is light" className="absolute inset-0 h-full w-full mix-blend-multiply" draggable={false} />}
        <svg ref={svg} viewBox={`0 0 ${width} ${height}`} className="absolute inset-0 h-full w-full touch-none overflow-visible" role="group" aria-label="Zones and handles">
          {lesson.zones.map((z) => (
            <polygon
              key={z.id}
              points={points(z.outline)}
              fill="transparent"
              stroke={photo ? '#ffffff' : 'none'}
              strokeWidth={0.6}
              className={placing ? 'cursor-crosshair' : 'cursor-pointer'}
              onClick={() => placing ?? setSelected(z.id)}
              onPointerDown={(e) => z.id === selected && !placing && drag(e, (from, to) => ({ ...z, outline: z.outline.map((p) => at({ x: p.x + to.x - from.x, y: p.y + to.y - from.y })) }))}
            >
              <title>{z.name}</title>
            </polygon>
          ))}
          {placing && <rect width={width} height={height} fill="transparent" className="cursor-crosshair" onClick={(e) => put(place(e))} />}
          <Grid every={seen.grid} width={width} height={height} />
          {guides && shows.ground && <Ground guides={{ ...guides, horizon: unsaved.horizon ?? guides.horizon }} width={width} height={height} />}
          {guides && shows.figures && <Figures guides={guides} lesson={lesson} />}
          {measures && <Overlay saved={saved} measures={measures} shows={shows} width={width} />}
          {shows.ground && fact && fact.shadow.length > 2 && <polygon points={points(fact.shadow)} fill="none" stroke="#ffffff" strokeWidth={0.7} strokeDasharray="2 2" pointerEvents="none" className="guides" />}
          {shows.focal && focal && focal.radius > 0 && (
            <circle cx={focal.x} cy={focal.y} r={focal.radius} fill="none" stroke="#ffffff" strokeWidth={1} strokeDasharray="5 4" pointerEvents="none" className="guides" />
          )}
          {zone && <polygon points={points(zone.outline)} fill="none" stroke="#ffffff" strokeWidth={1.2} pointerEvents="none" />}
          {zone && <polygon points={points(zone.outline)} fill="none" stroke="#000000" strokeWidth={0.5} pointerEvents="none" />}
          {shows.ground && guides && (
            <Handle
              name={`Horizon, ${long(unsaved.horizon ?? guides.horizon)} down`}
              at={{ x: width - width / 60, y: unsaved.horizon ?? guides.horizon }}
              size={width / 110}
              place={place}
              moved={(p) => setUnsaved({ horizon: at(p).y })}
              done={(p) => {
                if (!p) {
                  setUnsaved({})
                  return
                }
                arrange.mutate(
                  { whose: saved.hash, do: 'horizon', y: at(p).y },
                  {
                    onSuccess: (a) => apply(a.edit),
                    onError: (e) => {
                      setUnsaved({})
                      say(`Not changed. ${e.message}`)
                    },
                  },
                )
              }}
            />
          )}
          {shows.light && (
            <>
              <line x1={width / 2} y1={height / 2} x2={sun.x} y2={sun.y} stroke="#ffffff" strokeWidth={0.6} strokeDasharray="1 3" pointerEvents="none" className="guides" />
              <text x={sun.x} y={sun.y - width / 50} fontSize={width / 55} fill="#ffffff" textAnchor="middle" pointerEvents="none" className="guides">
                light
              </text>
              <Handle
                round
                name={`Light, from ${figure(light.from, 0)} degrees, ${figure(light.height, 0)} high`}
                at={sun}
                size={width / 80}
                place={place}
                moved={(p) => setUnsaved({ light: lightAt(p) })}
                done={(p) => {
                  if (p) apply({ ...scene, light: lightAt(p) })
                  else setUnsaved({})
                }}
              />
            </>
          )}
          {shows.focal && focal && focal.radius > 0 && (
            <Handle
              name={`Focal area, ${long(focal.x)} across, ${long(focal.y)} down`}
              at={focal}
              size={width / 110}
              place={place}
              moved={(p) => setUnsaved({ focal: { ...focal, ...at(p) } })}
              done={(p) => {
                if (p) apply({ ...scene, focal: { ...focal, ...at(p) } })
                else setUnsaved({})
              }}
            />
          )}
          {zone &&
            zone.outline.length <= mostRings &&
            zone.outline.map((p, i) => {
              const q = zone.outline[(i + 1) % zone.outline.length] ?? p
              const middle = at({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 })
              if (Math.hypot(p.x - q.x, p.y - q.y) < width / 25) return null
              return (
                <circle
                  key={`ring ${i}`}
                  cx={middle.x}
                  cy={middle.y}
                  r={width / 170}
                  fill="transparent"
                  stroke="#ffffff"
                  strokeWidth={0.9}
                  className="guides cursor-copy"
                  onPointerDown={(e) => drag(e, (_, to) => ({ ...zone, outline: zone.outline.toSpliced(i + 1, 0, at(to)) }))}
                >
                  <title>Pull to put a point in here</title>
                </circle>
              )
            })}
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
              aria-label={`Point ${i + 1} of ${zone.outline.length} of ${zone.name}, ${placed(p.x, p.y)}`}
              className="handle cursor-move"
              onPointerDown={(e) => drag(e, (_, to) => withPoint(zone, i, to))}
              onKeyDown={(e) => nudge(e, i)}
            >
              <title>
                {placed(p.x, p.y)}
              </title>
            </circle>
          ))}
        </svg>
      </div>
    </div>
  )
}

const points = (outline: Point[]) => outline.map((p) => `${p.x},${p.y}`).join(' ')
