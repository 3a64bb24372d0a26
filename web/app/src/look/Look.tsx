import { useEffect, useEffectEvent, useState } from 'react'
import { Link } from 'wouter'

import { useEasel } from '../api/canvases'
import type { Looked, OnWall } from '../api/client'
import { useByRules, useCanvas, useLooking, useSeen } from '../api/look'
import { inWords } from '../lib/days'
import { canvasesAt, ofStudio, roomsOfClass, useStudio } from '../lib/studio'
import { Bar, roomsOf } from '../ui/Bar'
import { Choose } from '../ui/Choose'
import { Button, capital, figure, Hint } from '../ui/controls'
import { FileField } from '../ui/FileField'
import { Corners } from './Corners'
import { backOf } from '../lib/kept'
import { Left, Mends, Rules, tickedOf } from './Mends'
import { Opening } from '../ui/OpenLesson'

/** What is looked at, and how; each with its key. */
const whats = [
  { what: 'photo', name: 'Photograph', key: 'p' },
  { what: 'squared', name: 'Squared up', key: 's' },
  { what: 'plan', name: 'Plan', key: 'l' },
  { what: 'blink', name: 'Blink', key: 'b' },
  { what: 'mended', name: 'Mended', key: 'm' },
] as const
const ways = [
  { way: '', name: 'As it is', key: 'a' },
  { way: 'grey', name: 'Greyscale', key: 'g' },
  { way: 'squint', name: 'Squint', key: 'q' },
  { way: 'far', name: 'From 2.5 m', key: 'f' },
] as const
/** What tells of the light in a photograph. */
const lights = [
  { light: '', name: 'the best there is' },
  { light: 'tape', name: 'white tape around it' },
  { light: 'card', name: 'a white card' },
  { light: 'ground', name: 'the bare ground' },
  { light: 'plan', name: 'the plan' },
  { light: 'itself', name: 'the picture itself' },
] as const
type Light = (typeof lights)[number]['light']
type What = (typeof whats)[number]['what']
type Way = (typeof ways)[number]['way']

/** Look is a real picture held against its plan: what is wrong, what to mend first, and when to stop. */
export function Look({ id }: { id: string }) {
  const on = useCanvas(id)
  if (on.data) return <Easel key={on.data.canvas.photo} on={on.data} />
  return <Opening what="the picture" error={on.error} again={() => void on.refetch()} />
}

