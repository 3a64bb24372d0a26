import { DropdownMenu } from 'radix-ui'

import type { Place } from '../api/client'
import { Button } from '../ui/controls'

/** CardMenu is what is seldom done with a lesson on the shelf: each can be taken back. It is fetched when it is opened. */
export function CardMenu({ title, busy, put }: { title: string; busy: boolean; put: (to: Place) => void }) {
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>
        <Button aria-label={`More for ${title}`} disabled={busy}>
          More
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={2} className="z-40 rounded-sm border border-strong bg-raised py-1 shadow-md">
          {(
            [
              ['away', 'Put it away'],
              ['template', 'Keep it as a beginning for new lessons'],
              ['deleted', 'Throw it out'],
            ] as const
          ).map(([to, name]) => (
            <DropdownMenu.Item key={to} onSelect={() => put(to)} className="cursor-pointer px-3 py-1 outline-none data-highlighted:bg-chosen">
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
