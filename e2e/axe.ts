import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']

/**
 * clean fails where axe finds something on a page, or in a part of it. It asks in the way that
 * opens no second page, for there are no frames of other sites here, and it lists what is
 * wrong alone: that takes half the time.
 */
export async function clean(page: Page, where: string, part?: string) {
  let axe = new AxeBuilder({ page }).setLegacyMode().options({ runOnly: tags, resultTypes: ['violations'] })
  if (part) axe = axe.include(part)
  const { violations } = await axe.analyze()
  expect(violations.map((v) => `${where}: ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([])
}
