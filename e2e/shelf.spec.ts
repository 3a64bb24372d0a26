import { expect, test } from '@playwright/test'
import { gzipSync } from 'node:zlib'

import { newLesson } from './helpers'

test('the shelf shows finished canvases with minutes and findings, and opens one', async ({ page }) => {
  await page.goto('/')
  const card = page.getByRole('link', { name: /Terraces above Ondrel Water/ }).first()
  await expect(card.getByRole('img')).toBeVisible({ timeout: 60_000 })
  await expect(card).toContainText('96 of 100 min')
  await expect(card).toContainText('Nothing open in Checks', { timeout: 60_000 })
  await card.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Terraces above Ondrel Water' })).toBeVisible()
  expect(page.url()).toContain('/lessons/')
})

test('a lesson file can be brought in, and a broken one says where it is broken', async ({ page, request }) => {
  const id = await newLesson(request)
  const saved = (await (await request.get(`/api/lessons/${id}`)).json()) as { lesson: { title: string; steps: { minutes: number }[] } }
  await page.goto('/')
  await expect(page.getByRole('link').first()).toBeVisible()
  const input = page.getByLabel('Lesson file')
  saved.lesson.steps[0]!.minutes = -4
  await input.setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(saved.lesson)) })
  await expect(page.getByRole('alert')).toContainText('steps[0].minutes is -4')
  saved.lesson.steps[0]!.minutes = 4
  saved.lesson.title = 'Brought in'
  await input.setInputFiles({ name: 'good.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(saved.lesson)) })
  await expect(page.getByRole('heading', { name: 'Brought in' })).toBeVisible()
})

test('the first load is small and comes from here alone', async ({ page, baseURL }) => {
  const scripts: Buffer[] = []
  const elsewhere: string[] = []
  page.on('response', (r) => {
    if (!r.url().startsWith(baseURL ?? '') && !r.url().startsWith('data:')) elsewhere.push(r.url())
    if (r.url().endsWith('.js')) void r.body().then((b) => scripts.push(b))
  })
  await page.goto('/')
  await expect(page.getByRole('link').first()).toBeVisible()
  const size = scripts.reduce((sum, s) => sum + gzipSync(s).length, 0)
  expect(scripts.length).toBeGreaterThan(0)
  expect(size).toBeLessThan(350_000)
  expect(elsewhere).toEqual([])
})

test('an address that is no lesson says so and leads back', async ({ page }) => {
  await page.goto('/lessons/nothing-here')
  await expect(page.getByRole('alert')).toContainText('no such thing')
  await page.getByRole('link', { name: 'Back to the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Proxenos' })).toBeVisible()
})
