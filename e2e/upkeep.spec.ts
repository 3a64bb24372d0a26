import { expect } from '@playwright/test'

import { studio, test } from './fixtures'
import { newLesson } from './helpers'

test('a lesson is named in place, its rooms have a key each, and what was done is taken back', async ({ page }) => {
  const id = await newLesson(page.request)
  await page.goto(`/studios/${studio()}/lessons/${id}`)
  const name = page.getByLabel('Name of the lesson')
  await expect(name).toHaveValue('Terraces above Ondrel Water')
  await name.fill('Terraces in spring')
  await name.press('Escape')
  await expect(name).toHaveValue('Terraces above Ondrel Water')
  await name.fill('Terraces in spring')
  await name.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'Saved: call it “Terraces in spring”.' })).toBeVisible()
  await name.blur()
  for (const [key, room] of [
    ['2', 'Scene'],
    ['3', 'Bench'],
    ['4', 'Checks'],
    ['1', 'Score'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(page.getByRole('heading', { name: `${room}: Terraces in spring` })).toBeAttached()
    await expect(page.getByRole('link', { name: room, exact: true })).toHaveAttribute('aria-current', 'page')
  }
  // A figure that is typed into a field is no key.
  await name.fill('Terraces 2')
  await expect(page.getByRole('heading', { name: 'Score: Terraces in spring' })).toBeAttached()
  await name.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(name).toHaveValue('Terraces above Ondrel Water')
})

test('a lesson is copied, put away and brought back', async ({ page }) => {
  const id = await newLesson(page.request)
  const mine = `Upkeep ${id}`
  const saved = await page.request.post(`/api/studios/${studio()}/lessons/${id}/edits`, { data: { from: 1, edit: { edit: 'title', title: mine, about: '' } } })
  expect(saved.status()).toBe(200)
  await page.goto(`/studios/${studio()}`)
  await page.getByRole('button', { name: `Copy ${mine}`, exact: true }).click()
  await expect(page.getByLabel('Name of the lesson')).toHaveValue(`${mine}, copy`)
  await page.getByRole('link', { name: 'Studio', exact: true }).click()
  await page.getByRole('button', { name: `More for ${mine}, copy`, exact: true }).click()
  await page.getByRole('menuitem', { name: 'Put it away' }).click()
  await expect(page.getByRole('heading', { name: `${mine}, copy` })).toBeHidden()
  await expect(page.getByRole('heading', { name: mine, exact: true })).toBeVisible()
  const away = page.getByRole('region', { name: 'Put away' })
  await away.getByRole('button', { name: /put away/ }).click()
  await away.getByRole('button', { name: `Bring ${mine}, copy back` }).click()
  await expect(page.getByRole('heading', { name: `${mine}, copy` })).toBeVisible()
})
