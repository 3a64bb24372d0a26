import type { ReactNode } from 'react'

import { useKeeping } from '../api/classes'
import type { OnDay } from '../api/client'
import { roomsOfClass, useStudio } from '../lib/studio'
import { backOf } from '../lib/kept'
import { Bar } from '../ui/Bar'
import type { KeyList } from '../ui/Help'
import { TextField } from '../ui/TextField'

/** ClassBar is the bar over the rooms of a class: its name, changed in place, and its rooms. */
export function ClassBar({ day, at, keys, below }: { day: OnDay; at: 'Teach' | 'Log' | 'Look'; keys?: KeyList; below?: ReactNode }) {
  const studio = useStudio()
  const keeping = useKeeping(day.id)
  return (
    <Bar
      place={
        <>
          <h1 className="sr-only">
            {at}: {day.class.title}
          </h1>
          <TextField
            label="Name of the class"
            value={day.class.title}
            most={120}
            set={(title) => title !== '' && keeping.change((now) => ({ ...now, class: { ...now.class, title } }))}
            className="w-80 max-w-full font-serif text-lg max-sm:w-full"
          />
        </>
      }
      at={at}
      of={day.class.title}
      rooms={roomsOfClass(studio, day.id)}
      back={backOf(keeping, 'the class')}
      {...(keys ? { keys } : {})}
      below={below}
    />
  )
}
