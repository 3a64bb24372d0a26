import { Tabs } from 'radix-ui'

import type { Edit, Saved, Tube, Wanted } from '../api/client'
import type { Target } from './Bench'
import { ChangePile } from './ChangePile'
import { Palette } from './Palette'
import { Reach } from './Reach'
import { Scales } from './Scales'
import { TubeCard } from './TubeCard'

export interface DrawerProps {
  saved: Saved
  paints: Tube[]
  target: Target
  wanted: Wanted
  tubes: string[]
  setTubes: (keys: string[]) => void
  aim: (target: Target) => void
  apply: (edit: Edit) => void
  busy: boolean
}

const drawers = [
  { id: 'tubes', name: 'Tubes', holds: Palette },
  { id: 'scales', name: 'Scales', holds: Scales },
  { id: 'reach', name: 'Reach', holds: Reach },
  { id: 'pile', name: 'A pile', holds: ChangePile },
  { id: 'tube', name: 'One tube', holds: TubeCard },
]

/** Drawers hold what lies beside the recipes, one open at a time. */
export function Drawers(props: DrawerProps) {
  return (
    <Tabs.Root defaultValue="tubes" className="flex min-h-0 flex-col bg-sheet">
      <Tabs.List aria-label="Drawers" className="flex border-b border-line px-3 pt-2">
        {drawers.map((d) => (
          <Tabs.Trigger
            key={d.id}
            value={d.id}
            className="-mb-px min-h-8 border-b-2 border-transparent px-2 text-quiet hover:text-ink data-[state=active]:border-ink data-[state=active]:text-ink"
          >
            {d.name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {drawers.map(({ id, holds: Holds }) => (
        <Tabs.Content key={id} value={id} className="min-h-0 flex-1 overflow-y-auto p-4">
          <Holds {...props} />
        </Tabs.Content>
      ))}
    </Tabs.Root>
  )
}
