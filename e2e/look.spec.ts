import { expect } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson, pick } from './helpers'

const root = join(import.meta.dirname, '..')

test('a picture is taken with the simulated camera, its corners are moved, its list is worked through, and a seat sends one', async ({ page, browser }) => {
  test.setTimeout(240_000)
  const lesson = await newLesson(page.request)
  const classes = `/api/studios/${studio()}/classes`
  const { id } = (await (await page.request.post(classes, { data: { lesson, people: 3, begins: '2031-05-06T18:00', minutes: 90 } })).json()) as { id: string }

  // A picture of the class is kept, photographed and looked at.
  await page.goto(`/studios/${studio()}/classes/${id}`)
  await expect(page.getByRole('link', { name: 'Look', exact: true })).toBeVisible()
  await page.keyboard.press('4')
  await expect(page.getByText('No picture of this class is kept yet')).toBeVisible()
  await page.getByLabel('Painted by').fill('Ana')
  await page.getByRole('button', { name: 'Keep a picture' }).click()
  await page.getByRole('link', { name: /Ana/ }).click({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Take a picture (simulated)' }).click()
  await page.getByRole('button', { name: 'Look', exact: true }).click({ timeout: 90_000 })
  await expect(page.getByRole('heading', { name: 'What to mend, largest change first' })).toBeVisible({ timeout: 90_000 })
  const list = page.getByRole('list', { name: 'What to mend' })
  const first = list.getByRole('listitem').first()
  await expect(first).toContainText('Brings ΔE')
  await expect(first).toContainText('ml')
  const large = page.getByAltText('The photograph, squared up, in even daylight')
  await expect(large).toBeVisible()

  // By keys: the first mend, the picture mended, greyscale, mirrored, blinking.
  await page.keyboard.press('j')
  await expect(first.getByRole('button', { pressed: true })).toBeVisible()
  await page.keyboard.press('m')
  await expect(page.getByAltText('The photograph, mended')).toHaveAttribute('src', /mend-1$/)
  await page.keyboard.press('g')
  await expect(page.getByAltText('The photograph, mended')).toHaveAttribute('src', /way=grey$/)
  await page.keyboard.press('x')
  await expect(page.getByRole('button', { name: 'Mirror', pressed: true })).toBeVisible()
  await page.keyboard.press('b')
  await expect(page.getByAltText('The plan')).toBeVisible()
  await expect(large).toBeVisible()
  await page.keyboard.press('a')
  await page.keyboard.press('x')
  await clean(page, 'look, light')
  await page.getByRole('button', { name: 'Dark room' }).click()
  await clean(page, 'look, dark')

  // A corner is moved by keys and dragged; the small picture follows, and it is looked at anew.
  await page.keyboard.press('p')
  const corner = page.getByRole('button', { name: /^Upper left corner/ })
  const small = page.getByAltText('What these corners make of it')
  const before = await small.getAttribute('src')
  await corner.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(small).not.toHaveAttribute('src', before ?? '')
  const box = await corner.boundingBox()
  if (!box) throw new Error('the corner is nowhere')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 12, box.y + box.height / 2 + 9)
  await page.mouse.up()
  const moved = await small.getAttribute('src')
  expect((await page.request.get(moved ?? '')).status()).toBe(200)
  await clean(page, 'corners')
  await page.getByRole('button', { name: 'Look by these corners' }).click()
  await expect(page.getByRole('status').filter({ hasText: /Looking|Waiting|Rehearsing|Drawing|Trying/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden({ timeout: 60_000 })
  await expect(page.getByRole('button', { name: 'Look again' })).toBeEnabled()

  // Somebody marks a white card; it is told what the light is known by.
  await pick(page.getByLabel('White by'), 'a white card')
  const card = page.getByRole('button', { name: /^White card/ })
  await card.focus()
  await page.keyboard.press('ArrowUp')
  await clean(page, 'a white card')
  await page.getByRole('button', { name: 'Look by this card' }).click()
  await expect(page.getByText('Light known by card')).toBeVisible({ timeout: 60_000 })
  await pick(page.getByLabel('White by'), 'the best there is')
  await page.getByRole('button', { name: 'Look again' }).click()
  await expect(page.getByText('Light known by tape')).toBeVisible({ timeout: 60_000 })

  // The list is worked through, day by day, until there is nothing to mend.
  for (let day = 0; day < 6; day++) {
    const boxes = list.getByRole('checkbox')
    for (let k = 0; k < (await boxes.count()); k++) {
      await boxes.nth(k).click()
      await expect(boxes.nth(k)).toBeChecked()
      await expect(boxes.nth(k)).toBeEnabled()
    }
    await page.getByRole('button', { name: 'Take a picture (simulated)' }).click()
    await page.getByRole('button', { name: 'Look', exact: true }).click({ timeout: 90_000 })
    await expect(page.getByRole('heading', { name: /to mend|Stop here/ })).toBeVisible({ timeout: 90_000 })
    if (await page.getByRole('heading', { name: 'Stop here' }).isVisible()) break
  }
  await expect(page.getByRole('heading', { name: 'Stop here' })).toBeVisible()
  await expect(page.getByText(/Nothing is left that one would see|What still differs would not come nearer/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Looks so far' })).toContainText('nothing to mend')

  // Its dates as a calendar, and what was seen on paper.
  const calendar = await (await page.request.get(`/api/studios/${studio()}/drying`)).text()
  expect(calendar).toMatch(/^BEGIN:VCALENDAR\r\n/)
  expect(calendar).toContain('dry to the touch')
  const report = page.getByRole('link', { name: 'Report (PDF)' })
  expect((await (await page.request.get((await report.getAttribute('href')) ?? '')).body()).subarray(0, 4).toString()).toBe('%PDF')

  // Without its plan it is judged by the rules of a picture.
  await page.getByRole('button', { name: 'By the rules alone' }).click()
  await expect(page.getByRole('heading', { name: 'By the rules of a picture' })).toBeVisible({ timeout: 30_000 })

  // A student sends a photograph from a seat: one of something else is refused, their own is kept.
  const { code } = (await (await page.request.post(`${classes}/${id}/door`)).json()) as { code: string }
  await page.request.post(`${classes}/${id}/happenings`, { data: { kind: 'start' } })
  const seat = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await seat.goto(`/join?code=${code}`)
  await seat.getByLabel('Your first name').fill('Bo')
  await seat.getByRole('button', { name: 'Sit down' }).click()
  const file = seat.getByLabel(/Send a photograph of your canvas/)
  await file.setInputFiles(join(root, 'docs/screenshots/cupboard.png'))
  await expect(seat.getByRole('alert')).toContainText(/no whole canvas|does not look like/, { timeout: 60_000 })
  const shot = join(mkdtempSync(join(tmpdir(), 'look-')), 'bo.jpg')
  execFileSync(join(root, 'bin/proxenos'), ['camera', join(root, 'demo/terraces-above-ondrel-water.json'), '--student', 'some', '--seed', '4', '-o', shot])
  await file.setInputFiles({ name: 'bo.jpg', mimeType: 'image/jpeg', buffer: readFileSync(shot) })
  await expect(seat.getByText('It was sent')).toBeVisible({ timeout: 60_000 })
  await clean(seat, 'seat with a photograph')
  await page.goto(`/studios/${studio()}/classes/${id}/look`)
  await expect(page.getByRole('link', { name: /Bo/ })).toBeVisible()
  await clean(page, 'pictures of a class')
})
