import { expect, type Page } from '@playwright/test'

import { studio, test } from './fixtures'
import { newLesson, openScore, pick } from './helpers'

/** named puts a copy of the demo on the shelf under a name of its own. */
async function named(page: Page, title: string): Promise<string> {
  const id = await newLesson(page.request)
  const saved = await page.request.post(`/api/studios/${studio()}/lessons/${id}/edits`, { data: { from: 1, edit: { edit: 'title', title, about: '' } } })
  expect(saved.status()).toBe(200)
  return id
}

const shelf = () => `/studios/${studio()}`
const menu = async (page: Page, title: string, item: string) => {
  await page.getByRole('button', { name: `More for ${title}`, exact: true }).click()
  await page.getByRole('menuitem', { name: item }).click()
}

test('names of every kind stay what they are, wherever they stand', async ({ page }) => {
  const id = await named(page, `To be named ${Date.now()}`)
  for (const title of ['W'.repeat(120), '🌲 Fichten 🌧️', 'أشجار البتولا عند الجسر', '<b>Birches</b> & "a pond", <img src=x onerror=alert(1)>']) {
    await page.goto(`${shelf()}/lessons/${id}`)
    const name = page.getByLabel('Name of the lesson')
    await name.fill(title)
    await name.press('Enter')
    await expect(page.locator('[data-part=saving]')).toHaveText('Saved')
    await expect(page).toHaveTitle(`Score, ${title}`)
    await page.goto(shelf())
    const heading = page.getByRole('heading', { name: title, exact: true })
    await expect(heading).toBeVisible()
    expect(await heading.evaluate((h) => h.childElementCount)).toBe(0)
    expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0)
  }
})

test('a lesson is renamed on the shelf, thrown out, and taken back at once', async ({ page }) => {
  const title = `House ${Date.now()}`
  await named(page, title)
  await page.goto(shelf())
  await page.getByRole('button', { name: `Rename ${title}`, exact: true }).click()
  const field = page.getByLabel(`New name of ${title}`)
  await expect(field).toBeFocused()
  await field.fill('Nothing of this')
  await field.press('Escape')
  await expect(page.getByRole('heading', { name: title, exact: true })).toBeVisible()
  await page.getByRole('button', { name: `Rename ${title}`, exact: true }).click()
  await field.fill(`${title}, named`)
  await field.press('Enter')
  await expect(page.getByRole('heading', { name: `${title}, named`, exact: true })).toBeVisible()
  await menu(page, `${title}, named`, 'Throw it out')
  await expect(page.getByText(`“${title}, named” is thrown out.`)).toBeVisible()
  await expect(page.getByRole('heading', { name: `${title}, named`, exact: true })).toBeHidden()
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: `${title}, named`, exact: true })).toBeVisible()
})

test('a lesson becomes a beginning of the studio, and others are begun from it', async ({ page }) => {
  const title = `Beginning ${Date.now()}`
  await named(page, title)
  await page.goto(shelf())
  await menu(page, title, 'Keep it as a beginning for new lessons')
  await page.getByRole('button', { name: 'New lesson' }).click()
  await page.getByRole('radio', { name: new RegExp(`^${title}\\.`) }).click()
  await page.getByLabel('Title').fill(`From ${title}`)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: `Scene: From ${title}` })).toBeVisible()
})

