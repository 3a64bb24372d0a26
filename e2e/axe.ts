import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']

/**
 * clean fails where axe finds something on a page, or in a part of it; where words cannot be
 * read on what lies behind them, also where axe itself could not decide it; and where a name
 * that is read aloud does not contain what is seen. It asks in the way that opens no second
 * page, for there are no frames of other sites here.
 */
export async function clean(page: Page, where: string, part?: string) {
  let axe = new AxeBuilder({ page }).setLegacyMode().options({ runOnly: tags, rules: { 'label-content-name-mismatch': { enabled: true } }, resultTypes: ['violations', 'incomplete'] })
  if (part) axe = axe.include(part)
  const { violations, incomplete } = await axe.analyze()
  const undecided = incomplete.filter((v) => v.id === 'color-contrast').flatMap((v) => v.nodes.map((n) => String(n.target[0])))
  const pale = await page.evaluate(contrast, undecided)
  expect([...violations.map((v) => `${where}: ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`), ...pale.map((p) => `${where}: ${p}`)]).toEqual([])
}

/**
 * contrast tells which words are too pale for what is painted behind them: where axe does not
 * decide because they are scrolled out of sight, are one letter, or stand in a drawing.
 */
function contrast(targets: string[]): string[] {
  const all = new CSSStyleSheet()
  all.replaceSync('* { pointer-events: auto !important }') // so that all that lies there is told
  document.adoptedStyleSheets.push(all)
  const scrolled = [...document.querySelectorAll('*')].filter((e) => e.scrollTop > 0 || e.scrollLeft > 0).map((e) => [e, e.scrollTop, e.scrollLeft] as const)
  const rgba = (c: string) => {
    const n = (/^rgba?\((.*)\)$/.exec(c)?.[1] ?? '').split(',').map(Number)
    return n.length < 3 ? undefined : { rgb: n.slice(0, 3), alpha: n[3] ?? 1 }
  }
  const light = (rgb: number[]) => {
    const [r, g, b] = rgb.map((v) => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4)) as [number, number, number]
    return 0.2126 * r + 0.7152 * g + 0.0722 * b
  }
  const out: string[] = []
  for (const target of targets) {
    const e = document.querySelector(target)
    if (!e?.textContent?.trim() || e.closest('[aria-hidden=true], :disabled, [aria-disabled=true]')) continue
    e.scrollIntoView({ block: 'center', inline: 'center' })
    const range = document.createRange()
    range.selectNodeContents(e)
    const box = [...range.getClientRects()].find((r) => r.width > 0 && r.height > 0)
    if (!box) continue
    const here = document.elementsFromPoint(box.x + box.width / 2, box.y + box.height / 2)
    const said = `${e.textContent.trim().slice(0, 40)}: `
    const own = getComputedStyle(e)
    const drawn = e instanceof SVGElement
    const rim = drawn && own.paintOrder.startsWith('stroke') ? rgba(own.stroke)?.rgb : undefined // letters with a rim of their own
    const at = here.findIndex((h) => h === e || e.contains(h))
    if (at < 0 && !rim) {
      out.push(`${said}covered by ${here[0]?.outerHTML.slice(0, 100) ?? 'nothing'}`)
      continue
    }
    const ink = rgba(drawn ? own.fill : own.color)
    let ground = rim
    for (const h of rim ? [] : here.slice(at)) {
      if (h.matches('img, image, canvas, video')) {
        out.push(`${said}on a picture`)
        break
      }
      const s = getComputedStyle(h)
      const c = rgba(h instanceof SVGElement && !h.matches('svg, g, text, tspan') ? s.fill : h.matches('text, tspan') ? '' : s.backgroundColor)
      if (c && c.alpha * Number(s.opacity) > 0.98) {
        ground = c.rgb
        break
      }
    }
    if (!ground || !ink) continue
    const [a, b] = [light(ink.rgb), light(ground)]
    const ratio = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
    const size = Number.parseFloat(own.fontSize)
    const needs = size >= 24 || (size >= 18.66 && Number(own.fontWeight) >= 700) ? 3 : 4.5
    if (ratio < needs) out.push(`${said}${ratio.toFixed(2)} of ${needs}`)
  }
  scrolled.forEach(([e, top, left]) => e.scrollTo(left, top))
  document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== all)
  return out
}
