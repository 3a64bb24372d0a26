import '@fontsource/literata/latin-400.css'
import '@fontsource/literata/latin-400-italic.css'
import '@fontsource/literata/latin-600.css'
import '@fontsource/source-sans-3/latin-400.css'
import '@fontsource/source-sans-3/latin-600.css'
import './index.css'

import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { Tooltip } from 'radix-ui'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { setNonce } from 'get-nonce'

import { App } from './App'
import { Refusal } from './api/client'

// Dialogs make a style sheet of their own, which the page's policy knows by this.
setNonce(document.querySelector<HTMLMetaElement>('meta[name="nonce"]')?.content ?? '')

const client = new QueryClient({
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

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <Tooltip.Provider delayDuration={350}>
          <App />
        </Tooltip.Provider>
      </QueryClientProvider>
    </StrictMode>,
  )
}
