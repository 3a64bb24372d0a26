import { expect, type APIRequestContext, type Page } from '@playwright/test'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { length, minutes, newLesson, openScore, order, pick, rehearsed, row } from './helpers'

let id: string
test.beforeEach(async ({ page, request }) => {
  id = await newLesson(request)
  await openScore(page, id)
})

const book = (page: Page) => page.getByRole('region', { name: 'The whole script' })
const drawer = async (page: Page, name: string) => {
  if (!(await book(page).isVisible())) await page.keyboard.press('a')
  await book(page).getByRole('tab', { name }).click()
}

test('a better order is proposed, tried on the canvas, applied and taken back', async ({ page }) => {
  await drawer(page, 'Time')
  await expect(book(page).getByText(/painting [\d.]+ min/)).toBeVisible()
  const better = book(page).getByRole('button', { name: /^Try: (With few moves|The shortest)/ }).last()
  await expect(better).toBeVisible({ timeout: 60_000 })
  await better.click()
  const trial = page.getByRole('region', { name: 'Trial' })
  await expect(trial.getByRole('img')).toHaveCount(2, { timeout: 60_000 })
  const before = await order(page)
  await trial.getByRole('button', { name: 'Apply it' }).click()
  await expect(minutes(page)).not.toHaveText(length())
  await expect(page.getByText('meanwhile:').first()).toBeVisible()
  expect([...(await order(page))].sort()).toEqual(expect.arrayContaining([...before].sort()))
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(minutes(page)).toHaveText(length())
  expect(await order(page)).toEqual(before)
})

test('the script is fitted to 90 minutes, by choices with what each costs the picture', async ({ page }) => {
  await drawer(page, 'Time')
  await book(page).getByLabel('Fit into, minutes').fill('90')
  await book(page).getByRole('button', { name: 'Find what to cut' }).click()
  const fit = book(page).getByRole('region', { name: 'Fit to a session' })
  await expect(fit.getByText(/the picture changes by ΔE/).first()).toBeVisible({ timeout: 60_000 })
  await expect(fit.getByText(/^Keep every step:/)).toBeVisible()
  await fit.getByRole('button', { name: /^Apply: keep every step/ }).click()
  await expect(minutes(page)).toHaveText(/^(8[5-9]|90)(\.\d)? of /)
  await rehearsed(page)
})

test('the pace of beginners makes the class longer, not the towels', async ({ page }) => {
  await drawer(page, 'Time')
  await book(page).getByLabel('Pace, times the written minutes').fill('1.5')
  await expect(book(page).getByText('min at their pace')).toBeVisible()
  const text = await minutes(page).innerText()
  const written = Number.parseFloat(length())
  expect(Number.parseFloat(text)).toBeGreaterThan(1.3 * written)
  expect(Number.parseFloat(text)).toBeLessThan(1.5 * written)
})

