// Takes the pictures of the main views that the README shows, from a server with the demo:
//   node scripts/screens.mjs http://127.0.0.1:8080 [NAME...]
// Open them afterwards: what is wrong in a picture is wrong in the application.
import { createRequire } from 'node:module'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const root = join(import.meta.dirname, '..')
const { chromium } = createRequire(join(root, 'e2e/package.json'))('@playwright/test')
const [base, ...only] = process.argv.slice(2)
if (!base) throw new Error('say where the server is: node scripts/screens.mjs http://127.0.0.1:8080')

const get = async (path) => (await fetch(base + path)).json()
const studio = (await get('/api/studios'))[0].id
const at = (path) => `${base}/studios/${studio}${path}`
const lessons = await get(`/api/studios/${studio}/lessons`)
const id = lessons.find((l) => l.title.startsWith('Terraces')).id
const classes = await get(`/api/studios/${studio}/classes`)
const day = classes.find((c) => c.class.title.startsWith('Terraces')).id

const lesson = (room = '') => at(`/lessons/${id}${room}`)
const settled = async (page) => {
  await page.waitForLoadState('networkidle').catch(() => undefined)
  await page.waitForTimeout(1500)
}
const checked = (page) => page.getByText('Rehearsed and checked').waitFor({ timeout: 120_000 })
const score = async (page) => {
  await page.goto(lesson())
  await checked(page)
}

const send = async (path, body) => (await fetch(base + path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })).json()

/** taught is a class of the lesson that is so many steps in. */
async function taught(steps) {
  const running = (await send(`/api/studios/${studio}/classes`, { lesson: id, people: 6, begins: '2031-05-06T18:00', minutes: 150 })).id
  for (let n = 0; n <= steps; n++) await send(`/api/studios/${studio}/classes/${running}/happenings`, { kind: n === 0 ? 'start' : 'done' })
  return running
}

/** sit takes a seat in a class. */
const sit = async (day, name) => send('/api/seats', { code: (await send(`/api/studios/${studio}/classes/${day}/door`)).code, name })

/** does waits for a job. */
async function does(asked) {
  const { id: job } = await send(`/api/studios/${studio}/jobs`, asked)
  for (;;) {
    const j = await get(`/api/studios/${studio}/jobs/${job}`)
    if (j.state === 'done') return j
    if (j.state !== 'waiting' && j.state !== 'running') throw new Error(j.problem)
    await new Promise((r) => setTimeout(r, 300))
  }
}

/** looked is a canvas that was photographed and looked at. */
async function looked(by) {
  const on = await send(`/api/studios/${studio}/canvases`, { lesson: id, by, painted: '2026-10-02' })
  const asked = { lesson: id, from: (await get(`/api/studios/${studio}/canvases/${on.id}`)).revision, canvas: on.id }
  await does({ ...asked, kind: 'camera' })
  await does({ ...asked, kind: 'look' })
  return on.id
}

/** spoilt is a copy of the lesson in which the far ridge is painted too late. */
async function spoilt() {
  const copy = await send(`/api/studios/${studio}/lessons/${id}/copies`)
  await send(`/api/studios/${studio}/lessons/${copy.id}/edits`, { from: 1, edit: { edit: 'move', step: copy.lesson.steps[5].id, to: 20 } })
  return copy.id
}

/** gone throws a lesson out. */
const gone = (copy) => fetch(`${base}/api/studios/${studio}/lessons/${copy}/place`, { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: '{"place":"deleted"}' })

