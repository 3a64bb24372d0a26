import { expect } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

import { studio, test } from './fixtures'
import { length, choose, newLesson, openScore, rehearsed, row } from './helpers'

test('the shelf shows finished canvases with minutes and findings, and opens one', async ({ page }) => {
  await page.goto('/')
  const card = page.getByRole('article').filter({ hasText: 'Terraces above Ondrel Water' }).first().getByRole('link')
  await expect(card.getByRole('img')).toBeVisible({ timeout: 60_000 })
  await expect(card).toContainText(length())
  await expect(card).toContainText('Nothing open in Checks', { timeout: 60_000 })
  await card.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Terraces above Ondrel Water' })).toBeVisible()
  expect(page.url()).toContain('/lessons/')
})

test('a lesson file can be brought in, and a broken one says where it is broken', async ({ page, request }) => {
  const id = await newLesson(request)
  const saved = (await (await request.get(`/api/studios/${studio()}/lessons/${id}`)).json()) as { lesson: { title: string; steps: { minutes: number }[] } }
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Ondrel/ }).first()).toBeVisible()
  const input = page.getByLabel('Bring in a lesson: file')
  saved.lesson.steps[0]!.minutes = -4
  await input.setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(saved.lesson)) })
  await expect(page.getByRole('alert')).toContainText('steps[0].minutes is -4')
  saved.lesson.steps[0]!.minutes = 4
  saved.lesson.title = 'Brought in'
  await input.setInputFiles({ name: 'good.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(saved.lesson)) })
  await expect(page.getByRole('heading', { name: 'Brought in' })).toBeVisible()
})

test('the shelf holds four lessons, finished and checked', async ({ page }) => {
  await page.goto('/')
  for (const name of ['Terraces above Ondrel Water', 'Poplars on the Maren cut, haze', 'Moonrise over Harrow Fell', 'Salt barns in snowlight']) {
    const card = page.getByRole('article').filter({ hasText: name }).first().getByRole('link')
    await expect(card.getByRole('img')).toBeVisible({ timeout: 90_000 })
    await expect(card).toContainText('Nothing open in Checks', { timeout: 90_000 })
  }
})

test('the marks sheet shows every technique as the simulator makes it', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Marks sheet' }).click()
  await expect(page.getByRole('heading', { name: 'The marks sheet' })).toBeVisible()
  await expect(page.getByRole('article').nth(23)).toBeVisible()
  await expect(page.getByRole('img', { name: /^criss-cross, wet base$/ })).toHaveAttribute('src', /specimens/, { timeout: 60_000 })
  await page.getByRole('link', { name: 'Forms' }).click()
  await expect(page.getByRole('heading', { name: 'The sheet of forms' })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Sky, light from behind$/ })).toHaveAttribute('src', /forms/, { timeout: 60_000 })
})

test('a lesson over days dries between them, and the days can be changed', async ({ page, request }) => {
  const text = readFileSync(join(import.meta.dirname, '../demo/salt-barns-in-snowlight.json'), 'utf8')
  const reply = await request.post(`/api/studios/${studio()}/lessons`, { headers: { 'Content-Type': 'application/json' }, data: text })
  await openScore(page, ((await reply.json()) as { id: string }).id)
  await choose(page, 'dry')
  await expect(page.getByText(/^Dried$/)).toBeVisible()
  await row(page, 'dry').getByRole('button', { name: 'days: 7 days' }).click()
  await page.getByLabel('Days', { exact: true }).fill('1')
  await page.keyboard.press('Enter')
  await expect(row(page, 'dry')).toContainText('1 day')
  await rehearsed(page)
  await expect(page.getByRole('button', { name: /finding/ }).first()).toBeVisible()
})

test('the first load is small and comes from here alone', async ({ page, baseURL }) => {
  const scripts: Promise<number>[] = [] // bytes as they are sent
  const elsewhere: string[] = []
  page.on('response', (r) => {
    if (!r.url().startsWith(baseURL ?? '') && !r.url().startsWith('data:')) elsewhere.push(r.url())
    if (r.url().endsWith('.js')) scripts.push(r.request().sizes().then((s) => s.responseBodySize))
  })
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Ondrel/ }).first()).toBeVisible()
  const size = (await Promise.all(scripts)).reduce((sum, s) => sum + s, 0)
  expect(scripts.length).toBeGreaterThan(0)
  expect(size).toBeLessThan(120_000)
  expect(elsewhere).toEqual([])
})

test('an address that is no lesson says so and leads back', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/nothing-here`)
  await expect(page.getByRole('alert')).toContainText('no such thing')
  await page.getByRole('link', { name: 'Back to the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Proxenos' })).toBeVisible()
})
