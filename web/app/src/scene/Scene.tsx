import { useState } from 'react'
import { Link } from 'wouter'

import type { Edit, Edited, Saved, Zone } from '../api/client'
import { useLesson, useRehearsal } from '../api/queries'
import { useGuides, useSketch } from '../api/scene'
import { useEditing } from '../lib/editing'
import { useFrame } from '../lib/frame'
import { boxed } from '../ui/controls'
import { DrawerSet } from '../ui/Drawers'
import { RoomSwitch } from '../ui/Room'
import { StaleDialog } from '../ui/StaleDialog'
import { UndoRedo } from '../ui/UndoRedo'
import { LightView } from './LightView'
import { Picture, type Shows } from './Picture'
import { Things } from './Things'

/** Scene is where the picture is composed: its planes, zones, light and view. */
export function Scene({ id }: { id: string }) {
  const lesson = useLesson(id)
  if (lesson.data) return <Room saved={lesson.data} id={id} reload={() => void lesson.refetch()} />
  return (
    <main className="flex h-full items-center justify-center">
      {lesson.error ? <p role="alert">{lesson.error.message}</p> : <p className="text-quiet">Opening the lesson.</p>}
    </main>
  )
}

const views = [
  { id: 'paint', name: 'Painted' },
  { id: 'sketch', name: 'Flat sketch' },
  { id: 'grey', name: 'Greyscale' },
  { id: 'value', name: 'Nine values' },
  { id: 'squint', name: 'Squint' },
]

/** Draft is a change that is being made by hand and not saved yet. */
export interface Draft {
  zone?: Zone
  focal?: Saved['lesson']['focal']
}

function Room({ saved, id, reload }: { saved: Saved; id: string; reload: () => void }) {
  const { lesson, score } = saved
  const [said, setSaid] = useState<string>()
  const editing = useEditing(id, (_: Saved, after: Edited) => setSaid(`Saved: ${after.said}.`))
  const { apply } = editing
  const [selected, setSelected] = useState<string>()
  const [draft, setDraft] = useState<Draft>({})
  const [view, setView] = useState('paint')
  const [shows, setShows] = useState<Shows>({ ground: true, figures: false, focal: true })
  const guides = useGuides(saved.hash).data
  const rehearsal = useRehearsal(saved.hash).data

  const half = Math.round(score.minutes * 2)
  const painted = view === 'sketch' ? undefined : `${saved.frames}/${view}-800-${half}.png`
  const frame = useFrame(painted)
  const drafting: Edit | undefined = draft.zone && { edit: 'zone', at: lesson.zones.length, zone: draft.zone }
  // Until the painted canvas is there, and while something is dragged, the flat sketch stands in.
  const sketching = drafting ?? (view === 'sketch' || frame.busy ? { edit: 'all' as const, edits: [] } : undefined)
  const sketch = useSketch(saved.hash, sketching)
  const shown = drafting || view === 'sketch' ? (sketch ?? frame.shown) : frame.busy ? (sketch ?? frame.shown) : frame.shown
  const open = rehearsal?.done ? rehearsal.findings.filter((f) => f.accepted === '').length : undefined

  const props = { saved, guides, selected, setSelected, draft, setDraft, apply, busy: editing.busy, say: setSaid }
  return (
    <div className="grid h-full grid-rows-[auto_1fr_auto]">
      <header className="flex items-center gap-3 border-b border-line px-4 py-2 whitespace-nowrap">
        <Link href={`/lessons/${id}`} className="text-quiet underline-offset-2 hover:underline">
          Score
        </Link>
        <Link href={`/lessons/${id}/bench`} className="text-quiet underline-offset-2 hover:underline">
          Bench
        </Link>
        <h1 className="truncate font-serif text-lg">Scene: {lesson.title}</h1>
        <span className="ml-auto flex gap-2 text-quiet">
          Tracing
          <a className="underline-offset-2 hover:underline" href={`/api/lessons/${id}/tracing/pdf`} download>
            PDF
          </a>
          <a className="underline-offset-2 hover:underline" href={`/api/lessons/${id}/tracing/svg`} download>
            SVG
          </a>
        </span>
        <label className="flex items-center gap-1">
          Shown
          <select value={view} onChange={(e) => setView(e.target.value)} className={boxed}>
            {views.map((v) => (
              <option key={v.id} value={v.id}>
                {v.name}
              </option>
            ))}
          </select>
        </label>
        <UndoRedo editing={editing} />
        <RoomSwitch />
      </header>
      <main className="grid min-h-0 grid-cols-[minmax(0,17fr)_minmax(0,8fr)]">
        <section aria-label="Picture" className="flex min-h-0 flex-col bg-mat">
          <Picture {...props} shown={shown} shows={shows} />
          <div className="flex items-center gap-4 border-t border-line bg-sheet px-4 py-1.5">
            {(
              [
                ['ground', 'horizon and ground'],
                ['figures', 'scale figures'],
                ['focal', 'focal area'],
              ] as const
            ).map(([key, name]) => (
              <label key={key} className="flex items-center gap-1">
                <input type="checkbox" checked={shows[key]} onChange={(e) => setShows({ ...shows, [key]: e.target.checked })} />
                {name}
              </label>
            ))}
            <p className="ml-auto text-quiet">{rehearsal?.done ? `Rehearsed; ${open === 0 ? 'nothing open in Checks' : `${open} open in Checks`}` : `Rehearsing, step ${rehearsal?.painted ?? 0} of ${lesson.steps.length}`}</p>
          </div>
        </section>
        <DrawerSet
          drawers={[
            { id: 'things', name: 'Planes and things', holds: <Things {...props} />, still: true },
            { id: 'light', name: 'Light and view', holds: <LightView {...props} /> },
          ]}
        />
      </main>
      <footer className="flex min-h-8 items-center border-t border-line px-4 py-1">
        <p role="status">
          {editing.problem ? `Not changed. ${editing.problem}` : (said ?? 'Choose a thing on the picture or in the list; drag its handles, or use the arrow keys on them.')}
        </p>
      </footer>
      <StaleDialog
        refusal={editing.stale}
        load={() => {
          editing.forget()
          setDraft({})
          reload()
        }}
      />
    </div>
  )
}

export interface SceneProps {
  saved: Saved
  guides: ReturnType<typeof useGuides>['data']
  selected: string | undefined
  setSelected: (zone: string | undefined) => void
  draft: Draft
  setDraft: (draft: Draft) => void
  apply: (edit: Edit) => void
  busy: boolean
  say: (text: string) => void
}
