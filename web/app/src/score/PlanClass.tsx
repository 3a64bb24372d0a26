import { useLocation } from 'wouter'

import { usePlanClass } from '../api/classes'
import { classAt, useStudio } from '../lib/studio'
import { Button, Hint } from '../ui/controls'

/** PlanClass makes a class of the lesson: everything else about it is worked out there. */
export function PlanClass({ lesson }: { lesson: string }) {
  const studio = useStudio()
  const [, go] = useLocation()
  const plan = usePlanClass()
  return (
    <Hint text={plan.error?.message ?? 'Plan a class of this lesson: paint, what to buy, set-up, air and cautions are worked out'}>
      <Button aria-label="Plan a class" disabled={plan.isPending} onClick={() => plan.mutate({ lesson, people: 12 }, { onSuccess: (made) => go(classAt(studio, made.id)) })}>
        Class
      </Button>
    </Hint>
  )
}
