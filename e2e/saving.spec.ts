import { expect } from '@playwright/test'

import { studio, test } from './fixtures'
import { choose, length, minutes, newLesson, openScore, order, row, status } from './helpers'

let id: string
test.beforeEach(async ({ page, request }) => {
  id = await newLesson(request)
  await openScore(page, id)
})

test('a second tab follows, and takes back its own change alone', async ({ page, context }) => {
  const second = await context.newPage()
  await openScore(second, id)
  await choose(second, 'lake')
  await second.keyboard.press('+')
  await expect(minutes(second)).toHaveText(length(0.5))
  await expect(minutes(page)).toHaveText(length(0.5), { timeout: 2000 })
  // Who was at the end of the lesson is at its new end.
  const playhead = page.getByRole('slider', { name: 'Playhead, minutes' })
  await expect(playhead).toHaveAttribute('aria-valuenow', (await playhead.getAttribute('aria-valuemax')) ?? '')
  await choose(page, 'sky')
  await page.keyboard.press('+')
  await expect(minutes(page)).toHaveText(length(1))
  await expect(minutes(second)).toHaveText(length(1), { timeout: 2000 })
  await expect(status(second).last()).toContainText('Changed in another place: give step 1 (criss-cross, Sky)')
  await second.getByRole('button', { name: 'Undo' }).click()
  await expect(minutes(second)).toHaveText(length(0.5))
  await expect(row(page, 'sky')).toContainText('4.5 min')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('a second tab that heard nothing keeps both changes, and is shown the two where they touch', async ({ page, context }) => {
  const second = await context.newPage()
  await second.route('**/events*', (route) => route.abort())
  await openScore(second, id)
  await choose(page, 'sky')
  await page.keyboard.press('+')
  await expect(minutes(page)).toHaveText(length(0.5))

  // Another step: both changes are kept, and it is told.
  await choose(second, 'lake')
  await second.keyboard.press('-')
  await expect(minutes(second)).toHaveText(length())
  await expect(status(second).last()).toContainText('Somebody else changed this lesson too: give step 1 (criss-cross, Sky)')
  // The same step in another way: nothing is saved until one is chosen.
  await expect(minutes(page)).toHaveText(length()) // it has heard of the other step
  await page.keyboard.press('+')
  await expect(minutes(page)).toHaveText(length(0.5))
  await expect(page.locator('[data-part=saving]')).toHaveText('Saved')
  await choose(second, 'sky')
  await second.keyboard.press('-')
  const dialog = second.getByRole('alertdialog', { name: 'Two changed the same' })
  await expect(dialog.getByRole('row', { name: /^step 1 \(criss-cross, Sky\), minutes/ })).toBeVisible()
  await dialog.getByRole('button', { name: 'Keep theirs' }).click()
  await expect(dialog).toBeHidden()
  await expect(minutes(second)).toHaveText(length(0.5))
  await second.keyboard.press('+')
  await second.keyboard.press('+')
  await expect(minutes(second)).toHaveText(length(1.5))
  // Taking back takes back one's own change alone.
  await second.keyboard.press('Control+z')
  await expect(minutes(second)).toHaveText(length(1))
})

test('a lost connection loses nothing: what was changed is saved when it is back, also after the page was closed', async ({ page, context }) => {
  await choose(page, 'sky')
  await context.setOffline(true)
  await page.keyboard.press('+')
  await expect(page.getByRole('alert')).toContainText('The server does not answer')
  await expect(page.locator('[data-part=saving]')).toHaveText('Not saved yet: one change')
  await page.keyboard.press('+')
  await expect(page.locator('[data-part=saving]')).toHaveText('Not saved yet: 2 changes')
  await expect(minutes(page)).toHaveText(length())
  await context.setOffline(false)
  await expect(minutes(page)).toHaveText(length(1), { timeout: 15_000 })
  await expect(page.getByRole('alert')).toBeHidden()
  await expect(page.locator('[data-part=saving]')).toHaveText('Saved')
  // One that is not saved yet is given up by Undo.
  await page.route('**/edits', (route) => route.abort())
  await page.keyboard.press('+')
  await expect(page.locator('[data-part=saving]')).toHaveText('Not saved yet: one change', { timeout: 15_000 })
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-part=saving]')).toHaveText('Saved')
  // The page goes while something waits: it is saved when the lesson is opened again.
  await page.keyboard.press('+')
  await expect(page.locator('[data-part=saving]')).toHaveText('Not saved yet: one change', { timeout: 15_000 })
  await page.goto('about:blank')
  await page.unroute('**/edits')
  await openScore(page, id)
  await expect(minutes(page)).toHaveText(length(1.5))
})

test('an edit that is given up while nobody knows whether it arrived is taken back if it did', async ({ page, request }) => {
  const saved = async () => (await (await request.get(`/api/studios/${studio()}/lessons/${id}`)).json()) as { revision: number; lesson: { steps: { id: string; minutes: number }[] } }
  const sky = async () => (await saved()).lesson.steps.find((s) => s.id === 'sky')?.minutes
  const before = { revision: (await saved()).revision, minutes: await sky() }
  await choose(page, 'sky')
  let sent = 0
  await page.route('**/edits', async (route) => {
    if (sent++ === 0) await route.fetch() // it arrives, and its reply does not
    await route.abort()
  })
  await page.keyboard.press('+')
  await expect(page.locator('[data-part=saving]')).toHaveText('Not saved yet: one change')
  await expect.poll(sky).not.toBe(before.minutes)
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-part=saving]')).toHaveText('Saved')
  await page.unroute('**/edits')
  await expect.poll(async () => (await saved()).revision).toBe(before.revision + 2) // once there, once back
  expect(await sky()).toBe(before.minutes)
  await expect(minutes(page)).toHaveText(length())
  // What is made afterwards is made of that.
  await page.keyboard.press('+')
  await expect(minutes(page)).toHaveText(length(0.5))
  await page.keyboard.press('Control+z')
  await expect(minutes(page)).toHaveText(length())
})

