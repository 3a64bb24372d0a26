import { defineConfig } from '@playwright/test'

const port = Number(process.env.PROXENOS_E2E_PORT ?? 8897)

export default defineConfig({
  testDir: '.',
  timeout: 120_000,
  expect: { timeout: 30_000 },
  workers: 2, // each with a studio of its own; what was painted once is shared
  globalSetup: './setup.ts',
  forbidOnly: true,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-background-networking'] },
  },
  webServer: {
    command: `./serve.sh ${port}`,
    url: `http://127.0.0.1:${port}/api/health`,
    timeout: 60_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
})
