import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'

/** SheetList lists sheets at the left, of which one is shown; what is said of each stands beside its name. */
export function SheetList({ label, sheets }: { label: string; sheets: readonly { id: string; name: string; beside?: ReactNode }[] }) {
  return (
    <Tabs.List aria-label={label} className="flex flex-wrap gap-0.5 md:flex-col">
      {sheets.map((s) => (
        <Tabs.Trigger
          key={s.id}
          value={s.id}
          className="flex min-h-7 items-center justify-between gap-2 rounded-sm px-2 py-0.5 text-left text-quiet hover:text-ink data-[state=active]:bg-chosen data-[state=active]:font-semibold data-[state=active]:text-ink"
        >
          {s.name}
          {s.beside !== undefined && <span className="font-normal">{s.beside}</span>}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  )
}
