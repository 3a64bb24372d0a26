import { expect, type Page } from '@playwright/test'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson, pick, rehearsed } from './helpers'

let id: string
const open = async (page: Page) => {
  await page.goto(`/studios/${studio()}/lessons/${id}/scene`)
  await expect(page.getByRole('img', { name: 'The picture' })).toBeVisible({ timeout: 60_000 })
}

test.describe('an existing lesson', () => {
  test.beforeEach(async ({ request }) => {
    id = await newLesson(request)
  })

  test('a handle is dragged, the picture follows at once, and it can be taken back', async ({ page }) => {
    await open(page)
    await page.locator('li button', { hasText: 'Near ridge' }).click()
    const picture = page.getByRole('img', { name: 'The picture' })
    const point = page.getByRole('button', { name: /^Point 3 of/ })
    const before = (await point.getAttribute('aria-label')) ?? ''
    const box = (await point.boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + 20, box.y - 40, { steps: 4 })
    await expect(picture).toHaveAttribute('src', /^data:image\/png/)
    await page.mouse.up()
    await expect(page.getByRole('status').last()).toContainText('Saved: ')
    await expect(point).not.toHaveAttribute('aria-label', before)
    await expect(picture).toHaveAttribute('src', /\/frames\//, { timeout: 60_000 })
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(point).toHaveAttribute('aria-label', before)
  })

  test('everything is reached by keyboard: a point moved, inserted and deleted', async ({ page }) => {
    await open(page)
    await page.locator('li button', { hasText: 'Near ridge' }).focus()
    await page.keyboard.press('Enter')
    const points = page.getByRole('button', { name: /^Point \d+ of/ })
    const n = await points.count()
    const first = points.first()
    const before = (await first.getAttribute('aria-label')) ?? ''
    await first.focus()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Shift+ArrowDown')
    await expect(page.getByRole('status').last()).toContainText('Saved: ', { timeout: 10_000 })
    await expect(first).not.toHaveAttribute('aria-label', before)
    await first.focus()
    const saved = page.waitForResponse((r) => r.url().endsWith('/edits') && r.ok())
    await page.keyboard.press('Insert')
    await expect(points).toHaveCount(n + 1)
    await saved
    await first.focus()
    await page.keyboard.press('Delete')
    await expect(points).toHaveCount(n)
  })

  test('a plane is added at any whole distance, and the browser keeps its bubbles to itself', async ({ page }) => {
    await open(page)
    await page.getByLabel('Name of the new plane').fill('Far reeds')
    const distance = page.getByLabel('Its distance, m')
    await distance.fill('30')
    await distance.press('ArrowUp')
    await expect(distance).toHaveValue('31')
    await page.getByRole('button', { name: 'Add plane' }).click()
    await expect(page.getByLabel('Name of the plane Far reeds')).toHaveValue('Far reeds')
    await expect(page.getByLabel('Distance of Far reeds, m')).toHaveValue('31')
    expect(await page.evaluate(() => [...document.forms].filter((f) => !f.noValidate).length)).toBe(0)
  })

  test('things are added, repeated at another depth, given a shadow, and taken out', async ({ page }) => {
    await open(page)
    await page.getByRole('region', { name: 'Add a thing' }).getByRole('button', { name: 'Rock' }).click()
    await pick(page.getByLabel('In which plane'), 'Foreground')
    await page.getByRole('button', { name: 'Put it there' }).click()
    // It is chosen at once.
    await expect(page.getByRole('region', { name: 'Zone Rock' })).toBeVisible()
    const rock = page.getByRole('list', { name: 'Planes, farthest first' }).getByRole('button', { name: 'Rock', exact: true })
    await expect(page.getByText(/By perspective its foot is/)).toBeVisible()
    await page.getByRole('button', { name: 'Its shadow' }).click()
    await expect(page.locator('li button', { hasText: 'Shadow of Rock' })).toBeVisible()
    await page.getByRole('button', { name: 'Another like this' }).click()
    await expect(page.getByRole('status').last()).toContainText('change “Rock”')
    await page.getByRole('button', { name: 'Take it out' }).click()
    await expect(rock).toBeHidden()
  })

  test('a tracing goes out, and a drawing comes in', async ({ page }) => {
    await open(page)
    const svg = await page.request.get(`/api/studios/${studio()}/lessons/${id}/tracing/svg`)
    const moved = (await svg.text()).replace(/(id="zone-path" d="M)[\d.]+/, '$140')
    await page.getByLabel('Take in a drawing, SVG').setInputFiles({ name: 'a.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(moved) })
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
    await page.getByLabel('Take in a drawing, SVG').setInputFiles({ name: 'b.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('Dear reader') })
    await expect(page.getByRole('status').last()).toContainText('SVG')
    const pdf = await page.request.get(`/api/studios/${studio()}/lessons/${id}/tracing/pdf?grid=50`)
    expect((await pdf.body()).subarray(0, 4).toString()).toBe('%PDF')
  })

  test('light, air, horizon and focal area are set in numbers', async ({ page }) => {
    await open(page)
    await page.getByRole('tab', { name: 'Light and view' }).click()
    await page.getByLabel('Bearing of the light, degrees').fill('300')
    await expect(page.getByRole('status').last()).toContainText('300°', { timeout: 10_000 })
    await pick(page.getByLabel('Air', { exact: true }), 'mist')
    await expect(page.getByRole('status').last()).toContainText('air to mist')
    await page.getByLabel('Horizon from the top, mm').fill('150')
    await expect(page.getByRole('status').last()).toContainText('horizon to 150 mm', { timeout: 10_000 })
    await page.getByLabel('Radius of the focal area, mm').fill('0')
    await page.getByRole('button', { name: 'Place one' }).click()
    await expect(page.getByRole('status').last()).toContainText('focal area')
    await page.getByRole('link', { name: 'Score' }).click()
    await rehearsed(page)
  })

  test('an hour of the day shows what follows, is tried, and applied as one edit', async ({ page }) => {
    await open(page)
    await page.getByRole('tab', { name: 'Light and view' }).click()
    await pick(page.getByLabel('As at'), 'Moonlight')
    const changes = page.getByRole('list', { name: 'Mixtures that change' })
    await expect(changes.getByRole('listitem').first()).toBeVisible()
    await page.getByRole('button', { name: 'Try it' }).click()
    await expect(page.getByRole('img', { name: 'The picture' })).toHaveAttribute('src', /^data:image\/png/)
    await page.getByRole('button', { name: 'Let everything follow' }).click()
    await expect(page.getByLabel('Warmth of the light')).toHaveValue('-1')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByLabel('Warmth of the light')).toHaveValue('0')
  })

  test('the finished picture is measured, and drawn in three values', async ({ page }) => {
    await open(page)
    await page.getByRole('tab', { name: 'Measures' }).click()
    await expect(page.getByRole('cell', { name: 'Sky / Far ridges' })).toBeVisible({ timeout: 60_000 })
    await page.getByRole('button', { name: /^3 values/ }).click()
    await expect(page.getByRole('img', { name: 'The picture' })).toHaveAttribute('src', /maps.*values-3\.png/, { timeout: 60_000 })
    await pick(page.getByLabel('Shown'), 'what draws the eye')
    await expect(page.getByRole('img', { name: 'What draws the eye is light' })).toBeVisible()
    await page.getByLabel('way of the eye').check()
    await expect(page.locator('polyline')).toHaveCount(1)
  })

  test('a picture is made after a photograph: taken in, cropped, read, or refused', async ({ page }) => {
    await open(page)
    const picture = page.getByRole('img', { name: 'The picture' })
    await expect(picture).toHaveAttribute('src', /\/frames\//, { timeout: 60_000 })
    const photo = await page.request.get((await picture.getAttribute('src')) ?? '')
    await page.getByRole('tab', { name: 'Photo' }).click()
    await page.getByLabel('Photograph: file').setInputFiles({ name: 'note.txt', mimeType: 'image/png', buffer: Buffer.from('Dear reader') })
    await expect(page.getByRole('status').last()).toContainText('neither PNG nor JPEG')
    await page.getByLabel('Photograph: file').setInputFiles({ name: 'view.png', mimeType: 'image/png', buffer: await photo.body() })
    await expect(page.getByRole('img', { name: 'The photograph under the zones' })).toBeVisible()
    await expect(page.getByText(/^Horizon at/)).toBeVisible()
    await page.getByLabel('Size').focus()
    await page.keyboard.press('ArrowLeft')
    await expect(page.getByRole('status').last()).toContainText('crop the photograph')
    await pick(page.getByLabel('Seen as'), 'three values')
    const recipes = page.getByRole('button', { name: /^Take the colour/ })
    await expect(recipes).toHaveCount(6)
    // What was read of the lesson as it was is not taken until it is read anew.
    let read = () => {}
    const mayRead = new Promise<void>((done) => {
      read = done
    })
    await page.route(/\/references\/[0-9a-f]+$/, async (route) => {
      await mayRead
      await route.continue()
    })
    await recipes.first().click()
    await expect(page.getByRole('status').last()).toContainText('Photo, value')
    const take = page.getByRole('button', { name: /^Take [A-Z]/ })
    await expect(take.first()).toBeDisabled()
    await expect(page.getByText('is being read anew')).toBeVisible()
    read()
    await expect(take.first()).toBeEnabled()
    const there = await page.getByText('taken', { exact: true }).count()
    await take.first().click()
    await expect(page.getByText('taken', { exact: true })).toHaveCount(there + 1)
    await pick(page.getByLabel('Photograph of the studio'), 'no photograph')
    await expect(page.getByRole('img', { name: 'The photograph under the zones' })).toBeHidden()
  })

  test('horizon and focal area are moved on the picture, by hand and by keyboard', async ({ page }) => {
    await open(page)
    const focal = page.getByRole('button', { name: /^Focal area/ })
    const box = (await focal.boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x - 60, box.y + 20, { steps: 4 })
    await page.mouse.up()
    await expect(page.getByRole('status').last()).toContainText('focal area')
    const horizon = page.getByRole('button', { name: /^Horizon/ })
    const before = (await horizon.getAttribute('aria-label')) ?? ''
    await horizon.focus()
    await page.keyboard.press('Shift+ArrowUp')
    await expect(page.getByRole('status').last()).toContainText('horizon to', { timeout: 10_000 })
    await expect(horizon).not.toHaveAttribute('aria-label', before)
  })

  for (const room of ['light', 'dark'] as const) {
    test(`the scene is clean for axe in the ${room} room and fits the screen`, async ({ page }) => {
      await page.emulateMedia({ colorScheme: room })
      await open(page)
      await page.locator('li button', { hasText: 'Near ridge' }).click()
      for (const tab of ['Planes and things', 'Light and view', 'Measures', 'Photo']) {
        await page.getByRole('tab', { name: tab }).click()
        await clean(page, tab)
      }
      expect(await page.evaluate(() => [document.documentElement.scrollHeight, document.documentElement.scrollWidth])).toEqual([800, 1280])
    })
  }
})
