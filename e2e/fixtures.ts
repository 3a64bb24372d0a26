import { test as base } from '@playwright/test'

/** studio is the one that this worker has to itself. */
export const studio = (): string => process.env[`PROXENOS_STUDIO_${process.env.TEST_PARALLEL_INDEX ?? '0'}`] ?? 'quillmere'

/** test opens pages in the worker's own studio, and fails where a page breaks its policy. */
export const test = base.extend({
  page: async ({ page }, use) => {
    const broken: string[] = []
    page.on('console', (m) => {
      if (m.text().includes('Content Security Policy')) broken.push(m.text())
    })
    await page.addInitScript((id) => {
      if (location.origin === 'null') return
      localStorage.setItem('studio', id)
      localStorage.setItem('first minute', 'seen')
    }, studio())
    await use(page)
    base.expect(broken).toEqual([])
  },
})
