import { expect, type Page } from '@playwright/test'

import { clean } from './axe'
import { test } from './fixtures'
import { newLesson } from './helpers'

let id: string
test.beforeEach(async ({ request }) => {
  id = await newLesson(request)
})

const open = async (page: Page) => {
  await page.goto(`/lessons/${id}/checks`)
  await expect(page.getByText(/^Rehearsing/)).toBeHidden({ timeout: 90_000 })
}

/** spoil lets a tool be carried on from a dark into a light, as a person in a hurry would. */
async function spoil(page: Page) {
  const saved = await (await page.request.get(`/api/lessons/${id}`)).json()
  const step = saved.lesson.steps.find((s: { id: string }) => s.id === 'shore-light')
  const reply = await page.request.post(`/api/lessons/${id}/edits`, { data: { from: saved.revision, edit: { edit: 'change', step: { ...step, care: 'carry-on' } } } })
  expect(reply.ok()).toBe(true)
}

test('a remedy is tried before it is applied, and takes the finding away', async ({ page }) => {
  await spoil(page)
  await open(page)
  const finding = page.locator('li', { hasText: 'The brush brings the last colour' }).first()
  await expect(finding).toBeVisible({ timeout: 90_000 })
  await finding.getByRole('button', { name: /^Try:/ }).first().click()
  const trial = page.getByRole('region', { name: 'Trial' })
  await expect(trial.getByRole('img')).toHaveCount(2, { timeout: 60_000 })
  await expect(trial.getByRole('heading', { name: 'Gone' })).toBeVisible()
  await expect(trial.getByText(/The brush brings the last colour/)).toBeVisible()
  await trial.getByRole('button', { name: 'Apply it' }).click()
  await expect(page.getByRole('status').last()).toContainText('Saved: ')
  await expect(finding).toBeHidden({ timeout: 90_000 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(finding).toBeVisible({ timeout: 90_000 })
})

test('all that is safe is mended, round by round, and can be taken back', async ({ page }) => {
  test.setTimeout(240_000)
  await spoil(page)
  await open(page)
  await page.getByRole('button', { name: 'Mend all that is safe' }).click()
  await expect(page.getByRole('status').last()).toContainText(/^Mended in/, { timeout: 180_000 })
  await expect(page.getByText('Nothing is open.')).toBeVisible({ timeout: 90_000 })
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('findings are grouped by kind and by step, and chosen on the picture by keyboard', async ({ page }) => {
  await spoil(page)
  await open(page)
  await expect(page.getByRole('heading', { name: /^Colour/ })).toBeVisible()
  await page.getByRole('button', { name: 'step', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^Step \d+: Tap/ })).toBeVisible()
  const place = page.getByRole('group', { name: 'Places of findings' }).getByRole('button').first()
  await place.focus()
  await page.keyboard.press('Enter')
  await expect(page.locator('.outline-2')).toHaveCount(1)
})

for (const room of ['light', 'dark'] as const) {
  test(`checks are clean for axe in the ${room} room and fit the screen`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: room })
    await open(page)
    await clean(page, 'checks')
    expect(await page.evaluate(() => [document.documentElement.scrollHeight, document.documentElement.scrollWidth])).toEqual([800, 1280])
  })
}
