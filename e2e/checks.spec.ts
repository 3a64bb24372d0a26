import { expect, type Page } from '@playwright/test'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson } from './helpers'

let id: string
test.beforeEach(async ({ request }) => {
  id = await newLesson(request)
})

const open = async (page: Page) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/checks`)
  await expect(page.getByText(/^Rehearsing/)).toBeHidden({ timeout: 90_000 })
}

/** spoil lets a tool be carried on from a dark into a light, as a person in a hurry would. */
async function spoil(page: Page) {
  const saved = await (await page.request.get(`/api/studios/${studio()}/lessons/${id}`)).json()
  const step = saved.lesson.steps.find((s: { id: string }) => s.id === 'shore-light')
  const reply = await page.request.post(`/api/studios/${studio()}/lessons/${id}/edits`, { data: { from: saved.revision, edit: { edit: 'change', step: { ...step, care: 'carry-on' } } } })
  expect(reply.ok()).toBe(true)
}

test('a remedy is tried before it is applied, and takes the finding away', async ({ page }) => {
  await spoil(page)
  await open(page)
  const finding = page.locator('li', { hasText: 'The brush brings the last colour' }).first()
  await expect(finding).toBeVisible({ timeout: 90_000 })
  await expect(finding.locator('[data-tried=true]')).toBeVisible({ timeout: 90_000 })
  const leaves = /→ ([^,;]+)/.exec((await finding.locator('[data-part=remedy]').first().textContent()) ?? '')?.[1] ?? 'nothing'
  await finding.getByRole('button', { name: /^Try:/ }).first().click()
  const trial = page.getByRole('region', { name: 'Trial' })
  await expect(trial.getByRole('img')).toHaveCount(2, { timeout: 60_000 })
  await expect(trial.getByRole('heading', { name: 'Gone' })).toBeVisible()
  await expect(trial.getByText(/The brush brings the last colour/)).toContainText(`→ ${leaves}`) // in one figure, wherever it is told
  await trial.getByRole('button', { name: 'Apply it' }).click()
  await expect(page.getByRole('status').last()).toContainText('Saved: ')
  await expect(finding).toBeHidden({ timeout: 90_000 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(finding).toBeVisible({ timeout: 90_000 })
})

test('remedies go on being tried when the list is ordered another way', async ({ page }) => {
  test.setTimeout(240_000)
  await spoil(page)
  // The first that asks for remedies has left the list when the server hears of it; the next already waits for the same.
  let first = true
  let release = () => {}
  const next = new Promise<void>((done) => (release = done))
  let stops = 0
  page.on('request', (r) => {
    if (r.method() === 'DELETE' && r.url().includes('/jobs/')) stops++
  })
  await page.route('**/jobs', async (route) => {
    if (route.request().method() !== 'POST' || (route.request().postDataJSON() as { kind: string }).kind !== 'rank') return route.continue()
    if (first) {
      first = false
      await next
      return route.continue()
    }
    await route.continue()
    release()
  })
  await open(page)
  const finding = page.locator('li', { hasText: 'The brush brings the last colour' }).first()
  await expect(finding).toBeVisible({ timeout: 90_000 })
  await expect.poll(() => first).toBe(false)
  await page.getByRole('button', { name: 'change', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Largest change to the picture first' }).filter({ has: finding })).toBeVisible({ timeout: 180_000 })
  await expect(page.locator('[data-tried=false]')).toHaveCount(0, { timeout: 180_000 })
  expect(stops).toBe(0)
  await expect(page.getByRole('region', { name: 'These could not be tried' })).toHaveCount(0)
})

test('what a class asks is said while it is planned so', async ({ page }) => {
  await open(page)
  const classes = `/api/studios/${studio()}/classes`
  const day = (await (await page.request.post(classes, { data: { lesson: id, people: 4, begins: '2031-03-04T18:00', minutes: 90 } })).json()) as { id: string; version: number; revision: number; begins: string; class: Record<string, unknown> }
  const keep = await page.request.put(`${classes}/${day.id}`, { data: { from: day.version, revision: day.revision, begins: day.begins, class: { ...day.class, minors: true } } })
  expect(keep.ok()).toBe(true)
  const finding = page.locator('li', { hasText: 'Somebody is not of age' })
  await expect(finding).toContainText('on 4 March somebody is not of age')
  expect((await page.request.put(`${classes}/${day.id}/deleted`, { data: { deleted: true } })).ok()).toBe(true)
  await expect(finding).toBeHidden()
})

test('all that is safe is mended as one edit, and can be taken back', async ({ page }) => {
  test.setTimeout(240_000)
  await spoil(page)
  await open(page)
  const finding = page.locator('li', { hasText: 'The brush brings the last colour' }).first()
  await expect(finding).toBeVisible({ timeout: 90_000 })
  await page.getByRole('button', { name: 'Mend all that is safe' }).click()
  await expect(page.getByRole('button', { name: 'Stop waiting for its turn' })).toBeHidden({ timeout: 90_000 }) // while somebody else mends
  await expect(page.getByRole('button', { name: /^Stop (rehearsing|mending)/ })).toBeVisible()
  await expect(page.getByRole('status').last()).toContainText(/^Saved: mend all that is safe/, { timeout: 180_000 })
  await expect(page.getByText('Nothing is open.')).toBeVisible({ timeout: 90_000 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(finding).toBeVisible({ timeout: 90_000 })
})

/** raw puts a lesson on the shelf that takes many rounds to mend, opens its checks, and tells where it is. */
async function raw(page: Page) {
  const wish = { kind: 'village', method: 'wet-base', width: 400, height: 300, seed: 1, title: 'Raw' }
  const begun = await page.request.post(`/api/studios/${studio()}/starters`, { data: wish })
  expect(begun.status()).toBe(201)
  id = ((await begun.json()) as { id: string }).id
  await open(page)
  return `/api/studios/${studio()}/lessons/${id}`
}

/** asked is the next job that a page asks for to mend a lesson. */
const asked = async (page: Page) => {
  const reply = await page.waitForResponse(async (r) => r.url().endsWith('/jobs') && r.request().method() === 'POST' && ((await r.json()) as { kind: string }).kind === 'mend')
  return (await reply.json()) as { id: string }
}

const revision = async (page: Page, lesson: string) => ((await (await page.request.get(lesson)).json()) as { revision: number }).revision

test('mending is stopped, and nothing is changed', async ({ page }) => {
  const lesson = await raw(page)
  const job = asked(page)
  await page.getByRole('button', { name: 'Mend all that is safe' }).click()
  await page.getByRole('button', { name: /^Stop mending, round/ }).click()
  await expect(page.getByRole('status').last()).toContainText('Stopped mending; nothing was changed.')
  await expect(page.getByRole('button', { name: 'Mend all that is safe' })).toBeEnabled()
  // That was said once the job had ended: what goes on would be under way still.
  expect(await (await page.request.get(`/api/studios/${studio()}/jobs/${(await job).id}`)).json()).toMatchObject({ state: 'stopped' })
  expect(await revision(page, lesson)).toBe(1)
})

test('a browser that is closed takes what it waits for with it', async ({ page, context }) => {
  const lesson = await raw(page)
  const asking = asked(page)
  await page.getByRole('button', { name: 'Mend all that is safe' }).click()
  const job = await asking
  // Another tab hears how the job ends; to ask for it would be to wait for it.
  const other = await context.newPage()
  await other.goto('/')
  const end = other.evaluate(
    ([room, id]) =>
      new Promise<string>((heard) => {
        const events = new EventSource(`/api/studios/${room}/events`)
        events.onmessage = (e: MessageEvent<string>) => {
          const said = JSON.parse(e.data) as { job?: string; state?: string }
          if (said.job === id && said.state && !['waiting', 'running'].includes(said.state)) heard(said.state)
        }
      }),
    [studio(), job.id] as const,
  )
  await page.close()
  expect(await end).toBe('stopped')
  expect(await revision(other, lesson)).toBe(1)
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
