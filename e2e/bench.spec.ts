import { expect, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson, openScore, pick, picture } from './helpers'

let id: string
test.beforeEach(async ({ request }) => {
  id = await newLesson(request)
})

const recipes = '[aria-label=Recipes] button[aria-pressed]'

test('a colour picked from the canvas becomes a recipe, a mixture, and another picture', async ({ page }) => {
  await openScore(page, id)
  const before = await picture(page)
  await page.getByRole('link', { name: 'Bench' }).click()
  const canvas = page.getByRole('button', { name: 'Pick a colour from the canvas' })
  await expect(page.locator(recipes).first()).toBeVisible()
  await canvas.click({ position: { x: 100, y: 190 } })
  await expect(page.getByText(/from the canvas at \d+, \d+ mm/)).toBeVisible()
  await expect(page.locator(recipes).first()).toContainText('ΔE')
  await expect(page.getByText('Lay out')).toBeVisible()

  await pick(page.getByLabel('Mixture to replace'), 'High sky blue')
  await page.getByRole('button', { name: 'Mix it so' }).click()
  await expect(page.getByRole('status').last()).toContainText('mix “High sky blue” by another recipe')
  await page.getByLabel('Name of the new mixture').fill('Evening water')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status').last()).toContainText('add the mixture “Evening water”')
  await pick(page.getByLabel('Mixture to replace'), 'Evening water')

  await page.getByRole('link', { name: 'Score' }).click()
  await expect(page.getByText('Rehearsed and checked')).toBeVisible({ timeout: 90_000 })
  await expect.poll(() => picture(page)).not.toBe(before)
})

test('the palette decides what can be reached, and says by how much it falls short', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  await expect(page.locator(recipes).first()).toBeVisible()
  await page.getByLabel('Number').fill('#c03028')
  await page.keyboard.press('Enter')
  for (const tube of ['Anthraquinone crimson', 'Burnt sienna', 'Lemon yellow']) await page.getByLabel(tube).uncheck()
  await expect(page.getByText(/Out of reach with these tubes\. The nearest is ΔE [\d.]+ away/)).toBeVisible()
  await page.getByRole('button', { name: 'All', exact: true }).click()
  await expect(page.getByText(/Out of reach/)).toBeHidden()
  await pick(page.getByLabel('Most paints'), '2')
  await expect(page.locator(recipes).first()).not.toContainText(/ : .* : /)
})

const drawer = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click()

test('strings, paths and the depth ladder follow the target', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  await drawer(page, 'Scales')
  const rungs = page.locator('[aria-label=Scales] ol li')
  await expect(rungs).toHaveCount(5)
  await page.getByLabel('Steps').fill('7')
  await expect(rungs).toHaveCount(7)
  await page.getByRole('button', { name: 'To grey' }).click()
  await expect(rungs.last()).toContainText('0 % of its chroma')
  await page.getByRole('button', { name: 'Depth ladder' }).click()
  await expect(rungs).toHaveCount(8)
  await expect(rungs.first()).toContainText('Sky')
  const hazy = await rungs.nth(1).textContent()
  await pick(page.getByLabel('Air'), 'mist')
  await expect(rungs.nth(1)).not.toHaveText(hazy ?? '')
  await rungs.nth(2).getByRole('button').click()
  await expect(page.getByText(/from the scale, Near ridges/)).toBeVisible()
})

test('piles are drawn to scale and tubes counted for the class', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  const piles = page.locator('[aria-label=Piles] [role=img]')
  await expect(piles.first()).toBeVisible({ timeout: 60_000 })
  expect(await piles.count()).toBeGreaterThan(20)
  const width = async (n: number) => (await piles.nth(n).locator('[data-part=colour]').boundingBox())!.width
  expect(await width(0)).toBeGreaterThan((await width(10)) + 2)
  const tubes = page.locator('[aria-label=Piles] p', { hasText: 'titanium white' })
  const one = await tubes.textContent()
  await page.getByLabel('Tubes for').fill('12')
  await expect(tubes).not.toHaveText(one ?? '')
  await expect(page.getByText(/For one person: base coat/)).toBeVisible()
})

