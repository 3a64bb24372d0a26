import { useCallback, useEffect, useRef, useState } from 'react'

import { streamOf } from '../api/news'

/** whenPainted tells when the canvas of a picture is there, or may be; what it returns ends that. */
function whenPainted(picture: string, tell: () => void): () => void {
  const [, studio, kind, painting] = /^\/api\/studios\/([^/]+)\/(\w+)\/[^/]+\/(\w+)\//.exec(picture) ?? []
  if (studio === undefined || painting === undefined) return () => undefined
  const enough = [...(kind === 'glances' ? ['glanced', 'drafted', 'foreseen'] : kind === 'drafts' ? ['drafted', 'foreseen'] : []), 'painted', 'judged']
  return streamOf(decodeURIComponent(studio)).listen((news) => news.painting === painting && enough.includes(news.stage ?? '') && tell(), tell)
}

/** How often a picture is asked for that does not come: for about two minutes. */
const mostTries = 30

interface Frame {
  shown: string | undefined
  /** What is wanted has not arrived. */
  busy: boolean
  /** It was asked for and is not painted yet. */
  waits: boolean
  failed: boolean
  again: () => void
}

/**
 * useFrame shows the newest picture that has arrived. While one is on its way
 * the last stays, and of those asked for meanwhile only the newest is fetched.
 */
export function useFrame(wanted: string | undefined): Frame {
  const [shown, setShown] = useState<string>()
  const [failed, setFailed] = useState<string>()
  const [late, setLate] = useState<string>()
  const [asked, setAsked] = useState(0)
  const latest = useRef<string>(undefined)
  const loading = useRef<string>(undefined)
  const waits = useRef<() => void>(undefined) // ends to wait

  useEffect(() => {
    latest.current = wanted
    let tries = 0
    const fetchNext = () => {
      const next = latest.current
      if (!next || loading.current) return
      loading.current = next
      const image = new Image()
      image.onload = () => {
        loading.current = undefined
        setShown(next)
        if (latest.current !== next) fetchNext()
      }
      image.onerror = () => {
        loading.current = undefined
        tries++
        setLate(next)
        if (tries >= mostTries) setFailed(next)
        // Not painted yet, or out of reach: ask again when it is told, or after a while.
        const leave = whenPainted(next, again)
        const timer = tries < mostTries ? window.setTimeout(again, Math.min(1000 * tries, 4000)) : undefined
        waits.current = () => {
          leave()
          window.clearTimeout(timer)
          waits.current = undefined
        }
      }
      image.src = next
    }
    function again() {
      waits.current?.()
      fetchNext()
    }
    if (waits.current) again()
    else fetchNext()
    return () => waits.current?.()
  }, [wanted, asked])

  const again = useCallback(() => {
    setFailed(undefined)
    setAsked((n) => n + 1)
  }, [])
  const busy = wanted !== undefined && shown !== wanted
  return { shown, busy, waits: busy && late === wanted, failed: busy && failed === wanted, again }
}

/** paintingOf is what a picture is of, by its address. */
const paintingOf = (picture: string | undefined): string | undefined => picture && /\/frames\/[^/]+\/(\w+)\//.exec(picture)?.[1]

/**
 * usePainted shows a frame of the canvas; while that is being painted the same frame of a
 * coarser canvas that is there, so that an edit is seen at once. Nothing is coarse that was
 * painted once.
 */
export function usePainted(wanted: string | undefined): Frame & { coarse: string | undefined } {
  const frame = useFrame(wanted)
  const of = (kind: string, when: boolean) => (when && wanted?.includes('/frames/') ? wanted.replace('/frames/', `/${kind}/`) : undefined)
  const draftAt = of('drafts', frame.waits)
  // Of a picture that was changed just now the glance is asked for without waiting for a no; it is small.
  const changed = frame.busy && frame.shown !== undefined && paintingOf(frame.shown) !== paintingOf(wanted)
  const glanceAt = of('glances', frame.waits || changed)?.replace('-800-', '-320-')
  const draft = useFrame(draftAt)
  const drafted = draftAt !== undefined && !draft.busy
  const glance = useFrame(drafted ? undefined : glanceAt)
  const coarse = drafted ? draftAt : glanceAt !== undefined && glance.shown === glanceAt ? glanceAt : undefined
  return { ...frame, coarse }
}
