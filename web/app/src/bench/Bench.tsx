import { useState } from 'react'

import type { Batch, MixRequest, Saved, Wanted } from '../api/client'
import { useMix, usePaints } from '../api/bench'
import { useEditing } from '../lib/editing'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import { Foot } from '../ui/Foot'
import { LessonBar } from '../ui/LessonBar'
import { OpenLesson } from '../ui/OpenLesson'
import { PrintLesson } from '../ui/PrintLesson'
import { Drawers } from './Drawers'
import { Lamp } from './Lamp'
import { Recipes } from './Recipes'
import { Source } from './Source'
import { TakeUp } from './TakeUp'
import type { Target } from './props'
import { newMixture, replacement } from './mixture'

/** Bench is where colours are mixed: a target from the canvas, a photo or numbers, and how to reach it. */
export function Bench({ id }: { id: string }) {
  return <OpenLesson id={id}>{(saved) => <Room saved={saved} id={id} />}</OpenLesson>
}

function Room({ saved, id }: { saved: Saved; id: string }) {
  const paints = usePaints(saved.hash).data ?? []
  const first = saved.score.mixtures[0]
  const [target, setTarget] = useState<Target>({ hex: first?.colour ?? '#8d9bb0', from: first ? `the mixture “${first.name}”` : 'the beginning' })
  const [tubes, setTubes] = useState<string[]>(saved.lesson.palette)
  const [most, setMost] = useState(4)
  const [whole, setWhole] = useState(false)
  const [lamp, setLamp] = useState('')
  const [chosen, setChosen] = useState(0)
  const [batch, setBatch] = useState<Batch>()
  const [said, setSaid] = useState<string>()

  const wanted: Wanted = target.parts ? { parts: target.parts } : { hex: target.hex }
  const request: MixRequest | undefined = tubes.length > 0 ? { target: wanted, paints: tubes, most, whole, lamp, whose: saved.hash } : undefined
  const mix = useMix(request)
  const recipes = mix.data?.answer.recipes ?? []
  const at = Math.min(chosen, recipes.length - 1)
  const recipe = recipes[at]
  // What is shown is still for the colour that was wanted before.
  const old = mix.isPlaceholderData && target.parts === undefined && mix.data.target.colour !== target.hex

  const editing = useEditing(id, (_, after) => setSaid(`Saved: ${after.said}.`))
  const { apply, busy } = editing
  const aim = (next: Target) => {
    setTarget(next)
    setChosen(0)
  }

  return (
    <div className="room">
      <LessonBar saved={saved} at="Bench" editing={editing}>
        <PrintLesson saved={saved} kinds={['mixing', 'palette']} />
      </LessonBar>
      <main className="min-h-0 md:grid md:grid-cols-2 wide:grid-cols-[minmax(0,10fr)_minmax(0,12fr)_minmax(0,10fr)] *:min-w-0 max-wide:*:last:col-span-full">
        <Source saved={saved} target={target} colour={mix.data?.target} aim={aim} />
        <section aria-label="Recipes" className="flex min-h-0 flex-col gap-3 border-line bg-sheet p-4 wide:border-x">
          <div className="flex min-h-0 flex-1 flex-col gap-3 wide:overflow-y-auto">
          <Lamp lamp={lamp} setLamp={setLamp} target={target.hex} mixed={recipe?.colour} lit={lamp ? mix.data?.lit : undefined} at={at} />
          <p>
            {mix.data && (
              <>
                Target L* {figure(mix.data.target.lab.l)}, a* {figure(mix.data.target.lab.a)}, b* {figure(mix.data.target.lab.b)}, value {mix.data.target.value}, from {target.from}.{' '}
              </>
            )}
            {recipe && `Mixed it is ΔE ${figure(recipe.delta)} away.`}
          </p>
          {mix.error && <p role="alert">{mix.error.message}</p>}
          {mix.data?.answer.short && (
            <div role="status" className="border-l-4 border-strong pl-2">
              <p>Out of reach with these tubes. {mix.data.answer.short}</p>
              {mix.data.missing.length > 0 && (
                <p className="mt-1 flex flex-wrap items-center gap-1">
                  With one more tube:
                  {mix.data.missing.map((m) => (
                    <Button key={m.paint} onClick={() => setTubes([...tubes, m.paint])}>
                      {m.name.toLowerCase()}, ΔE {figure(m.delta)}
                    </Button>
                  ))}
                </p>
              )}
            </div>
          )}
          <div className="flex flex-wrap items-center gap-3">
            <label className="flex items-center gap-1">
              Most paints
              <Choose value={most} set={(to) => setMost(Number(to))}>
                {[1, 2, 3, 4].map((n) => (
                  <option key={n} value={n}>
                    {n}
                  </option>
                ))}
              </Choose>
            </label>
            <label className="flex items-center gap-1">
              <input type="checkbox" checked={whole} onChange={(e) => setWhole(e.target.checked)} />
              whole parts, no drops
            </label>
          </div>
          <Recipes recipes={recipes} tubes={paints} chosen={at} choose={setChosen} whose={saved.hash} measured={setBatch} />
          </div>
          {recipe && (
            <TakeUp
              saved={saved}
              replace={(mixture) => apply(replacement(saved.lesson, mixture, recipe, batch))}
              add={(name) => apply({ edit: 'mixture', mixture: newMixture(saved.lesson, name, recipe, batch) })}
              busy={busy || old}
            />
          )}
        </section>
        <Drawers saved={saved} paints={paints} target={target} wanted={wanted} tubes={tubes} setTubes={setTubes} aim={aim} apply={apply} busy={busy} />
      </main>
      <Foot editing={editing} said={said} hint="Curves are modelled unless a tube says measured: mix a little first, and compare value before hue." />
    </div>
  )
}
