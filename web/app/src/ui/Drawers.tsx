import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'

export interface Drawer {
  id: string
  name: string
  holds: ReactNode
  /** Whether it scrolls by itself inside. */
  still?: boolean
}

/** DrawerSet shows one of several panels at a time, chosen by its name. */
export function DrawerSet({ drawers }: { drawers: Drawer[] }) {
  return (
    <Tabs.Root defaultValue={drawers[0]?.id ?? ''} className="flex min-h-0 min-w-0 flex-col border-line bg-sheet wide:border-l">
      <Tabs.List aria-label="Drawers" className="flex flex-wrap border-b border-line px-3 pt-2">
        {drawers.map((d) => (
          <Tabs.Trigger
            key={d.id}
            value={d.id}
            className="min-h-8 border-b-2 border-transparent px-2 whitespace-nowrap text-quiet hover:text-ink data-[state=active]:border-ink data-[state=active]:text-ink"
          >
            {d.name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {drawers.map((d) => (
        <Tabs.Content key={d.id} value={d.id} className={`min-h-0 flex-1 p-4 ${d.still ? '' : 'wide:overflow-y-auto'}`}>
          {d.holds}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  )
}
