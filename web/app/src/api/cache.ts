import { QueryClient } from '@tanstack/react-query'

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
