import type { Edit, Lesson, Step } from '../api/client'

/** change is the edit that sets some fields of a step. */
export function change(step: Step, fields: Partial<Step>): Edit {
  return { edit: 'change', step: { ...step, ...fields } }
}

/** free is an id like another that no step has. */
function free(lesson: Lesson, id: string): string {
  const ids = new Set(lesson.steps.map((s) => s.id))
  const stem = id.replace(/-\d+$/, '').slice(0, 34)
  let n = 2
  while (ids.has(`${stem}-${n}`)) n++
  return `${stem}-${n}`
}

/** duplicate is the edit that puts a copy of a step behind it. */
export function duplicate(lesson: Lesson, step: Step): Edit {
  return { edit: 'insert', at: lesson.steps.indexOf(step) + 1, step: { ...step, id: free(lesson, step.id) } }
}

/** standBack is the edit that puts a minute to look from afar at a place in the script. */
export function standBack(lesson: Lesson, at: number): Edit {
  return {
    edit: 'insert',
    at,
    step: {
      id: free(lesson, 'stand-back'),
      zone: '',
      where: 'whole',
      technique: 'wait',
      tool: '',
      mixtures: [],
      load: 'medium',
      pressure: 'light',
      medium: { solvent: 0, oil: 0, alkyd: 0, acrylic: false },
      care: 'wipe',
      cover: 1,
      minutes: 1,
      days: 0,
      words: 'Stand back two metres and squint: is every plane its planned value?',
    },
  }
}
