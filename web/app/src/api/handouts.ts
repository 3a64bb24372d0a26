import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'

import { useStudio } from '../lib/studio'
import { api, unwrap, type OnDay, type Order, type Printed } from './client'
import { Stopped, the, work } from './jobs'

/** useHandouts are the kinds of handouts, in the order of the class pack. */
export const useHandouts = () => useQuery({ queryKey: ['handouts'], queryFn: () => unwrap(api.GET('/api/handouts')), staleTime: Infinity })

/** What is known of handouts that were asked for: how far they are, what was made, or why not. */
interface Asked {
  going?: string
  made?: Printed
  problem?: string
}

export type Printing = ReturnType<typeof usePrinting>

/** usePrinting makes handouts of a class as it stands. What was made of an earlier state is not offered. */
export function usePrinting(day: OnDay) {
  const studio = useStudio()
  const [known, setKnown] = useState<Record<string, Asked>>({})
  const controls = useRef(new Map<string, AbortController>())
  useEffect(() => {
    const all = controls.current
    return () => all.forEach((c) => c.abort()) // who has gone does not wait for it
  }, [])
  const key = (order: Order) => `${day.id} ${day.version} ${JSON.stringify(order)}`
  const start = (order: Order) => {
    const name = key(order)
    const abort = new AbortController()
    controls.current.set(name, abort)
    const now = (p: Asked) => setKnown((before) => ({ ...before, [name]: p }))
    now({ going: 'waiting for its turn' })
    work(studio, { kind: 'print', lesson: day.lesson, from: day.revision, class: day.id, print: order }, abort.signal, (said) => said && now({ going: said }))
      .then((came) => now({ made: the(came.printed) }))
      .catch((error: unknown) => now(error instanceof Stopped ? {} : { problem: error instanceof Error ? error.message : String(error) }))
      .finally(() => controls.current.delete(name))
  }
  return {
    of: (order: Order): Asked | undefined => known[key(order)],
    start,
    stop: (order: Order) => controls.current.get(key(order))?.abort(),
  }
}
