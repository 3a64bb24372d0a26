import { useSyncExternalStore } from 'react'

/** A room is the light that the screen is read in. */
export type Room = 'light' | 'dark'

const listeners = new Set<() => void>()

function current(): Room {
  return document.documentElement.dataset.room === 'dark' ? 'dark' : 'light'
}

function set(room: Room) {
  document.documentElement.dataset.room = room
  localStorage.setItem('room', room)
  listeners.forEach((tell) => tell())
}

const remembered = localStorage.getItem('room')
const dark = remembered ? remembered === 'dark' : window.matchMedia('(prefers-color-scheme: dark)').matches
document.documentElement.dataset.room = dark ? 'dark' : 'light'

export function useRoom(): [Room, (room: Room) => void] {
  const room = useSyncExternalStore((tell) => {
    listeners.add(tell)
    return () => listeners.delete(tell)
  }, current)
  return [room, set]
}
