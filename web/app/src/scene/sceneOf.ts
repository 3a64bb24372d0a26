import type { Edit, Saved } from '../api/client'

export type SetScene = Extract<Edit, { edit: 'scene' }>

/** sceneOf is the edit that leaves a lesson's light and view as they are. */
export function sceneOf(lesson: Saved['lesson']): SetScene {
  return { edit: 'scene', light: lesson.light, view: lesson.view, air: lesson.air ?? '', focal: lesson.focal ?? { x: 0, y: 0, radius: 0 } }
}
