import { Button } from '../ui/controls'
import { DrawerSet } from '../ui/Drawers'
import { BringDrawer } from './BringDrawer'
import { CupboardDrawer } from './CupboardDrawer'
import { MethodDrawer } from './MethodDrawer'
import { PastDrawer } from './PastDrawer'
import { RunsDrawer } from './RunsDrawer'
import { TimeDrawer } from './TimeDrawer'
import { ToolsDrawer } from './ToolsDrawer'
import type { BookProps } from './props'

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
