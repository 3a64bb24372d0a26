import { AlertDialog } from 'radix-ui'

import type { useEditing } from '../lib/editing'
import { Button } from './controls'

/** ClashDialog shows what two people changed in two ways, and lets one choose; nothing is saved until then. */
export function ClashDialog({ editing }: { editing: ReturnType<typeof useEditing> }) {
  const { clash } = editing.saving
  return (
    <AlertDialog.Root open={clash !== undefined}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 bg-black/40" />
        <AlertDialog.Content className="fixed top-1/2 left-1/2 max-h-[90vh] w-[36rem] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-strong bg-raised p-5 shadow-lg">
          <AlertDialog.Title className="font-serif text-lg">Two changed the same</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">Somebody else changed this while you did. Neither is lost: choose which one the lesson has. All else that either of you changed is kept.</AlertDialog.Description>
          <table className="mt-3 w-full">
            <thead>
              <tr className="text-left text-quiet">
                <th scope="col" className="pr-3 font-normal">What</th>
                <th scope="col" className="pr-3 font-normal">Yours</th>
                <th scope="col" className="font-normal">Theirs, saved already</th>
              </tr>
            </thead>
            <tbody>
              {(clash?.problem.errors ?? []).map((e, i) => (
                <tr key={`${e.location} ${i}`} className="border-t border-line align-top">
                  <th scope="row" className="py-1 pr-3 text-left font-normal break-words">
                    {e.location}
                  </th>
                  <td className="py-1 pr-3 break-words">{typeof e.value === 'string' ? e.value : ''}</td>
                  <td className="py-1 break-words">{e.message?.replace(/^there: /, '')}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-4 flex flex-wrap justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button onClick={() => editing.desk.settle(false)}>Keep theirs</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button onClick={() => editing.desk.settle(true)}>Put mine over it</Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
