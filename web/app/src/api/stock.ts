import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'

import { api, unwrap, type Cupboard, type Ran, type Run, type Stocked } from './client'
import { useStudio } from '../lib/studio'

/** useStocked asks what the studio has and what the lesson with that content wants of it. */
export function useStocked(id: string, hash: string) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['stocked', id, hash],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/cupboard', { params: { path: { studio, id } }, signal })),
  })
}

/** useStock keeps a cupboard, or what a table says, made from a version. */
export function useStock(id: string, hash: string) {
  const studio = useStudio()
  const client = useQueryClient()
  const kept = useKept(id)
  const path = { studio, id }
  return useMutation({
    scope: { id: `stock ${id}` },
    mutationFn: ({ change }: { change: ((now: Cupboard) => Cupboard) | File }) => {
      const now = client.getQueryData<Stocked>(['stocked', id, hash])
      if (!now) throw new Error('The cupboard is not here yet.')
      if (change instanceof File) {
        const params = { path, query: { from: now.version } }
        return unwrap(api.POST('/api/studios/{studio}/lessons/{id}/cupboard.csv', { params, body: '', bodySerializer: () => change, headers: { 'Content-Type': 'text/csv' } }))
      }
      return unwrap(api.PUT('/api/studios/{studio}/lessons/{id}/cupboard', { params: { path }, body: { from: now.version, cupboard: change(now.cupboard) } }))
    },
    onSuccess: (after) => kept(['stocked', id, hash], after),
    onError: () => client.invalidateQueries({ queryKey: ['stocked', id] }),
  })
}

/** useRuns asks what taught sessions of a lesson took. */
export function useRuns(id: string, hash: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['runs', id, hash], queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/runs', { params: { path: { studio, id } }, signal })) })
}

/** useRunning keeps a taught session, or forgets the one with that key. */
export function useRunning(id: string, hash: string) {
  const studio = useStudio()
  const kept = useKept(id)
  return useMutation({
    mutationFn: (run: Run | string) =>
      typeof run === 'string'
        ? unwrap(api.DELETE('/api/studios/{studio}/lessons/{id}/runs/{run}', { params: { path: { studio, id, run } } }))
        : unwrap(api.POST('/api/studios/{studio}/lessons/{id}/runs', { params: { path: { studio, id } }, body: run })),
    onSuccess: (after) => kept(['runs', id, hash], after),
  })
}

/** useKept takes over what the server made of a change, and lets findings and trials be asked again. */
function useKept(id: string) {
  const client = useQueryClient()
  return (key: string[], after: Stocked | Ran) => {
    client.setQueryData(key, after)
    void client.invalidateQueries({ predicate: ({ queryKey: [what, , lesson] }) => (what === 'rehearsal' && lesson === id) || what === 'ranking' || what === 'trial' })
  }
}
