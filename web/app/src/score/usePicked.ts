import { useCallback, useMemo, useState } from 'react'

import type { Step } from '../api/client'

/** Picked are the steps that are to be changed together, in the order of the script. */
export interface Picked {
  ids: string[]
  toggle: (id: string) => void
  add: (...ids: string[]) => void
  clear: () => void
}

/** usePicked keeps which steps are picked; those that go are no longer. */
export function usePicked(steps: Step[]): Picked {
  const [set, setSet] = useState<ReadonlySet<string>>(new Set())
  const ids = useMemo(() => steps.map((s) => s.id).filter((id) => set.has(id)), [steps, set])
  const add = useCallback((...more: string[]) => setSet((now) => new Set([...now, ...more])), [])
  const clear = useCallback(() => setSet(new Set()), [])
  const toggle = useCallback(
    (id: string) =>
      setSet((now) => {
        const next = new Set(now)
        if (!next.delete(id)) next.add(id)
        return next
      }),
    [],
  )
  return useMemo(() => ({ ids, toggle, add, clear }), [ids, toggle, add, clear])
}
