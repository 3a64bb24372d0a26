import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useEffectEvent } from 'react'

import { api, unwrap, type Lesson, type Place, type Rehearsed, type Saved } from './client'
import { readAnew } from './cache'
import { streamOf } from './news'
import { settled } from '../lib/own'
import { useStudio } from '../lib/studio'

export function useStudios() {
  return useQuery({ queryKey: ['studios'], queryFn: () => unwrap(api.GET('/api/studios')) })
}

export function useOpenStudio() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (name: string) => unwrap(api.POST('/api/studios', { body: { name } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['studios'] }),
  })
}

export function useShelf(studio: string | undefined) {
  const client = useQueryClient()
  useEffect(() => {
    if (studio === undefined) return
    const changed = () => void readAnew({ queryKey: ['shelf', studio] })
    return streamOf(studio).listen((news) => news.kind === 'lesson' && changed(), changed)
  }, [client, studio])
  return useQuery({
    queryKey: ['shelf', studio],
    enabled: studio !== undefined,
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons', { params: { path: { studio: studio ?? '' } } })),
    staleTime: 0,
  })
}

/** useAt are the lessons at a place other than the shelf, the last of them first. */
export function useAt(place: Place) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['shelf', studio, place],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons', { params: { path: { studio }, query: { place } } })),
    staleTime: 0,
  })
}

/** usePlace puts a lesson at a place. */
export function usePlace() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, place }: { id: string; place: Place }) => unwrap(api.PUT('/api/studios/{studio}/lessons/{id}/place', { params: { path: { studio, id } }, body: { place } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shelf', studio] }),
  })
}

/** useRename calls a lesson that stands on the shelf by another name. */
export function useRename() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, from, title, about }: { id: string; from: number; title: string; about: string }) =>
      unwrap(api.POST('/api/studios/{studio}/lessons/{id}/edits', { params: { path: { studio, id } }, body: { from, edit: { edit: 'title', title, about } } })),
    onSuccess: (after) => {
      client.setQueryData(['lesson', after.id], after)
      void client.invalidateQueries({ queryKey: ['shelf', studio] })
    },
  })
}

/** useCopyLesson puts a copy of a lesson on the shelf. */
export function useCopyLesson() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => unwrap(api.POST('/api/studios/{studio}/lessons/{id}/copies', { params: { path: { studio, id } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shelf', studio] }),
  })
}

export function useCreateLesson(studio: string | undefined) {
  const client = useQueryClient()
  return useMutation({
    // The core reads the text itself, so that its message can name line and field.
    mutationFn: (text: string) =>
      unwrap(
        api.POST('/api/studios/{studio}/lessons', {
          params: { path: { studio: studio ?? '' } },
          body: text as unknown as Lesson,
          bodySerializer: () => text,
          headers: { 'Content-Type': 'application/json' },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shelf', studio] }),
  })
}

/** useElsewhere follows a lesson that somebody else changes, and tells what was done; nothing when that is not known. */
export function useElsewhere(id: string, told: (said: string | undefined) => void) {
  const studio = useStudio()
  const client = useQueryClient()
  const tell = useEffectEvent(told)
  useEffect(() => {
    const queryKey = ['lesson', id]
    const follow = async (revision?: number, said?: string) => {
      await settled(id)
      const was = client.getQueryData<Saved>(queryKey)?.revision
      if (was !== undefined && revision !== undefined && revision <= was) return
      await readAnew({ queryKey })
      if (was === undefined) return // it is the first that is seen
      if ((client.getQueryData<Saved>(queryKey)?.revision ?? was) > was) tell(said)
    }
    return streamOf(studio).listen(
      (news) => news.kind === 'lesson' && news.lesson === id && void follow(news.revision, news.said),
      () => void follow(),
    )
  }, [client, studio, id])
}

export function useLesson(id: string) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['lesson', id],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons/{id}', { params: { path: { studio, id } } })),
    staleTime: Infinity,
  })
}

export function useVocabulary() {
  return useQuery({ queryKey: ['vocabulary'], queryFn: () => unwrap(api.GET('/api/vocabulary')), staleTime: Infinity })
}

export function useMarks() {
  return useQuery({ queryKey: ['marks'], queryFn: () => unwrap(api.GET('/api/marks')), staleTime: Infinity })
}

export function useForms() {
  return useQuery({ queryKey: ['forms'], queryFn: () => unwrap(api.GET('/api/forms')), staleTime: Infinity })
}

/** Should an event be lost, a rehearsal is asked after so many ms. */
const asksAgain = 4000

/** Rehearsal is what came of a rehearsal so far; how far it is, is told by useHowFar. */
export type Rehearsal = Omit<Rehearsed, 'painted'>

const rehearsalOf = (studio: string, hash: string, lesson: string) => ({
  queryKey: ['rehearsal', hash, lesson],
  queryFn: () => unwrap(api.GET('/api/studios/{studio}/rehearsals/{hash}', { params: { path: { studio, hash }, query: { lesson } } })),
  staleTime: Infinity,
})

const withoutSteps = ({ columns, done, findings, foreseen, hash, of, painting, reports }: Rehearsed): Rehearsal => ({ columns, done, findings, foreseen, hash, of, painting, reports })

/** useHowFar is how many steps of a lesson are painted, while useRehearsal follows that. */
export function useHowFar(hash: string, lesson: string): number {
  return useQuery({ ...rehearsalOf(useStudio(), hash, lesson), enabled: false, select: ({ painted }) => painted }).data ?? 0
}

/** useRehearsal follows the rehearsal of a lesson until it is painted and judged; nothing is drawn anew because a step was painted. */
export function useRehearsal(hash: string, lesson: string) {
  const studio = useStudio()
  const client = useQueryClient()
  useEffect(() => {
    const queryKey = ['rehearsal', hash, lesson]
    const ask = () => {
      if (!client.getQueryData<Rehearsed>(queryKey)?.done) void readAnew({ queryKey })
    }
    return streamOf(studio).listen((news) => {
      if (news.kind === 'class') void readAnew({ queryKey }) // the rules ask for whom it is planned
      if (news.kind !== 'canvas' || news.lesson !== lesson) return
      if (news.stage === 'judged' || news.stage === 'foreseen' || news.stage === 'failed') ask()
      else client.setQueryData<Rehearsed>(queryKey, (now) => (now && !now.done && now.painting === news.painting ? { ...now, painted: news.steps ?? 0 } : now))
    }, ask)
  }, [client, studio, hash, lesson])
  return useQuery({
    ...rehearsalOf(studio, hash, lesson),
    select: withoutSteps,
    refetchInterval: (query) => (query.state.data?.done ? false : asksAgain),
  })
}
