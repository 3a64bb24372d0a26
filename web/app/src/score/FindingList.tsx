import { Popover } from 'radix-ui'
import { useState } from 'react'

import type { Rehearsal } from '../api/queries'
import { Button } from '../ui/controls'
import { FindingMark } from './Findings'

interface Props {
  rehearsed: Rehearsal | undefined
  checking: boolean
  choose: (step: string | undefined) => void
}

/** FindingList counts what is open and leads to each place. */
export function FindingList({ rehearsed, checking, choose }: Props) {
  const [open, setOpen] = useState(false)
  const findings = rehearsed?.findings ?? []
  const count = findings.filter((f) => f.accepted === '').length
  const words = !rehearsed ? 'Checking' : count === 0 ? 'No open findings' : `${count} ${count === 1 ? 'finding' : 'findings'}`
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button aria-live="polite" className={`whitespace-nowrap ${checking ? 'border-dashed text-quiet' : ''}`} disabled={findings.length === 0} data-checking={checking}>
          {words}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content aria-label="Findings" sideOffset={4} align="start" className="z-40 max-h-[70vh] w-[30rem] overflow-y-auto border border-strong bg-raised p-1 shadow-lg">
          <ul>
            {findings.map((f) => (
              <li key={f.rule + f.where}>
                <Button
                  className="flex w-full items-start gap-2 border-transparent text-left"
                  onClick={() => {
                    setOpen(false)
                    choose(f.steps[0])
                  }}
                >
                  <span className="pt-0.5">
                    <FindingMark finding={f} />
                  </span>
                  <span>
                    <strong className="font-semibold">{f.title}</strong>
                    <span className="block text-quiet">{f.says}</span>
                  </span>
                </Button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
