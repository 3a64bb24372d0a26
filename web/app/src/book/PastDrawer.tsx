import { useState } from 'react'

import { useDifferences, useRevisions } from '../api/book'
import { Choose } from '../ui/Choose'
import type { BookProps } from './props'

/** PastDrawer lists what was done to the lesson and compares two revisions step by step. */
export function PastDrawer({ saved }: BookProps) {
  const revisions = useRevisions(saved.id, saved.revision)
  const [from, setFrom] = useState(Math.max(1, saved.revision - 1))
  const [to, setTo] = useState<number>()
  const until = to ?? saved.revision
  const differences = useDifferences(saved.id, from, until)
  const pick = (label: string, value: number, set: (n: number) => void) => (
    <Choose label={label} value={value} set={(to) => set(Number(to))} className="max-w-60">
      {revisions.data?.map((r) => (
        <option key={r.number} value={r.number}>
          {r.number}: {r.said}
        </option>
      ))}
    </Choose>
  )
  return (
    <div>
      <p className="flex flex-wrap items-center gap-2">
        From {pick('From revision', from, setFrom)} to {pick('To revision', until, setTo)}
      </p>
      {differences.error && <p role="alert">{differences.error.message}</p>}
      {from === until && <p className="mt-2 text-quiet">{saved.revision === 1 ? 'It was not changed yet.' : 'Choose two revisions to see what differs.'}</p>}
      {differences.data?.length === 0 && <p className="mt-2">They are the same.</p>}
      <ul className="mt-2" aria-label="Differences">
        {differences.data?.map((d) => (
          <li key={`${d.part} ${d.kind} ${d.id} ${d.says}`} className="grid grid-cols-[4.5rem_4.5rem_1fr] gap-2 border-t border-line py-0.5">
            <span className="text-quiet">{d.part}</span>
            <span className="text-quiet">{d.kind}</span>
            <span>{d.says}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
