import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'

import { api, unwrap, type Class, type Cupboard, type OnDay, type Prepared, type Stores } from './client'
import { readAnew } from './cache'
import { streamOf } from './news'
import { useKept } from '../lib/kept'
import { useStudio } from '../lib/studio'

/** zone is the time zone of whoever plans: classes are planned by the clock on the wall. */
const zone = () => Intl.DateTimeFormat().resolvedOptions().timeZone

export function useClasses(studio: string | undefined) {
  const client = useQueryClient()
  useEffect(() => {
    if (studio === undefined) return
    const changed = () => void readAnew({ queryKey: ['classes', studio] })
    return streamOf(studio).listen((news) => news.kind === 'class' && changed(), changed)
  }, [client, studio])
  return useQuery({
    queryKey: ['classes', studio],
    enabled: studio !== undefined,
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes', { params: { path: { studio: studio ?? '' } } })),
    staleTime: 0,
  })
}

/** useThrownOut are the classes that were thrown out, the last first. */
export function useThrownOut() {
  const studio = useStudio()
  return useQuery({ queryKey: ['classes', studio, 'out'], queryFn: () => unwrap(api.GET('/api/studios/{studio}/thrown-out', { params: { path: { studio } } })), staleTime: 0 })
}

/** useThrowClass throws a class out, or brings it back. */
export function useThrowClass() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, deleted }: { id: string; deleted: boolean }) => unwrap(api.PUT('/api/studios/{studio}/classes/{class}/deleted', { params: { path: { studio, class: id } }, body: { deleted } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['classes', studio] }),
  })
}

/** useClass is a class as it stands, also when somebody else changes it. */
export function useClass(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  useEffect(() => {
    const changed = () => void readAnew({ queryKey: ['class', id] })
    return streamOf(studio).listen((news) => (news.kind === 'class' && news.class === id) || news.kind === 'lesson' ? changed() : undefined, changed)
  }, [client, studio, id])
  return useQuery({ queryKey: ['class', id], queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes/{class}', { params: { path: { studio, class: id } } })) })
}

/** usePrep is everything worked out for a class as it was saved in a version; the one before is shown until it is there. */
export function usePrep(day: OnDay) {
  const studio = useStudio()
  const client = useQueryClient()
  const stores = useStores().data?.version
  useEffect(() => {
    const painted = () => void readAnew({ queryKey: ['prep', day.id], predicate: ({ state }) => !(state.data as Prepared | undefined)?.ready })
    return streamOf(studio).listen((news) => news.lesson === day.lesson && ['painted', 'judged'].includes(news.stage ?? '') && painted(), painted)
  }, [client, studio, day.id, day.lesson])
  return useQuery({
    queryKey: ['prep', day.id, day.version, stores],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/classes/{class}/prep', { params: { path: { studio, class: day.id } }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  })
}

/** usePlanClass plans a class of a lesson: for so many people, a week from now in the evening, until it is told otherwise. */
export function usePlanClass() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ lesson, people }: { lesson: string; people: number }) =>
      unwrap(api.POST('/api/studios/{studio}/classes', { params: { path: { studio } }, body: { lesson, people, begins: `${dayFrom(7)}T18:00`, zone: zone() } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['classes', studio] }),
  })
}

