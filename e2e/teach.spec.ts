import { expect, type Page } from '@playwright/test'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson } from './helpers'

/** lectern plans a class of a fresh lesson and opens its lectern. */
async function lectern(page: Page) {
  const lesson = await newLesson(page.request)
  const made = await page.request.post(`/api/studios/${studio()}/classes`, { data: { lesson, people: 6, begins: '2031-05-06T18:00', minutes: 120 } })
  expect(made.status()).toBe(201)
  const { id } = (await made.json()) as { id: string }
  const at = `/studios/${studio()}/classes/${id}/teach`
  await page.goto(at)
  await expect(page.getByRole('heading', { name: 'Terraces above Ondrel Water' }).first()).toBeVisible()
  return at
}

for (const room of ['light', 'dark'] as const) {
  test(`the lectern is clean for axe in the ${room} room, with targets for a finger`, async ({ page }) => {
    await page.addInitScript((r) => localStorage.setItem('room', r), room)
    await lectern(page)
    await page.getByRole('button', { name: 'Begin the class' }).click()
    await expect(page.getByRole('button', { name: 'Done, next' })).toBeVisible()
    await clean(page, `lectern, ${room}`)
    for (const button of await page.locator('footer button').all()) {
      const box = await button.boundingBox()
      expect(Math.min(box!.width, box!.height)).toBeGreaterThanOrEqual(44)
    }
    expect(await page.evaluate(() => document.documentElement.scrollHeight <= window.innerHeight && document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
  })
}
