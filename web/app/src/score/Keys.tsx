import { Dialog } from 'radix-ui'

import type { Vocabulary } from '../api/client'
import { Button } from '../ui/controls'
import { viewKeys, type View } from './views'

/** Keys is what the keyboard can do in the Score. */
export interface Keys {
  nextStep: () => unknown
  previousStep: () => unknown
  earlier: () => unknown
  later: () => unknown
  longer: () => unknown
  shorter: () => unknown
  pick: () => unknown
  pickOn: (by: 1 | -1) => unknown
  newStep: () => unknown
  book: () => unknown
  duplicate: () => unknown
  remove: () => unknown
  close: () => unknown
  play: () => unknown
  forward: () => unknown
  backward: () => unknown
  undo: () => unknown
  redo: () => unknown
  help: () => unknown
  palette: () => unknown
  room: () => unknown
  view: (view: View) => unknown
}

const list = (vocabulary: Vocabulary | undefined): [string, string][] => [
  ['↓ ↑', 'next and previous step'],
  ['Alt ↓ ↑', 'move the step later and earlier'],
  ['+ −', 'half a minute more and less'],
  ['N', 'a new step after this one'],
  ['D, Delete', 'duplicate the step, take it out'],
  ['X, Shift ↓ ↑', 'pick steps to change together'],
  ['A', 'all of the script: time, tools, method, past'],
  ['→ ←', 'playhead on and back'],
  ['Space', 'play'],
  ...(vocabulary?.views ?? []).map((v): [string, string] => [(viewKeys[v.id] ?? '').toUpperCase(), `view: ${v.name.toLowerCase()}`]),
  ['Ctrl Z, Ctrl Shift Z', 'undo and redo'],
  ['Ctrl K', 'find what to do, or a step'],
  ['1 2 3 4', 'Score, Scene, Bench, Checks'],
  ['L', 'light or dark room'],
  ['Esc', 'close the step'],
]

export function KeysDialog({ open, setOpen, vocabulary }: { open: boolean; setOpen: (open: boolean) => void; vocabulary: Vocabulary | undefined }) {
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content aria-describedby={undefined} className="fixed top-1/2 left-1/2 w-[34rem] -translate-x-1/2 -translate-y-1/2 border border-strong bg-raised p-5 shadow-lg">
          <Dialog.Title className="font-serif text-lg">Keys</Dialog.Title>
          <dl className="mt-3 grid grid-cols-[auto_1fr_auto_1fr] gap-x-4 gap-y-1">
            {list(vocabulary).map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button className="mt-4">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
