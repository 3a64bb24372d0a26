import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'

import { api, unwrap, type Arrangement, type Asked, type Edit, type LightRequest, type Saved, type Wish } from './client'
import { the, work } from './jobs'
import { ofStudio, useStudio } from '../lib/studio'

export function useGuides(hash: string) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['guides', hash],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/scenes/{hash}', { params: { path: { studio, hash } } })),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
}

/** useMeasures asks what the finished picture comes to. */
export function useMeasures(hash: string, wanted: boolean) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['measures', hash],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/measures/{hash}', { params: { path: { studio, hash } }, signal })),
    enabled: wanted,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
}

/** useFollows asks what a light would mean; undefined asks nothing. */
export function useFollows(request: LightRequest | undefined) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['light', request],
    queryFn: ({ signal }) => unwrap(api.POST('/api/studios/{studio}/lights', { params: { path: { studio } }, body: request as LightRequest, signal })),
    enabled: request !== undefined,
    staleTime: Infinity,
  })
}

/** usePhotos lists the photographs of a lesson's studio. */
export function usePhotos(id: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['photos', id], queryFn: () => unwrap(api.GET('/api/studios/{studio}/lessons/{id}/photos', { params: { path: { studio, id } } })) })
}

/** useTakePhoto takes a file in as a photograph. */
export function useTakePhoto(id: string) {
  const studio = useStudio()
  const client = useQueryClient()
  return useMutation({
    mutationFn: (file: File) =>
      unwrap(
        api.POST('/api/studios/{studio}/lessons/{id}/photos', {
          params: { path: { studio, id }, query: { name: file.name } },
          body: '',
          bodySerializer: () => file,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ['photos', id] }),
  })
}

/** useRead asks what a lesson's photograph suggests. */
export function useRead(hash: string, wanted: boolean) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['reference', hash],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/references/{hash}', { params: { path: { studio, hash } }, signal })),
    enabled: wanted,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
}

/** useTaken asks what the colours of a lesson's photograph come to. */
export function useTaken(hash: string, colours: number, wanted: boolean) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['taken', hash, colours],
    queryFn: ({ signal }) => unwrap(api.GET('/api/studios/{studio}/references/{hash}/palettes/{colours}', { params: { path: { studio, hash, colours } }, signal })),
    enabled: wanted,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  })
}

/** useArrange asks the core for an edit that arranges the picture. */
export function useArrange() {
  const studio = useStudio()
  return useMutation({ mutationFn: (body: Arrangement) => unwrap(api.POST('/api/studios/{studio}/arrangements', { params: { path: { studio } }, body })) })
}

/** useDraw asks for the edit that takes a drawing in. */
export function useDraw(hash: string) {
  const studio = useStudio()
  return useMutation({
    mutationFn: (svg: File) =>
      unwrap(api.POST('/api/studios/{studio}/scenes/{hash}/drawings', { params: { path: { studio, hash } }, body: '', bodySerializer: () => svg, headers: { 'Content-Type': 'application/octet-stream' } })),
  })
}

/** asPicture turns a reply that is a picture into an address for it. */
async function asPicture(reply: Response): Promise<string> {
  const blob = await reply.blob()
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.onerror = () => reject(new Error('the picture cannot be read'))
    reader.readAsDataURL(blob)
  })
}

async function picture(path: string, body: unknown): Promise<string | undefined> {
  const reply = await fetch(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })
  return reply.ok ? asPicture(reply) : undefined
}

/**
 * usePicture shows the newest picture that has arrived of a question; of those asked
 * while one is on its way only the newest is sent.
 */
function usePicture(path: string, question: unknown): { shown: string | undefined; of: string | undefined } {
  const [got, setGot] = useState<{ shown: string; of: string }>()
  const latest = useRef<string>(undefined)
  const asking = useRef(false)
  const text = question === undefined ? undefined : JSON.stringify(question)
  useEffect(() => {
    latest.current = text
    const next = async () => {
      const now = latest.current
      if (asking.current || now === undefined) return
      asking.current = true
      const shown = await picture(path, JSON.parse(now)).catch(() => undefined)
      asking.current = false
      if (shown) setGot({ shown, of: now })
      if (latest.current !== now) void next()
    }
    void next()
  }, [path, text])
  return { shown: got?.shown, of: got?.of }
}

/** useSketch draws a lesson flat while something is being dragged. */
export function useSketch(whose: string, edit: Edit | undefined) {
  const studio = useStudio()
  const { shown, of } = usePicture(ofStudio(studio, 'sketches'), edit && { whose, edit })
  return edit && of ? shown : undefined
}

/** useWishSketch draws what a new lesson would begin from. */
export function useWishSketch(wish: Wish) {
  return usePicture('/api/starters/sketch', wish).shown
}

/** useBegin puts a starting lesson on the shelf. */
export function useBegin(studio: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (wish: Wish) => unwrap(api.POST('/api/studios/{studio}/starters', { params: { path: { studio } }, body: wish })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shelf', studio] }),
  })
}

/** useTrial asks what an edit would do to the canvas and the findings. */
export function useTrial(saved: Saved, edit: Edit, at: Asked['at']) {
  const asked = { kind: 'try' as const, lesson: saved.id, from: saved.revision, edit, ...(at ? { at } : {}) }
  return useQuery({
    queryKey: ['trial', asked],
    queryFn: async ({ signal }) => the((await work(saved.studio, asked, signal)).trial),
    staleTime: Infinity,
  })
}
