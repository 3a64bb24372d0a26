import type { ReactNode } from 'react'

import type { OnDay } from '../api/client'
import { roomsOfClass, useStudio } from '../lib/studio'
import { Bar } from '../ui/Bar'

/** ClassBar is the bar over the rooms of a class in which its name is not changed. */
export function ClassBar({ day, at, below }: { day: OnDay; at: 'Teach' | 'Log' | 'Look'; below?: ReactNode }) {
  const studio = useStudio()
  return (
    <Bar
      place={
        <h1 className="font-serif text-lg">
          <span className="sr-only">{at}: </span>
          {day.class.title}
        </h1>
      }
      at={at}
      rooms={roomsOfClass(studio, day.id)}
      below={below}
    />
  )
}
