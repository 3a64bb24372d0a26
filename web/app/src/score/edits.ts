import type { Edit, Lesson, Step, Vocabulary } from '../api/client'
import type { Making } from '../lib/desk'

/** change is the edit that sets some fields of a step. */
export function change(step: Step, fields: Partial<Step>): Edit {
  return { edit: 'change', step: { ...step, ...fields } }
}

/** moveBy makes the edit that moves a step by so many places from where it is then. */
export function moveBy(step: string, places: number): Making {
  return ({ steps }) => {
    const at = steps.findIndex((s) => s.id === step)
    const to = at + places
    return at >= 0 && to >= 0 && to < steps.length ? { edit: 'move', step, to } : undefined
  }
}

/** minutesBy makes the edit that gives a step so many minutes more than it has then. */
export function minutesBy(step: string, more: number): Making {
  return ({ steps }) => {
    const minutes = (steps.find((s) => s.id === step)?.minutes ?? 0) + more
    return minutes > 0 ? { edit: 'minutes', step, minutes } : undefined
  }
}

/** free is an id like another that no step has. */
export function free(lesson: Lesson, id: string): string {
  const ids = new Set(lesson.steps.map((s) => s.id))
  const stem = id.replace(/-\d+$/, '').slice(0, 34)
  let n = 2
  while (ids.has(`${stem}-${n}`)) n++
  return `${stem}-${n}`
}

/** duplicate makes the edit that puts a copy of a step behind it. */
export function duplicate(id: string): Making {
  return (lesson) => {
    const at = lesson.steps.findIndex((s) => s.id === id)
    const step = lesson.steps[at]
    return step && { edit: 'insert', at: at + 1, step: { ...step, id: free(lesson, id) } }
  }
}

/** fitting is what a step must also change to take up another technique: a tool that can, and as many mixtures as it takes. */
export function fitting(lesson: Lesson, step: Step, t: Vocabulary['techniques'][number]): Partial<Step> {
  const kindOf = (id: string) => lesson.tools.find((tool) => tool.id === id)?.kind
  const can = (kind: string | undefined) => kind !== undefined && t.kinds.includes(kind)
  const tool = can(kindOf(step.tool)) ? step.tool : (lesson.tools.find((l) => can(l.kind))?.id ?? '')
  const mixtures = step.mixtures.slice(0, t.most)
  for (const m of lesson.mixtures) {
    if (mixtures.length >= t.least) break
    if (!mixtures.includes(m.id)) mixtures.push(m.id)
  }
  const zone = step.zone || (lesson.zones[0]?.id ?? '')
  return { technique: t.technique as Step['technique'], tool: t.idle ? '' : tool, mixtures, zone, days: t.technique === 'dry' ? Math.max(1, step.days) : 0 }
}
