import { lazy, Suspense, useContext, useEffect, useEffectEvent, useState, type ReactNode } from 'react'
import { Link, useLocation } from 'wouter'

import { canvasesAt, cupboardAt, habitsAt, InStudio, shelfAt } from '../lib/studio'
import { useRoom } from '../lib/room'
import { Button, Hint } from './controls'
import type { KeyList } from './Help'
import { RoomSwitch } from './Room'
import { Silent } from './Saving'

const Help = lazy(() => import('./Help').then((m) => ({ default: m.Help })))

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
  { name: 'Habits', key: '4', href: habitsAt(studio) },
]

/** What can be taken back in a room, and made again. */
export interface Back {
  undo: () => void
  redo: () => void
  /** What would be taken back, in words; undefined for nothing. */
  last: string | undefined
  next: string | undefined
}

interface Props {
  place: ReactNode
  at: string
  /** What the room is of: the title of a lesson or a class. */
  of?: string
  rooms: RoomOf[]
  back?: Back
  /** The keys of the room itself. */
  keys?: KeyList
  below?: ReactNode
  children?: ReactNode
}

/** typing tells whether a key belongs to a field or a dialog. */
const typing = (at: EventTarget | null) => at instanceof HTMLElement && at.closest('input, textarea, select, [contenteditable], [role="dialog"], [role="alertdialog"], [role="menu"], [role="listbox"]') !== null

/** Bar stands over every room: where this is, the rooms of the place with a key each, what was done and is taken back, the light, help; below it what the room has at hand. */
export function Bar({ place, at, of, rooms, back, keys, below, children }: Props) {
  const studio = useContext(InStudio)
  const [, go] = useLocation()
  const [help, setHelp] = useState(false)
  const [light, setLight] = useRoom()
  const actOf = (e: KeyboardEvent): (() => void) | undefined => {
    const letter = e.key.toLowerCase()
    if (e.ctrlKey || e.metaKey) {
      if (letter === 'z') return e.shiftKey ? back?.redo : back?.undo
      return letter === 'y' ? back?.redo : undefined
    }
    if (e.altKey) return undefined
    if (e.key === '?') return () => setHelp(true)
    if (e.key === '0') return () => setLight(light === 'dark' ? 'light' : 'dark')
    const room = rooms.find((r) => r.key === e.key)
    return room && (() => go(room.href))
  }
  const pressed = useEffectEvent((e: KeyboardEvent) => {
    if (typing(e.target)) return
    const act = actOf(e)
    if (!act) return
    e.preventDefault()
    act()
  })
  useEffect(() => {
    const hear = (e: KeyboardEvent) => pressed(e)
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
  useEffect(() => {
    document.title = of ? `${at}, ${of}` : `${at}, Proxenos`
  }, [at, of])
  return (
    <header className="min-w-0 print:hidden">
      <div className="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-line px-4 py-2">
        {studio !== undefined && at !== 'Shelf' && (
          <Link href={shelfAt(studio)} className="text-quiet underline-offset-2 hover:underline">
            Studio
          </Link>
        )}
        {place}
        <nav aria-label="Rooms" className="flex max-w-full gap-1 overflow-x-auto sm:ml-auto">
          {rooms.map((r) => (
            <Hint key={r.name} text={`Key ${r.key}`}>
              <Link href={r.href} {...(r.name === at ? { 'aria-current': 'page' as const } : {})} className={`rounded-sm px-2 py-0.5 ${r.name === at ? 'bg-chosen font-semibold' : 'text-quiet underline-offset-2 hover:underline'}`}>
                {r.name}
              </Link>
            </Hint>
          ))}
        </nav>
        {back && (
          <div className="flex gap-1">
            <Button disabled={back.last === undefined} title={back.last === undefined ? 'Nothing to take back' : `Take back: ${back.last}`} onClick={back.undo}>
              Undo
            </Button>
            <Button disabled={back.next === undefined} title={back.next === undefined ? 'Nothing to do again' : `Do again: ${back.next}`} onClick={back.redo}>
              Redo
            </Button>
          </div>
        )}
        {children}
        <div className="max-md:hidden">
          <RoomSwitch />
        </div>
        <Button onClick={() => setHelp(true)}>Help</Button>
      </div>
      <Silent />
      {below}
      {help && (
        <Suspense>
          <Help open setOpen={setHelp} at={at} rooms={rooms} back={back !== undefined} keys={keys ?? []} />
        </Suspense>
      )}
    </header>
  )
}
