import { useContext, useEffect, useEffectEvent, type ReactNode } from 'react'
import { Link, useLocation } from 'wouter'

import { canvasesAt, cupboardAt, InStudio, shelfAt } from '../lib/studio'
import { Hint } from './controls'
import { RoomSwitch } from './Room'

/** A room of a place, with the key that leads to it. */
export interface RoomOf {
  name: string
  key: string
  href: string
}

/** roomsOf are the rooms of a studio. */
export const roomsOf = (studio: string): RoomOf[] => [
  { name: 'Shelf', key: '1', href: shelfAt(studio) },
  { name: 'Cupboard', key: '2', href: cupboardAt(studio) },
  { name: 'Canvases', key: '3', href: canvasesAt(studio) },
]

/** Bar stands over every room: where this is, the rooms of the place with a key each, what was done and is taken back, the light; below it what the room has at hand. */
export function Bar({ place, at, rooms, below, children }: { place: ReactNode; at: string; rooms: RoomOf[]; below?: ReactNode; children?: ReactNode }) {
  const studio = useContext(InStudio)
  const [, go] = useLocation()
  const pressed = useEffectEvent((e: KeyboardEvent) => {
    const typing = e.target instanceof HTMLElement && e.target.closest('input, textarea, select, [contenteditable]')
    const room = rooms.find((r) => r.key === e.key)
    if (!room || typing || e.ctrlKey || e.metaKey || e.altKey) return
    e.preventDefault()
    go(room.href)
  })
  useEffect(() => {
    const hear = (e: KeyboardEvent) => pressed(e)
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
  return (
    <header className="print:hidden">
      <div className="flex min-w-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-2">
      {studio !== undefined && at !== 'Shelf' && (
        <Link href={shelfAt(studio)} className="text-quiet underline-offset-2 hover:underline">
          Studio
        </Link>
      )}
      {place}
      <nav aria-label="Rooms" className="ml-auto flex gap-1">
        {rooms.map((r) => (
          <Hint key={r.name} text={`Key ${r.key}`}>
            <Link href={r.href} {...(r.name === at ? { 'aria-current': 'page' as const } : {})} className={`rounded-sm px-2 py-0.5 ${r.name === at ? 'bg-chosen font-semibold' : 'text-quiet underline-offset-2 hover:underline'}`}>
              {r.name}
            </Link>
          </Hint>
        ))}
      </nav>
      {children}
      <RoomSwitch />
      </div>
      {below}
    </header>
  )
}
