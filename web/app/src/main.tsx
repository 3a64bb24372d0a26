import '@fontsource/literata/latin-400.css'
import '@fontsource/literata/latin-400-italic.css'
import '@fontsource/literata/latin-600.css'
import '@fontsource/source-sans-3/latin-400.css'
import '@fontsource/source-sans-3/latin-600.css'
import './index.css'

import { QueryClientProvider } from '@tanstack/react-query'
import { Tooltip } from 'radix-ui'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { setNonce } from 'get-nonce'

import { App } from './App'
import { cache } from './api/cache'

// Dialogs make a style sheet of their own, which the page's policy knows by this.
setNonce(document.querySelector<HTMLMetaElement>('meta[name="nonce"]')?.content ?? '')

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={cache}>
        <Tooltip.Provider delayDuration={350}>
          <App />
        </Tooltip.Provider>
      </QueryClientProvider>
    </StrictMode>,
  )
}
