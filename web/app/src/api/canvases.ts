import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'

import { useKept, type Once } from '../lib/kept'
import { useStudio } from '../lib/studio'
import { api, unwrap, type Canvas, type OnWall } from './client'

/** useCanvases are the real pictures of the studio, of one class when it is named. */
export function useCanvases(of = '') {
  const studio = useStudio()
  return useQuery({ queryKey: ['canvases', studio, of], queryFn: () => unwrap(api.GET('/api/studios/{studio}/canvases', { params: { path: { studio }, query: of ? { class: of } : {} } })), staleTime: 0 })
}

type Headed = ReturnType<Once>

const put = (studio: string, on: OnWall, canvas: Canvas, headers: Headed) => unwrap(api.PUT('/api/studios/{studio}/canvases/{canvas}', { params: { path: { studio, canvas: on.id } }, body: { from: on.version, canvas }, headers }))

const thrown = (studio: string, canvas: string, deleted: boolean) => unwrap(api.PUT('/api/studios/{studio}/canvases/{canvas}/deleted', { params: { path: { studio, canvas } }, body: { deleted } }))

/** useAddCanvas keeps a real picture. */
export function useAddCanvas() {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { class?: string; lesson?: string; by?: string; painted?: string }) => unwrap(api.POST('/api/studios/{studio}/canvases', { params: { path: { studio } }, body })),
    onSettled: () => client.invalidateQueries({ queryKey: ['canvases', studio] }),
  })
}

/** photographed puts a photograph to a picture. */
const photographed = (studio: string, canvas: string, file: File, once: Headed) =>
  unwrap(
    api.POST('/api/studios/{studio}/canvases/{canvas}/photos', {
      params: { path: { studio, canvas }, query: { name: file.name } },
      headers: { 'Content-Type': 'application/octet-stream', ...once },
      body: '', // its type in the description
      bodySerializer: () => file,
    }),
  )

/** useWall changes the pictures that hang in the studio; each change can be taken back. */
export function useWall() {
  const studio = useStudio()
  const client = useQueryClient()
  const wall = ['canvases', studio, '']
  const now = () => client.getQueryData<OnWall[]>(wall)
  const anew = () => client.invalidateQueries({ queryKey: ['canvases', studio] })
  const kept = useKept<OnWall[]>({
    name: `wall ${studio}`,
    now,
    keep: async (next, once) => {
      const here = new Map(now()?.map((c) => [c.id, c]))
      const then = new Map(next.map((c) => [c.id, c]))
      for (const c of next) {
        const was = here.get(c.id)
        if (!was) await thrown(studio, c.id, false)
        else if (JSON.stringify(was.canvas) !== JSON.stringify(c.canvas)) await put(studio, was, c.canvas, once(c.id))
      }
      for (const id of here.keys()) if (!then.has(id)) await thrown(studio, id, true)
      await anew()
    },
    lost: anew,
  })
  return {
    ...kept,
    add: (body: Parameters<ReturnType<typeof useAddCanvas>['mutate']>[0]) =>
      kept.take(async (once) => {
        await unwrap(api.POST('/api/studios/{studio}/canvases', { params: { path: { studio } }, body, headers: once() }))
        await anew()
      }),
    keep: (id: string, canvas: (was: Canvas) => Canvas) => kept.change((all) => all.map((c) => (c.id === id ? { ...c, canvas: canvas(c.canvas) } : c))),
    forget: (id: string) => kept.change((all) => all.filter((c) => c.id !== id)),
    photograph: (id: string, file: File) =>
      kept.take(async (once) => {
        await photographed(studio, id, file, once())
        await anew()
      }),
  }
}

/** What was ticked off of a picture: photograph and fault. */
const ticksOf = (c: Canvas) => (c.looks ?? []).flatMap((l) => l.faults.filter((f) => f.mended).map((f) => `${l.photo} ${f.id}`))

const tickedBy = (c: Canvas, ticks: string[]): Canvas => ({ ...c, looks: (c.looks ?? []).map((l) => ({ ...l, faults: l.faults.map((f) => ({ ...f, mended: ticks.includes(`${l.photo} ${f.id}`) })) })) })

/** useEasel ticks off what is mended in one picture, which can be taken back, and photographs it. */
export function useEasel(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  const one = ['canvases', studio, 'one', id]
  const on = () => client.getQueryData<OnWall>(one)
  const anew = () => client.invalidateQueries({ queryKey: ['canvases', studio] })
  const kept = useKept<string[]>({
    name: `canvas ${id}`,
    now: () => {
      const canvas = on()?.canvas
      return canvas && ticksOf(canvas)
    },
    keep: async (ticks, once) => {
      const was = on()
      if (!was) return
      const canvas = tickedBy(was.canvas, ticks)
      client.setQueryData(one, { ...was, canvas }) // a tick is seen at once
      await put(studio, was, canvas, once())
      await anew()
    },
    lost: anew,
  })
  return {
    ...kept,
    tick: (photo: string, fault: string, mended: boolean) => {
      const tick = `${photo} ${fault}`
      kept.change((was) => [...was.filter((t) => t !== tick), ...(mended ? [tick] : [])])
    },
    photograph: (file: File) =>
      kept.take(async (once) => {
        await photographed(studio, id, file, once())
        await anew()
      }),
  }
}
