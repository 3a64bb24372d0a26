import { Signal } from './signal'

/** since is when the server was found not to answer; undefined while it does. */
export const since = new Signal<Date | undefined>(undefined)

const back = new Set<() => void>()

/** whenBack calls when the server answers again; what it returns ends that. */
export function whenBack(call: () => void): () => void {
  back.add(call)
  return () => back.delete(call)
}

/** silent is told when a request had no answer. */
export function silent() {
  if (since.get() === undefined) since.set(new Date())
  look()
}

/** answered is told when the server answered something. */
export function answered() {
  if (since.get() === undefined) return
  since.set(undefined)
  back.forEach((call) => call())
}

/** How often it is looked whether a server that went is back, ms. */
const looksAgain = 2000
let timer: number | undefined

function look() {
  timer ??= window.setTimeout(() => void ask(), looksAgain)
}

/** ask asks whether the server is there, now. */
export async function ask(): Promise<void> {
  window.clearTimeout(timer)
  timer = undefined
  try {
    const reply = await fetch('/api/ready', { cache: 'no-store' })
    if (reply.ok) answered()
  } catch {
    // It is not.
  }
  if (since.get() !== undefined) look()
}
