import type { Batch, Edit, Lesson, Mixture, Part, Recipe } from '../api/client'

/** newMixture makes a mixture of a recipe, with an id of its own. */
export function newMixture(lesson: Lesson, name: string, recipe: Recipe, batch: Batch | undefined): Mixture {
  const ids = new Set(lesson.mixtures.map((m) => m.id))
  const stem =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 34) || 'mixture'
  let id = stem
  for (let n = 2; ids.has(id); n++) id = `${stem}-${n}`
  const tints = tintsOf(batch)
  return { id, name, parts: partsOf(recipe), ...(tints.length > 0 ? { tints } : {}) }
}

/** replacement gives a mixture a recipe, and lets down first what the batch says. */
export function replacement(lesson: Lesson, mixture: string, recipe: Recipe, batch: Batch | undefined): Edit {
  const parts: Edit = { edit: 'parts', mixture, parts: partsOf(recipe) }
  const tints = tintsOf(batch)
  const had = lesson.mixtures.find((m) => m.id === mixture)?.tints?.length ?? 0
  if (tints.length === 0 && had === 0) return parts
  return { edit: 'all', edits: [parts, { edit: 'tints', mixture, tints }] }
}

const partsOf = (recipe: Recipe): Part[] => recipe.parts.map(({ paint, parts }) => ({ paint, parts }))

const tintsOf = (batch: Batch | undefined): Part[] => batch?.tints.map((t) => ({ paint: t.paint, parts: t.down })) ?? []
