import type { useEditing } from '../lib/editing'
import { ask, since } from '../lib/reach'
import { useSignal } from '../lib/signal'
import { Button } from './controls'

const many = (n: number) => (n === 1 ? 'one change' : `${n} changes`)

/** SaveState says whether what was changed is saved. */
export function SaveState({ editing }: { editing: ReturnType<typeof useEditing> }) {
  const { waits, why } = editing.saving
  const gone = useSignal(since) !== undefined
  const text = waits === 0 ? 'Saved' : why === 'sending' && !gone ? 'Saving' : why === 'clash' ? 'Not saved: choose which to keep' : `Not saved yet: ${many(waits)}`
  return (
    <span data-part="saving" className={`min-w-14 whitespace-nowrap ${waits > 0 && text !== 'Saving' ? 'font-semibold' : 'text-quiet'}`}>
      {text}
    </span>
  )
}

/** Silent says over every room that the server does not answer, and what that means. */
export function Silent() {
  const gone = useSignal(since)
  if (gone === undefined) return null
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b-2 border-ink bg-raised px-4 py-1.5">
      <p>
        <strong className="font-semibold">The server does not answer</strong> since {gone.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}. What you see stays, and can be read. What you change is kept here and saved when it is back.
      </p>
      <Button onClick={() => void ask()}>Try now</Button>
    </div>
  )
}
