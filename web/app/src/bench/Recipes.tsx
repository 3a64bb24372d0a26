import { useEffect, useState } from 'react'

import { useBatch } from '../api/bench'
import type { Batch, Recipe, Tube } from '../api/client'
import { figure, FigureField } from '../ui/controls'

interface Props {
  recipes: Recipe[]
  tubes: Tube[]
  chosen: number
  choose: (index: number) => void
  whose: string
  measured: (batch: Batch | undefined) => void
}

/** Recipes are the ways to mix a target, best first; the chosen one says how to go about it. */
export function Recipes({ recipes, tubes, chosen, choose, whose, measured }: Props) {
  const [ml, setMl] = useState(5)
  const recipe = recipes[chosen]
  const batch = useBatch(recipe && { parts: recipe.parts.map(({ paint, parts }) => ({ paint, parts })), ml, whose })
  const data = batch.data
  useEffect(() => measured(data), [data, measured])
  return (
    <ol className="flex flex-col gap-1">
      {recipes.map((r, i) => (
        <li key={r.parts.map((p) => p.paint).join()}>
          <button
            type="button"
            aria-pressed={i === chosen}
            onClick={() => choose(i)}
            className={`flex w-full items-center gap-2 rounded-sm border px-2 py-1 text-left ${i === chosen ? 'border-ink bg-raised' : 'border-line hover:border-strong'}`}
          >
            <span data-part="colour" className="h-8 w-8 shrink-0 border border-strong" style={{ background: r.colour }} />
            <span className="min-w-0 flex-1">
              <span className="block">{r.parts.map((p) => `${figure(p.parts)} ${p.name.toLowerCase()}`).join(' : ')}</span>
              <Bar recipe={r} tubes={tubes} />
            </span>
            <span className="w-28 text-right text-xs text-quiet">
              ΔE {figure(r.delta)}, cost {figure(r.price)}×
              <br />
              half a part: {figure(r.sturdy)}
            </span>
          </button>
          {i === chosen && (
            <div className="my-1 ml-2">
              <div className="flex items-center gap-1">
                For a pile of
                <FigureField label="Pile to mix, ml" value={ml} least={0.1} most={5000} step={0.5} set={setMl} />
                ml:
              </div>
              {batch.error && <p role="alert">{batch.error.message}</p>}
              <ol className="ml-4 list-decimal text-quiet">
                {data?.order.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </ol>
              {data?.small && <p role="status">{data.small}.</p>}
            </div>
          )}
        </li>
      ))}
    </ol>
  )
}

/** Bar draws the parts of a recipe as true amounts, each in its tube's colour. */
function Bar({ recipe, tubes }: { recipe: Recipe; tubes: Tube[] }) {
  return (
    <span aria-hidden className="mt-0.5 flex h-3 border border-strong">
      {recipe.parts.map((p) => (
        <span key={p.paint} data-part="colour" style={{ flexGrow: p.parts, background: tubes.find((t) => t.key === p.paint)?.colour }} />
      ))}
    </span>
  )
}