test('steps that are written and copied faster than they are saved stand in the order in which they were typed', async ({ page }) => {
  let go = () => {}
  const typed = new Promise<void>((done) => {
    go = done
  })
  await page.route('**/new-steps/**', async (route) => {
    await typed
    await route.continue()
  })
  await choose(page, 'sky')
  const before = await order(page)
  const write = async (...parts: string[]) => {
    await page.keyboard.press('n')
    const field = page.getByRole('combobox', { name: 'What the new step does' })
    for (const part of parts) {
      await expect(field).toBeFocused()
      await page.keyboard.type(part)
      await page.keyboard.press('Enter')
    }
    await page.keyboard.press('Enter')
    await expect(field).toBeHidden()
  }
  await write('rub back', 'on Sky')
  await write('blot', 'on Sky')
  await write('rub back', 'on Sky')
  go()
  const said = (n: number) => row(page, before[0]!).locator(`xpath=following-sibling::li[@data-step][${n}]`)
  await expect(page.locator('[data-step]')).toHaveCount(before.length + 3)
  const now = await order(page)
  const sky = before.indexOf('sky')
  expect([...now.slice(0, sky + 1), ...now.slice(sky + 4)]).toEqual(before)
  await expect(said(sky + 1)).toContainText(/rub back/i)
  await expect(said(sky + 2)).toContainText(/blot/i)
  await expect(said(sky + 3)).toContainText(/rub back/i)
  // The last written one is chosen; two copies of it are two steps.
  await page.keyboard.press('d')
  await page.keyboard.press('d')
  await expect(page.locator('[data-step]')).toHaveCount(before.length + 5)
  expect(new Set(await order(page)).size).toBe(before.length + 5)
  await expect(page.locator('[data-part=saving]')).toHaveText('Saved')
  await expect(page.getByRole('alert')).toBeHidden()
})

test('edits made while another is being saved wait for their turn, and none is lost', async ({ page, request }) => {
  let go = () => {}
  const typed = new Promise<void>((done) => {
    go = done
  })
  await page.route('**/edits', async (route) => {
    await typed // the first save is under way until all keys are pressed
    await route.continue()
  })
  await choose(page, 'sky')
  const before = await order(page)
  for (const key of ['+', '+', '+', '+', '-', 'd', 'Control+z']) await page.keyboard.press(key)
  go()
  await expect(minutes(page)).toHaveText(length(1.5), { timeout: 15_000 })
  await expect.poll(() => order(page)).toEqual(before)
  // What one change leaves of a step, the next does not take back.
  await row(page, 'sky').getByRole('button', { name: /^load:/ }).click()
  await page.getByRole('button', { name: /^heavily loaded/ }).click()
  await row(page, 'sky').getByRole('button', { name: /^pressure:/ }).click()
  await page.getByRole('button', { name: /^barely touching/ }).click()
  await expect
    .poll(async () => {
      const { lesson } = (await (await request.get(`/api/studios/${studio()}/lessons/${id}`)).json()) as { lesson: { steps: { id: string; load: string; pressure: string }[] } }
      const sky = lesson.steps.find((s) => s.id === 'sky')
      return `${sky?.load} ${sky?.pressure}`
    })
    .toBe('heavy barely')
})
