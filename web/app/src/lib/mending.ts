import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'

import type { Edited, Saved } from '../api/client'
import { mendRound } from '../api/scene'

/** mendAll lets the rules mend a lesson round by round until nothing is left or helps. */
export async function mendAll(saved: Pick<Saved, 'id' | 'revision'>, accept: boolean, signal: AbortSignal, told: (round: number, after?: Edited) => void) {
  let at = saved
  for (let n = 1; ; n++) {
    told(n)
    const m = await mendRound(at, n, accept, signal)
    if (!m.edited) return
    at = m.edited
    told(n, m.edited)
  }
}

/** useMendAll mends a lesson that is open; every round can be undone. */
export function useMendAll(saved: Saved, took: (after: Edited) => void) {
  const client = useQueryClient()
  const [round, setRound] = useState<number>()
  const control = useRef<AbortController>(undefined)
  return {
    round,
    stop: () => control.current?.abort(),
    start: (say: (text: string) => void) => {
      const abort = new AbortController()
      control.current = abort
      let mended = 0
      void mendAll(saved, false, abort.signal, (n, after) => {
        setRound(n)
        if (!after) return
        mended++
        took(after)
        client.setQueryData(['lesson', saved.id], after)
      })
        .then(() => say(mended === 0 ? 'Nothing was mended: what is open is a choice.' : `Mended in ${mended} ${mended === 1 ? 'round' : 'rounds'}; each can be undone.`))
        .catch((error: unknown) => say(abort.signal.aborted ? 'Stopped mending; what was mended can be undone.' : `Mending stopped. ${error instanceof Error ? error.message : ''}`))
        .finally(() => setRound(undefined))
    },
  }
}
