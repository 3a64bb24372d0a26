import { capital } from '../ui/controls'
import { api, Refusal, unwrap, type Asked, type Came, type Job, type News } from './client'

/** Names this tab in the jobs that it asks for: when its stream ends they are stopped. */
const tab = Array.from(crypto.getRandomValues(new Uint8Array(9)), (b) => b.toString(16).padStart(2, '0')).join('')

type Hears = (news: News) => void

/** A Stream is what happens in one studio, heard once for all who ask. */
class Stream {
  private readonly source: EventSource
  private readonly hears = new Set<Hears>()
  /** Called when the stream stands again after it broke: something may have been missed. */
  private readonly returns = new Set<() => void>()

  constructor(studio: string) {
    this.source = new EventSource(`/api/studios/${encodeURIComponent(studio)}/events?watcher=${tab}`)
    this.source.onmessage = (e: MessageEvent<string>) => {
      const news = JSON.parse(e.data) as News
      for (const hear of this.hears) hear(news)
    }
    let stood = false
    this.source.onopen = () => {
      if (stood) for (const back of this.returns) back()
      stood = true
    }
  }

  /** listen hears everything until what it returns is called. */
  listen(hear: Hears, back?: () => void): () => void {
    this.hears.add(hear)
    if (back) this.returns.add(back)
    return () => {
      this.hears.delete(hear)
      if (back) this.returns.delete(back)
    }
  }
}

const streams = new Map<string, Stream>()

/** streamOf is the stream of a studio; it stays open as long as the tab. */
export function streamOf(studio: string): Stream {
  let stream = streams.get(studio)
  if (!stream) {
    stream = new Stream(studio)
    streams.set(studio, stream)
  }
  return stream
}

/** Should an event be lost, the job is asked after so many ms. */
const asksAgain = 3000

/** Stopped ends a job that somebody stopped. */
export class Stopped extends Error {
  constructor() {
    super('It was stopped.')
  }
}

/**
 * work asks for a job and waits for what comes of it. Told hears how far it is. When signal
 * ends, and nobody else waits for it, the job is stopped.
 */
export async function work(studio: string, asked: Omit<Asked, 'watcher'>, signal?: AbortSignal, told?: (said: string) => void): Promise<Came> {
  const stream = streamOf(studio)
  const first = await unwrap(api.POST('/api/studios/{id}/jobs', { params: { path: { id: studio } }, body: { ...asked, watcher: tab }, ...(signal ? { signal } : {}) }))
  const path = { id: studio, job: first.id }
  const ended = (j: Job) => j.state !== 'waiting' && j.state !== 'running'
  return new Promise<Came>((resolve, reject) => {
    const end = () => {
      window.clearInterval(timer)
      leave()
      signal?.removeEventListener('abort', stop)
    }
    const stop = () => {
      end()
      void api.DELETE('/api/studios/{id}/jobs/{job}', { params: { path, query: { watcher: tab } } })
      reject(new Stopped())
    }
    const take = (j: Job) => {
      if (!ended(j)) {
        told?.(j.said)
        return
      }
      end()
      if (j.state === 'done' && j.came) resolve(j.came)
      else if (j.state === 'stopped') reject(new Stopped())
      else reject(new Refusal(422, { title: 'It failed', detail: capital(j.problem) + '.' }))
    }
    const ask = () => {
      unwrap(api.GET('/api/studios/{id}/jobs/{job}', { params: { path } })).then(take, (error: unknown) => {
        if (error instanceof Refusal && error.passes) return // it is asked again
        end()
        reject(error instanceof Error ? error : new Error(String(error)))
      })
    }
    const leave = stream.listen((news) => {
      if (news.job !== first.id) return
      if (news.state === 'waiting' || news.state === 'running') told?.(news.said ?? '')
      else ask()
    }, ask)
    const timer = window.setInterval(ask, asksAgain)
    if (signal?.aborted) {
      stop()
      return
    }
    signal?.addEventListener('abort', stop)
    take(first)
    ask() // it may have ended before the stream stood
  })
}

/** the is what a job of a kind always comes to. */
export function the<T>(came: T | undefined): T {
  if (came === undefined) throw new Error('Nothing came of it.')
  return came
}
