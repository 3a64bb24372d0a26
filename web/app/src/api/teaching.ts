import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'

import { useStudio } from '../lib/studio'
import { api, unwrap, type Happening, type OnDay, type Teaching } from './client'
import { the, work } from './jobs'
import { streamOf } from './news'

/** How often the clock is asked for, ms: what happens is heard at once. */
const clockAsked = 5000

/** useTeaching is a class that runs, as it stands. */
export function useTeaching(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  useEffect(() => {
    const happened = () => void client.invalidateQueries({ queryKey: ['teaching', id] })
    return streamOf(studio).listen((news) => news.kind === 'teach' && news.class === id && happened(), happened)
  }, [client, studio, id])
  return useQuery({
    queryKey: ['teaching', id],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes/{class}/teaching', { params: { path: { studio, class: id } } })),
    refetchInterval: clockAsked,
    staleTime: 0,
  })
}

/** What is said to happen, or what that is once the class stands as it will when its turn comes. */
export type Said = Happening | ((now: Teaching['state']) => Happening)

/** useHappen writes down what happens; one after the other, as it was said. */
export function useHappen(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    scope: { id: `teaching ${id}` },
    mutationFn: (said: Said) => {
      const now = client.getQueryData<Teaching>(['teaching', id])
      if (!now) throw new Error('The class is not here yet.')
      const body = typeof said === 'function' ? said(now.state) : said
      return unwrap(api.POST('/api/studios/{studio}/classes/{class}/happenings', { params: { path: { studio, class: id } }, body }))
    },
    onSuccess: (after) => client.setQueryData(['teaching', id], after),
  })
}

/** useCards are the steps of a class as it is taught, each as a card. */
export function useCards(id: string, revision: number) {
  const studio = useStudio()
  return useQuery({ queryKey: ['cards', id, revision], queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes/{class}/cards', { params: { path: { studio, class: id } } })), staleTime: Infinity })
}

/** useDoor opens the door of a class, and is the code by which students come in. */
export function useDoor(id: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['door', id], queryFn: () => unwrap(api.POST('/api/studios/{studio}/classes/{class}/door', { params: { path: { studio, class: id } } })), staleTime: 3_600_000 })
}

/** useTroubles are what a hand may be up for. */
export function useTroubles() {
  return useQuery({ queryKey: ['troubles'], queryFn: () => unwrap(api.GET('/api/troubles')), staleTime: Infinity })
}

/** useRescue is what helps when a step went wrong, as the class stands. */
export function useRescue(day: OnDay, step: number, trouble: string, number: number) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['rescue', day.id, step, trouble],
    queryFn: async ({ signal }) => the((await work(studio, { kind: 'rescue', lesson: day.lesson, from: day.revision, class: day.id, step, trouble, number }, signal)).rescued),
    staleTime: 120_000,
    retry: 1,
  })
}

/** useLate is what may be done to end in time, as the class stands. */
export function useLate(day: OnDay, number: number) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['late', day.id, number],
    queryFn: async ({ signal }) => the((await work(studio, { kind: 'late', lesson: day.lesson, from: day.revision, class: day.id, number }, signal)).late),
    staleTime: 60_000,
    retry: 1,
  })
}
