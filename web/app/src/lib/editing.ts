import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useState } from 'react'

import { Refusal, type Edit, type Edited, type Lesson, type Saved } from '../api/client'
import { useEdit, useElsewhere } from '../api/queries'
import { useHistory, type Origin } from './history'
import { rebase, type Making } from './rebase'

interface Doing {
  origin: Origin
  make: (lesson: Lesson) => Edit | undefined
}

/**
 * useEditing changes a lesson by edits: one after the other, each remembered so that it can
 * be taken back, and refused ones told. An edit that comes while another is being saved
 * waits for its turn and is made to fit what the lesson is by then.
 */
export function useEditing(id: string, done?: (before: Saved, after: Edited) => void) {
  const history = useHistory(id)
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  const [elsewhere, setElsewhere] = useState<string>()
  const [stale, setStale] = useState<Refusal>()
  const editing = useEdit<Doing>(id, ({ origin }, before, after) => {
    history.record(origin, { edit: after.undo, said: after.said, revision: after.revision })
    setProblem(undefined)
    setElsewhere(undefined)
    done?.(before, after)
  })
  const { mutateAsync: send, isPending } = editing
  const apply = useCallback(
    (making: Making, origin: Origin = 'new') => {
      const made = client.getQueryData<Saved>(['lesson', id])?.lesson
      const make = typeof making === 'function' ? making : (now: Lesson) => rebase(making, made ?? now, now)
      send({ origin, make }).catch((error: unknown) => {
        if (error instanceof Refusal && error.status === 409) setStale(error)
        else setProblem(error instanceof Error ? error.message : String(error))
      })
    },
    [send, client, id],
  )
  const { undo, redo, newest, forget, record } = history
  useElsewhere(id, (said) => {
    forget() // what it would take back was made from another lesson
    setProblem(undefined)
    setElsewhere(`Changed in another place: ${said ?? 'more than one thing'}. This is the newest.`)
  })
  /** took remembers an edit that was made elsewhere. */
  const took = useCallback((after: Edited) => record('new', { edit: after.undo, said: after.said, revision: after.revision }), [record])
  return {
    apply,
    took,
    busy: isPending,
    problem,
    /** What was done in another place while the lesson is open here, in words. */
    elsewhere,
    say: setProblem,
    stale,
    canUndo: undo,
    canRedo: redo,
    undo: () => apply(() => newest().undo?.edit, 'undo'),
    redo: () => apply(() => newest().redo?.edit, 'redo'),
    /** What this tab remembers was made from another lesson: forget it. */
    forget: () => {
      forget()
      setStale(undefined)
    },
  }
}
