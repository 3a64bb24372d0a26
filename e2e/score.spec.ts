import { expect } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

import { studio, test } from './fixtures'
import { choose, length, minutes, newLesson, openScore, order, pick, picture, rehearsed, row, status } from './helpers'

let id: string
test.beforeEach(async ({ page, request }) => {
  id = await newLesson(request)
  await openScore(page, id)
})

test('the playhead is dragged on the script, and the canvas follows within a step', async ({ page }) => {
  const finished = await picture(page)
  const box = (await row(page, 'sky').locator('[data-part=time]').boundingBox())!
  await page.mouse.move(box.x + 10, box.y + 2)
  await page.mouse.down()
  const seen = new Set<string>([finished])
  for (const share of [0.3, 0.6, 0.95]) {
    await page.mouse.move(box.x + 10, box.y + share * box.height, { steps: 4 })
    seen.add(await picture(page))
  }
  await page.mouse.up()
  expect(seen.size).toBe(4)
  const slider = page.getByRole('slider', { name: 'Playhead, minutes' })
  await slider.focus()
  const at = Number(await slider.getAttribute('aria-valuenow'))
  await page.keyboard.press('ArrowRight')
  await expect(slider).toHaveAttribute('aria-valuenow', String(at + 0.5))
  await page.keyboard.press('Home')
  await expect(slider).toHaveAttribute('aria-valuenow', '0')
})

test('views are a key away', async ({ page }) => {
  const paint = await picture(page)
  const keys = [['g', 'grey'], ['v', 'value'], ['s', 'squint'], ['w', 'wet'], ['t', 'thick'], ['m', 'mud'], ['c', 'covered'], ['o', 'step'], ['b', 'before'], ['e', 'new'], ['f', 'flat'], ['8', 'bulb'], ['p', 'paint']]
  for (const [key, view] of keys) {
    await page.keyboard.press(key!)
    await expect.poll(() => picture(page)).toContain(`/${view}-`)
  }
  expect(await picture(page)).toBe(paint)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Help: Score' })).toBeVisible()
  await page.keyboard.press('Escape')
})

test('the other views are one menu away', async ({ page }) => {
  await page.getByRole('button', { name: 'More views' }).click()
  await page.getByRole('menuitemradio', { name: /^White LED/ }).click()
  await expect.poll(() => picture(page)).toContain('/led-')
  await expect(page.getByRole('button', { name: 'White LED' })).toBeVisible()
  await page.getByRole('button', { name: 'Mud', exact: true }).click()
  await expect.poll(() => picture(page)).toContain('/mud-')
})

test('a place is looked at closely, by mouse and by key', async ({ page }) => {
  const canvas = page.getByRole('button', { name: 'Look closer at a place' })
  await canvas.click({ position: { x: 60, y: 40 } })
  const close = page.getByRole('img', { name: /^20 mm of the canvas around/ })
  await expect(close).toBeVisible()
  const first = await close.getAttribute('src')
  await page.getByLabel('Across, mm').fill('250')
  await expect(close).not.toHaveAttribute('src', first ?? '')
  await expect(close).toHaveAttribute('src', /-250-\d+-\d+\.png$/)
  await page.locator('figure').getByRole('button', { name: 'Close' }).click()
  await expect(close).toBeHidden()
  await canvas.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Across, mm')).toHaveValue('200')
})

test('a step moves by key, is undone, and minutes answer', async ({ page }) => {
  const before = await order(page)
  await choose(page, 'cloud-shade')
  await page.keyboard.press('Alt+ArrowDown')
  await expect(status(page)).toContainText('move step 3')
  const after = await order(page)
  expect(after.indexOf('cloud-shade')).toBe(3)
  await page.keyboard.press('+')
  await expect(minutes(page)).toHaveText(length(0.5))
  await page.keyboard.press('Control+z')
  await expect(minutes(page)).toHaveText(length())
  await page.keyboard.press('Control+z')
  await expect.poll(() => order(page)).toEqual(before)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => order(page)).toEqual(after)
})

