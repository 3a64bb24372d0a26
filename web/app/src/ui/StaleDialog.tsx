import { AlertDialog } from 'radix-ui'

import type { Refusal } from '../api/client'
import { Button } from './controls'

/** StaleDialog says that the lesson was changed elsewhere, and what was changed. */
export function StaleDialog({ refusal, load }: { refusal: Refusal | undefined; load: () => void }) {
  return (
    <AlertDialog.Root open={refusal !== undefined}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 bg-black/40" />
        <AlertDialog.Content className="fixed top-1/2 left-1/2 w-[30rem] -translate-x-1/2 -translate-y-1/2 border border-strong bg-raised p-5 shadow-lg">
          <AlertDialog.Title className="font-serif text-lg">Changed elsewhere meanwhile</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">
            Your last change was not saved, because this lesson was changed in another place after you opened it. Nothing was overwritten. Since
            then:
          </AlertDialog.Description>
          <ul className="mt-2 max-h-60 list-disc overflow-y-auto pl-5">
            {(refusal?.problem.errors ?? []).map((e) => (
              <li key={e.location}>
                {e.location}: {e.message}
              </li>
            ))}
          </ul>
          <div className="mt-4 flex justify-end">
            <AlertDialog.Action asChild>
              <Button onClick={load}>Load the newest</Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