test('a tube is measured with the meter, and the lesson mixes from it', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  await drawer(page, 'One tube')
  await pick(page.getByLabel('Which tube'), 'Ultramarine')
  await expect(page.getByText('Modelled, not measured')).toBeVisible()
  await page.getByRole('button', { name: 'with the meter' }).click()
  await page.getByRole('button', { name: 'Read the masstone' }).click()
  await expect(page.getByRole('alert')).toContainText('white tile')
  await page.getByRole('button', { name: 'Lay it on the white tile' }).click()
  await expect(page.getByText('Calibrated; 0 readings since.')).toBeVisible()
  await page.getByRole('button', { name: 'Read the masstone' }).click()
  await page.getByRole('button', { name: 'Read 1 with 10 of white' }).click()
  await expect(page.getByText('Tint: L*')).toBeVisible()
  await page.getByRole('button', { name: 'Use these curves in the lesson' }).click()
  await expect(page.getByRole('status').last()).toContainText('use measured curves of Ultramarine')
  await expect(page.getByText('Measured: simulated meter, tube 1')).toBeVisible()

  // The curves are kept with the studio's tube, and any lesson may take them.
  const stores = `/api/studios/${studio()}/cupboard`
  const { version } = (await (await page.request.get(stores)).json()) as { version: number }
  expect((await page.request.put(stores, { data: { from: version, cupboard: { people: 1, paints: [{ paint: 'PB29', ml: 40 }], tools: [] } } })).status()).toBe(200)
  await page.reload()
  await drawer(page, 'One tube')
  await pick(page.getByLabel('Which tube'), 'Ultramarine')
  await page.getByRole('button', { name: 'Keep these curves with the tube in the cupboard' }).click()
  await expect(page.getByText('These are the curves of the tube in the cupboard.')).toBeVisible()
  await page.getByRole('button', { name: 'Back to the modelled curves' }).click()
  await page.getByRole('button', { name: 'Take the curves of the tube in the cupboard' }).click()
  await expect(page.getByText('Measured: simulated meter, tube 1')).toBeVisible()

  // What is written out can be read in again, here for another tube.
  const file = await page.request.get(`/api/studios/${studio()}/lessons/${id}/swatches/paints`)
  await page.getByRole('button', { name: 'Back to the modelled curves' }).click()
  await expect(page.getByText('Modelled, not measured')).toBeVisible()
  await page.getByRole('button', { name: 'from a file' }).click()
  await page.getByLabel(/Spectra as CGATS text/).setInputFiles({ name: 'paints.txt', mimeType: 'text/plain', buffer: await file.body() })
  await expect(page.getByLabel('Masstone')).toContainText('Ultramarine')
  await page.getByRole('button', { name: 'Use these curves in the lesson' }).click()
  await expect(page.getByText('Measured: paints.txt')).toBeVisible()
  await page.getByLabel(/Spectra as CGATS text/).setInputFiles({ name: 'odd.txt', mimeType: 'text/plain', buffer: Buffer.from('Dear reader') })
  await expect(page.getByRole('alert')).toContainText('line')
})