test('a step dragged out of order brings a finding, and its remedy mends it', async ({ page }) => {
  const before = await order(page)
  const grip = row(page, 'near-ridge').locator('[data-part=grip]')
  const from = (await grip.boundingBox())!
  const to = (await row(page, 'shore-light').boundingBox())!
  await page.mouse.move(from.x + 8, from.y + 8)
  await page.mouse.down()
  await page.mouse.move(from.x + 8, to.y + to.height / 2, { steps: 8 })
  await page.mouse.up()
  await expect(status(page)).toContainText(/move step \d+ \(pull straight down, Near ridge\)/)
  await expect(row(page, 'near-ridge').locator('[data-part=block]')).toHaveAttribute('data-back', 'true')
  await rehearsed(page)
  await expect(status(page)).toContainText(/Findings 0 → [1-9]/)

  await choose(page, 'near-ridge')
  const finding = row(page, 'near-ridge').getByText(/cm of edge to repair/)
  await expect(finding).toBeVisible()
  await row(page, 'near-ridge').locator('li', { hasText: /cm of edge to repair/ }).locator('[data-part=remedy]', { hasText: /Move it .* mends it/ }).click()
  await expect(status(page)).toContainText('move step')
  await rehearsed(page)
  await expect(page.getByRole('button', { name: 'No open findings' })).toBeVisible()
  const mended = await order(page)
  expect(mended.indexOf('near-ridge')).toBeLessThan(mended.indexOf('shore'))
  expect(new Set(mended)).toEqual(new Set(before))
})

test('minutes and a part are changed in the sentence and the recipe, and are kept', async ({ page }) => {
  await choose(page, 'far-ridge')
  const shown = await picture(page)
  await row(page, 'far-ridge').getByRole('button', { name: 'minutes: 2 min' }).click()
  await page.getByLabel('Minutes', { exact: true }).fill('6')
  await page.keyboard.press('Enter')
  await expect(minutes(page)).toHaveText(length(4))
  await rehearsed(page)
  await expect(page.getByRole('button', { name: '1 finding', exact: true })).toBeVisible() // longer than the session

  const part = page.getByLabel('Parts of Titanium white in Far ridge blue')
  await part.fill('5')
  await part.press('Enter')
  await expect(status(page)).toContainText('make PW6 in “Far ridge blue” 5 parts')
  await rehearsed(page)
  await expect.poll(() => picture(page)).not.toBe(shown)

  await row(page, 'far-ridge').getByRole('button', { name: /^load:/ }).click()
  await page.getByRole('button', { name: /^lightly loaded/ }).click()
  await expect(row(page, 'far-ridge')).toContainText('lightly loaded')

  await page.reload()
  await rehearsed(page)
  await expect(minutes(page)).toHaveText(length(4))
  await choose(page, 'far-ridge')
  await expect(page.getByLabel('Parts of Titanium white in Far ridge blue')).toHaveValue('5')
  // What the tab did can still be taken back after the reload.
  for (const said of ['load', 'PW6', '2 min']) {
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(status(page)).toContainText(said)
  }
  await expect(minutes(page)).toHaveText(length())
})

test('two mixtures lie side by side as broken colour, by share, and grade again', async ({ page }) => {
  await choose(page, 'ground')
  const before = await picture(page)
  const slot = row(page, 'ground').getByRole('button', { name: 'warm ground shadow into vine shadow' })
  await slot.click()
  await page.getByRole('checkbox', { name: /^Broken colour/ }).check()
  await page.getByLabel('Share of mixture 1, percent').fill('90')
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(status(page).last()).toContainText('let them come to 100') // 90 and 40
  await slot.click()
  await page.getByRole('checkbox', { name: /^Broken colour/ }).check()
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  const side = row(page, 'ground').getByRole('button', { name: /broken colour of warm ground shadow \(60 %\) and vine shadow \(40 %\)/ })
  await expect(side).toBeVisible()
  await rehearsed(page)
  expect(await picture(page)).not.toBe(before)
  await side.click()
  await page.getByRole('checkbox', { name: /^Broken colour/ }).uncheck()
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(slot).toBeVisible()
})

