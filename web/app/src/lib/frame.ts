import { useEffect, useRef, useState } from 'react'

/**
 * useFrame shows the newest picture that has arrived. While one is on its way
 * the last stays, and of those asked for meanwhile only the newest is fetched.
 */
export function useFrame(wanted: string | undefined): { shown: string | undefined; busy: boolean } {
  const [shown, setShown] = useState<string>()
  const latest = useRef<string>(undefined)
  const loading = useRef<string>(undefined)

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
        // Superseded or unreachable: ask again, ever more slowly.
        if (tries < 30) window.setTimeout(fetchNext, Math.min(300 * tries, 3000))
      }
      image.src = next
    }
    fetchNext()
  }, [wanted])

  return { shown, busy: wanted !== undefined && shown !== wanted }
}
