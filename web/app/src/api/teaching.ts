import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'

import { useStudio } from '../lib/studio'
import { api, unwrap, type Happening, type OnDay, type Pupils, type Teaching } from './client'
import { readAnew } from './cache'
import { Stopped, the, work } from './jobs'
import { streamOf } from './news'

/** How often the clock is asked for, ms: what happens is heard at once. */
const clockAsked = 5000

/** useTeaching is a class that runs, as it stands. */
export function useTeaching(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  useEffect(() => {
    const happened = () => void readAnew({ queryKey: ['teaching', id] })
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

/** useLog is what a class came to. */
export function useLog(id: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['log', id], queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes/{class}/log', { params: { path: { studio, class: id } } })), staleTime: 0 })
}

/** useEstimates is how long the steps will take the people of a class. */
export function useEstimates(day: OnDay) {
  const studio = useStudio()
  return useQuery({ queryKey: ['estimates', day.id, day.version], queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes/{class}/estimates', { params: { path: { studio, class: day.id } } })), staleTime: 0 })
}

/** useLessonEstimates is how long the steps of a lesson will take those it is written for. */
export function useLessonEstimates(id: string, hash: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['estimates', id, hash], queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/estimates', { params: { path: { studio, id } } })), staleTime: 0 })
}

/** usePupils lets simulated students paint the lesson of a class, with progress, until it is stopped. */
export function usePupils(day: OnDay) {
  const studio = useStudio()
  const cards = useCards(day.id, day.revision)
  const [state, setState] = useState<{ going?: string; found?: Pupils; problem?: string }>({})
  const control = useRef<AbortController>(undefined)
  useEffect(() => () => control.current?.abort(), []) // who has gone does not wait for it
  const start = () => {
    const abort = new AbortController()
    control.current = abort
    setState({ going: '' })
    work(studio, { kind: 'pupils', lesson: day.lesson, from: day.revision, class: day.id }, abort.signal, (said) => setState({ going: said }))
      .then((came) => setState({ found: the(came.pupils) }))
      .catch((error: unknown) => setState(error instanceof Stopped ? {} : { problem: error instanceof Error ? error.message : String(error) }))
  }
  return { ...state, start, stop: () => control.current?.abort(), label: (step: number) => `${step + 1} ${cards.data?.[step]?.brief ?? ''}` }
}