test('a finding can be on purpose, with a reason, and speaks again', async ({ page }) => {
  await choose(page, 'sky')
  for (let i = 0; i < 7; i++) {
    const now = await minutes(page).textContent()
    await page.keyboard.press('+')
    await expect(minutes(page)).not.toHaveText(now ?? '')
  }
  await rehearsed(page)
  await page.getByRole('button', { name: '1 finding', exact: true }).click()
  await page.getByRole('button', { name: /Longer than the session.*minutes and the session has/ }).click()
  await page.getByRole('button', { name: 'It is on purpose' }).click()
  await page.getByLabel('Why it is on purpose').fill('The room is ours all day.')
  await page.getByRole('button', { name: 'Accept' }).click()
  await rehearsed(page)
  await expect(page.getByText('On purpose: The room is ours all day.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'No open findings' })).toBeVisible()
  await page.getByRole('button', { name: 'Let it speak again' }).click()
  await rehearsed(page)
  await expect(page.getByRole('button', { name: '1 finding', exact: true })).toBeVisible()
})

test('a step is duplicated, changes its technique, and is taken out', async ({ page }) => {
  const before = await order(page)
  await choose(page, 'shore')
  await page.keyboard.press('d')
  await expect.poll(() => order(page)).toContain('shore-2')
  await choose(page, 'shore-2')
  await row(page, 'shore-2').getByRole('button', { name: /^technique:/ }).click()
  await page.getByRole('button', { name: /^feather/ }).click()
  await expect(row(page, 'shore-2')).toContainText('feather')
  await expect(status(page)).toContainText('technique from tap to feather')
  await page.locator('body').press('Delete')
  await expect.poll(() => order(page)).toEqual(before)
})

test('the mouse alone can move, duplicate and take out a step', async ({ page }) => {
  const before = await order(page)
  await choose(page, 'shore')
  const group = row(page, 'shore').getByRole('group')
  await group.getByRole('button', { name: 'Later' }).click()
  await expect.poll(async () => (await order(page)).indexOf('shore')).toBe(before.indexOf('shore') + 1)
  await group.getByRole('button', { name: 'Earlier' }).click()
  await expect.poll(() => order(page)).toEqual(before)
  await group.getByRole('button', { name: 'Duplicate' }).click()
  await expect.poll(async () => (await order(page)).length).toBe(before.length + 1)
  await choose(page, 'shore-2')
  await row(page, 'shore-2').getByRole('button', { name: 'Take out' }).click()
  await expect.poll(() => order(page)).toEqual(before)
})

test('playing moves the playhead on, and stops', async ({ page }) => {
  await page.clock.install()
  const slider = page.getByRole('slider', { name: 'Playhead, minutes' })
  await page.getByRole('button', { name: 'Play' }).click()
  await page.clock.runFor(1000)
  const at0 = async () => Number(await slider.getAttribute('aria-valuenow'))
  await expect.poll(at0).toBeLessThan(60) // it begins again from the start
  const soon = await at0()
  await page.clock.runFor(1000)
  await expect.poll(at0).toBeGreaterThan(soon)
  await page.getByRole('button', { name: 'Pause' }).click()
  const at = await slider.getAttribute('aria-valuenow')
  await page.clock.runFor(5000)
  await expect(slider).toHaveAttribute('aria-valuenow', at ?? '')
})

test('the lesson is taken away as a file, to the byte', async ({ page, request }) => {
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'File' }).click()
  const file = await download
  expect(file.suggestedFilename()).toBe('Terraces above Ondrel Water.json')
  const stored = await (await request.get(`/api/studios/${studio()}/lessons/${id}/file`)).body()
  expect(stored.equals(readFileSync(join(import.meta.dirname, '../demo/terraces-above-ondrel-water.json')))).toBe(true)
})

test('a step is split, joined again, weighed, staged and noted', async ({ page, request }) => {
  const id = await newLesson(request)
  await openScore(page, id)
  await choose(page, 'far-ridge')
  const opened = row(page, 'far-ridge')
  await opened.getByRole('button', { name: 'Split' }).click()
  await expect(row(page, 'far-ridge-2')).toBeVisible()
  await opened.getByRole('button', { name: 'Join with next' }).click()
  await expect(row(page, 'far-ridge-2')).toBeHidden()
  await opened.getByLabel('Stage that begins here').fill('Far hills')
  await page.keyboard.press('Enter')
  await expect(status(page).first()).toContainText('stage')
  await pick(opened.getByLabel('How much it is needed'), 'must')
  await expect(status(page).first()).toContainText('need')
  await opened.getByLabel('Note for the teacher').fill('Show the pull twice')
  await page.keyboard.press('Enter')
  await expect(status(page).first()).toContainText('note')
  await opened.getByRole('button', { name: 'Stand back after' }).click()
  await expect(row(page, 'pause-1')).toBeVisible()
  await opened.getByRole('button', { name: 'close' }).click()
  await expect(page.getByLabel('Stage Far hills')).toContainText('Far hills')
  await expect(row(page, 'far-ridge')).toContainText('must')
})

test('the palette finds steps and commands, and replaces a mixture everywhere', async ({ page }) => {
  await page.keyboard.press('Control+k')
  const find = page.getByRole('combobox', { name: 'Find a step, or what to do' })
  await find.fill('tall cypress')
  await page.keyboard.press('Enter')
  await expect(find).not.toBeFocused()
  await expect(page.locator('[data-step] button[aria-expanded=true]')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await find.fill('replace mixture')
  await page.keyboard.press('Enter')
  await find.fill('vine shadow')
  const first = page.getByRole('option').first()
  if ((await page.getByRole('option').count()) === 0) await find.fill('')
  const from = ((await first.locator('span').first().textContent()) ?? '').trim()
  await page.keyboard.press('Enter')
  await expect(page.getByText(`Replace a mixture everywhere … ${from}`)).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(status(page).first()).toContainText(`instead of “${from}” everywhere`)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+k')
  await find.fill('no such thing at all')
  await expect(page.getByText('Nothing of that name.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(find).toHaveValue('')
  await expect(page.getByText('Nothing of that name.')).toBeHidden()
})
