import { useMutation, useQuery } from '@tanstack/react-query'

import { api, unwrap, type BringRequest, type Saved, type StepWish } from './client'
import { the, work } from './jobs'
import { useStudio } from '../lib/studio'

/** useTiming asks for a better order and the tools, once the canvas is painted. */
export function useTiming(saved: Saved) {
  return useQuery({
    queryKey: ['timing', saved.hash],
    queryFn: async ({ signal }) => the((await work(saved.studio, { kind: 'order', lesson: saved.id, from: saved.revision }, signal)).order),
    staleTime: Infinity,
  })
}

/** useFitting asks how to bring a lesson into so many minutes; undefined asks nothing. */
export function useFitting(saved: Saved, minutes: number | undefined) {
  return useQuery({
    queryKey: ['fitting', saved.hash, minutes],
    queryFn: async ({ signal }) => the((await work(saved.studio, { kind: 'fit', lesson: saved.id, from: saved.revision, minutes: minutes ?? 0 }, signal)).fitting),
    enabled: minutes !== undefined,
    staleTime: Infinity,
  })
}

/** useTurn asks what another house method would change. */
export function useTurn(hash: string, method: string) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['turn', hash, method],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/turns/{hash}/{method}', { params: { path: { studio, hash, method } }, signal })),
    staleTime: Infinity,
  })
}

/** useRevisions lists what was done to a lesson; revision is the newest that is known. */
export function useRevisions(id: string, revision: number) {
  const studio = useStudio()
  return useQuery({ queryKey: ['revisions', id, revision], queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/revisions', { params: { path: { studio, id } } })) })
}

/** useDifferences asks what differs between two revisions. */
export function useDifferences(id: string, from: number, to: number) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['differences', id, from, to],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/differences', { params: { path: { studio, id }, query: { from, to } }, signal })),
    enabled: from !== to,
    staleTime: Infinity,
  })
}

/** useNeighbours lists the other lessons on a lesson's shelf. */
export function useNeighbours(id: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['neighbours', id], queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/neighbours', { params: { path: { studio, id } } })), staleTime: 0 })
}

export function usePieces() {
  return useQuery({ queryKey: ['pieces'], queryFn: () => unwrap(api.GET('/api/pieces')), staleTime: Infinity })
}

/** useBring fits steps of another lesson, or a piece, to a lesson. */
export function useBring() {
  const studio = useStudio()
  return useMutation({ mutationFn: (body: BringRequest) => unwrap(api.POST('/api/studios/{studio}/brought', { params: { path: { studio } }, body })) })
}

/** newStep asks the core for a new step as the lesson's house method would have it. */
export const newStep = (studio: string, hash: string, body: StepWish) => unwrap(api.POST('/api/studios/{studio}/new-steps/{hash}', { params: { path: { studio, hash } }, body }))
