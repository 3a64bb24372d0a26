import { capital } from '../ui/controls'
import { api, Refusal, unwrap, type Asked, type Came, type Job } from './client'
import { streamOf, tab } from './news'

/** Should an event be lost, the job is asked after so many ms. */
const asksAgain = 3000

/** Stopped ends a job that somebody stopped. */
export class Stopped extends Error {
  constructor() {
    super('It was stopped.')
  }
}

const ended = (j: Job) => j.state !== 'waiting' && j.state !== 'running'

/** Shared is what several callers of this tab wait for: the server knows the tab alone. */
interface Shared {
  callers: number
  /** While the last of them leaves: who asks then would be given the job that is about to be stopped. */
  leaving?: Promise<unknown> | undefined
}

const shared = new Map<string, Shared>()

/**
 * work asks for a job and waits for what comes of it. Told hears how far it is. When signal
 * ends it is told to stop; whether it still came to its end in that moment is heard as ever. SoFar hears
 * what has come of it while it runs, of the kinds that tell. Where several wait for the same, it is told to stop when
 * the last of them leaves.
 */
export async function work(studio: string, asked: Omit<Asked, 'watcher'>, signal?: AbortSignal, told?: (said: string) => void, soFar?: (came: Came) => void): Promise<Came> {
  const name = JSON.stringify([studio, asked])
  const same = shared.get(name) ?? { callers: 0 }
  shared.set(name, same)
  same.callers++
  let here = true
  const quit = () => {
    if (here) same.callers--
    here = false
  }
  try {
    await same.leaving
    return await carriedOut(studio, asked, same, quit, signal, told, soFar)
  } finally {
    quit()
    if (same.callers === 0 && shared.get(name) === same) shared.delete(name)
  }
}

async function carriedOut(studio: string, asked: Omit<Asked, 'watcher'>, same: Shared, quit: () => void, signal?: AbortSignal, told?: (said: string) => void, soFar?: (came: Came) => void): Promise<Came> {
  const first = await unwrap(api.POST('/api/studios/{studio}/jobs', { params: { path: { studio } }, body: { ...asked, watcher: tab } }))
  const path = { studio, job: first.id }
  return new Promise<Came>((resolve, reject) => {
    const end = () => {
      window.clearInterval(timer)
      leave()
      signal?.removeEventListener('abort', stop)
    }
    const fail = (error: unknown) => {
      if (error instanceof Refusal && error.passes) return // it is asked again
      end()
      reject(error instanceof Error ? error : new Error(String(error)))
    }
    const take = (j: Job) => {
      if (!ended(j)) {
        told?.(j.said)
        if (j.came) soFar?.(j.came)
        return
      }
      end()
      if (j.state === 'done' && j.came) resolve(j.came)
      else if (j.state === 'stopped') reject(new Stopped())
      else reject(new Refusal(422, { title: 'It failed', detail: capital(j.problem) + '.' }))
    }
    const ask = () => {
      unwrap(api.GET('/api/studios/{studio}/jobs/{job}', { params: { path } })).then(take, fail)
    }
    const stop = () => {
      quit()
      if (same.callers > 0) {
        end()
        reject(new Stopped())
        return
      }
      const left = (j: Job) => {
        if (ended(j) || j.stop) {
          take(j)
          return
        }
        end() // somebody else still waits for it
        reject(new Stopped())
      }
      same.leaving = unwrap(api.DELETE('/api/studios/{studio}/jobs/{job}', { params: { path, query: { watcher: tab } } })).then(left, fail).finally(() => (same.leaving = undefined))
    }
    const leave = streamOf(studio).listen(
      (news) => {
        if (news.job !== first.id) return
        const going = news.state === 'waiting' || news.state === 'running'
        if (going) told?.(news.said ?? '')
        if (!going || soFar) ask()
      },
      ask,
      true,
    )
    const timer = window.setInterval(ask, asksAgain)
    if (signal?.aborted) stop()
    else signal?.addEventListener('abort', stop)
    take(first)
    ask() // it may have ended before the stream stood
  })
}

/** the is what a job of a kind always comes to. */
export function the<T>(came: T | undefined): T {
  if (came === undefined) throw new Error('Nothing came of it.')
  return came
}
