import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'

import { Refusal } from '../api/client'
import { chance } from './chance'

/** What is kept as one piece: a class, a cupboard, habits, canvases. */
interface Keep<T> {
  /** Changes of one name are kept one after the other. */
  name: string
  /** What is there now, with what was kept last. */
  now: () => T | undefined
  keep: (next: T, once: Once) => Promise<unknown>
  /** Called when a change was not kept: asks what is there. */
  lost: () => unknown
}

/** Once is what a write is sent with, so that the server knows it again when its reply was lost; several writes of one change are told apart by a word. */
export type Once = (which?: string) => { 'Idempotency-Key': string }

type Way = 'new' | 'back' | 'again'

/** What is done in its turn, and which way it goes. */
interface Deed {
  way: Way
  act: (once: Once) => Promise<unknown>
  key: string
}

/**
 * useKept changes what is kept as one piece, one change after the other, each made of what is
 * there when its turn comes; and takes back those that were kept. While the server is silent a
 * change waits, and is sent when it is back.
 */
export function useKept<T>({ name, now, keep, lost }: Keep<T>) {
  const [past, setPast] = useState<T[]>([])
  const [future, setFuture] = useState<T[]>([])
  const kept = useMutation({
    scope: { id: name },
    retry: (_: number, error: Error) => error instanceof Refusal && error.passes,
    retryDelay: 1500,
    mutationFn: async ({ act, key }: Deed) => {
      const was = now()
      if (was === undefined) throw new Error('It is not here yet.')
      await act((which = '') => ({ 'Idempotency-Key': key + which }))
      return was
    },
    onSuccess: (was, { way }) => {
      setPast((list) => (way === 'back' ? list.slice(0, -1) : [...list, was]))
      setFuture((list) => (way === 'new' ? [] : way === 'back' ? [...list, was] : list.slice(0, -1)))
    },
    onError: lost,
  })
  const to = (next: T | undefined) => async (once: Once) => {
    if (next !== undefined) await keep(next, once)
  }
  const begin = (way: Way, act: Deed['act']) => kept.mutate({ way, act, key: chance(12) })
  const step = (way: Way, next: T | undefined) => () => {
    if (next !== undefined && !kept.isPending) begin(way, to(next))
  }
  return {
    change: (change: (was: T) => T) =>
      begin('new', (once) => {
        const was = now()
        return to(was === undefined ? undefined : change(was))(once)
      }),
    /** take keeps by another way than as a whole; it is taken back as all else. */
    take: (act: Deed['act']) => begin('new', act),
    undo: step('back', past.at(-1)),
    redo: step('again', future.at(-1)),
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    busy: kept.isPending,
    problem: kept.error?.message,
  }
}

/** backOf says of what is kept what can be taken back, for the bar. */
export function backOf({ undo, redo, canUndo, canRedo }: Pick<ReturnType<typeof useKept>, 'undo' | 'redo' | 'canUndo' | 'canRedo'>, of: string) {
  return { undo, redo, last: canUndo ? `the last change of ${of}` : undefined, next: canRedo ? 'the change that was taken back' : undefined }
}