test('the palette shows its reach, the fewest tubes, and how to change a pile', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  await page.getByRole('button', { name: 'Find', exact: true }).click()
  const covers = page.locator('[aria-label="Fewest tubes"] li')
  await expect(covers).toHaveCount(3, { timeout: 30_000 })
  await expect(covers.first()).toContainText(/^4: mean ΔE/)
  await covers.first().getByRole('button').click()
  await expect(page.getByRole('button', { name: 'Lay out these 4 for the lesson' })).toBeVisible()

  for (const tube of ['Ultramarine', 'Cobalt blue', 'Phthalo blue', 'Prussian blue', 'Cerulean']) await page.getByLabel(tube).uncheck()
  await drawer(page, 'Reach')
  await expect(page.getByText(/Beyond these tubes: .*High sky blue/)).toBeVisible()
  const bands = page.getByRole('list', { name: /^What these tubes reach at value/ })
  await expect(bands.getByRole('listitem')).toHaveCount(12)
  const strongest = await bands.innerText()
  await page.getByRole('slider', { name: 'Value 5' }).fill('8')
  await expect(bands).not.toHaveText(strongest)
  await page.getByText('In figures').click()
  await expect(page.getByRole('row')).toHaveCount(25)

  await drawer(page, 'Tubes')
  await page.getByRole('button', { name: 'The lesson’s' }).click()
  await drawer(page, 'A pile')
  await expect(page.getByText('Leave it: it is that colour already')).toBeVisible()
  await pick(page.getByLabel('Which pile'), 'Warm haze')
  await expect(page.getByText(/Work in [\d.]+ ml/).first()).toBeVisible()
})

test('under another lamp a match may part, and a pile is measured out in ml', async ({ page }) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  await pick(page.getByRole('combobox', { name: 'Light' }), 'warm bulb')
  await expect(page.getByText(/ΔE [\d.]+ under it/)).toBeVisible()
  await page.getByLabel('Pile to mix, ml').fill('2')
  const order = page.locator('[aria-label=Recipes] ol ol li')
  await expect(order.first()).toContainText(/Let .* down with/)
  await page.getByLabel('Pile to mix, ml').fill('400')
  await expect(order.first()).toContainText('Lay out')
})

test('a photo is picked from without leaving the browser', async ({ page }) => {
  const sent: string[] = []
  page.on('request', (r) => r.method() === 'POST' && sent.push(r.postData() ?? ''))
  await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
  const photo = readFileSync(join(import.meta.dirname, '../docs/screenshots/shelf.png'))
  await page.getByLabel('Photo to pick from').setInputFiles({ name: 'photo.png', mimeType: 'image/png', buffer: photo })
  const canvas = page.locator('canvas')
  await expect(canvas).toBeVisible()
  await expect.poll(() => canvas.evaluate((c: HTMLCanvasElement) => c.width)).toBe(640)
  await canvas.click({ position: { x: 60, y: 60 } })
  await expect(page.getByText(/from the photo/)).toBeVisible()
  expect(sent.every((body) => body.length < 2000)).toBe(true)
  await page.getByLabel('Photo to pick from').setInputFiles({ name: 'odd.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('not a picture')
})

for (const room of ['light', 'dark'] as const) {
  test(`the bench is clean for axe and without colour of its own in the ${room} room`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: room })
    await page.goto(`/studios/${studio()}/lessons/${id}/bench`)
    await expect(page.locator(recipes).first()).toBeVisible()
    await expect(page.getByRole('img', { name: 'The finished canvas' })).toBeVisible({ timeout: 60_000 })
    for (const name of ['Scales', 'Reach', 'A pile', 'One tube']) {
      await drawer(page, name)
      await page.waitForLoadState('networkidle')
      await clean(page, name, '[role=tabpanel][data-state=active]')
    }
    await clean(page, 'bench')
    const coloured = await page.evaluate(() =>
      [...document.querySelectorAll('body *:not([data-part=colour])')].filter((e) => {
        const s = getComputedStyle(e)
        return [s.color, s.backgroundColor, s.borderTopColor].some((c) => {
          const m = /rgba?\((\d+), (\d+), (\d+)/.exec(c)
          return m && !(m[1] === m[2] && m[2] === m[3])
        })
      }).length,
    )
    expect(coloured).toBe(0)
    expect(await page.evaluate(() => [document.documentElement.scrollHeight, document.documentElement.scrollWidth])).toEqual([800, 1280])
  })
}
