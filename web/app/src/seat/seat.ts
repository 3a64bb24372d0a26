import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'

import { api, Refusal, unwrap, type ByStudent, type FromSeat, type Seated } from '../api/client'
import { flush, put, waiting } from './outbox'

const seatAt = (key: string) => ['seat', key]

/** How often the class is asked for while nothing is heard of it, ms. */
const pollEvery = 8000

/** useSit takes a seat. */
export function useSit(then: (seat: Seated) => void) {
  return useMutation({ mutationFn: (body: { code: string; name: string }) => unwrap(api.POST('/api/seats', { body })), onSuccess: then })
}

/** useSeat is the class as the seat sees it, and whether it is heard now. */
export function useSeat(key: string) {
  const client = useQueryClient()
  const [hears, setHears] = useState(false)
  const seat = useQuery({
    queryKey: seatAt(key),
    queryFn: () => unwrap(api.GET('/api/seats/{seat}', { params: { path: { seat: key } } })),
    refetchInterval: hears ? false : pollEvery,
    retry: 2,
  })
  const there = seat.data !== undefined
  useEffect(() => {
    if (!there) return
    const source = new EventSource(`/api/seats/${key}/events`)
    source.onmessage = (e: MessageEvent<string>) => {
      const view = JSON.parse(e.data) as FromSeat
      client.setQueryData(seatAt(key), (was: Seated | undefined) => was && { ...was, view })
    }
    source.onopen = () => {
      setHears(true)
      void flush()
    }
    source.onerror = () => setHears(false)
    return () => source.close()
  }, [client, key, there])
  return { seat, hears: useOnline() && hears }
}

/** useSendPhoto sends a photograph of one's canvas. */
export function useSendPhoto(key: string) {
  return useMutation({
    mutationFn: async (file: File) => {
      const { error, response } = await api.POST('/api/seats/{seat}/photo', {
        params: { path: { seat: key } },
        headers: { 'Content-Type': 'application/octet-stream' },
        body: '', // its type in the description
        bodySerializer: () => file,
      })
      if (error) throw new Refusal(response.status, error)
    },
  })
}

/** useOnline is whether there is a network, as far as the browser knows. */
function useOnline() {
  const [online, setOnline] = useState(() => navigator.onLine)
  useEffect(() => {
    const look = () => setOnline(navigator.onLine)
    window.addEventListener('online', look)
    window.addEventListener('offline', look)
    return () => {
      window.removeEventListener('online', look)
      window.removeEventListener('offline', look)
    }
  }, [])
  return online
}

/** useSay says something from a seat; without a network it waits. */
export function useSay(key: string) {
  const [left, setLeft] = useState(() => waiting(key))
  const say = useMutation({
    mutationFn: async (body: ByStudent) => {
      put(key, body)
      setLeft(waiting(key))
      const refused = await flush()
      setLeft(waiting(key))
      if (refused) throw new Error(refused)
    },
  })
  useEffect(() => {
    if (left === 0) return
    const again = () => void flush().then(() => setLeft(waiting(key)))
    const timer = window.setInterval(again, pollEvery / 2)
    window.addEventListener('online', again)
    return () => {
      window.clearInterval(timer)
      window.removeEventListener('online', again)
    }
  }, [key, left])
  return { say: (body: ByStudent) => say.mutate(body), left, refused: say.error?.message }
}
