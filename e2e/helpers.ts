import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

import { studio } from './fixtures'

const demoFile = join(import.meta.dirname, '../demo/terraces-above-ondrel-water.json')

interface Script {
  session: number
  steps: { minutes: number }[]
}

/** length is how the demo's length reads when so many minutes more are written. */
export function length(more = 0): string {
  const script = JSON.parse(readFileSync(demoFile, 'utf8')) as Script
  return `${script.steps.reduce((sum, s) => sum + s.minutes, more)} of ${script.session} min`
}

/** newLesson puts a fresh copy of the demo lesson on the shelf and returns its id. */
export async function newLesson(request: APIRequestContext): Promise<string> {
  const text = readFileSync(demoFile, 'utf8')
  const reply = await request.post(`/api/studios/${studio()}/lessons`, { headers: { 'Content-Type': 'application/json' }, data: text })
  expect(reply.status()).toBe(201)
  return ((await reply.json()) as { id: string }).id
}

/** openScore opens a lesson and waits until it is rehearsed and the canvas shown. */
export async function openScore(page: Page, id: string) {
  await page.goto(`/studios/${studio()}/lessons/${id}`)
  await rehearsed(page)
  await expect(page.locator('img[data-wanted=true]')).toBeVisible()
}

export async function rehearsed(page: Page) {
  await expect(page.getByText('Rehearsed and checked')).toBeVisible({ timeout: 90_000 })
}

export const row = (page: Page, step: string): Locator => page.locator(`[data-step="${step}"]`)

/** choose opens a step's sentence. */
export async function choose(page: Page, step: string) {
  await row(page, step).locator('button[aria-expanded=false]').click()
  await expect(row(page, step).locator('button[aria-expanded=true]')).toBeVisible()
}

/** order is the ids of the steps as the script shows them. */
export function order(page: Page): Promise<string[]> {
  return page.locator('[data-step]').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-step') ?? ''))
}

export const minutes = (page: Page) => page.getByLabel('Length of the script')
export const status = (page: Page) => page.getByRole('status')

/** picture is the address of the frame that is on the canvas once it is the wanted one. */
export async function picture(page: Page): Promise<string> {
  const img = page.locator('section[aria-label=Canvas] img[data-wanted]')
  await expect(img).toHaveAttribute('data-wanted', 'true')
  return (await img.getAttribute('src')) ?? ''
}

/** pick chooses what a list begins with, from the list of a field. */
export async function pick(field: Locator, name: string) {
  await field.click()
  await field
    .page()
    .getByRole('option', { name: new RegExp(`^${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`) })
    .first()
    .click()
}
