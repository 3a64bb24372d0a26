import { useEffect, useRef } from 'react'

import type { Term } from '../api/client'

/** HandUp asks what went wrong. */
export function HandUp({ troubles, choose, close }: { troubles: Term[]; choose: (trouble: string) => void; close: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => dialog.current?.showModal(), [])
  return (
    <dialog ref={dialog} aria-labelledby="hand-up" onClose={close} className="m-auto max-h-[90dvh] w-[min(30rem,94vw)] overflow-y-auto border border-strong bg-sheet p-4 text-ink backdrop:bg-desk/80">
      <h2 id="hand-up" className="mb-2 text-xl font-semibold">
        What happened?
      </h2>
      <ul className="flex flex-col gap-2">
        {troubles.map((t) => (
          <li key={t.id}>
            <button type="button" className="flex min-h-12 w-full flex-col items-start border border-strong bg-raised px-3 py-1 text-left" onClick={() => choose(t.id)}>
              <strong className="font-semibold first-letter:uppercase">{t.name}</strong>
              <span className="text-quiet">{t.meaning}</span>
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="mt-3 min-h-12 underline" onClick={close}>
        Never mind
      </button>
    </dialog>
  )
}