function Easel({ on }: { on: OnWall }) {
  const studio = useStudio()
  const looking = useLooking(on)
  const easel = useEasel(on.id)
  const last = on.canvas.looks?.find((l) => l.photo === on.canvas.photo)
  const seen = useSeen(on.id, last?.made)
  const [alone, setAlone] = useState(!on.lesson)
  const [light, setLight] = useState<Light>('')
  const rules = useByRules(on, alone)
  const shown = alone ? rules.data : seen.data
  const judging = alone && rules.isFetching
  const busy = looking.going !== undefined || easel.busy
  const ticked = tickedOf(on)
  const tick = (fault: string, mended: boolean) => easel.tick(on.canvas.photo ?? '', fault, mended)
  const problem = looking.problem ?? easel.problem ?? (alone ? rules.error?.message : undefined)
  return (
    <div className="room">
      <Bar
        place={
          <h1 className="font-serif text-lg">
            <span className="sr-only">Look: </span>
            {on.canvas.title}
            {on.canvas.by && <span className="text-quiet">, {on.canvas.by}</span>}
          </h1>
        }
        at={on.class ? 'Look' : 'Canvases'}
        rooms={on.class ? roomsOfClass(studio, on.class) : roomsOf(studio)}
        back={backOf(easel, 'the ticks')}
      />
      <main className="grid min-h-0 grid-cols-1 max-md:content-start overflow-y-auto md:grid-cols-[minmax(0,1fr)_24rem] md:grid-rows-[auto_minmax(0,1fr)] md:overflow-visible">
        {shown && on.canvas.photo ? (
          <Show on={on} seen={shown} ticked={ticked} tick={tick} busy={busy} look={(corners, card) => looking.run({ kind: 'look', ...(corners && { corners }), ...(light && { light }), ...(card && { card }) })} card={light === 'card'} alone={alone} />
        ) : (
          <Empty on={on} looked={last !== undefined} />
        )}
        <div className="order-first flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-4 py-2 md:col-span-2">
          {on.lesson && (
            <Hint text="A stand-in for the class camera: a student's canvas with faults of its own, from a tilted hand, under some lamp. What was ticked off is mended in it.">
              <Button disabled={busy} onClick={() => looking.run({ kind: 'camera' })}>
                Take a picture (simulated)
              </Button>
            </Hint>
          )}
          <FileField label="Photograph" accept="image/jpeg,image/png" disabled={busy} take={(file) => easel.photograph(file)} />
          {on.canvas.photo && on.lesson && (
            <Button disabled={busy} onClick={() => looking.run({ kind: 'look', ...(light && light !== 'card' && { light }) })}>
              {last ? 'Look again' : 'Look'}
            </Button>
          )}
          {on.canvas.photo && on.lesson && !alone && (
            <label className="flex items-center gap-2">
              White by
              <Choose value={light} set={(to) => setLight(lights.find((l) => l.light === to)?.light ?? '')}>
                {lights.map((l) => (
                  <option key={l.light} value={l.light}>
                    {l.name}
                  </option>
                ))}
              </Choose>
            </label>
          )}
          {on.canvas.photo && on.lesson && (
            <Button pressed={alone} onClick={() => setAlone((now) => !now)}>
              By the rules alone
            </Button>
          )}
          {judging && <span role="status">Judging it by the rules</span>}
          {looking.going !== undefined && (
            <>
              <span role="status">{capital(looking.going || 'waiting for its turn')}</span>
              <Button onClick={looking.stop}>Stop</Button>
            </>
          )}
          {shown && (
            <a className="ml-auto underline underline-offset-2" href={ofStudio(studio, `canvases/${on.id}/looks/${shown.made}/report`)} download>
              Report (PDF)
            </a>
          )}
          <a className="underline underline-offset-2" href={ofStudio(studio, 'drying')} download>
            Calendar
          </a>
        </div>
      </main>
      <footer className="flex min-h-8 items-center gap-4 border-t border-line px-4 py-1">
        <p role="status" className="flex-1">
          {problem ?? whatsNext(on)}
        </p>
        <Link href={canvasesAt(studio)} className="underline underline-offset-2">
          All canvases
        </Link>
      </footer>
    </div>
  )
}

/** whatsNext is what is ahead of the picture. */
const whatsNext = (on: OnWall) => (on.next ? `Next: ${on.next.name}, ${inWords(on.next.on)}. ${on.next.says}` : 'All is done with this picture.')

/** Empty says what to do first. */
function Empty({ on, looked }: { on: OnWall; looked: boolean }) {
  return (
    <div className="flex items-center justify-center bg-mat p-8 md:col-span-2">
      <p className="max-w-xl bg-sheet p-4">
        {on.canvas.photo
          ? looked
            ? 'What was seen is not kept any more: look again.'
            : 'There is a photograph: press Look. It is squared up, the lamp is taken out of it, and it is held against the plan.'
          : 'Photograph the picture from the front with something around all of it, white tape if you can, or take a simulated picture. Then it is squared up and held against its plan, and what to mend is listed, the largest change first.'}
      </p>
    </div>
  )
}

interface ShowProps {
  on: OnWall
  seen: Looked
  ticked: string[]
  tick: (id: string, on: boolean) => void
  busy: boolean
  look: (corners?: number[], card?: number[]) => void
  card: boolean
  alone: boolean
}

/** How often two pictures blink, ms. */
const blinks = 700

