import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useEffectEvent } from 'react'

import { api, unwrap, type Edit, type Edited, type Lesson, type Rehearsed, type Saved } from './client'
import { streamOf } from './news'
import { changes, settled } from '../lib/own'
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
    const changed = () => void client.invalidateQueries({ queryKey: ['shelf', studio] })
    return streamOf(studio).listen((news) => news.kind === 'lesson' && changed(), changed)
  }, [client, studio])
  return useQuery({
    queryKey: ['shelf', studio],
    enabled: studio !== undefined,
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons', { params: { path: { studio: studio ?? '' } } })),
    staleTime: 0,
  })
}

/** useAway are the lessons that were put away, the last of them first. */
export function useAway() {
  const studio = useStudio()
  return useQuery({
    queryKey: ['shelf', studio, 'away'],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons', { params: { path: { studio }, query: { away: true } } })),
    staleTime: 0,
  })
}

/** usePutAway takes a lesson off the shelf, or brings it back. */
export function usePutAway() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, away }: { id: string; away: boolean }) => unwrap(api.PUT('/api/studios/{studio}/lessons/{id}/away', { params: { path: { studio, id } }, body: { away } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shelf', studio] }),
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
      if (was === undefined || (revision !== undefined && revision <= was)) return
      await client.refetchQueries({ queryKey })
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

/** useRehearsal follows the rehearsal of a lesson until it is painted and judged. */
export function useRehearsal(hash: string, lesson: string) {
  const studio = useStudio()
  const client = useQueryClient()
  useEffect(() => {
    const queryKey = ['rehearsal', hash, lesson]
    const ask = () => {
      if (!client.getQueryData<Rehearsed>(queryKey)?.done) void client.invalidateQueries({ queryKey })
    }
    return streamOf(studio).listen((news) => {
      if (news.kind !== 'canvas' || news.lesson !== lesson) return
      if (news.stage === 'judged' || news.stage === 'foreseen' || news.stage === 'failed') ask()
      else client.setQueryData<Rehearsed>(queryKey, (now) => (now && !now.done && now.painting === news.painting ? { ...now, painted: news.steps ?? 0 } : now))
    }, ask)
  }, [client, studio, hash, lesson])
  return useQuery({
    queryKey: ['rehearsal', hash, lesson],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/rehearsals/{hash}', { params: { path: { studio, hash }, query: { lesson } } })),
    refetchInterval: (query) => (query.state.data?.done ? false : asksAgain),
    staleTime: Infinity,
  })
}

/**
 * useEdit sends an edit, made of the lesson as it is when its turn comes; the lesson in the
 * cache becomes what the server made of it. Nothing is sent when no edit is made.
 */
export function useEdit<Doing extends { make: (lesson: Lesson) => Edit | undefined }>(id: string, done: (doing: Doing, before: Saved, after: Edited) => void) {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    scope: { id: `edit ${id}` }, // one at a time, in order
    mutationFn: async ({ make }: Doing) => {
      const before = client.getQueryData<Saved>(['lesson', id])
      if (!before) throw new Error('The lesson is not here yet.')
      const edit = make(before.lesson)
      if (!edit) return undefined
      const after = await changes(id, unwrap(api.POST('/api/studios/{studio}/lessons/{id}/edits', { params: { path: { studio, id } }, body: { from: before.revision, edit } })))
      client.setQueryData<Saved>(['lesson', id], after)
      return { before, after }
    },
    onSuccess: (made, doing) => made && done(doing, made.before, made.after),
  })
}