/** What is shown in each picture. */
const views = {
  shelf: async (page) => {
    await page.goto(at(''))
    await page.locator('article img').nth(2).waitFor()
    await page.getByText('Nothing open in Checks').nth(2).waitFor({ timeout: 120_000 })
  },
  score,
  'score-time': async (page) => {
    await score(page)
    await page.keyboard.press('a')
  },
  'score-finding-dark': async (page) => {
    await page.addInitScript(() => localStorage.setItem('room', 'dark'))
    const copy = await spoilt()
    await page.goto(at(`/lessons/${copy}`))
    await checked(page)
    await page.getByRole('button', { name: /finding/ }).first().click()
    await page.getByRole('dialog').getByRole('button', { name: /Painted behind/ }).click()
    await page.locator('[data-tried=true]').first().waitFor({ timeout: 120_000 })
    await gone(copy)
  },
  'new-lesson': async (page) => {
    await page.goto(at(''))
    await page.getByRole('button', { name: 'New lesson' }).click()
    await page.getByRole('radio', { name: /^Coast\./ }).click()
    await page.getByLabel('Title').fill('Evening at the bay')
  },
  look: async (page) => page.goto(at(`/canvases/${await looked('Ana')}`)),
  canvases: (page) => page.goto(at('/canvases')),
  scene: (page) => page.goto(lesson('/scene')),
  'scene-values': async (page) => {
    await page.goto(lesson('/scene'))
    await page.getByLabel('Shown').click()
    await page.getByRole('option', { name: 'three values' }).click()
    for (const name of ['tiers', 'way of the eye']) await page.getByLabel(name).check()
    await page.getByRole('tab', { name: 'Measures' }).click()
  },
  'scene-photo': async (page) => {
    const other = lessons.find((l) => l.title.startsWith('Poplars'))
    const photo = Buffer.from(await (await fetch(`${base}${other.frames}/paint-800-${other.last}.png`)).arrayBuffer())
    const copy = (await send(`/api/studios/${studio}/lessons/${other.id}/copies`)).id
    await page.goto(at(`/lessons/${copy}/scene`))
    await page.getByRole('tab', { name: 'Photo' }).click()
    await page.getByLabel('Photograph: file').setInputFiles({ name: 'canal.png', mimeType: 'image/png', buffer: photo })
    await page.getByRole('img', { name: 'The photograph under the zones' }).waitFor()
    await page.getByLabel('Grid every so many cm').fill('5')
    await page.keyboard.press('Enter')
    await gone(copy)
  },
  bench: (page) => page.goto(lesson('/bench')),
  checks: async (page) => {
    const copy = await spoilt()
    await page.goto(at(`/lessons/${copy}/checks`))
    await page.getByRole('button', { name: 'change', exact: true }).click()
    await page.getByText(/^Rehearsing/).waitFor({ state: 'hidden', timeout: 120_000 })
    await page.locator('[data-tried=true]').first().waitFor({ timeout: 300_000 })
    await page.locator('[data-tried=false]').first().waitFor({ state: 'hidden', timeout: 300_000 })
    await page.getByRole('button', { name: /^Try: / }).first().click()
    await page.getByRole('img', { name: 'The canvas with it' }).waitFor({ timeout: 120_000 })
    await gone(copy)
  },
  prep: async (page) => {
    await page.goto(at(`/classes/${day}`))
    await page.getByRole('tab', { name: 'Buy' }).click()
    await page.getByRole('button', { name: 'Titanium white', exact: true }).click()
  },
  cupboard: (page) => page.goto(at('/cupboard')),
  lectern: async (page) => {
    await page.addInitScript(() => localStorage.setItem('room', 'dark'))
    const running = await taught(20)
    const seat = (await sit(running, 'Imke')).seat
    for (const name of ['Rafe', 'Odile', 'Bram']) await sit(running, name)
    await send(`/api/seats/${seat}/happenings`, { kind: 'hand', step: 32, text: 'dark' })
    await page.goto(at(`/classes/${running}/teach`))
    await page.getByRole('img', { name: /^The canvas after step/ }).waitFor({ timeout: 120_000 })
    await page.getByRole('button', { name: /^Imke/ }).click()
    await page.getByAltText('With what helps').waitFor({ timeout: 120_000 })
  },
  wall: async (page) => {
    await page.addInitScript(() => localStorage.setItem('room', 'dark'))
    await page.setViewportSize({ width: 1920, height: 1080 })
    await page.goto(at(`/classes/${await taught(14)}/wall`))
  },
  seat: async (page) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(`${base}/join/${(await sit(await taught(32), 'Odile')).seat}`)
    await page.waitForTimeout(3000)
  },
  log: (page) => page.goto(at(`/classes/${classes[0].id}/log`)),
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-background-networking'] })
for (const [name, show] of Object.entries(views)) {
  if (only.length > 0 && !only.includes(name)) continue
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript(() => localStorage.setItem('first minute', 'seen'))
  await show(page)
  await settled(page)
  await page.screenshot({ path: join(root, `docs/screenshots/${name}.png`) })
  await page.close()
  console.log(name)
}
await browser.close()

if (only.length === 0 || only.includes('cards')) {
  const folder = mkdtempSync(join(tmpdir(), 'cards'))
  writeFileSync(join(folder, 'lesson.json'), JSON.stringify((await get(`/api/studios/${studio}/lessons/${id}`)).lesson))
  execFileSync(join(root, 'bin/proxenos'), ['cards', join(folder, 'lesson.json'), '-o', join(folder, 'cards.pdf')])
  execFileSync('pdftoppm', ['-r', '90', '-f', '2', '-l', '2', '-singlefile', '-png', join(folder, 'cards.pdf'), join(root, 'docs/screenshots/cards')])
  rmSync(folder, { recursive: true })
  console.log('cards')
}
