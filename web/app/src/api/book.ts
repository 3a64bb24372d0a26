import { useMutation, useQuery } from '@tanstack/react-query'

import { api, unwrap, type BringRequest, type Saved, type StepWish } from './client'
import { the, work } from './jobs'

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
  return useQuery({
    queryKey: ['turn', hash, method],
    queryFn: ({ signal }) => unwrap(api.GET('/api/turns/{hash}/{method}', { params: { path: { hash, method } }, signal })),
    staleTime: Infinity,
  })
}

/** useRevisions lists what was done to a lesson; revision is the newest that is known. */
export function useRevisions(id: string, revision: number) {
  return useQuery({ queryKey: ['revisions', id, revision], queryFn: () => unwrap(api.GET('/api/lessons/{id}/revisions', { params: { path: { id } } })) })
}

/** useDifferences asks what differs between two revisions. */
export function useDifferences(id: string, from: number, to: number) {
  return useQuery({
    queryKey: ['differences', id, from, to],
    queryFn: ({ signal }) => unwrap(api.GET('/api/lessons/{id}/differences', { params: { path: { id }, query: { from, to } }, signal })),
    enabled: from !== to,
    staleTime: Infinity,
  })
}

/** useNeighbours lists the other lessons on a lesson's shelf. */
export function useNeighbours(id: string) {
  return useQuery({ queryKey: ['neighbours', id], queryFn: () => unwrap(api.GET('/api/lessons/{id}/neighbours', { params: { path: { id } } })), staleTime: 0 })
}

export function usePieces() {
  return useQuery({ queryKey: ['pieces'], queryFn: () => unwrap(api.GET('/api/pieces')), staleTime: Infinity })
}

/** useBring fits steps of another lesson, or a piece, to a lesson. */
export function useBring() {
  return useMutation({ mutationFn: (body: BringRequest) => unwrap(api.POST('/api/brought', { body })) })
}

/** newStep asks the core for a new step as the lesson's house method would have it. */
export const newStep = (hash: string, body: StepWish) => unwrap(api.POST('/api/new-steps/{hash}', { params: { path: { hash } }, body }))
