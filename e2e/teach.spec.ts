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

test('a class runs by a pedal, on two screens, and what was said last is taken back', async ({ page, context }) => {
  const at = await lectern(page)
  const second = await context.newPage()
  await second.goto(at)
  await page.keyboard.press('PageDown')
  const step = (p: Page, text: RegExp) => expect(p.getByRole('region', { name: 'This step' }).getByRole('heading', { name: text })).toBeVisible()
  await step(page, /^Criss-cross high sky blue/)
  await step(second, /^Criss-cross high sky blue/)
  await expect(page.getByRole('img', { name: 'The canvas after step 1, with what is new clear' })).toBeVisible({ timeout: 90_000 })
  await page.keyboard.press('ArrowRight')
  await step(page, /^Feather the sky/)
  await step(second, /^Feather the sky/)
  await second.keyboard.press('ArrowLeft')
  await step(page, /^Criss-cross/)
  await page.keyboard.press('m')
  await expect(page.getByRole('status')).toContainText('went to mud')
  await page.keyboard.press('z')
  await expect(page.getByRole('status')).not.toContainText('went to mud')
  await page.keyboard.press('p')
  await expect(second.getByLabel('Time')).toContainText('paused')
  await page.keyboard.press('p')
  await expect(second.getByLabel('Time')).not.toContainText('paused')
  // A new tab has lost nothing.
  await second.reload()
  await step(second, /^Criss-cross/)
  await page.getByRole('button', { name: 'End the class' }).click()
  await expect(second.getByRole('heading', { name: 'The class has ended.' })).toBeVisible()
})

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
