import { useState } from 'react'
import { Link } from 'wouter'

import type { Edit, MixRequest, Saved } from '../api/client'
import { useEdit, useLesson, useMix, usePaints } from '../api/queries'
import { Button, figure } from '../ui/controls'
import { RoomSwitch } from '../ui/Room'
import { Palette } from './Palette'
import { Recipes } from './Recipes'
import { Scales } from './Scales'
import { Source } from './Source'
import { newMixture } from './mixture'

/** Bench is where colours are mixed: a target from the canvas, a photo or numbers, and how to reach it. */
export function Bench({ id }: { id: string }) {
  const lesson = useLesson(id)
  if (lesson.data) return <Room saved={lesson.data} id={id} />
  return (
    <main className="flex h-full items-center justify-center">
      {lesson.error ? <p role="alert">{lesson.error.message}</p> : <p className="text-quiet">Opening the lesson.</p>}
    </main>
  )
}

/** Target is the colour wanted, as it was given. */
export interface Target {
  hex: string
  from: string // where it comes from, in words
}

function Room({ saved, id }: { saved: Saved; id: string }) {
  const paints = usePaints().data
  const first = saved.score.mixtures[0]
  const [target, setTarget] = useState<Target>({ hex: first?.colour ?? '#8d9bb0', from: first ? `the mixture “${first.name}”` : 'the beginning' })
  const [tubes, setTubes] = useState<string[]>(saved.lesson.palette)
  const [most, setMost] = useState(4)
  const [whole, setWhole] = useState(false)
  const [chosen, setChosen] = useState(0)
  const [said, setSaid] = useState<string>()

  const request: MixRequest | undefined = tubes.length > 0 ? { target: { hex: target.hex }, paints: tubes, most, whole } : undefined
  const mix = useMix(request)
  const recipes = mix.data?.answer.recipes ?? []
  const recipe = recipes[Math.min(chosen, recipes.length - 1)]

  const editing = useEdit(id, (_, after) => setSaid(`Saved: ${after.said}.`))
  const apply = (edit: Edit) => editing.mutate(edit, { onError: (e) => setSaid(`Not changed. ${e.message}`) })
  const aim = (next: Target) => {
    setTarget(next)
    setChosen(0)
  }

  return (
    <div className="grid h-full grid-rows-[auto_1fr_auto]">
      <header className="flex items-center gap-3 border-b border-line px-4 py-2">
        <Link href={`/lessons/${id}`} className="text-quiet underline-offset-2 hover:underline">
          Score
        </Link>
        <h1 className="truncate font-serif text-lg">Bench: {saved.lesson.title}</h1>
        <div className="ml-auto">
          <RoomSwitch />
        </div>
      </header>
      <main className="grid min-h-0 grid-cols-[minmax(0,10fr)_minmax(0,12fr)_minmax(0,9fr)]">
        <Source saved={saved} target={target} colour={mix.data?.target} aim={aim} />
        <section aria-label="Recipes" className="flex min-h-0 flex-col gap-3 overflow-y-auto border-x border-line bg-sheet p-4">
          <div className="flex h-32 shrink-0 bg-mat p-3">
            <Patch label="Target" hex={target.hex} />
            <Patch label="Mixed" hex={recipe?.colour} />
          </div>
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
            <p role="status" className="border-l-4 border-strong pl-2">
              Out of reach with these tubes. {mix.data.answer.short} Try more tubes, or take the nearest.
            </p>
          )}
          <div className="flex items-center gap-3">
            <label className="flex items-center gap-1">
              Most paints
              <select value={most} onChange={(e) => setMost(Number(e.target.value))} className="rounded-sm border border-line bg-raised px-1 py-0.5">
                {[1, 2, 3, 4].map((n) => (
                  <option key={n}>{n}</option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-1">
              <input type="checkbox" checked={whole} onChange={(e) => setWhole(e.target.checked)} />
              whole parts, no drops
            </label>
          </div>
          <Recipes recipes={recipes} tubes={paints ?? []} chosen={chosen} choose={setChosen} />
          {recipe && (
            <TakeUp
              saved={saved}
              replace={(mixture) => apply({ edit: 'parts', mixture, parts: recipe.parts.map(({ paint, parts }) => ({ paint, parts })) })}
              add={(name) => apply({ edit: 'mixture', mixture: newMixture(saved.lesson, name, recipe) })}
              busy={editing.isPending}
            />
          )}
        </section>
        <section aria-label="Palette and scales" className="flex min-h-0 flex-col gap-4 overflow-y-auto bg-sheet p-4">
          <Palette paints={paints ?? []} lesson={saved.lesson.palette} tubes={tubes} setTubes={setTubes} />
          <Scales target={target} tubes={tubes} saved={saved} aim={aim} />
        </section>
      </main>
      <footer className="flex min-h-8 items-center border-t border-line px-4 py-1">
        <p role="status">{said ?? 'Paint curves are modelled, not measured: mix a little first, and compare value before hue.'}</p>
      </footer>
    </div>
  )
}

function Patch({ label, hex }: { label: string; hex: string | undefined }) {
  return (
    <figure className="flex flex-1 flex-col">
      <div data-part="colour" className="flex-1" style={{ background: hex }} />
      <figcaption className="bg-sheet px-1 text-xs">
        {label} {hex}
      </figcaption>
    </figure>
  )
}

interface TakeUpProps {
  saved: Saved
  replace: (mixture: string) => void
  add: (name: string) => void
  busy: boolean
}

/** TakeUp brings the chosen recipe into the lesson: in place of a mixture's, or as a new one. */
function TakeUp({ saved, replace, add, busy }: TakeUpProps) {
  const [mixture, setMixture] = useState(saved.lesson.mixtures[0]?.id ?? '')
  const [name, setName] = useState('')
  return (
    <div className="mt-auto flex flex-col gap-2 border-t border-line pt-3">
      <div className="flex items-center gap-2">
        <Button disabled={busy} onClick={() => replace(mixture)}>
          Mix it so
        </Button>
        <select aria-label="Mixture to replace" value={mixture} onChange={(e) => setMixture(e.target.value)} className="min-w-0 flex-1 rounded-sm border border-line bg-raised px-1 py-1">
          {saved.lesson.mixtures.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
        </select>
      </div>
      <form
        className="flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          add(name.trim())
          setName('')
        }}
      >
        <Button type="submit" disabled={busy || name.trim() === ''}>
          Add as
        </Button>
        <input aria-label="Name of the new mixture" placeholder="a new mixture" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} className="min-w-0 flex-1 rounded-sm border border-line bg-raised px-2 py-0.5" />
      </form>
    </div>
  )
}
