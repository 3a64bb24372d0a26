import { expect, type Locator } from '@playwright/test'

import { studio, test } from './fixtures'

/** Acts counts what a person does: every click, key and choice. */
class Acts {
  count = 0
  async click(l: Locator) {
    this.count++
    await l.click()
  }
  async choose(l: Locator, value: string | { label: string }) {
    this.count++
    await l.selectOption(value)
  }
  async fill(l: Locator, text: string) {
    this.count++
    await l.fill(text)
  }
}

/** What is begun and mended here until nothing is open; the tests of the core do the others. PROXENOS_ALL asks for all kinds. */
const begins = [
  { name: 'Coast', method: 'direct' },
  { name: 'Fields', method: 'rub-and-blot' },
  { name: 'Dusk', method: 'layered' },
  ...(process.env.PROXENOS_ALL
    ? [
        { name: 'Lake and hills', method: 'wet-base' },
        { name: 'Wood', method: 'ladder' },
        { name: 'Snow', method: 'dry-block-in' },
        { name: 'Waterfall in a wood', method: 'wet-base' },
        { name: 'Surf on rocks', method: 'direct' },
        { name: 'Hills with a village', method: 'ladder' },
      ]
    : []),
]

for (const { name, method } of begins) {
  test(`from nothing to a rehearsed lesson without findings: ${name}`, async ({ page }) => {
    test.setTimeout(180_000)
    const act = new Acts()
    await page.goto('/')
    await act.click(page.getByRole('button', { name: 'New lesson' }))
    await act.click(page.getByRole('radio', { name: new RegExp(`^${name}\\.`) }))
    await act.choose(page.getByLabel('House method'), method)
    await act.fill(page.getByLabel('Title'), `Test of ${name}`)
    await expect(page.getByAltText('A sketch of the picture')).toBeVisible()
    await act.click(page.getByRole('button', { name: 'Begin' }))
    await expect(page.getByRole('heading', { name: `Scene: Test of ${name}` })).toBeVisible({ timeout: 90_000 })
    await expect(page.getByText('Rehearsed; nothing open in Checks')).toBeVisible({ timeout: 90_000 })
    expect(act.count).toBeLessThan(40)
  })
}

test('a birch wood by a pond with a footbridge is made from the nearest kind of scene', async ({ page }) => {
  test.setTimeout(300_000)
  const act = new Acts()
  await page.goto('/')
  await act.click(page.getByRole('button', { name: 'New lesson' }))
  await act.click(page.getByRole('radio', { name: /^Wood\./ }))
  await act.fill(page.getByLabel('Title'), 'Birches by the pond')
  await act.click(page.getByRole('button', { name: 'Begin' }))
  await expect(page.getByRole('heading', { name: 'Scene: Birches by the pond' })).toBeVisible({ timeout: 90_000 })
  const shapes = page.getByRole('region', { name: 'Add a thing' })
  const add = async (thing: { kind?: string; plane?: string; x?: string }) => {
    if (thing.kind) await act.choose(shapes.getByLabel('Kind of thing'), { label: thing.kind })
    if (thing.plane) await act.choose(shapes.getByLabel('In which plane'), { label: thing.plane })
    if (thing.x) await act.fill(shapes.getByLabel('Across, mm'), thing.x)
    await act.click(shapes.getByRole('button', { name: 'Add', exact: true }))
    await expect(page.getByRole('status').last()).toContainText('Saved: ')
    await expect(shapes.getByRole('button', { name: 'Add', exact: true })).toBeEnabled()
  }
  await add({ kind: 'Pond', plane: 'Wood floor', x: '230' })
  await add({ kind: 'Footbridge' })
  await add({ kind: 'Birch', x: '130' })
  await add({ x: '300' })
  await add({ plane: 'Near trunks', x: '330' })
  await expect(page.getByText(/^Rehearsed/)).toBeVisible({ timeout: 90_000 })
  await act.click(page.getByRole('link', { name: 'Checks' }))
  await act.click(page.getByRole('button', { name: 'Mend all that is safe' }))
  await expect(page.getByRole('status').last()).toContainText(/^Saved: mend all that is safe/, { timeout: 180_000 })
  expect(act.count).toBeLessThan(30)
  const made = page.url().replace(/.*lessons\/([^/]+).*/, '$1')
  const saved = (await (await page.request.get(`/api/studios/${studio()}/lessons/${made}`)).json()) as { hash: string; lesson: { zones: { kind: string }[]; mixtures: unknown[] } }
  const kinds = saved.lesson.zones.map((z) => z.kind)
  expect(kinds.filter((k) => k === 'birch')).toHaveLength(3)
  expect(kinds).toContain('water')
  expect(kinds).toContain('bridge')
  expect(saved.lesson.mixtures.length).toBeLessThan(30) // the birches share theirs
  const judged = async () => (await (await page.request.get(`/api/studios/${studio()}/rehearsals/${saved.hash}?lesson=${made}`)).json()) as { done: boolean; findings: { severity: string }[] }
  await expect.poll(async () => (await judged()).done, { timeout: 90_000 }).toBe(true)
  expect((await judged()).findings.filter((f) => f.severity === 'stop')).toEqual([])
})
