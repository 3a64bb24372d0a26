import { useRef, useState } from 'react'

import { newStep } from '../api/book'
import type { Lesson, Saved, StepWish } from '../api/client'
import type { Desk } from '../lib/desk'

/** Spot is where a new step goes: behind a step, wherever that stands by then. */
interface Spot {
  behind: string | undefined
  /** It is the step that was written last, which is still on its way into the script. */
  last?: boolean
  /** The place, where there is no such step. */
  at: number
}

interface Writing {
  saved: Saved
  selected: string | undefined
  desk: Desk
  choose: (step: string) => void
}

const placeOf = (lesson: Lesson, behind: string | undefined, at: number): number => {
  const i = lesson.steps.findIndex((s) => s.id === behind)
  return i < 0 ? Math.min(at, lesson.steps.length) : i + 1
}

/**
 * useWriting writes new steps into the script, one after the other as they were typed: nobody
 * has to wait until one has arrived to write the next behind it.
 */
export function useWriting({ saved, selected, desk, choose }: Writing) {
  const [spot, setSpot] = useState<Spot>() // of the row that is open
  const [coming, setComing] = useState<{ at: number; step?: string }>() // what was written last
  const turn = useRef<Promise<string | undefined>>(Promise.resolve(undefined))
  const { steps } = saved.lesson

  /** next is the spot behind what is chosen. */
  const next = (): Spot => {
    const index = steps.findIndex((s) => s.id === selected)
    if (coming && (coming.step === undefined || (coming.step === selected && index < 0))) return { behind: undefined, last: true, at: coming.at + 1 }
    return index < 0 ? { behind: undefined, at: steps.length } : { behind: selected, at: index + 1 }
  }

  const write = async (wish: Omit<StepWish, 'at'>) => {
    const { behind, last, at } = spot ?? next()
    const before = turn.current
    setComing({ at: placeOf(saved.lesson, behind, at) })
    turn.current = (async () => {
      const written = await before
      await desk.rest()
      const now = desk.saved() ?? saved
      const { step, edit } = await newStep(now.studio, now.hash, { ...wish, at: placeOf(now.lesson, last ? written : behind, at) })
      desk.apply(edit, now)
      choose(step.id)
      setComing({ at, step: step.id })
      return step.id
    })().catch((error: unknown) => {
      desk.say(error instanceof Error ? error.message : 'The step was not written.')
      setComing(undefined)
      return undefined
    })
    await turn.current
  }

  return {
    /** The place at which a step is being written. */
    at: spot && placeOf(saved.lesson, spot.behind, spot.at),
    /** begin opens a row behind the step that is chosen. */
    begin: () => setSpot(next()),
    /** beginAt opens a row at a place. */
    beginAt: (at: number) => setSpot({ behind: steps[at - 1]?.id, at }),
    leave: () => setSpot(undefined),
    write,
  }
}
