import { expect } from '@playwright/test'

import { clean } from './axe'
import { test } from './fixtures'
import { choose, newLesson, openScore, row } from './helpers'

for (const room of ['light', 'dark'] as const) {
  test(`axe finds nothing in the ${room} room`, async ({ page, request }) => {
    await page.emulateMedia({ colorScheme: room })
    await page.goto('/')
    await expect(page.getByRole('link', { name: /Ondrel/ }).first()).toBeVisible()
    await expect(page.locator('html')).toHaveAttribute('data-room', room)
    await clean(page, 'shelf')
    await page.goto('/marks')
    await expect(page.getByRole('article').first()).toBeVisible()
    await clean(page, 'marks')
    await page.goto('/forms')
    await expect(page.getByRole('article').first()).toBeVisible()
    await clean(page, 'forms')
    await openScore(page, await newLesson(request))
    await clean(page, 'score')
    await page.getByRole('button', { name: 'Look closer at a place' }).click()
    await clean(page, 'place')
    await page.locator('figure').getByRole('button', { name: 'Close' }).click()
    await choose(page, 'far-light')
    await expect(page.getByRole('img', { name: /close up/ })).toBeVisible()
    await clean(page, 'step')
    await row(page, 'far-light').getByRole('button', { name: /^load:/ }).click()
    await clean(page, 'choice')
  })
}

test('the interface itself has no colour', async ({ page, request }) => {
  await openScore(page, await newLesson(request))
  await choose(page, 'far-ridge')
  const coloured = await page.evaluate(() => {
    const neutral = (c: string) => {
      const m = /rgba?\((\d+), (\d+), (\d+)/.exec(c)
      return !m || (m[1] === m[2] && m[2] === m[3])
    }
    const paint = '[data-part=block], section[aria-label=Recipe] span'
    return [...document.querySelectorAll('body *')]
      .filter((e) => !e.matches(paint))
      .filter((e) => {
        const s = getComputedStyle(e)
        return !(neutral(s.color) && neutral(s.backgroundColor) && neutral(s.borderTopColor))
      })
      .map((e) => e.outerHTML.slice(0, 80))
  })
  expect(coloured).toEqual([])
})

test('everything is within the window at 1280 by 800', async ({ page, request }) => {
  await openScore(page, await newLesson(request))
  await choose(page, 'lake')
  const scroll = await page.evaluate(() => [document.documentElement.scrollHeight, document.documentElement.scrollWidth])
  expect(scroll).toEqual([800, 1280])
})
