import { useEffect, useEffectEvent } from 'react'

import type { KeyList } from '../ui/Help'

/** large is a target for a finger in a dark room. */
export const large = 'min-h-11 min-w-11 px-3 text-base'

/** What a key of the lectern notes. */
export const notes = { slow: 'Slow here.', mud: 'Went to mud.', question: 'A question.' }

type Deed = 'next' | 'back' | 'pause' | 'slow' | 'mud' | 'question' | 'undo' | 'late' | 'hand' | 'door' | 'whole' | 'close'

/** Act is what the lectern does. */
export type Act = Record<Deed, () => void>

/** The keys of a clicker or a pedal, and those of the keyboard. */
const keys: Record<string, Deed> = {
  ArrowRight: 'next',
  PageDown: 'next',
  ' ': 'next',
  ArrowLeft: 'back',
  PageUp: 'back',
  p: 'pause',
  s: 'slow',
  m: 'mud',
  q: 'question',
  z: 'undo',
  l: 'late',
  h: 'hand',
  c: 'door',
  f: 'whole',
  Escape: 'close',
}

/** keyList says what the keys of the lectern do. */
export const keyList: KeyList = [
  ['→ Page down Space', 'done: the next step'],
  ['← Page up', 'the step before'],
  ['P', 'pause, go on'],
  ['S M Q', 'note: slow here, went to mud, a question'],
  ['H', 'a hand is up'],
  ['L', 'late: what to leave out'],
  ['C', 'the code to come in by'],
  ['F', 'the whole canvas'],
  ['Z', 'take back what was noted last'],
  ['Esc', 'close what is open'],
]

/** pedal is the channel on which a simulated pedal sends its keys to the lectern of a class. */
export const pedal = (id: string) => `pedal ${id}`

/** useKeys does what keys say; a key that is held down says it once. */
export function useKeys(id: string, act: Act) {
  const pressed = useEffectEvent((e: KeyboardEvent) => {
    const at = e.target as HTMLElement
    const what = keys[e.key]
    if (!what || e.ctrlKey || e.metaKey || e.altKey || at.closest('input, textarea, select') || (e.key === ' ' && at.closest('button, a'))) return
    e.preventDefault()
    if (!e.repeat) act[what]()
  })
  const stepped = useEffectEvent((key: string) => {
    const what = keys[key]
    if (what) act[what]()
  })
  useEffect(() => {
    const hear = (e: KeyboardEvent) => pressed(e)
    const channel = new BroadcastChannel(pedal(id))
    channel.onmessage = (e: MessageEvent<string>) => stepped(e.data)
    window.addEventListener('keydown', hear)
    return () => {
      channel.close()
      window.removeEventListener('keydown', hear)
    }
  }, [id])
}

/** useAwake keeps the screen awake for as long as it is asked to, where that can be done. */
export function useAwake(awake: boolean) {
  useEffect(() => {
    if (!awake || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | undefined
    let over = false
    const hold = () => {
      if (document.visibilityState !== 'visible') return
      navigator.wakeLock.request('screen').then(
        (got) => (over ? void got.release() : (lock = got)),
        () => undefined, // a screen that sleeps is no fault of the class
      )
    }
    hold()
    document.addEventListener('visibilitychange', hold)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', hold)
      void lock?.release()
    }
  }, [awake])
}
