import { Dialog } from 'radix-ui'
import { lazy, Suspense } from 'react'

import type { RoomOf } from './Bar'
import { Button } from './controls'

/** A KeyList says which keys do what. */
export type KeyList = readonly (readonly [keys: string, what: string])[]

const Page = lazy(() => import('../handbook/Page').then((m) => ({ default: m.Page })))

interface Props {
  open: boolean
  setOpen: (open: boolean) => void
  /** The room that one is in. */
  at: string
  rooms: RoomOf[]
  back: boolean
  keys: KeyList
}

/** Help is the page of the handbook for the room that one is in, and its keys. */
export function Help({ open, setOpen, at, rooms, back, keys }: Props) {
  const all: KeyList = [
    ...keys,
    ...(back ? ([['Ctrl Z, Ctrl Shift Z', 'take back, do again']] as const) : []),
    ...rooms.map((r) => [r.key, r.name] as const),
    ['0', 'light or dark room'],
    ['?', 'this page'],
    ['Tab, Enter, Esc', 'go on, do it, leave it'],
  ]
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content aria-describedby={undefined} className="fixed inset-y-0 right-0 z-40 flex w-[34rem] max-w-full flex-col border-l border-strong bg-raised shadow-lg">
          <div className="flex items-center gap-3 border-b border-line px-5 py-2">
            <Dialog.Title className="font-serif text-lg">Help: {at}</Dialog.Title>
            <Dialog.Close asChild>
              <Button className="ml-auto">Close</Button>
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-3" tabIndex={0} role="region" aria-label="Handbook">
            <Suspense fallback={<p className="text-quiet">Opening the handbook.</p>}>{open && <Page start={at} />}</Suspense>
            <section aria-label="Keys" className="mt-4 border-t border-line pt-3">
              <h2 className="font-serif text-base">Keys in {at}</h2>
              <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
                {all.map(([key, what]) => (
                  <div key={`${key} ${what}`} className="contents">
                    <dt className="font-semibold whitespace-nowrap">{key}</dt>
                    <dd>{what}</dd>
                  </div>
                ))}
              </dl>
            </section>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
