import { QueryClient, type InvalidateQueryFilters, type Query } from '@tanstack/react-query'

import { Refusal } from './client'

/** cache keeps what the server said, for all rooms. */
export const cache = new QueryClient({
  defaultOptions: {
    mutations: { networkMode: 'always' }, // a change that cannot be sent is refused at once, not kept back
    queries: {
      networkMode: 'always',
      // A database that went away comes back, a canvas gets painted; a refusal stays a refusal.
      retry: (count, error) => count < 20 && (!(error instanceof Refusal) || error.passes),
      retryDelay: (count) => Math.min(500 * 2 ** count, 4000),
      staleTime: 30_000,
    },
  },
})

/** What is being read for the first time, and read once more after that. */
const twice = new WeakSet<Query>()

/**
 * readAnew reads again what has changed. What is still being read for the first time may be what
 * was there before the change, and is not asked for twice at once: it is read once more when it
 * has come.
 */
export async function readAnew(what: InvalidateQueryFilters): Promise<void> {
  const first = cache
    .getQueryCache()
    .findAll(what)
    .filter((q) => q.state.data === undefined && q.state.fetchStatus !== 'idle' && !twice.has(q))
  first.forEach((q) => twice.add(q))
  await cache.invalidateQueries(what)
  if (first.length === 0) return
  first.forEach((q) => twice.delete(q))
  await cache.invalidateQueries({ predicate: (q) => first.includes(q) })
}
