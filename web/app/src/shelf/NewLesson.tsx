import { Dialog } from 'radix-ui'
import { lazy, Suspense, useState } from 'react'

import { Button } from '../ui/controls'

const Form = lazy(() => import('./NewLessonForm').then((m) => ({ default: m.NewLessonForm })))

/** NewLesson begins a lesson from a kind of scene, a size and a house method. */
export function NewLesson({ studio, name = 'New lesson' }: { studio: string | undefined; name?: string }) {
  const [open, setOpen] = useState(false)
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button disabled={!studio}>{name}</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 max-h-[94dvh] w-[56rem] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-strong bg-raised p-5 shadow-lg">
          <Dialog.Title className="font-serif text-lg">A new lesson</Dialog.Title>
          <Dialog.Description className="text-quiet">
            Choose what it is of. You get planes, zones, mixtures by the depth ladder, and steps from back to front, mended until the rules find nothing; then change what you like.
          </Dialog.Description>
          {studio && (
            <Suspense fallback={<p className="mt-4 text-quiet">Fetching the kinds of scene.</p>}>
              <Form studio={studio} close={() => setOpen(false)} />
            </Suspense>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

