import { execFileSync } from 'node:child_process'

import { expect, type Page } from '@playwright/test'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson, pick } from './helpers'

const stores = () => `/api/studios/${studio()}/cupboard`

/** prepared plans a class of a fresh lesson, as its score's button does, and waits until it is worked out. */
async function prepared(page: Page) {
  const id = await newLesson(page.request)
  await page.goto(`/studios/${studio()}/lessons/${id}`)
  await page.getByRole('button', { name: 'Plan a class' }).click()
  await expect(page.getByLabel('Name of the class')).toHaveValue('Terraces above Ondrel Water')
  await expect(page.getByText(/^Paint is laid out for 14.2 sets/)).toBeVisible({ timeout: 90_000 })
}

const sheet = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()
const line = (page: Page, name: string) => page.getByRole('row').filter({ has: page.getByRole('button', { name, exact: true }) })

/** counted keeps a cupboard for a test, whatever was in it. */
async function counted(page: Page, cupboard: object) {
  const { version } = (await (await page.request.get(stores())).json()) as { version: number }
  expect((await page.request.put(stores(), { data: { from: version, cupboard: { people: 1, paints: [], tools: [], ...cupboard } } })).status()).toBe(200)
}

test.beforeEach(({ page }) => counted(page, {}))
test.afterEach(({ page }) => counted(page, {}))

