import { Link } from 'wouter'

import { lessonAt, useStudio } from '../lib/studio'

const rooms = [
  { id: 'score', name: 'Score', path: '' },
  { id: 'scene', name: 'Scene', path: '/scene' },
  { id: 'bench', name: 'Bench', path: '/bench' },
  { id: 'checks', name: 'Checks', path: '/checks' },
] as const

/** Rooms lead from one room of a lesson to the others. */
export function Rooms({ id, at }: { id: string; at: (typeof rooms)[number]['id'] }) {
  const studio = useStudio()
  return (
    <>
      {rooms
        .filter((r) => r.id !== at)
        .map((r) => (
          <Link key={r.id} href={lessonAt(studio, id, r.path)} className="text-quiet underline-offset-2 hover:underline">
            {r.name}
          </Link>
        ))}
    </>
  )
}
