import { expect, type Browser, type Page } from '@playwright/test'

import { another, at } from './another'
import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson } from './helpers'

const port = 8896
const here = at(port)
const serve = () => another(port)

/** screen opens a page in a browser window of its own. */
async function screen(browser: Browser, path: string, size = { width: 1280, height: 800 }): Promise<Page> {
  const page = await (await browser.newContext({ viewport: size })).newPage()
  await page.goto(here + path)
  return page
}

async function sit(browser: Browser, code: string, name: string): Promise<Page> {
  const seat = await screen(browser, `/join?code=${code}`, { width: 390, height: 844 })
  await seat.getByLabel('Your first name').fill(name)
  await seat.getByRole('button', { name: 'Sit down' }).click()
  await expect(seat.getByText('It begins soon')).toBeVisible()
  return seat
}

const brief = (page: Page, text: RegExp) => expect(page.getByRole('heading', { name: text }).first()).toBeVisible()
const bytes = async (page: Page, name: string) => (await page.request.get(here + ((await page.getByAltText(name).getAttribute('src')) ?? ''))).body()

test('a class on four screens: it runs, a hand is answered, it gets late, the server is killed, and the next class has learnt', async ({ page, browser }) => {
  test.setTimeout(240_000)
  const lesson = await newLesson(page.request)
  const classes = `/api/studios/${studio()}/classes`
  const made = await page.request.post(classes, { data: { lesson, people: 4, begins: '2031-05-06T18:00', minutes: 60 } })
  const { id } = (await made.json()) as { id: string }
  const { code } = (await (await page.request.post(`${classes}/${id}/door`)).json()) as { code: string }
  const at = `/studios/${studio()}/classes/${id}`
  let server = await serve()
  try {
    const lectern = await screen(browser, `${at}/teach`)
    const wall = await screen(browser, `${at}/wall`, { width: 1920, height: 1080 })
    await expect(wall.getByText(code, { exact: true })).toBeVisible()
    const ana = await sit(browser, code, 'Ana')
    const bo = await sit(browser, code, 'Bo')
    await expect(lectern.getByText('2 here')).toBeVisible()

    // It begins by a pedal in another tab, and every screen shows the step.
    const pedal = await lectern.context().newPage()
    await pedal.goto(`${here}${at}/pedal`)
    await pedal.getByRole('button', { name: 'Right' }).click()
    for (const p of [lectern, wall, ana, bo]) await brief(p, /^Criss-cross high sky blue/)
    const letters = await wall.getByRole('heading', { level: 1 }).evaluate((e) => Number.parseFloat(getComputedStyle(e).fontSize))
    const small = await wall.getByLabel('Time').evaluate((e) => Number.parseFloat(getComputedStyle(e).fontSize))
    expect(Math.min(letters, small)).toBeGreaterThanOrEqual(1080 / 25)

    // What is noted is taken back; a break stops the clock on every screen.
    await lectern.keyboard.press('m')
    await expect(lectern.getByRole('status')).toContainText('went to mud')
    await lectern.keyboard.press('z')
    await expect(lectern.getByRole('status')).not.toContainText('went to mud')
    await lectern.keyboard.press('p')
    await expect(wall.getByText('A break.')).toBeVisible()
    await lectern.keyboard.press('p')
    await expect(wall.getByText('A break.')).toHaveCount(0)

    // Ana follows, Bo lags.
    await bo.getByRole('button', { name: 'Done', exact: true }).click()
    await ana.getByRole('button', { name: 'Done', exact: true }).click()
    await expect(lectern.getByText('2 through with this step')).toBeVisible()
    for (let n = 0; n < 3; n++) await lectern.keyboard.press('PageDown')
    await expect(ana.getByText('Step 4 of 61')).toBeVisible()
    await ana.getByRole('button', { name: 'Done', exact: true }).click()
    await expect(lectern.getByText('behind: Bo')).toBeVisible()

    // A hand goes up and is answered with what helps on this canvas.
    await ana.getByRole('button', { name: 'Hand up' }).click()
    await ana.getByRole('button', { name: /colour wrong/i }).click()
    await expect(ana.getByText('Your hand is up: colour wrong.')).toBeVisible()
    await expect(lectern.getByRole('button', { name: 'Ana: colour wrong, step 4' })).toBeVisible()
    await lectern.keyboard.press('h')
    await expect(lectern.getByAltText('With what helps')).toBeVisible({ timeout: 90_000 })
    await clean(lectern, 'a hand that is up')
    await lectern.getByRole('button', { name: 'Send this to Ana' }).click()
    await expect(ana.getByRole('region', { name: 'What helps' })).toContainText('comes back')
    expect((await bytes(ana, 'As it went wrong on the simulated canvas')).equals(await bytes(ana, 'With what helps'))).toBe(false)
    await clean(ana, 'a seat with an answer')
    await ana.getByRole('button', { name: 'I have it' }).click()

    // It is late: a choice is taken with one key, and taken back.
    await lectern.keyboard.press('l')
    await expect(lectern.getByRole('heading', { name: /minutes too late/ })).toBeVisible()
    await expect(lectern.getByAltText(/^The finished picture: /).first()).toBeVisible({ timeout: 60_000 })
    await clean(lectern, 'choices when it is late')
    await lectern.keyboard.press('1')
    await expect(lectern.getByRole('status')).toContainText('Chosen: ')
    await lectern.keyboard.press('z')
    await expect(lectern.getByRole('status')).not.toContainText('Chosen: ')

    // What Bo says without a network is sent when there is one.
    await bo.context().setOffline(true)
    await brief(bo, /^/)
    await bo.getByRole('button', { name: 'Done', exact: true }).click()
    await expect(bo.getByRole('status')).toContainText('sent when there is one', { timeout: 60_000 })
    await bo.context().setOffline(false)
    await expect(bo.getByRole('status')).toHaveText('Connected.', { timeout: 60_000 })
    await expect(lectern.getByText('behind: Bo')).toHaveCount(0)

    // The server is killed and comes back: all go on.
    server.kill('SIGKILL')
    await expect(ana.getByRole('status')).toContainText('No connection')
    server = await serve()
    const back = Date.now()
    await lectern.keyboard.press('PageDown')
    for (const p of [wall, ana]) await expect(p.getByText('Step 5 of 61')).toBeVisible()
    console.log(`all screens go on ${Date.now() - back} ms after the server is back`)
    await ana.reload()
    await expect(ana.getByText('Step 5 of 61')).toBeVisible()

    // It ends, and its log is there.
    await lectern.getByRole('button', { name: 'End the class' }).click()
    await expect(ana.getByRole('heading', { name: /has ended/ })).toBeVisible()
    await lectern.keyboard.press('3')
    await expect(lectern.getByRole('img', { name: /Minutes of 61 steps/ })).toBeVisible()
    await expect(lectern.getByRole('region', { name: 'Hardest steps' })).toContainText('one hand up: colour wrong')
    await clean(lectern, 'log')
    await lectern.getByRole('region', { name: 'What to change' }).getByRole('button', { name: 'Make it' }).first().click()
    await expect(lectern.getByText('Made', { exact: true })).toBeVisible()

    // Ana's picture is kept, with its days.
    await lectern.getByRole('region', { name: 'Canvases' }).getByRole('button', { name: 'Ana' }).click()
    await expect(lectern.getByRole('region', { name: 'Canvases' }).getByRole('listitem')).toContainText('look at it again')
    await lectern.getByRole('region', { name: 'Canvases' }).getByRole('link', { name: 'Canvases' }).click()
    const canvas = lectern.getByRole('article', { name: 'Terraces above Ondrel Water' }).filter({ hasText: 'Ana' })
    await canvas.getByLabel('On which day', { exact: true }).fill('7 May 2031')
    await canvas.getByRole('button', { name: 'Write down' }).click()
    await expect(canvas.getByRole('list', { name: 'What was done' })).toContainText('7 May 2031: looked at')
    await clean(lectern, 'canvases')

    // The next class of a studio that has taught one is run by what was learnt; this one, which
    // was clicked through and is thrown out, teaches nothing.
    expect((await page.request.put(`${classes}/${id}/deleted`, { data: { deleted: true } })).status()).toBe(200)
    const past = '/api/studios/quillmere/classes'
    const next = (await (await page.request.post(past, { data: { lesson: 'poplars-on-the-maren-cut', people: 6, begins: '2031-05-13T18:00', minutes: 150 } })).json()) as { id: string }
    const learns = (await (await page.request.get(`${past}/${next.id}/estimates`)).json()) as { classes: number; steps: { middle: number }[] }
    expect(learns.classes).toBe(1)
    const planned = async () => ((await (await page.request.get(`${past}/${next.id}/teaching`)).json()) as { state: { steps: { planned: number }[] } }).state.steps[0]?.planned ?? 0
    await page.goto(`/studios/quillmere/classes/${next.id}`)
    await page.getByRole('tab', { name: 'Rehearse the class' }).click()
    await expect(page.getByText('From one class of this studio')).toBeVisible({ timeout: 90_000 })
    const learnt = page.getByLabel('Run this class by the minutes that the studio has learnt')
    await learnt.click()
    await expect(learnt).toBeChecked()
    await expect.poll(planned).toBeCloseTo(learns.steps[0]?.middle ?? 0, 3)
  } finally {
    server.kill('SIGKILL')
  }
})
