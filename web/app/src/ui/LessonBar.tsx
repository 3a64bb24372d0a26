import type { ReactNode } from 'react'

import type { Saved } from '../api/client'
import type { useEditing } from '../lib/editing'
import { lessonAt } from '../lib/studio'
import { PlanClass } from '../score/PlanClass'
import { Bar, type RoomOf } from './Bar'
import type { KeyList } from './Help'
import { SaveState } from './Saving'
import { TextField } from './TextField'

/** The rooms of a lesson, each with its key. */
const rooms = [
  { name: 'Score', key: '1', path: '' },
  { name: 'Scene', key: '2', path: '/scene' },
  { name: 'Bench', key: '3', path: '/bench' },
  { name: 'Checks', key: '4', path: '/checks' },
] as const

interface Props {
  saved: Saved
  at: (typeof rooms)[number]['name']
  editing: ReturnType<typeof useEditing>
  /** The keys of the room itself. */
  keys?: KeyList
  /** What this room has at hand. */
  children?: ReactNode
}

/** LessonBar is the bar over the rooms of a lesson: its name, changed in place, its rooms, undo, and a line with what the room has at hand. */
export function LessonBar({ saved, at, editing, keys, children }: Props) {
  const { lesson } = saved
  return (
    <Bar
      place={
        <>
          <h1 className="sr-only">
            {at}: {lesson.title}
          </h1>
          <TextField
            label="Name of the lesson"
            value={lesson.title}
            most={120}
            set={(title) => title !== '' && editing.apply((now) => ({ edit: 'title', title, about: now.about }))}
            className="w-96 max-w-full min-w-0 font-serif text-lg max-sm:w-full"
          />
        </>
      }
      at={at}
      of={lesson.title}
      rooms={rooms.map((r): RoomOf => ({ name: r.name, key: r.key, href: lessonAt(saved.studio, saved.id, r.path) }))}
      back={{ undo: editing.undo, redo: editing.redo, last: editing.saving.undo?.said, next: editing.saving.redo?.said }}
      {...(keys ? { keys } : {})}
      below={children && <div className="flex min-w-0 flex-wrap items-center gap-2.5 border-b border-line bg-sheet px-4 py-1.5">{children}</div>}
    >
      <SaveState editing={editing} />
      <PlanClass lesson={saved.id} />
    </Bar>
  )
}
