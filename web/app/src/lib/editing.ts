import { useCallback, useEffect, useEffectEvent, useState } from 'react'

import type { Edited, Saved } from '../api/client'
import { useElsewhere } from '../api/queries'
import { deskOf, type Making } from './desk'
import { useSignal } from './signal'
import { useStudio } from './studio'

/**
 * useEditing changes a lesson by edits: one after the other, each kept until it is saved and
 * remembered so that it can be taken back, and refused ones told. What somebody else changed
 * meanwhile stays.
 */
export function useEditing(id: string, done?: (before: Saved, after: Edited) => void) {
  const desk = deskOf(useStudio(), id)
  const saving = useSignal(desk.saving)
  const [elsewhere, setElsewhere] = useState<string>()
  const tell = useEffectEvent((before: Saved, after: Edited) => {
    setElsewhere(after.beside.length > 0 ? `Somebody else changed this lesson too: ${after.beside.join('; ')}. Both changes are kept.` : undefined)
    done?.(before, after)
  })
  useEffect(() => desk.listen((before, after) => tell(before, after)), [desk])
  useElsewhere(id, (said) => {
    desk.say(undefined)
    setElsewhere(`Changed in another place: ${said ?? 'more than one thing'}. This is the newest.`)
  })
  const apply = useCallback((making: Making) => desk.apply(making), [desk])
  const say = useCallback((problem: string | undefined) => desk.say(problem), [desk])
  /** took remembers an edit that a job made. */
  const took = useCallback((after: Edited) => desk.took(after.undo, after.said), [desk])
  return {
    desk,
    saving,
    apply,
    took,
    say,
    busy: saving.waits > 0 && saving.why === 'sending',
    problem: saving.problem,
    /** What was done in another place while the lesson is open here, in words. */
    elsewhere,
    canUndo: saving.undo,
    canRedo: saving.redo,
    undo: () => desk.undo(),
    redo: () => desk.redo(),
  }
}