test('lengths are said as the studio measures, on every screen, and taken so', async ({ page }) => {
  const id = await newLesson(page.request)
  try {
    await page.goto(`${shelf()}/habits`)
    await page.getByRole('button', { name: 'Inches' }).click()
    await expect(page.getByRole('status')).toHaveText('Saved.')
    await openScore(page, id)
    await page.locator('[data-step=sky] button[aria-expanded=false]').click()
    await expect(page.getByRole('button', { name: /^tool: 1 15\/16 in flat/ })).toBeVisible()
    await page.goto(`${shelf()}/lessons/${id}/scene`)
    await page.getByRole('tab', { name: 'Canvas' }).click()
    await expect(page.getByText('This canvas is 15.75 × 11.81 in.')).toBeVisible()
    await page.getByRole('tab', { name: 'Light and view' }).click()
    await page.getByLabel('Horizon from the top, in').fill('5 1/2')
    await expect(page.locator('footer').getByRole('status')).toContainText('horizon to 5 1/2 in')
    const saved = (await (await page.request.get(`/api/studios/${studio()}/lessons/${id}`)).json()) as { lesson: { view: { horizon: number } } }
    expect(saved.lesson.view.horizon).toBeCloseTo(139.7, 1)
  } finally {
    await page.goto(`${shelf()}/habits`)
    await page.getByRole('button', { name: 'Millimetres' }).click()
    await expect(page.getByRole('button', { name: 'Millimetres' })).toHaveAttribute('aria-pressed', 'true')
  }
})

test('a picture goes onto another canvas, mixtures are named and let do for one another', async ({ page }) => {
  const id = await newLesson(page.request)
  await page.goto(`${shelf()}/lessons/${id}/scene`)
  await page.getByRole('tab', { name: 'Canvas' }).click()
  await page.getByLabel('Width of the canvas, mm').fill('300')
  await page.getByLabel('Height of the canvas, mm').fill('300')
  await page.getByRole('radio', { name: /^Crop the picture/ }).check()
  await page.getByRole('button', { name: 'Paint it on that' }).click()
  await expect(page.getByText('This canvas is 300 × 300 mm.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('This canvas is 400 × 300 mm.')).toBeVisible()

  await page.goto(`${shelf()}/lessons/${id}/bench`)
  await page.getByRole('tab', { name: 'Mixtures' }).click()
  const drawer = page.getByRole('region', { name: 'Mixtures' })
  await drawer.getByLabel('Name of the mixture High sky blue').fill('Sky, high')
  await drawer.getByLabel('Name of the mixture High sky blue').press('Enter')
  await expect(drawer.getByLabel('Name of the mixture Sky, high')).toHaveValue('Sky, high')
  const mixtures = drawer.getByLabel(/^Name of the mixture/)
  const count = await mixtures.count()
  await drawer.getByRole('button', { name: 'More about Middle sky' }).click()
  await pick(drawer.getByLabel('What to use instead of Middle sky'), 'Sky, high')
  await drawer.getByRole('button', { name: 'One pile for both' }).click()
  await expect(drawer.getByLabel('Name of the mixture Middle sky')).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(drawer.getByLabel('Name of the mixture Middle sky')).toBeVisible()
  await expect(mixtures).toHaveCount(count)
  const unused = drawer.getByRole('button', { name: /^Do it: Sweep out/ })
  await unused.click()
  await expect(unused).toBeHidden()
})

test('a double click does a thing once', async ({ page }) => {
  const title = `Twice ${Date.now()}`
  const id = await named(page, title)
  await page.goto(shelf())
  await page.getByRole('button', { name: `Copy ${title}`, exact: true }).dblclick()
  await expect(page.getByLabel('Name of the lesson')).toHaveValue(`${title}, copy`)
  await page.goto(shelf())
  await expect(page.getByRole('heading', { name: `${title}, copy`, exact: true })).toBeVisible()
  await expect(page.getByRole('heading', { name: `${title}, copy 2` })).toBeHidden()
  await expect(page.getByRole('heading', { name: `${title}, copy`, exact: true })).toHaveCount(1)
  await page.goto(`${shelf()}/lessons/${id}/scene`)
  await page.getByRole('region', { name: 'Add a thing' }).getByRole('button', { name: 'Rock' }).click()
  await page.getByRole('button', { name: 'Put it there' }).dblclick()
  await expect(page.getByRole('region', { name: 'Zone Rock' })).toBeVisible()
  await expect(page.getByRole('list', { name: 'Planes, farthest first' }).getByRole('button', { name: /^Rock/ })).toHaveCount(1)
})
