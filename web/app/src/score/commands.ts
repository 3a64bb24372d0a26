import type { Saved, StepWish, Vocabulary } from '../api/client'
import type { Making } from '../lib/desk'
import { duplicate } from './edits'

/** A Command is something that can be done, by its name. */
export interface Command {
  name: string
  /** What it is about, for those who look for it. */
  about: string
  /** Of a mixture: what it looks like. */
  colour?: string
  /** Does it, or leads to further choices. */
  act?: () => unknown
  next?: () => Command[]
}

/** A Wish is what a new step is to be; where, is known when its turn comes. */
export type Wish = Omit<StepWish, 'at'>

interface Doing {
  saved: Saved
  vocabulary: Vocabulary | undefined
  selected: string | undefined
  apply: (making: Making) => void
  choose: (step: string) => void
  openBook: () => void
  /** Lets the core write the rest of a new step, and puts it in behind the one that is chosen, or where a row is open for it. */
  write: (wish: Wish) => void
}

/** commandsOf lists what can be done in the Score, what concerns the chosen step first. */
export function commandsOf(doing: Doing): Command[] {
  const { saved, selected, apply, choose } = doing
  const { lesson, score } = saved
  const at = lesson.steps.findIndex((s) => s.id === selected)
  const step = lesson.steps[at]
  const out: Command[] = []
  if (step) {
    const about = `step ${at + 1}`
    out.push(
      { name: 'Duplicate the step', about, act: () => apply(duplicate(step.id)) },
      { name: 'Split the step', about, act: () => apply({ edit: 'split', step: step.id }) },
      { name: 'Join it with the next', about, act: () => apply({ edit: 'join', step: step.id }) },
      { name: 'Stand back after it', about, act: () => apply({ edit: 'pause', at: at + 1, minutes: 1, meanwhile: false }) },
      { name: 'Take the step out', about, act: () => apply({ edit: 'remove', step: step.id }) },
      {
        name: 'Move it to a place …',
        about,
        next: () => score.rows.map((r, i) => ({ name: `To place ${i + 1}`, about: r.brief, act: () => apply({ edit: 'move', step: step.id, to: i }) })),
      },
    )
  }
  const eased = lesson.steps.filter((s) => s.easier?.length)
  if (eased.length > 0) {
    out.push({ name: 'Do every step in its other way', about: `${eased.length} steps`, act: () => apply({ edit: 'all', edits: eased.map((s) => ({ edit: 'ease', step: s.id })) }) })
  }
  out.push(
    { name: 'New step …', about: 'technique, place, mixture', next: () => newSteps(doing) },
    { name: 'Time, tools, method, revisions', about: 'the whole script', act: doing.openBook },
    {
      name: 'Replace a mixture everywhere …',
      about: `${lesson.mixtures.length} mixtures`,
      next: () => lesson.mixtures.map((from) => ({ name: from.name, about: 'instead of it', next: () => others('mixture', from, lesson.mixtures) })),
    },
    {
      name: 'Replace a tool everywhere …',
      about: `${lesson.tools.length} tools`,
      next: () => tools().map((from) => ({ name: from.name, about: 'instead of it', next: () => others('tool', from, tools()) })),
    },
    ...score.rows.map((r) => ({ name: `Step ${r.number}: ${r.brief}`, about: `at ${r.start} min`, act: () => choose(r.step) })),
  )
  return out

  /** tools are those in use, with their names in words. */
  function tools() {
    const names = new Map(lesson.steps.flatMap((s, i) => (s.tool === '' ? [] : [[s.tool, score.rows[i]?.tool ?? s.tool] as const])))
    return [...names].map(([id, name]) => ({ id, name }))
  }

  function others(what: 'mixture' | 'tool', from: { id: string }, list: { id: string; name: string }[]): Command[] {
    return list.filter((to) => to.id !== from.id).map((to) => ({ name: to.name, about: 'takes its place', act: () => apply({ edit: 'replace', what, from: from.id, to: to.id }) }))
  }
}

/** newSteps leads through technique, zone and mixtures to a new step. */
export function newSteps({ saved, vocabulary, write }: Doing): Command[] {
  const { lesson, score } = saved
  const can = (t: Vocabulary['techniques'][number]) => t.idle || lesson.tools.some((tool) => t.kinds.includes(tool.kind))
  return (vocabulary?.techniques ?? []).filter(can).map((t) => {
    const insert = (zone: string, mixtures: string[]) => write({ technique: t.technique, zone, mixtures })
    if (t.idle) return { name: t.name, about: t.meaning, act: () => insert('', []) }
    const inZone = (zone: string, chosen: string[]): Command[] => {
      const done: Command = { name: 'That is all', about: 'Enter puts the step in', act: () => insert(zone, chosen) }
      if (t.most === 0) return [done]
      const more = score.mixtures
        .filter((m) => !chosen.includes(m.mixture))
        .map((m) => {
          const mixtures = [...chosen, m.mixture]
          const name = chosen.length === 0 ? m.name : `and ${m.name}`
          const about = `value ${m.value}`
          const colour = m.colour
          if (mixtures.length >= t.most) return { name, about, colour, act: () => insert(zone, mixtures) }
          return { name, about, colour, next: () => inZone(zone, mixtures) }
        })
      return chosen.length >= t.least ? [done, ...more] : more
    }
    return {
      name: t.name,
      about: t.meaning,
      next: () =>
        lesson.zones.map((z) => {
          const on = lesson.planes.find((p) => p.id === z.plane)?.name ?? ''
          if (t.most === 0) return { name: `on ${z.name}`, about: on, act: () => insert(z.id, []) }
          return { name: `on ${z.name}`, about: on, next: () => inZone(z.id, []) }
        }),
    }
  })
}