/** Show is the picture large, and what is wrong with it as a list. */
function Show({ on, seen, ticked, tick, busy, look, card, alone }: ShowProps) {
  const studio = useStudio()
  const [what, setWhat] = useState<What>('squared')
  const [way, setWay] = useState<Way>('')
  const [mirror, setMirror] = useState(false)
  const [turned, setTurned] = useState(false)
  const [chosen, setChosen] = useState(0)
  const [other, setOther] = useState(false)
  const [marking, setMarking] = useState(card)
  if (marking !== card) {
    setMarking(card)
    if (card) setWhat('photo') // there its mark is put
  }
  useEffect(() => {
    if (what !== 'blink') return
    const timer = window.setInterval(() => setOther((now) => !now), blinks)
    return () => window.clearInterval(timer)
  }, [what])
  const mends = seen.report.mends
  const keys = useEffectEvent((e: KeyboardEvent) => {
    const typing = e.target instanceof HTMLElement && e.target.closest('input:not([type=checkbox]), textarea, select')
    if (typing || e.ctrlKey || e.metaKey || e.altKey) return
    const to = whats.find((w) => w.key === e.key)
    const how = ways.find((w) => w.key === e.key)
    if (to && (!alone || to.what === 'squared' || to.what === 'photo')) setWhat(to.what)
    else if (how) setWay(how.way)
    else if (e.key === 'x') setMirror((now) => !now)
    else if (e.key === 'u') setTurned((now) => !now)
    else if (e.key === 'j' || e.key === 'k') setChosen((now) => Math.min(mends.length, Math.max(0, now + (e.key === 'j' ? 1 : -1))))
    else return
    e.preventDefault()
  })
  useEffect(() => {
    const hear = (e: KeyboardEvent) => keys(e)
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
  const picture = what === 'plan' || (what === 'blink' && other) ? 'plan' : what === 'mended' ? `mend-${chosen || mends.length}` : 'mend-0'
  const src = `${ofStudio(studio, `canvases/${on.id}/looks/${seen.made}/${picture}`)}${way ? `?way=${way}` : ''}`
  const fault = mends[chosen - 1]
  return (
    <>
      <section aria-label="The picture" className="flex min-h-80 flex-col gap-2 bg-mat p-3 md:min-h-0">
        <div className="flex flex-wrap gap-1">
          {whats
            .filter((w) => !alone || w.what === 'photo' || w.what === 'squared')
            .map((w) => (
              <Hint key={w.what} text={`Key ${w.key.toUpperCase()}`}>
                <Button pressed={what === w.what} onClick={() => setWhat(w.what)}>
                  {w.name}
                </Button>
              </Hint>
            ))}
          {what !== 'photo' && (
            <>
              <span className="w-3" />
              {ways.map((w) => (
                <Hint key={w.way} text={`Key ${w.key.toUpperCase()}`}>
                  <Button pressed={way === w.way} onClick={() => setWay(w.way)}>
                    {w.name}
                  </Button>
                </Hint>
              ))}
              <span className="w-3" />
              <Hint text="Key X">
                <Button pressed={mirror} onClick={() => setMirror((now) => !now)}>
                  Mirror
                </Button>
              </Hint>
              <Hint text="Key U">
                <Button pressed={turned} onClick={() => setTurned((now) => !now)}>
                  Upside down
                </Button>
              </Hint>
            </>
          )}
        </div>
        <div className="flex min-h-0 flex-1 items-center justify-center">
          {what === 'photo' ? (
            <Corners key={seen.made} on={on} across={seen.across} down={seen.down} found={seen.found.quad.flatMap((p) => [Math.round(p.x), Math.round(p.y)])} says={seen.found.says ?? ''} busy={busy || alone} card={card && !alone} look={look} />
          ) : (
            <div className="relative max-h-full max-w-full" style={{ aspectRatio: `${seen.width}/${seen.height}`, height: '100%', transform: `scale(${mirror ? -1 : 1}, 1) rotate(${turned ? 180 : 0}deg)` }}>
              <img src={src} alt={altOf(what, other)} className="h-full w-full" />
              {what !== 'plan' && (
                <svg viewBox={`0 0 ${seen.width} ${seen.height}`} className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
                  {fault && <rect x={fault.left} y={fault.top} width={fault.w} height={fault.h} fill="none" stroke="white" strokeWidth={seen.width / 400} strokeDasharray={seen.width / 80} />}
                  {what === 'squared' && mends.map((m, i) => <Mark key={m.id} x={m.x} y={m.y} n={i + 1} strong={chosen === i + 1} r={seen.width / 40} flip={mirror} turn={turned} />)}
                  {what === 'squared' && seen.alone?.remarks.map((r, i) => (r.x > 0 || r.y > 0) && <Mark key={i} x={r.x} y={r.y} n={i + 1} strong={false} r={seen.width / 40} flip={mirror} turn={turned} />)}
                </svg>
              )}
            </div>
          )}
        </div>
      </section>
      <section aria-label="What was seen" tabIndex={0} className="flex min-h-0 flex-col gap-2 border-l border-line bg-sheet p-3 md:overflow-y-auto">
        {seen.alone ? (
          <Rules alone={seen.alone} />
        ) : (
          <>
            <h2 className="font-serif text-lg">{seen.report.stop ? 'Stop here' : seen.report.mends.length === 1 ? 'One thing to mend' : 'What to mend, largest change first'}</h2>
            <p>{seen.report.says}</p>
            {!seen.report.stop && seen.report.mends.length > 0 && (
              <p className="text-quiet">
                From 2.5 m, squinting now and then, it differs from its plan by ΔE {figure(seen.report.before.all, 2)}; with all of it mended by {figure(seen.report.after.all, 2)}. Then stop.
              </p>
            )}
            <Mends seen={seen} ticked={ticked} chosen={chosen} choose={setChosen} tick={tick} busy={busy} />
            <Left seen={seen} />
            <Doubts seen={seen} />
            <Earlier on={on} />
          </>
        )}
      </section>
    </>
  )
}

const altOf = (what: What, other: boolean) => (what === 'plan' || (what === 'blink' && other) ? 'The plan' : what === 'mended' ? 'The photograph, mended' : 'The photograph, squared up, in even daylight')

/** Mark is the number of a fault at its place; it stays upright when the picture does not. */
function Mark({ x, y, n, strong, r, flip, turn }: { x: number; y: number; n: number; strong: boolean; r: number; flip: boolean; turn: boolean }) {
  return (
    <g transform={`translate(${x} ${y}) rotate(${turn ? 180 : 0}) scale(${flip ? -1 : 1} 1)`}>
      <circle r={strong ? r : 0.8 * r} fill="white" stroke="black" strokeWidth={r / 8} />
      <text textAnchor="middle" dominantBaseline="central" fontSize={1.1 * r} fontWeight={strong ? 700 : 400} fill="black">
        {n}
      </text>
    </g>
  )
}

/** Doubts is what could not be judged, and how sure the rest is. */
function Doubts({ seen }: { seen: Looked }) {
  const { light, limits } = seen.report
  return (
    <section aria-label="How sure" className="border-t border-line pt-2 text-quiet">
      <p>
        Corners {figure(100 * seen.found.sure, 0)} % sure. Light known by {light.by === 'itself' ? 'nothing but the picture itself' : light.by === 'plan' ? 'the plan alone' : light.by}: {light.cast}, {figure(100 * light.falloff, 0)} % less on its darkest side. Values within {figure(light.within, 0)} L*.
        {light.glare > 0.001 && ` ${figure(100 * light.glare, 1)} % of it shines and is not judged.`}
      </p>
      {[light.says, ...limits.says].filter(Boolean).map((s) => (
        <p key={s} className="text-ink">
          {s}
        </p>
      ))}
    </section>
  )
}

/** Earlier is how the picture came nearer to its plan from look to look. */
function Earlier({ on }: { on: OnWall }) {
  const studio = useStudio()
  const looks = on.canvas.looks ?? []
  if (looks.length < 2) return null
  return (
    <section aria-label="Looks so far" className="border-t border-line pt-2">
      <h2 className="text-quiet">Looks so far</h2>
      <ul>
        {looks.map((l) => (
          <li key={l.photo} className="flex items-center gap-2 py-1">
            <img src={ofStudio(studio, `canvases/${on.id}/photo/${l.photo}`)} alt={`The photograph of ${inWords(l.on)}`} className="h-10" loading="lazy" />
            {inWords(l.on)}: ΔE {figure(l.before, 2)} from its plan, {l.stop ? 'nothing to mend' : `${l.faults.filter((f) => f.mended).length} of ${l.faults.length} mended`}
          </li>
        ))}
      </ul>
    </section>
  )
}