test('a house method says what it would change before it changes, and revisions tell it after', async ({ page }) => {
  await drawer(page, 'Method')
  await book(page).getByRole('button', { name: 'lean to fat' }).click()
  await expect(book(page).getByText(/things would change:/)).toBeVisible()
  await expect(book(page).getByText(/method: .* → lean to fat/)).toBeVisible()
  await expect(book(page).getByText(/half solvent first/)).toBeVisible()
  await book(page).getByRole('button', { name: /^Apply: work in the method/ }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Saved: ' })).toContainText('lean to fat')
  await drawer(page, 'Revisions')
  await expect(book(page).getByRole('list', { name: 'Differences' }).getByText(/method: .* → lean to fat/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await drawer(page, 'Method')
  await expect(book(page).getByRole('button', { name: /^lean to fat/ })).not.toContainText('now')
})

test('tools are counted, one is laid out, and a spare saves cleaning', async ({ page }) => {
  await drawer(page, 'Tools')
  await expect(book(page).getByText(/tools are used; \d+ would do/)).toBeVisible({ timeout: 60_000 })
  await expect(book(page).getByText(/^A second /).first()).toBeVisible()
  await pick(book(page).getByLabel('Kind of tool'), 'dagger')
  await book(page).getByRole('button', { name: 'Lay it out' }).click()
  await expect(book(page).getByRole('button', { name: 'Put away the 10 mm dagger' })).toBeVisible()
})

test('a piece and steps of another lesson are fitted and brought in', async ({ page, request }) => {
  await newLesson(request)
  const count = (await order(page)).length
  await drawer(page, 'Bring in')
  await book(page).getByRole('button', { name: 'Far tree line and its reflection' }).click()
  await expect(book(page).getByRole('region', { name: 'Fitted' })).toBeVisible({ timeout: 60_000 })
  await book(page).getByRole('button', { name: /^Apply: bring in/ }).click()
  await expect(page.locator('[data-step]')).not.toHaveCount(count)
  const grown = (await order(page)).length
  await book(page).getByLabel('Another lesson').click()
  await page.getByRole('option').last().click() // the newest
  await book(page).getByRole('checkbox').nth(4).check()
  await book(page).getByRole('button', { name: 'Fit it to this lesson' }).click()
  await book(page).getByRole('button', { name: /^Apply: bring in: 1 steps/ }).click({ timeout: 60_000 })
  await expect(page.locator('[data-step]')).toHaveCount(grown + 1)
})

test('steps are picked by key and changed together as one edit', async ({ page }) => {
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  const bar = page.getByRole('toolbar', { name: 'Picked steps' })
  await expect(bar).toContainText('3 picked')
  const before = await order(page)
  await bar.getByRole('button', { name: 'Later' }).click()
  await expect(async () => expect((await order(page)).slice(1, 5)).toEqual([before[4], before[1], before[2], before[3]])).toPass()
  await bar.getByRole('button', { name: '+ ½ min' }).click()
  await expect(minutes(page)).toHaveText(length(1.5))
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(minutes(page)).toHaveText(length())
  await bar.getByRole('button', { name: 'Take out' }).click()
  await expect(page.locator('[data-step]')).toHaveCount(before.length - 3)
  await expect(bar).toBeHidden()
})

test('waits that contradict each other are told, with the steps to blame', async ({ page, request }) => {
  const saved = await (await request.get(`/api/studios/${studio()}/lessons/${id}`)).json()
  const wait = (step: string, after: string) => ({ edit: 'change', step: { ...saved.lesson.steps.find((s: { id: string }) => s.id === step), after: [{ step: after, least: 0, most: 0 }] } })
  const reply = await request.post(`/api/studios/${studio()}/lessons/${id}/edits`, { data: { from: saved.revision, edit: { edit: 'all', edits: [wait('roof', 'poppies'), wait('poppies', 'roof')] } } })
  expect(reply.ok()).toBe(true)
  await page.reload()
  await rehearsed(page)
  await drawer(page, 'Time')
  await expect(book(page).getByRole('alert')).toContainText(/In no order can these waits be kept: step \d+ \(cut in, Chapel roof\), step \d+ \(dab, Right verge\)/, { timeout: 60_000 })
  await expect(row(page, 'roof').getByRole('button', { name: /Waits that contradict/ })).toBeVisible()
})

test('a step waits for another, is done meanwhile, and has another way', async ({ page }) => {
  await row(page, 'hill-scrub').locator('button[aria-expanded=false]').click()
  const open = row(page, 'hill-scrub')
  await open.getByRole('button', { name: 'Let it wait for a step' }).click()
  await expect(open.getByLabel('Minutes at least')).toHaveValue('5')
  await open.getByRole('button', { name: 'No wait' }).click()
  await expect(open.getByLabel('Minutes at least')).toBeHidden()
  await open.getByRole('checkbox', { name: /Done meanwhile/ }).click()
  await expect(open.getByRole('checkbox', { name: /Done meanwhile/ })).toBeChecked()
  await expect(open.getByText('Meanwhile', { exact: false }).first()).toBeVisible()
  await open.getByRole('button', { name: 'Keep this as the other way' }).click()
  await expect(open.getByText(/^Other way: tap, 1 min/)).toBeVisible()
})

for (const room of ['light', 'dark'] as const) {
  test(`the book is clean for axe in the ${room} room`, async ({ page }) => {
    if (room === 'dark') await page.keyboard.press('0')
    for (const name of ['Time', 'Tools', 'Method', 'Bring in', 'Revisions']) {
      await drawer(page, name)
      await page.waitForLoadState('networkidle')
      await clean(page, name)
    }
  })
}

/** empty takes out of the studio's cupboard what a test has put in: the other lessons see it. */
async function empty(request: APIRequestContext) {
  const at = `/api/studios/${studio()}/lessons/${id}/cupboard`
  const { version } = (await (await request.get(at)).json()) as { version: number }
  await request.put(at, { data: { from: version, cupboard: { people: 1, paints: [], tools: [] } } })
}

test.describe('a cupboard', () => {
  test.beforeEach(({ request }) => empty(request))
  test.afterEach(({ request }) => empty(request))

  test('what the cupboard lacks is a finding, and a table goes out and in', async ({ page }) => {
    await drawer(page, 'Cupboard')
    await expect(book(page).getByText(/^Nobody has counted yet/)).toBeVisible({ timeout: 60_000 })
    await book(page).getByLabel('People', { exact: true }).fill('8')
    const white = book(page).getByLabel('Titanium white in the cupboard, ml')
    await white.fill('5000')
    // What nobody has counted is silent.
    await expect(book(page).getByText(/^Of what was counted there is enough for 8 people, \d+ times/)).toBeVisible()
    await expect(page.getByRole('button', { name: /findings?$/ })).toHaveText('No open findings')
    const blue = book(page).getByLabel('Ultramarine in the cupboard, ml')
    await blue.fill('0')
    await expect(book(page).getByText('For 8 people one of the 2 things that were counted is short or missing.')).toBeVisible()
    await expect(page.getByRole('button', { name: '1 finding', exact: true })).toBeVisible()
    await blue.fill('')
    await blue.press('Tab')
    await expect(book(page).getByText(/^Of what was counted there is enough for 8 people/)).toBeVisible()
    await blue.fill('3')
    await expect(page.getByRole('button', { name: '1 finding', exact: true })).toBeVisible()
    await clean(page, 'book')

    const table = page.waitForEvent('download')
    await book(page).getByRole('link', { name: 'Take it away as a table' }).click()
    const text = await (await (await table).createReadStream()).toArray()
    expect(Buffer.concat(text as Buffer[]).toString()).toContain('paint,PW6,Titanium white,,5000,ml')
    const take = (body: string) => book(page).getByLabel('Take a table in').setInputFiles({ name: 'cupboard.csv', mimeType: 'text/csv', buffer: Buffer.from(body) })
    await take('what,item,amount\npaint,PW6,much\n')
    await expect(book(page).getByRole('alert')).toContainText('line 2: amount is "much"')
    await take('what,item,amount\npeople,,1\npaint,PW6,5000\npaint,PY43,500\npaint,PB29,500\npaint,PBr7/burnt-sienna,500\npaint,PY3,500\npaint,PR177,500\n')
    await expect(book(page).getByText(/^Of what was counted there is enough for one person, \d+ times/)).toBeVisible()
    await expect(page.getByRole('button', { name: /findings?$/ })).toHaveText('No open findings')
  })
})

test('what a session took is kept, held against the minutes, and forgotten', async ({ page }) => {
  await drawer(page, 'Sessions')
  await book(page).getByLabel('Minutes of step 1', { exact: true }).fill('15')
  await book(page).getByLabel('What went well, and what did not').fill('The sky was late.')
  await book(page).getByRole('button', { name: 'Keep this session' }).click()
  await expect(book(page).getByRole('list', { name: 'Taught sessions' })).toContainText('one step timed: The sky was late.')
  await expect(page.getByRole('button', { name: '1 finding', exact: true })).toBeVisible({ timeout: 60_000 })
  await clean(page, 'book')
  await page.getByRole('link', { name: 'Checks' }).click()
  const found = page.getByText('is planned for').first()
  await expect(found).toContainText('and took 15 in the one session that was timed')
  await page.goBack()
  await drawer(page, 'Sessions')
  await book(page).getByRole('button', { name: /^Forget the session of/ }).click()
  await expect(book(page).getByText('No session of this lesson has been timed yet.')).toBeVisible()
})
