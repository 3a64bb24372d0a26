import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'

import { useStudio } from '../lib/studio'
import { api, unwrap, type OnWall } from './client'
import { Stopped, the, work } from './jobs'

/** useCanvas is one real picture. */
export function useCanvas(id: string) {
  const studio = useStudio()
  return useQuery({ queryKey: ['canvases', studio, 'one', id], queryFn: () => unwrap(api.GET('/api/studios/{studio}/canvases/{canvas}', { params: { path: { studio, canvas: id } } })), staleTime: 0 })
}

/** useSeen is what was seen in a photograph of a picture; nothing while it was not looked at. */
export function useSeen(canvas: string, made: string | undefined) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['seen', studio, canvas, made],
    queryFn: () => unwrap(api.GET('/api/studios/{studio}/canvases/{canvas}/looks/{made}', { params: { path: { studio, canvas, made: made ?? '' } } })),
    enabled: made !== undefined,
    staleTime: Infinity,
    retry: false,
  })
}

/** useByRules judges a picture without its plan, when it is wanted. */
export function useByRules(canvas: OnWall, wanted: boolean) {
  const studio = useStudio()
  return useQuery({
    queryKey: ['rules', studio, canvas.id, canvas.canvas.photo],
    queryFn: async ({ signal }) => the((await work(studio, { kind: 'rules', canvas: canvas.id }, signal)).looked),
    enabled: wanted && canvas.canvas.photo !== undefined,
    staleTime: Infinity,
  })
}

/** What is asked of a photograph. */
export type Asking = { kind: 'camera' } | { kind: 'look'; corners?: number[]; light?: string; card?: number[] }

/** useLooking takes a simulated picture of a canvas, or looks at the one there is; what comes of it is kept with the canvas. */
export function useLooking(on: OnWall) {
  const studio = useStudio()
  const client = useQueryClient()
  const [going, setGoing] = useState<string>()
  const [problem, setProblem] = useState<string>()
  const control = useRef<AbortController>(undefined)
  useEffect(() => () => control.current?.abort(), [])
  const run = async (asked: Asking) => {
    const abort = new AbortController()
    control.current = abort
    setProblem(undefined)
    setGoing('')
    try {
      await work(studio, { ...asked, lesson: on.lesson ?? '', from: on.revision ?? 0, canvas: on.id }, abort.signal, setGoing)
      await client.invalidateQueries({ queryKey: ['canvases', studio] })
    } catch (error) {
      if (!(error instanceof Stopped)) setProblem(error instanceof Error ? error.message : String(error))
    } finally {
      setGoing(undefined)
    }
  }
  return { going, problem, run: (asked: Asking) => void run(asked), stop: () => control.current?.abort() }
}
