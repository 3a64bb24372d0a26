import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'

import { useStudio } from '../lib/studio'
import { api, Refusal, unwrap, type Canvas, type OnWall } from './client'

/** useCanvases are the real pictures of the studio, of one class when it is named. */
export function useCanvases(of = '') {
  const studio = useStudio()
  return useQuery({ queryKey: ['canvases', studio, of], queryFn: () => unwrap(api.GET('/api/studios/{studio}/canvases', { params: { path: { studio }, query: of ? { class: of } : {} } })), staleTime: 0 })
}

/** What is done with a real picture. */
export type Handling =
  | { add: { class?: string; lesson?: string; title?: string; by?: string; painted?: string } }
  | { keep: OnWall; canvas: Canvas }
  | { remove: OnWall }
  | { photograph: OnWall; file: File }

/** useHandling adds, keeps, photographs and forgets real pictures. */
export function useHandling() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (h: Handling) => {
      if ('add' in h) await unwrap(api.POST('/api/studios/{studio}/canvases', { params: { path: { studio } }, body: h.add }))
      else if ('keep' in h) await unwrap(api.PUT('/api/studios/{studio}/canvases/{canvas}', { params: { path: { studio, canvas: h.keep.id } }, body: { from: h.keep.version, canvas: h.canvas } }))
      else if ('photograph' in h)
        await unwrap(
          api.POST('/api/studios/{studio}/canvases/{canvas}/photos', {
            params: { path: { studio, canvas: h.photograph.id }, query: { name: h.file.name } },
            headers: { 'Content-Type': 'application/octet-stream' },
            body: '', // its type in the description
            bodySerializer: () => h.file,
          }),
        )
      else {
        const { error, response } = await api.DELETE('/api/studios/{studio}/canvases/{canvas}', { params: { path: { studio, canvas: h.remove.id } } })
        if (error) throw new Refusal(response.status, error)
      }
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['canvases', studio] }),
  })
}
