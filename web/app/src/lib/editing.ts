import { useCallback, useRef, useState } from 'react'

import { Refusal, type Edit, type Edited, type Saved } from '../api/client'
import { useEdit } from '../api/queries'
import { useHistory, type Origin } from './history'

/**
 * useEditing changes a lesson by edits: one at a time, each remembered so that it can be
 * taken back, and refused ones told.
 */
export function useEditing(id: string, done?: (before: Saved, after: Edited) => void) {
  const history = useHistory(id)
  const origin = useRef<Origin>('new')
  const [problem, setProblem] = useState<string>()
  const [stale, setStale] = useState<Refusal>()
  const editing = useEdit(id, (before, after) => {
    history.record(origin.current, { edit: after.undo, said: after.said, revision: after.revision })
    setProblem(undefined)
    done?.(before, after)
  })
  const { mutate, isPending } = editing
  const apply = useCallback(
    (edit: Edit, from: Origin = 'new') => {
      if (isPending) return
      origin.current = from
      mutate(edit, {
        onError: (error) => {
          if (error instanceof Refusal && error.status === 409) setStale(error)
          else setProblem(error.message)
        },
      })
    },
    [mutate, isPending],
  )
  const { undo, redo, forget, record } = history
  /** took remembers an edit that was made elsewhere. */
  const took = useCallback((after: Edited) => record('new', { edit: after.undo, said: after.said, revision: after.revision }), [record])
  return {
    apply,
    took,
    busy: isPending,
    problem,
    say: setProblem,
    stale,
    canUndo: undo,
    canRedo: redo,
    undo: () => undo && apply(undo.edit, 'undo'),
    redo: () => redo && apply(redo.edit, 'redo'),
    /** What this tab remembers was made from another lesson: forget it. */
    forget: () => {
      forget()
      setStale(undefined)
    },
  }
}
