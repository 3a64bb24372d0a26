import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query'

import { api, unwrap, type BatchRequest, type Meter, type MixRequest, type PileRequest, type ReadingRequest, type ScaleRequest } from './client'
import { useStudio } from '../lib/studio'

/** useAsked puts a question to the core; the last answer stays while the next is worked out. */
function useAsked<Q, A>(what: string, question: Q | undefined, ask: (question: Q, signal: AbortSignal) => Promise<A>) {
  return useQuery({
    queryKey: [what, question],
    enabled: question !== undefined,
    queryFn: ({ signal }) => ask(question as Q, signal),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    retry: false,
  })
}

/** usePaints lists the paints as a lesson has them, modelled or measured. */
export function usePaints(whose: string) {
  const studio = useStudio()
  return useAsked('paints', whose, (hash, signal) => unwrap(api.GET('/api/studios/{studio}/paints', { params: { path: { studio }, query: { whose: hash } }, signal })))
}

/** useCatalogue lists the paints as they are modelled, whatever is taught. */
export function useCatalogue() {
  const studio = useStudio()
  return useQuery({ queryKey: ['catalogue'], staleTime: Infinity, queryFn: () => unwrap(api.GET('/api/studios/{studio}/paints', { params: { path: { studio } } })) })
}

export function useMix(request: MixRequest | undefined) {
  const studio = useStudio()
  return useAsked('mix', request, (body, signal) => unwrap(api.POST('/api/studios/{studio}/recipes', { params: { path: { studio } }, body, signal })))
}

export function useScale(request: ScaleRequest | undefined) {
  const studio = useStudio()
  return useAsked('scale', request, (body, signal) => unwrap(api.POST('/api/studios/{studio}/scales', { params: { path: { studio } }, body, signal })))
}

export function useBatch(request: BatchRequest | undefined) {
  const studio = useStudio()
  return useAsked('batch', request, (body, signal) => unwrap(api.POST('/api/studios/{studio}/batches', { params: { path: { studio } }, body, signal })))
}

export function useChangePile(request: PileRequest | undefined) {
  const studio = useStudio()
  return useAsked('pile', request, (body, signal) => unwrap(api.POST('/api/studios/{studio}/piles', { params: { path: { studio } }, body, signal })))
}

export function useReach(paints: string[], whose: string) {
  const studio = useStudio()
  return useAsked('reach', paints.length > 0 ? { paints, whose } : undefined, (body, signal) => unwrap(api.POST('/api/studios/{studio}/gamuts', { params: { path: { studio } }, body, signal })))
}

/** useCovers asks which tubes cover a lesson best; undefined asks nothing. */
export function useCovers(request: { whose: string; sizes: number[]; safe: boolean } | undefined) {
  const studio = useStudio()
  return useAsked('covers', request, (body, signal) => unwrap(api.POST('/api/studios/{studio}/covers', { params: { path: { studio } }, body, signal })))
}

export function useCurves(paint: string, whose: string, paints: string[]) {
  const studio = useStudio()
  return useAsked('curves', { paint, whose, paints }, (query, signal) => unwrap(api.GET('/api/studios/{studio}/curves', { params: { path: { studio }, query: { ...query, paints: query.paints } }, querySerializer: flat, signal })))
}

/** flat writes lists as one value, which is how the API reads them. */
function flat(query: Record<string, unknown>): string {
  return new URLSearchParams(Object.entries(query).map(([k, v]) => [k, Array.isArray(v) ? v.join(',') : String(v)])).toString()
}

/** useAmounts asks what a lesson uses up. */
export function useAmounts(hash: string, students: number) {
  const studio = useStudio()
  return useAsked('amounts', { hash, students }, (q) => unwrap(api.GET('/api/studios/{studio}/rehearsals/{hash}/amounts', { params: { path: { studio, hash: q.hash }, query: { students: q.students } } })))
}

/** useReadSamples reads a file of measurements. */
export function useReadSamples() {
  return useMutation({
    mutationFn: (file: File) => unwrap(api.POST('/api/samples', { body: '', bodySerializer: () => file, headers: { 'Content-Type': 'application/octet-stream' } })),
  })
}

export function useCalibrateMeter() {
  return useMutation({ mutationFn: (meter: Meter) => unwrap(api.POST('/api/meter/calibrations', { body: meter })) })
}

export function useReadMeter() {
  return useMutation({ mutationFn: (request: ReadingRequest) => unwrap(api.POST('/api/meter/readings', { body: request })) })
}

/** usePickColour asks what colour the canvas has at a place. */
export function usePickColour(hash: string) {
  const studio = useStudio()
  return useMutation({
    mutationFn: ({ x, y, half }: { x: number; y: number; half: number }) =>
      unwrap(api.GET('/api/studios/{studio}/rehearsals/{hash}/colours/{place}', { params: { path: { studio, hash, place: `${x}-${y}-${half}` } } })),
  })
}

/** useTidyings asks what would make the palette of a lesson simpler. */
export function useTidyings(hash: string) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['tidyings', hash],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/tidyings/{hash}', { params: { path: { studio, hash } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  })
}
