import type { ReactNode } from 'react'
import { Link } from 'wouter'

import type { Saved } from '../api/client'
import { useLesson } from '../api/queries'
import { shelfAt, useStudio } from '../lib/studio'
import { Button } from './controls'
import { Silent } from './Saving'

/** OpenLesson shows what a room holds once its lesson is here; what there is to do where it does not come. */
export function OpenLesson({ id, children }: { id: string; children: (saved: Saved) => ReactNode }) {
  const lesson = useLesson(id)
  if (lesson.data) return children(lesson.data)
  return <Opening what="the lesson" error={lesson.error} again={() => void lesson.refetch()} />
}

/** Opening stands where something is not here yet, or does not come. */
export function Opening({ what, error, again }: { what: string; error: Error | null; again: () => void }) {
  const studio = useStudio()
  return (
    <main className="flex h-full flex-col">
      <Silent />
      <div className="flex flex-1 flex-col items-center justify-center gap-3 p-4">
        {error ? (
          <>
            <h1 className="sr-only">Not opened</h1>
            <p role="alert">{error.message}</p>
            <div className="flex gap-3">
              <Button onClick={again}>Try again</Button>
              <Link href={shelfAt(studio)} className="self-center underline underline-offset-2">
                Back to the shelf
              </Link>
            </div>
          </>
        ) : (
          <h1 className="text-quiet">Opening {what}.</h1>
        )}
      </div>
    </main>
  )
}