test('a class is made of a lesson, people are changed, and everything follows', async ({ page }) => {
  await prepared(page)
  await sheet(page, 'Buy')
  const white = line(page, 'Titanium white')
  const need = async () => Number(/([\d.]+) ml/.exec(await white.locator('> td').first().innerText())?.[1])
  const twelve = await need()
  await page.getByLabel('People who have painted some').fill('6')
  await expect.poll(need).toBeLessThan(twelve * 0.6)
  expect(await need()).toBeCloseTo((twelve / 14.2) * 7.6, 0)
  await white.getByRole('button').click()
  await expect(page.getByRole('list', { name: 'Why so much Titanium white' }).getByText(/ml into Middle sky/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(need).toBeCloseTo(twelve, 1)

  // The name is changed in place, the day in the field; both stay.
  await page.getByLabel('Name of the class').fill('Terraces for the guild')
  await page.getByLabel('Name of the class').press('Enter')
  await page.getByLabel('Day and time: day', { exact: true }).fill('6 May 2031')
  await page.getByLabel('Day and time: day', { exact: true }).press('Enter')
  await page.getByLabel('Day and time: time', { exact: true }).fill('10:30')
  await page.getByLabel('Day and time: time', { exact: true }).press('Enter')
  await sheet(page, 'Set-up')
  await expect(page.getByRole('row', { name: /Tue, 6 May 2031, 10:30 The class/ })).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Name of the class')).toHaveValue('Terraces for the guild')
  await page.getByRole('link', { name: 'Studio', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Classes' }).getByRole('link', { name: /Tue 6 May 2031, 10:30\s*Terraces for the guild/ })).toBeVisible()
})

test('the buying list goes to nothing when it is bought', async ({ page }) => {
  await prepared(page)
  await page.goto(`/studios/${studio()}/cupboard`)
  await pick(page.getByLabel('Another paint'), 'Titanium white')
  await page.getByLabel('Titanium white, ml, there is').fill('20')
  await page.getByLabel('Another size of Titanium white').click()
  await page.getByLabel('Titanium white: price 1').fill('5.2')
  await page.getByLabel('Titanium white: price 1').press('Enter')
  await page.getByLabel('Currency').fill('cr')
  await page.getByLabel('Currency').press('Enter')
  await expect.poll(async () => ((await (await page.request.get(stores())).json()) as { cupboard: { currency?: string } }).cupboard.currency).toBe('cr')
  await page.goBack()
  await sheet(page, 'Buy')
  const white = line(page, 'Titanium white')
  await expect(white).toContainText(/\d × 37 ml/)
  await expect(white).toContainText(/\d\.\d\d cr/)
  const packs = Number(/(\d+) × 37 ml/.exec(await white.innerText())?.[1])
  await page.getByRole('link', { name: 'Count in the cupboard' }).click()
  await page.getByLabel('Titanium white, ml, there is').fill(String(20 + 37 * packs))
  await page.getByLabel('Titanium white, ml, there is').press('Enter')
  await expect.poll(async () => ((await (await page.request.get(stores())).json()) as { cupboard: { paints: { ml: number }[] } }).cupboard.paints[0]?.ml).toBe(20 + 37 * packs)
  await page.goBack()
  await sheet(page, 'Buy')
  await expect(white).toContainText('nothing')

  // After the class what it used up is taken out, and can be put back; then the next one lacks it.
  const ml = async () => ((await (await page.request.get(stores())).json()) as { cupboard: { paints: { ml: number }[] } }).cupboard.paints[0]?.ml ?? 0
  const before = await ml()
  await page.getByRole('button', { name: 'Book it out' }).click()
  const after = page.getByRole('region', { name: 'After the class' })
  await expect(after).toContainText(/titanium white \d+(\.\d)? ml/)
  expect(await ml()).toBeLessThan(before - 100)
  await after.getByRole('button', { name: 'Put it back' }).click()
  await expect(after.getByRole('button', { name: 'Book it out' })).toBeVisible()
  expect(await ml()).toBeCloseTo(before, 1)
  await after.getByRole('button', { name: 'Book it out' }).click()
  await expect(after.getByRole('button', { name: 'Put it back' })).toBeVisible()
  await page.getByRole('button', { name: 'Once more' }).click()
  await page.getByLabel('Day and time of the next one: day', { exact: true }).fill('12 Feb 2032')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await expect(page.getByLabel('Day and time: day', { exact: true })).toHaveValue('12 Feb 2032')
  await page.goto(`/studios/${studio()}/cupboard`)
  await page.getByRole('tab', { name: 'To order' }).click()
  await expect(page.getByRole('row', { name: /^Titanium white/ })).toContainText(/\d × 37 ml/)
})

test('a class is called off, planned once more, and taken away as a calendar', async ({ page }) => {
  await prepared(page)
  const calendar = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Calendar' }).click()
  const text = Buffer.concat((await (await (await calendar).createReadStream()).toArray()) as Buffer[]).toString()
  expect(text).toContain('SUMMARY:Lay the room: Terraces above Ondrel Water')
  expect(text).toMatch(/BEGIN:VEVENT[\s\S]*DTSTART:\d{8}T\d{6}Z/)
  await page.getByRole('button', { name: 'Call it off' }).click()
  await expect(page.getByText('Called off')).toBeVisible()
  const first = page.url()
  await page.getByRole('button', { name: 'Once more' }).click()
  await page.getByLabel('Day and time of the next one: day', { exact: true }).fill('15 Jan 2032')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await expect(page.getByLabel('Day and time: day', { exact: true })).toHaveValue('15 Jan 2032')
  await expect(page.getByText('Called off')).toBeHidden()
  expect(page.url()).not.toBe(first)
})

test('the class pack is made with its progress, saved, and has the pages that it says', async ({ page }) => {
  await prepared(page)
  await sheet(page, 'Handouts')
  await page.getByRole('button', { name: 'Make: Class pack' }).click()
  await expect(page.getByRole('status').filter({ hasText: /laying out|waiting|rehearsing|trying/ })).toBeVisible()
  // Somebody who looks at another sheet meanwhile finds it there.
  await sheet(page, 'Buy')
  await sheet(page, 'Handouts')
  const pack = page.getByRole('row', { name: /Class pack/ })
  await expect(pack.getByText(/\d+ pages, \d+(\.\d)? MB/)).toBeVisible({ timeout: 90_000 })
  const said = Number(/(\d+) pages/.exec(await pack.innerText())?.[1])
  const saved = page.waitForEvent('download')
  await pack.getByRole('link', { name: 'Save' }).click()
  expect((await saved).suggestedFilename()).toBe('terraces-above-ondrel-water-pack.pdf')
  const pdf = Buffer.concat((await (await (await saved).createReadStream()).toArray()) as Buffer[])
  const read = execFileSync('pdfinfo', ['-'], { input: pdf }).toString()
  expect(read).toMatch(new RegExp(`Pages: +${said}\\b`))
  expect(said).toBeGreaterThan(30)
  expect(execFileSync('pdftotext', ['-', '-'], { input: pdf }).toString()).toContain('When a hand goes up')
  // Other people are another pack: the old one is not offered for them.
  await page.getByLabel('People who have painted some').fill('6')
  await expect(page.getByRole('button', { name: 'Make: Class pack' })).toBeVisible()
  // A sheet is printed as a page: no bar, nothing cut off.
  await sheet(page, 'Set-up')
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('banner')).toBeHidden()
  await expect(page.getByRole('row', { name: /The class/ })).toBeVisible()
})

for (const room of ['light', 'dark'] as const) {
  test(`prep and cupboard are clean for axe in the ${room} room, and fit the screen`, async ({ page }) => {
    await page.addInitScript((r) => localStorage.setItem('room', r), room)
    await counted(page, { paints: [{ paint: 'PW6', ml: 20, sold: [{ amount: 37, price: 520 }] }], goods: [{ kind: 'roll', has: 3, width: 2100 }, { kind: 'solvent', has: 100, limit: 20, rate: 400 }] })
    await prepared(page)
    for (const name of ['Paint', 'Palette', 'Buy', 'Cut', 'Tools and towels', 'Set-up', 'Air', 'Cautions', 'Handouts', 'Room and money']) {
      await sheet(page, name)
      await expect(page.getByRole('heading', { name, exact: true })).toBeVisible()
      await clean(page, `${name}, ${room}`)
    }
    expect(await page.evaluate(() => document.documentElement.scrollHeight <= window.innerHeight && document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
    await page.goto(`/studios/${studio()}/cupboard`)
    for (const name of [/^Paints/, /^Everything else/, /^Tools/, /^To order/]) {
      await page.getByRole('tab', { name }).click()
      await clean(page, `cupboard, ${room}`)
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
  })
}