/** dayFrom is the day so many days from now. */
function dayFrom(days: number): string {
  const day = new Date()
  day.setDate(day.getDate() + days)
  return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}`
}

/** useCopyClass plans a class once more, on another day. */
export function useCopyClass(id: string) {
  const studio = useStudio()
  return useMutation({
    mutationFn: (begins: string) => unwrap(api.POST('/api/studios/{studio}/classes/{class}/copies', { params: { path: { studio, class: id } }, body: { begins } })),
  })
}

/** What is kept of a class: itself, the revision that is taught, and when it begins by the clock of the place. */
export interface Planned {
  class: Class
  revision: number
  begins: string
}

/** useKeeping keeps changes of a class one after the other, and takes back those that were kept. */
export function useKeeping(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  const day = () => client.getQueryData<OnDay>(['class', id])
  return useKept<Planned>({
    name: `class ${id}`,
    now: () => {
      const now = day()
      return now && planned(now)
    },
    keep: async (next, once) => {
      const body = { from: day()?.version ?? 0, ...next }
      client.setQueryData(['class', id], await unwrap(api.PUT('/api/studios/{studio}/classes/{class}', { params: { path: { studio, class: id } }, body, headers: once() })))
    },
    lost: () => client.invalidateQueries({ queryKey: ['class', id] }),
  })
}

const planned = (day: OnDay): Planned => ({ class: day.class, revision: day.revision, begins: day.begins })

/** useBookOut takes what a class used up out of the cupboard; told so, it puts that back. */
export function useBookOut(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: (back: boolean) => {
      const params = { path: { studio, class: id } }
      return back ? unwrap(api.DELETE('/api/studios/{studio}/classes/{class}/booking', { params })) : unwrap(api.POST('/api/studios/{studio}/classes/{class}/booking', { params }))
    },
    onSuccess: (after) => client.setQueryData(['class', id], after),
    onSettled: () => client.invalidateQueries({ predicate: ({ queryKey: [what] }) => ['stores', 'classes', 'class', 'ordering'].includes(String(what)) }),
  })
}

/** useSavings is what would cost less than paints that a class uses, once somebody asks. */
export function useSavings(day: OnDay, asked: boolean) {
  const studio = useStudio()
  const stores = useStores().data?.version
  return useQuery({
    queryKey: ['savings', day.id, day.version, stores],
    enabled: asked,
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/classes/{class}/savings', { params: { path: { studio, class: day.id } } })),
    refetchInterval: (query) => (query.state.data?.ready === false ? asksAgain : false),
    staleTime: Infinity,
  })
}

/** What is not ready yet is asked for again after so many ms. */
const asksAgain = 1500

/** useOrdering is what to order for all classes ahead. */
export function useOrdering() {
  const studio = useStudio()
  const client = useQueryClient()
  const stores = useStores().data?.version
  useEffect(() => {
    const changed = () => void readAnew({ queryKey: ['ordering', studio] })
    return streamOf(studio).listen((news) => (news.kind === 'class' || (news.kind === 'canvas' && news.stage === 'painted')) && changed(), changed)
  }, [client, studio])
  return useQuery({
    queryKey: ['ordering', studio, stores],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/reorder', { params: { path: { studio } } })),
    placeholderData: keepPreviousData,
    staleTime: 0,
  })
}

/** useStores asks what the studio has. */
export function useStores() {
  const studio = useStudio()
  return useQuery({ queryKey: ['stores', studio], queryFn: () => unwrap(api.GET('/api/studios/{studio}/cupboard', { params: { path: { studio } } })) })
}

export function useGoods() {
  return useQuery({ queryKey: ['goods'], queryFn: () => unwrap(api.GET('/api/goods')), staleTime: Infinity })
}

/** useKeepStores changes what the studio has, or takes in what a table says; both can be taken back. */
export function useKeepStores() {
  const studio = useStudio()
  const client = useQueryClient()
  const stores = () => client.getQueryData<Stores>(['stores', studio])
  const from = () => stores()?.version ?? 0
  const took = (after: Stores) => {
    client.setQueryData(['stores', studio], after)
    void client.invalidateQueries({ predicate: ({ queryKey: [what] }) => what === 'stocked' || what === 'rehearsal' })
  }
  const kept = useKept<Cupboard>({
    name: `stores ${studio}`,
    now: () => stores()?.cupboard,
    keep: async (cupboard, once) => took(await unwrap(api.PUT('/api/studios/{studio}/cupboard', { params: { path: { studio } }, body: { from: from(), cupboard }, headers: once() }))),
    lost: () => client.invalidateQueries({ queryKey: ['stores', studio] }),
  })
  return {
    ...kept,
    takeIn: (table: File) =>
      kept.take(async (once) => {
        const params = { path: { studio }, query: { from: from() } }
        took(await unwrap(api.POST('/api/studios/{studio}/cupboard.csv', { params, body: '', bodySerializer: () => table, headers: { 'Content-Type': 'text/csv', ...once() } })))
      }),
  }
}
