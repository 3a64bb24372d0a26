import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'

import { api, unwrap, type Edited, type Saved } from '../api/client'
import { Stopped, work } from '../api/jobs'
import { changes } from './own'

/**
 * mendAll lets the rules mend a lesson until nothing is left or helps. What comes of it is one
 * edit; undefined when there was nothing to mend.
 */
export async function mendAll(saved: Pick<Saved, 'studio' | 'id' | 'revision'>, accept: boolean, signal: AbortSignal, told: (said: string) => void): Promise<Edited | undefined> {
  const came = await work(saved.studio, { kind: 'mend', lesson: saved.id, from: saved.revision, ...(accept ? { accept } : {}) }, signal, told)
  if (!came.mended?.undo) return undefined
  const now = await unwrap(api.GET('/api/studios/{studio}/lessons/{id}', { params: { path: { studio: saved.studio, id: saved.id } } }))
  return { ...now, undo: { from: now.revision, edit: came.mended.undo }, said: came.mended.said, beside: [] }
}

/** useMendAll mends a lesson that is open; it can be undone. */
export function useMendAll(saved: Saved, took: (after: Edited) => void) {
  const client = useQueryClient()
  const [going, setGoing] = useState<string>()
  const control = useRef<AbortController>(undefined)
  return {
    /** How far it is, in words; undefined when nothing is mended. */
    going,
    stop: () => control.current?.abort(),
    start: (say: (text: string) => void) => {
      const abort = new AbortController()
      control.current = abort
      setGoing('waiting for its turn')
      const mended = mendAll(saved, false, abort.signal, (said) => said && setGoing(said)).then((after) => {
        if (after) {
          took(after)
          client.setQueryData(['lesson', saved.id], after)
        }
        return after
      })
      changes(saved.id, mended)
        .then((after) => {
          say(after ? `Saved: ${after.said}; it can be undone.` : 'Nothing was mended: what is open is a choice.')
        })
        .catch((error: unknown) => say(error instanceof Stopped ? 'Stopped mending; nothing was changed.' : `Mending stopped. ${error instanceof Error ? error.message : ''}`))
        .finally(() => setGoing(undefined))
    },
  }
}
