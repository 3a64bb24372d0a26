import type { Edit, Lesson, Step } from '../api/client'

/** A Making is an edit, or how to make one of the lesson as it is when its turn comes. */
export type Making = Edit | ((lesson: Lesson) => Edit | undefined)

/**
 * rebase makes an edit fit a lesson that has changed since it was made: a step keeps what
 * was changed of it meanwhile, and what is put in stands behind the step that it was put
 * behind.
 */
export function rebase(edit: Edit, made: Lesson, now: Lesson): Edit {
  if (made === now) return edit
  switch (edit.edit) {
    case 'change': {
      const was = made.steps.find((s) => s.id === edit.step.id)
      const is = now.steps.find((s) => s.id === edit.step.id)
      return was && is ? { ...edit, step: { ...is, ...changed(was, edit.step) } } : edit
    }
    case 'insert':
    case 'pause': {
      const behind = made.steps[edit.at - 1]?.id
      const at = now.steps.findIndex((s) => s.id === behind) + 1
      return behind === undefined || at > 0 ? { ...edit, at } : edit
    }
    default:
      return edit
  }
}

/** changed are the fields in which a step differs from what it was. */
function changed(was: Step, is: Step): Partial<Step> {
  const before = new Map(Object.entries(was))
  return Object.fromEntries(Object.entries(is).filter(([field, value]) => JSON.stringify(value) !== JSON.stringify(before.get(field))))
}
