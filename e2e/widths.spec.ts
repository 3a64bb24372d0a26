import { expect, type Page } from '@playwright/test'

import { clean } from './axe'
import { studio, test } from './fixtures'
import { newLesson } from './helpers'

/** Windows in which everything must be within reach; 640 by 400 is 1280 by 800 at 200 % zoom. */
const windows = [
  { name: 'a phone', width: 390, height: 844 },
  { name: 'a tablet', width: 768, height: 1024 },
  { name: '200 % zoom', width: 640, height: 400 },
  { name: 'a large screen', width: 1920, height: 1080 },
]

/** lost are controls and words that lie outside the window and cannot be scrolled to, or are cut off. */
const lost = (page: Page) =>
  page.evaluate(() => {
    const wide = document.documentElement.clientWidth
    const out: string[] = []
    if (document.documentElement.scrollWidth > wide + 1) out.push(`the page is ${document.documentElement.scrollWidth} wide`)
    const pageScrolls = document.documentElement.scrollHeight > window.innerHeight + 1
    for (const e of document.querySelectorAll<HTMLElement>('button, a, input, textarea, [role=slider], [role=tab], h1, h2, p')) {
      const r = e.getBoundingClientRect()
      if (r.width < 2 || r.height < 2 || e.closest('.sr-only, [aria-hidden=true]')) continue
      const name = (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 40)
      let scrollsAcross = false
      let scrollsDown = pageScrolls
      for (let a = e.parentElement; a; a = a.parentElement) {
        const s = getComputedStyle(a)
        if (/auto|scroll/.test(s.overflowX) && a.scrollWidth > a.clientWidth) scrollsAcross = true
        if (/auto|scroll/.test(s.overflowY) && a.scrollHeight > a.clientHeight) scrollsDown = true
      }
      if (!scrollsAcross && (r.right > wide + 1 || r.left < -1)) out.push(`${name}: ${Math.round(r.left)} to ${Math.round(r.right)} across`)
      if (!scrollsDown && r.bottom > window.innerHeight + 1) out.push(`${name}: ${Math.round(r.bottom)} down`)
    }
    return out
  })

test('every room keeps everything within reach, on a phone, a tablet, at 200 % and large, in both lights', async ({ page, request }) => {
  test.setTimeout(300_000)
  const lesson = await newLesson(request)
  const planned = await request.post(`/api/studios/${studio()}/classes`, { data: { lesson, people: 6, begins: '2031-05-06T18:00', minutes: 150 } })
  const day = ((await planned.json()) as { id: string }).id
  const of = `/studios/${studio()}`
  const rooms: [string, string][] = [
    ['shelf', of],
    ['cupboard', `${of}/cupboard`],
    ['canvases', `${of}/canvases`],
    ['habits', `${of}/habits`],
    ['score', `${of}/lessons/${lesson}`],
    ['scene', `${of}/lessons/${lesson}/scene`],
    ['bench', `${of}/lessons/${lesson}/bench`],
    ['checks', `${of}/lessons/${lesson}/checks`],
    ['prep', `${of}/classes/${day}`],
    ['teach', `${of}/classes/${day}/teach`],
    ['log', `${of}/classes/${day}/log`],
    ['look', `${of}/classes/${day}/look`],
    ['marks', '/marks'],
  ]
  for (const [k, size] of windows.entries()) {
    await page.setViewportSize(size)
    await page.emulateMedia({ colorScheme: k % 2 === 0 ? 'light' : 'dark' })
    for (const [name, address] of rooms) {
      await page.goto(address)
      await expect(page.getByRole('main')).toBeVisible()
      await page.waitForLoadState('networkidle')
      expect(await lost(page), `${name} on ${size.name}`).toEqual([])
      if (k < 2) await clean(page, `${name} on ${size.name}`)
    }
  }
})

test('every room has a title, help with its keys and its page of the handbook, and undo by key', async ({ page, request }) => {
  const lesson = await newLesson(request)
  const of = `/studios/${studio()}`
  for (const [room, path, says] of [
    ['Shelf', '', 'Lessons as little finished canvases'],
    ['Cupboard', '/cupboard', 'What the studio has'],
    ['Canvases', '/canvases', 'Real pictures with their days'],
    ['Habits', '/habits', 'How the studio measures'],
    ['Score', `/lessons/${lesson}`, 'The script is the timeline'],
    ['Scene', `/lessons/${lesson}/scene`, 'Where the picture is composed'],
    ['Bench', `/lessons/${lesson}/bench`, 'Where colours are mixed'],
    ['Checks', `/lessons/${lesson}/checks`, 'What the rules find'],
  ] as const) {
    await page.goto(of + path)
    await expect(page).toHaveTitle(new RegExp(`^${room}, `))
    await expect(page.getByRole('button', { name: 'Help' })).toBeVisible()
    await page.keyboard.press('?')
    const help = page.getByRole('dialog', { name: `Help: ${room}` })
    await expect(help).toContainText(says)
    await expect(help.getByRole('region', { name: 'Keys' })).toContainText('light or dark room')
    if (room === 'Score') {
      await expect(help.getByRole('img', { name: 'Score' })).toBeVisible()
      await clean(page, 'help', '[role=dialog]')
    }
    await page.keyboard.press('Escape')
    await expect(help).toBeHidden()
    await page.keyboard.press('0')
    await page.keyboard.press('0')
  }
  await expect(page).toHaveTitle('Checks, Terraces above Ondrel Water')
})
