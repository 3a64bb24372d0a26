import type { Lesson, Mixture, Recipe } from '../api/client'

/** newMixture makes a mixture of a recipe, with an id of its own. */
export function newMixture(lesson: Lesson, name: string, recipe: Recipe): Mixture {
  const ids = new Set(lesson.mixtures.map((m) => m.id))
  const stem =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 34) || 'mixture'
  let id = stem
  for (let n = 2; ids.has(id); n++) id = `${stem}-${n}`
  return { id, name, parts: recipe.parts.map(({ paint, parts }) => ({ paint, parts })) }
}
