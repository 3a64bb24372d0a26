import { useEffect } from 'react'

import { pedal } from './lectern'

/** What the parts of the pedal send. */
const parts = [
  { key: 'PageUp', name: 'Left', does: 'a step back' },
  { key: 'PageDown', name: 'Right', does: 'done, and the next' },
] as const

/** Pedal stands in for a foot pedal: what is pressed here the lectern in another tab of this browser hears as its keys. */
export function Pedal({ id }: { id: string }) {
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      if (parts.some((p) => p.key === e.key) && !e.repeat) {
        e.preventDefault()
        press(id, e.key)
      }
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [id])
  return (
    <main className="flex h-full flex-col items-center justify-center gap-6 p-6">
      <h1 className="font-serif text-2xl">A pedal, simulated</h1>
      <p className="max-w-xl text-quiet">It sends the page keys, as a plugged-in pedal or clicker does. Open the lectern of the class in another tab, and step here.</p>
      <div className="flex gap-6">
        {parts.map((p) => (
          <button key={p.key} type="button" className="flex h-56 w-44 flex-col items-center justify-end gap-1 rounded-b-3xl border-2 border-strong bg-raised p-4 text-lg active:translate-y-1 active:bg-chosen" onClick={() => press(id, p.key)}>
            <strong className="font-semibold">{p.name}</strong>
            <span className="text-quiet">{p.does}</span>
          </button>
        ))}
      </div>
    </main>
  )
}

function press(id: string, key: string) {
  const channel = new BroadcastChannel(pedal(id))
  channel.postMessage(key)
  channel.close()
}
