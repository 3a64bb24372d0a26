import type { ByStudent } from '../api/client'
import { chance } from '../lib/chance'

// What a student says without a network waits here, and is sent when there is one again. Each has
// a key of its own, by which the server knows it when it comes twice.

type Waiting = { key: string; seat: string; body: ByStudent }

const place = 'seat-outbox'
const most = 50

const read = (): Waiting[] => {
  try {
    const all: unknown = JSON.parse(localStorage.getItem(place) ?? '[]')
    return Array.isArray(all) ? (all as Waiting[]) : []
  } catch {
    return []
  }
}

const write = (all: Waiting[]) => localStorage.setItem(place, JSON.stringify(all.slice(-most)))

/** put keeps something that is to be said. */
export function put(seat: string, body: ByStudent) {
  const key = chance(12)
  write([...read(), { key, seat, body }])
}

/** waiting is how much of a seat has not been sent yet. */
export const waiting = (seat: string) => read().filter((w) => w.seat === seat).length

let under: Promise<string | undefined> | undefined

/** flush sends what waits, in its order; it says what the server refused. */
export function flush(): Promise<string | undefined> {
  under ??= sendAll().finally(() => (under = undefined))
  return under
}

async function sendAll(): Promise<string | undefined> {
  let refused: string | undefined
  for (let next = read()[0]; next; next = read()[0]) {
    const { key, seat, body } = next
    let reply: Response
    try {
      reply = await fetch(`/api/seats/${seat}/happenings`, { method: 'POST', headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key }, body: JSON.stringify(body) })
    } catch {
      return refused
    }
    if (reply.status === 503 || reply.status === 429) return refused
    write(read().filter((w) => w.key !== key))
    if (!reply.ok) refused = ((await reply.json().catch(() => ({}))) as { detail?: string }).detail ?? 'That could not be taken.'
  }
  return refused
}
