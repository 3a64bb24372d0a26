import { useCallback, useRef, useState } from 'react'

import type { Edit } from '../api/client'

interface Entry {
  edit: Edit // what takes the change back
  said: string
  revision: number // what the change made
}

interface Past {
  undo: Entry[]
  redo: Entry[]
}

const most = 200

function load(key: string): Past {
  try {
    return JSON.parse(sessionStorage.getItem(key) ?? '') as Past
  } catch {
    return { undo: [], redo: [] }
  }
}

/** Where an edit comes from decides which way its reverse goes. */
export type Origin = 'new' | 'undo' | 'redo'

/**
 * useHistory remembers the reverse of every edit for as long as the tab lives,
 * also across a reload.
 */
export function useHistory(id: string) {
  const key = `history ${id}`
  const [past, setPast] = useState(() => load(key))
  const latest = useRef(past) // at once, for edits that wait for their turn
  const change = useCallback(
    (next: (past: Past) => Past) => {
      latest.current = next(latest.current)
      sessionStorage.setItem(key, JSON.stringify(latest.current))
      setPast(latest.current)
    },
    [key],
  )
  const record = useCallback(
    (origin: Origin, entry: Entry) =>
      change((old) => {
        switch (origin) {
          case 'new':
            return { undo: [...old.undo, entry].slice(-most), redo: [] }
          case 'undo':
            return { undo: old.undo.slice(0, -1), redo: [...old.redo, entry] }
          case 'redo':
            return { undo: [...old.undo, entry], redo: old.redo.slice(0, -1) }
        }
      }),
    [change],
  )
  const forget = useCallback(() => change(() => ({ undo: [], redo: [] })), [change])
  const newest = useCallback(() => ({ undo: latest.current.undo.at(-1), redo: latest.current.redo.at(-1) }), [])
  return { undo: past.undo.at(-1), redo: past.redo.at(-1), newest, record, forget }
}
