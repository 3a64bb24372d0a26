import type { ReactNode } from 'react'

import type { Saved } from '../api/client'
import type { useEditing } from '../lib/editing'
import { lessonAt } from '../lib/studio'
import { PlanClass } from '../score/PlanClass'
import { Bar, type RoomOf } from './Bar'
import { TextField } from './TextField'
import { UndoRedo } from './UndoRedo'

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
  /** What this room has at hand. */
  children?: ReactNode
}

/** LessonBar is the bar over the rooms of a lesson: its name, changed in place, its rooms, undo, and a line with what the room has at hand. */
export function LessonBar({ saved, at, editing, children }: Props) {
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
            className="w-96 max-w-full font-serif text-lg"
          />
        </>
      }
      at={at}
      rooms={rooms.map((r): RoomOf => ({ name: r.name, key: r.key, href: lessonAt(saved.studio, saved.id, r.path) }))}
      below={children && <div className="flex min-w-0 flex-wrap items-center gap-2.5 border-b border-line bg-sheet px-4 py-1.5 whitespace-nowrap">{children}</div>}
    >
      <UndoRedo editing={editing} />
      <PlanClass lesson={saved.id} />
    </Bar>
  )
}
