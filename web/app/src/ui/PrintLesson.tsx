import { Popover } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'

import type { Order, Printed, Saved } from '../api/client'
import { useHabits } from '../api/habits'
import { useHandouts } from '../api/handouts'
import { Stopped, the, work } from '../api/jobs'
import { ofStudio } from '../lib/studio'
import { Button } from './controls'

interface State {
  going?: string
  made?: Printed
  problem?: string
}

/** PrintLesson makes pages of a lesson as it stands, on the paper of the studio. */
export function PrintLesson({ saved, kinds }: { saved: Saved; kinds: string[] }) {
  const names = useHandouts().data
  const habits = useHabits().data
  const [state, setState] = useState<Record<string, State>>({})
  const controls = useRef(new Map<string, AbortController>())
  useEffect(() => {
    const all = controls.current
    return () => all.forEach((c) => c.abort())
  }, [])
  const keyOf = (kind: string) => `${kind} ${saved.hash}`
  const start = (kind: string) => {
    const key = keyOf(kind)
    const put = (s: State) => setState((now) => ({ ...now, [key]: s }))
    const abort = new AbortController()
    controls.current.set(key, abort)
    put({ going: 'Waiting for its turn' })
    const print: Order = { paper: habits?.paper ?? 'a4', units: habits?.units ?? 'metric', kinds: [kind] }
    work(saved.studio, { kind: 'print', lesson: saved.id, from: saved.revision, print }, abort.signal, (said) => said && put({ going: said }))
      .then((came) => put({ made: the(came.printed) }))
      .catch((error: unknown) => put(error instanceof Stopped ? {} : { problem: error instanceof Error ? error.message : String(error) }))
  }
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button>Print</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content aria-label="Print" sideOffset={4} align="end" className="z-40 w-80 max-w-[94vw] border border-strong bg-raised p-3 shadow-lg">
          <ul className="flex flex-col gap-2">
            {kinds.map((kind) => {
              const s = state[keyOf(kind)] ?? {}
              const term = names?.find((n) => n.id === kind)
              const address = s.made && ofStudio(saved.studio, `lessons/${saved.id}/handouts/${s.made.made}`)
              return (
                <li key={kind} className="flex flex-wrap items-center gap-2">
                  <span className="min-w-0 flex-1">
                    <strong className="font-semibold">{term?.name ?? kind}</strong>
                    <span className="block text-quiet">{term?.meaning}</span>
                  </span>
                  {s.going !== undefined ? (
                    <>
                      <span role="status">{s.going}</span>
                      <Button onClick={() => controls.current.get(keyOf(kind))?.abort()}>Stop</Button>
                    </>
                  ) : s.made ? (
                    <>
                      <a className="underline underline-offset-2" target="_blank" rel="noreferrer" href={address}>
                        Open, {s.made.pages === 1 ? 'one page' : `${s.made.pages} pages`}
                      </a>
                      <a className="underline underline-offset-2" href={address} download={s.made.name}>
                        Save
                      </a>
                    </>
                  ) : (
                    <Button aria-label={`Print: ${term?.name ?? kind}`} onClick={() => start(kind)}>
                      Make the pages
                    </Button>
                  )}
                  {s.problem && <span role="alert">{s.problem}</span>}
                </li>
              )
            })}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
