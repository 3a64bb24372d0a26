import './seat.css'

import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { createRoot } from 'react-dom/client'

import { App } from './App'

if ('serviceWorker' in navigator && import.meta.env.PROD) {
  navigator.serviceWorker.register('/seat-worker.js', { scope: '/join', type: 'module' }).catch(() => undefined) // it works without, as long as there is a network
}

const client = new QueryClient({ defaultOptions: { queries: { networkMode: 'always', staleTime: Infinity }, mutations: { networkMode: 'always' } } })

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <QueryClientProvider client={client}>
      <App />
    </QueryClientProvider>,
  )
}
