import { expect } from '@playwright/test'

import { another, at } from './another'
import { studio, test } from './fixtures'
import { choose, length, minutes, newLesson, rehearsed } from './helpers'

const port = Number(process.env.PROXENOS_E2E_PORT ?? 8897) + 51

/** How often an edit is sent in vain before the server is back; 20 times, more than a minute, were tried by hand. */
const inVain = Number(process.env.PROXENOS_E2E_IN_VAIN ?? 3)

test('the server is killed while it saves an edit, and comes back: the edit arrives once, and what was made meanwhile too', async ({ page, browser }) => {
  test.setTimeout(180_000 + inVain * 5000)
  const id = await newLesson(page.request)
  let server = await another(port)
  try {
    const room = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await room.goto(`${at(port)}/studios/${studio()}/lessons/${id}`)
    await rehearsed(room)
    await choose(room, 'sky')
    const saving = room.locator('[data-part=saving]')

    // It stands still with the edit in its hands, and is killed.
    server.kill('SIGSTOP')
    await room.keyboard.press('+')
    await expect(saving).toHaveText('Saving')
    server.kill('SIGKILL')
    await expect(saving).toHaveText('Not saved yet: one change')
    await expect(room.getByRole('alert')).toContainText('The server does not answer')

    // The room still works: another step, in the script and in the picture that is here already.
    await choose(room, 'lake')
    await room.keyboard.press('-')
    await expect(saving).toHaveText('Not saved yet: 2 changes')
    let sent = 0
    room.on('requestfailed', (r) => {
      if (r.url().endsWith('/edits')) sent++
    })
    const away = Date.now()
    await expect.poll(() => sent, { timeout: 30_000 + inVain * 5000 }).toBeGreaterThanOrEqual(inVain)
    server = await another(port)
    const back = Date.now()
    await expect(saving).toHaveText('Saved')
    console.log(`away for ${Math.round((back - away) / 1000)} s: saved ${Date.now() - back} ms after the server is back`)
    await expect(minutes(room)).toHaveText(length())
    await expect(room.getByRole('alert')).toBeHidden()
    const revisions = (await (await page.request.get(`/api/studios/${studio()}/lessons/${id}`)).json()) as { revision: number; lesson: { steps: { id: string; minutes: number }[] } }
    expect(revisions.revision).toBe(3) // each once
    await expect(room.getByRole('button', { name: 'Undo' })).toBeEnabled()
    await room.keyboard.press('Control+z')
    await expect(minutes(room)).toHaveText(length(0.5))
  } finally {
    server.kill('SIGKILL')
  }
})
