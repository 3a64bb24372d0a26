import type { Edit, Lesson, Step } from '../api/client'

/** change is the edit that sets some fields of a step. */
export function change(step: Step, fields: Partial<Step>): Edit {
  return { edit: 'change', step: { ...step, ...fields } }
}

/** duplicate is the edit that puts a copy of a step behind it. */
export function duplicate(lesson: Lesson, step: Step): Edit {
  const ids = new Set(lesson.steps.map((s) => s.id))
  const stem = step.id.replace(/-\d+$/, '').slice(0, 34)
  let n = 2
  while (ids.has(`${stem}-${n}`)) n++
  return { edit: 'insert', at: lesson.steps.indexOf(step) + 1, step: { ...step, id: `${stem}-${n}` } }
}
