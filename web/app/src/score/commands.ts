import type { Edit, Saved, Vocabulary } from '../api/client'
import { duplicate, standBack } from './edits'

/** A Command is something that can be done, by its name. */
export interface Command {
  name: string
  /** What it is about, for those who look for it. */
  about: string
  /** Does it, or leads to further choices. */
  act?: () => unknown
  next?: () => Command[]
}

interface Doing {
  saved: Saved
  vocabulary: Vocabulary | undefined
  selected: string | undefined
  apply: (edit: Edit) => void
  choose: (step: string) => void
  setView: (view: string) => void
  go: (path: string) => void
}

/** commandsOf lists what can be done in the Score, what concerns the chosen step first. */
export function commandsOf({ saved, vocabulary, selected, apply, choose, setView, go }: Doing): Command[] {
  const { lesson, score } = saved
  const at = lesson.steps.findIndex((s) => s.id === selected)
  const step = lesson.steps[at]
  const out: Command[] = []
  if (step) {
    const about = `step ${at + 1}`
    out.push(
      { name: 'Duplicate the step', about, act: () => apply(duplicate(lesson, step)) },
      { name: 'Split the step', about, act: () => apply({ edit: 'split', step: step.id }) },
      { name: 'Join it with the next', about, act: () => apply({ edit: 'join', step: step.id }) },
      { name: 'Stand back after it', about, act: () => apply(standBack(lesson, at + 1)) },
      { name: 'Take the step out', about, act: () => apply({ edit: 'remove', step: step.id }) },
      {
        name: 'Move it to a place …',
        about,
        next: () => score.rows.map((r, i) => ({ name: `To place ${i + 1}`, about: r.brief, act: () => apply({ edit: 'move', step: step.id, to: i }) })),
      },
    )
  }
  out.push(
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
    { name: 'Scene', about: 'room', act: () => go(`/lessons/${saved.id}/scene`) },
    { name: 'Bench', about: 'room', act: () => go(`/lessons/${saved.id}/bench`) },
    { name: 'Checks', about: 'room', act: () => go(`/lessons/${saved.id}/checks`) },
    { name: 'Shelf', about: 'room', act: () => go('/') },
    ...(vocabulary?.views ?? []).map((v) => ({ name: `View: ${v.name}`, about: v.meaning, act: () => setView(v.id) })),
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
