import type { Edit, Saved, Vocabulary } from '../api/client'
import { Button } from '../ui/controls'
import { DrawerSet } from '../ui/Drawers'
import { BringDrawer } from './BringDrawer'
import { CupboardDrawer } from './CupboardDrawer'
import { MethodDrawer } from './MethodDrawer'
import { PastDrawer } from './PastDrawer'
import { RunsDrawer } from './RunsDrawer'
import { TimeDrawer } from './TimeDrawer'
import { ToolsDrawer } from './ToolsDrawer'

export interface BookProps {
  saved: Saved
  vocabulary: Vocabulary
  apply: (edit: Edit) => void
  /** Shows what an edit would do to the canvas. */
  tryOut: (edit: Edit, words: string) => void
  busy: boolean
  /** The place, counted from 0, before which something new comes. */
  at: number
}

/** Book holds what concerns the whole script: its time, tools, method, materials, taught sessions, past, and what may be brought in. */
export function Book({ close, ...props }: BookProps & { close: () => void }) {
  return (
    <section aria-label="The whole script" className="relative grid h-[22rem] shrink-0 border-t border-line">
      <DrawerSet
        drawers={[
          { id: 'time', name: 'Time', holds: <TimeDrawer {...props} /> },
          { id: 'tools', name: 'Tools', holds: <ToolsDrawer {...props} /> },
          { id: 'method', name: 'Method', holds: <MethodDrawer {...props} /> },
          { id: 'bring', name: 'Bring in', holds: <BringDrawer {...props} /> },
          { id: 'cupboard', name: 'Cupboard', holds: <CupboardDrawer {...props} /> },
          { id: 'runs', name: 'Sessions', holds: <RunsDrawer {...props} /> },
          { id: 'past', name: 'Revisions', holds: <PastDrawer {...props} /> },
        ]}
      />
      <Button onClick={close} className="absolute top-2 right-3">
        Close
      </Button>
    </section>
  )
}

/** Offer is an edit that may be tried and applied. */
export function Offer({ words, edit, apply, tryOut, busy }: { words: string; edit: Edit; apply: (edit: Edit) => void; tryOut: (edit: Edit, words: string) => void; busy: boolean }) {
  return (
    <span className="inline-flex shrink-0 gap-1">
      <Button onClick={() => tryOut(edit, words)} aria-label={`Try: ${words}`}>
        Try
      </Button>
      <Button disabled={busy} onClick={() => apply(edit)} aria-label={`Apply: ${words}`}>
        Apply
      </Button>
    </span>
  )
}
