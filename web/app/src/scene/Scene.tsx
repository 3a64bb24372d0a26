import { useState } from 'react'

import type { Edit, Edited, Saved } from '../api/client'
import { useRehearsal, useVocabulary } from '../api/queries'
import { useHabits } from '../api/habits'
import { useGuides, useMeasures, useSketch } from '../api/scene'
import { useEditing } from '../lib/editing'
import { usePainted } from '../lib/frame'
import { ofStudio } from '../lib/studio'
import { Choose } from '../ui/Choose'
import { FigureField } from '../ui/controls'
import { DrawerSet } from '../ui/Drawers'
import { Foot } from '../ui/Foot'
import { HowFar } from '../ui/HowFar'
import type { KeyList } from '../ui/Help'
import { LessonBar } from '../ui/LessonBar'
import { OpenLesson } from '../ui/OpenLesson'
import { CanvasView } from './CanvasView'
import { LightView } from './LightView'
import { Measured } from './Measured'
import { PhotoView, type Seen } from './PhotoView'
import { Picture, type Shows } from './Picture'
import { Things } from './Things'
import type { Unsaved } from './props'

/** Scene is where the picture is composed: its planes, zones, light and view. */
export function Scene({ id }: { id: string }) {
  return <OpenLesson id={id}>{(saved) => <Room saved={saved} id={id} />}</OpenLesson>
}

const views = [
  { id: 'paint', name: 'Painted' },
  { id: 'sketch', name: 'Flat sketch' },
  { id: 'grey', name: 'Greyscale' },
  { id: 'squint', name: 'Squint' },
]

const keyList: KeyList = [
  ['Tab', 'to the list of things, the handles and the points of the chosen thing'],
  ['← ↑ → ↓', 'move a point, the light, the horizon or the focal area; with Shift by ten'],
  ['Insert, Delete', 'put a point in behind the held one, take it out'],
]

/** What can be drawn over the picture. */
const guidesShown = [
  ['ground', 'horizon and ground'],
  ['figures', 'people'],
  ['light', 'light'],
  ['focal', 'focal area'],
  ['tiers', 'tiers'],
  ['directions', 'lines'],
  ['eye', 'way of the eye'],
] as const

function Room({ saved, id }: { saved: Saved; id: string }) {
  const { lesson, score } = saved
  const habits = useHabits().data
  const [said, setSaid] = useState<string>()
  const editing = useEditing(id, (_: Saved, after: Edited) => setSaid(`Saved: ${after.said}.`))
  const { apply } = editing
  const [selected, setSelected] = useState<string>()
  const [placing, setPlacing] = useState<string>()
  const [unsaved, setUnsaved] = useState<Unsaved>({})
  const [view, setView] = useState('paint')
  const [shows, setShows] = useState<Shows>({ ground: true, figures: false, light: true, focal: true, tiers: false, directions: false, eye: false })
  const [seen, setSeen] = useState<Seen>({ view: 'photo', opacity: 70, grid: 0 })
  const maps = useVocabulary().data?.maps ?? []
  const guides = useGuides(saved.hash).data
  const rehearsal = useRehearsal(saved.hash, saved.id).data

  const half = Math.round(score.minutes * 2)
  const measures = useMeasures(saved.hash, rehearsal?.done ?? false).data
  const map = (id: string) => `${saved.frames.replace('/frames/', '/maps/')}/${id}.png`
  const drawn = maps.some((m) => m.id === view) && view !== 'draws'
  const painted = view === 'sketch' ? undefined : drawn ? map(view) : `${saved.frames}/${view === 'draws' ? 'paint' : view}-800-${half}.png`
  const frame = usePainted(painted)
  const pending: Edit | undefined = unsaved.edit ?? (unsaved.zone && { edit: 'zone', at: lesson.zones.length, zone: unsaved.zone })
  // While something is dragged the flat sketch stands in, then the coarse canvas, until the painted one is there.
  const sketching = pending ?? (view === 'sketch' || frame.busy ? { edit: 'all' as const, edits: [] } : undefined)
  const sketch = useSketch(saved.hash, sketching)
  const shown = pending || view === 'sketch' ? (sketch ?? frame.shown) : frame.busy ? (frame.coarse ?? sketch ?? frame.shown) : frame.shown
  const open = rehearsal?.done ? rehearsal.findings.filter((f) => f.accepted === '').length : undefined

  const props = { saved, guides, selected, setSelected, unsaved, setUnsaved, apply, busy: editing.busy, say: setSaid, placing, setPlacing }
  return (
    <div className="room">
      <LessonBar saved={saved} at="Scene" editing={editing} keys={keyList}>
        <span className="flex items-center gap-1">
          <span aria-hidden>Shown</span>
          <Choose label="Shown" value={view} set={setView}>
            {[...views, ...maps].map((v) => (
              <option key={v.id} value={v.id}>
                {v.name}
              </option>
            ))}
          </Choose>
        </span>
        <span className="ml-auto flex gap-2 text-quiet">
          Tracing
          <a className="underline-offset-2 hover:underline" href={ofStudio(saved.studio, `lessons/${id}/tracing/pdf?paper=${habits?.paper ?? 'a4'}`)} download>
            PDF
          </a>
          <a className="underline-offset-2 hover:underline" href={ofStudio(saved.studio, `lessons/${id}/tracing/svg`)} download>
            SVG
          </a>
        </span>
      </LessonBar>
      <main className="min-h-0 wide:grid wide:grid-cols-[minmax(0,17fr)_minmax(0,8fr)]">
        <section aria-label="Picture" className="stays z-10 flex min-h-0 flex-col bg-mat">
          <Picture {...props} shown={shown} over={view === 'draws' && !pending ? map('draws') : undefined} shows={shows} seen={seen} measures={measures} />
          <div className="flex flex-wrap items-center gap-x-3 border-t border-line bg-sheet px-4 py-1.5">
            {guidesShown.map(([key, name]) => (
              <label key={key} className="flex items-center gap-1">
                <input type="checkbox" checked={shows[key]} onChange={(e) => setShows({ ...shows, [key]: e.target.checked })} />
                {name}
              </label>
            ))}
            <label className="flex items-center gap-1">
              grid
              <FigureField label="Grid every so many cm" value={seen.grid / 10} least={0} most={50} step={1} set={(cm) => setSeen({ ...seen, grid: cm * 10 })} className="w-12" />
              cm
            </label>
            {selected !== undefined && <p className="w-full text-quiet">Pull a square to move a point, a ring to put one in between; Delete takes the held point out. Arrow keys move it, with Shift by ten.</p>}
            <p className="ml-auto text-quiet">{rehearsal?.done ? `Rehearsed; ${open === 0 ? 'nothing open in Checks' : `${open} open in Checks`}` : <HowFar hash={saved.hash} id={saved.id} of={lesson.steps.length} />}</p>
          </div>
        </section>
        <DrawerSet
          drawers={[
            { id: 'things', name: 'Planes and things', holds: <Things {...props} />, still: true },
            { id: 'light', name: 'Light and view', holds: <LightView {...props} /> },
            { id: 'canvas', name: 'Canvas', holds: <CanvasView key={saved.hash} {...props} /> },
            { id: 'measures', name: 'Measures', holds: <Measured {...props} measures={measures} view={view} setView={setView} /> },
            { id: 'photo', name: 'Photo', holds: <PhotoView {...props} seen={seen} setSeen={setSeen} maps={maps} /> },
          ]}
        />
      </main>
      <Foot
        editing={editing}
        said={said}
        hint="Choose a thing on the picture or in the list; drag its handles, or use the arrow keys on them."
      />
    </div>
  )
}
