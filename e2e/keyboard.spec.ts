import { expect } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

import { studio, test } from './fixtures'
import { minutes, order, rehearsed } from './helpers'

/** Twelve steps as someone would type them: technique, zone, mixtures. */
const script: [string, string, string[]][] = [
  ['feather', 'on Sky', []],
  ['fluff', 'on Cloud bank', ['Cloud light']],
  ['straight down', 'on Far ridge', ['Far ridge blue']],
  ['knife roll', 'on Far ridge', ['Far ridge light']],
  ['straight down', 'on Near ridge', ['Near ridge blue-green']],
  ['tap', 'on Far shore', ['Shore shadow']],
  ['long and level', 'on Lake', ['Far water', 'Near water']],
  ['straight down', 'on Terraced hill', ['Hill shadow green']],
  ['wait', '', []],
  ['cut in', 'on Top terrace', ['Terrace green']],
  ['tap', 'on Middle vine row', ['Vine green']],
]

test('a lesson of twelve steps is written by keyboard alone', async ({ page, request }) => {
  test.setTimeout(180_000)
  // A picture with its palette, of which one step is written.
  const lesson = JSON.parse(readFileSync(join(import.meta.dirname, '../demo/terraces-above-ondrel-water.json'), 'utf8'))
  lesson.title = 'Written by keyboard'
  lesson.steps = lesson.steps.slice(0, 1)
  lesson.accepted = []
  const reply = await request.post(`/api/studios/${studio()}/lessons`, { data: lesson })
  expect(reply.status()).toBe(201)

  await page.goto('/')
  const card = page.getByRole('link', { name: /Written by keyboard/ }).first()
  await expect(card).toBeVisible()
  // On a long shelf it is found by its name.
  const find = page.getByLabel('Find a lesson')
  for (let n = 0; n < 150; n++) {
    await page.keyboard.press('Tab')
    if ((await find.count()) > 0 && (await find.inputValue()) === '' && (await find.evaluate((el) => el === document.activeElement))) await page.keyboard.type('Written by keyboard')
    if (await card.evaluate((el) => el === document.activeElement)) break
  }
  await expect(card).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Length of the script')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Greyscale' })).toBeVisible()
  await page.keyboard.press('ArrowDown')

  const type = async (text: string) => {
    const field = page.getByRole('combobox', { name: 'What the new step does' })
    await expect(field).toBeFocused()
    await page.keyboard.type(text)
    await page.keyboard.press('Enter')
  }
  for (const [k, [technique, zone, mixtures]] of script.entries()) {
    await page.keyboard.press('n')
    await type(technique)
    if (zone !== '') await type(zone)
    for (const m of mixtures) await type(m)
    const field = page.getByRole('combobox', { name: 'What the new step does' })
    if (await field.isVisible()) await page.keyboard.press('Enter') // that is all
    await expect(field).toBeHidden()
    await expect(page.locator('[data-step]')).toHaveCount(k + 2)
  }
  // Two minutes more for the last step, and one step moved up and back.
  const first = Number.parseFloat(await minutes(page).innerText())
  for (let n = 0; n < 4; n++) {
    const before = await minutes(page).innerText()
    await page.keyboard.press('+')
    await expect(minutes(page)).not.toHaveText(before)
  }
  expect(Number.parseFloat(await minutes(page).innerText())).toBe(first + 2)
  const written = await order(page)
  await page.keyboard.press('Alt+ArrowUp')
  await expect(async () => expect(await order(page)).not.toEqual(written)).toPass()
  await page.keyboard.press('Control+z')
  await expect(async () => expect(await order(page)).toEqual(written)).toPass()

  // A part of a sentence is changed without a mouse.
  const open = page.locator('[data-step]').last()
  const load = open.getByRole('button', { name: /^load:/ })
  await load.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^heavily loaded/ }).focus()
  await page.keyboard.press('Enter')
  await expect(load).toHaveText('heavily loaded')
  await rehearsed(page)
  expect(written).toHaveLength(12)
})
