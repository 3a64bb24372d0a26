import { useState } from 'react'

import type { Plane } from '../api/client'
import { useVocabulary } from '../api/queries'
import { useArrange, useDraw } from '../api/scene'
import { boxed, Button, figure, FigureField } from '../ui/controls'
import { FileField } from '../ui/FileField'
import type { SceneProps } from './props'
import { ZoneCard } from './ZoneCard'

/** Things lists the planes, farthest first, with what stands in each, and adds more. */
export function Things(props: SceneProps) {
  const { saved, guides, selected, setSelected, apply, busy } = props
  const { lesson } = saved
  const zone = lesson.zones.find((z) => z.id === selected)
  const setPlane = (id: string, fields: Partial<Plane>) => apply({ edit: 'planes', planes: lesson.planes.map((p) => (p.id === id ? { ...p, ...fields } : p)) })
  return (
    <div className="flex h-full flex-col gap-3">
      {zone ? <ZoneCard key={zone.id} {...props} zone={zone} /> : <Add {...props} />}
      <ol aria-label="Planes, farthest first" className="-mx-4 flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto px-4">
        {lesson.planes.map((p) => {
          const fact = guides?.planes.find((f) => f.plane === p.id)
          const inside = lesson.zones.filter((z) => z.plane === p.id)
          return (
            <li key={p.id} className="border-t border-line pt-1.5">
              <div className="flex items-center gap-2">
                <span className="font-serif">{p.name}</span>
                <span className="ml-auto flex items-center gap-1">
                  <FigureField
                    lazy
                    label={`Distance of ${p.name}, m`}
                    value={p.distance}
                    least={0.5}
                    most={200000}
                    step={p.distance >= 1000 ? 100 : 1}
                    set={(distance) => setPlane(p.id, { distance })}
                    className="w-20"
                  />
                  m
                </span>
                {inside.length === 0 && lesson.planes.length > 1 && (
                  <Button disabled={busy} onClick={() => apply({ edit: 'planes', planes: lesson.planes.filter((q) => q.id !== p.id) })}>
                    Remove
                  </Button>
                )}
              </div>
              {fact && fact.person >= 1 && <p className="text-xs text-quiet">Somebody here is {figure(fact.person)} mm tall, a ripple {figure(fact.ripple)} mm long.</p>}
              <ul className="mt-1 flex flex-wrap gap-1">
                {inside.map((z) => (
                  <li key={z.id}>
                    <Button pressed={z.id === selected} onClick={() => setSelected(z.id === selected ? undefined : z.id)}>
                      {z.name}
                    </Button>
                  </li>
                ))}
              </ul>
            </li>
          )
        })}
      </ol>
      <NewPlane {...props} />
      <TakeIn {...props} />
    </div>
  )
}

/** TakeIn brings the shapes of a drawing in as zones. */
function TakeIn({ saved, apply, busy, say }: SceneProps) {
  const draw = useDraw(saved.hash)
  return (
    <div className="border-t border-line pt-2">
      <FileField
        label="Drawing, SVG"
        accept="image/svg+xml,.svg"
        disabled={busy || draw.isPending}
        take={(file) =>
          draw.mutate(file, {
            onSuccess: (a) => {
              apply(a.edit)
              if (a.left.length > 0) say(`Left out of the drawing: ${a.left.join(', ')}.`)
            },
            onError: (error) => say(`Not changed. ${error.message}`),
          })
        }
      />
    </div>
  )
}

/** Add puts a thing of a kind into a plane, as large as such things are there. */
function Add({ saved, apply, busy, say }: SceneProps) {
  const things = useVocabulary().data?.things ?? []
  const { lesson } = saved
  const [kind, setKind] = useState('tree')
  const [plane, setPlane] = useState(lesson.planes.at(-1)?.id ?? '')
  const [x, setX] = useState(Math.round(lesson.support.width / 3))
  const arrange = useArrange()
  return (
    <section aria-label="Add a thing">
      <h2 className="font-serif text-base">Add</h2>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <select aria-label="Kind of thing" value={kind} onChange={(e) => setKind(e.target.value)} className={boxed}>
          {things.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </select>
        in
        <select aria-label="In which plane" value={plane} onChange={(e) => setPlane(e.target.value)} className={`${boxed} max-w-36`}>
          {lesson.planes.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
        at
        <FigureField label="Across, mm" value={x} least={0} most={lesson.support.width} step={5} set={setX} /> mm
        <Button
          disabled={busy || arrange.isPending}
          onClick={() => arrange.mutate({ whose: saved.hash, do: 'add', kind, plane, x }, { onSuccess: (a) => apply(a.edit), onError: (e) => say(`Not changed. ${e.message}`) })}
        >
          Add
        </Button>
      </div>
      <p className="mt-1 text-quiet">{things.find((t) => t.id === kind)?.meaning} It stands on the ground of its plane, with the steps in which such things are painted; colours that are there already are shared.</p>
    </section>
  )
}

function NewPlane({ saved, apply, busy }: SceneProps) {
  const { lesson } = saved
  const [name, setName] = useState('')
  const [distance, setDistance] = useState(30)
  return (
    <form
      noValidate
      className="flex items-center gap-2 border-t border-line pt-2"
      onSubmit={(e) => {
        e.preventDefault()
        const stem = name.toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '').slice(0, 30) || 'plane'
        let id = stem
        for (let n = 2; lesson.planes.some((p) => p.id === id); n++) id = `${stem}-${n}`
        const planes = [...lesson.planes, { id, name: name.trim(), distance }].sort((a, b) => b.distance - a.distance)
        apply({ edit: 'planes', planes })
        setName('')
      }}
    >
      <input aria-label="Name of the new plane" placeholder="a new plane" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} className={`${boxed} min-w-0 flex-1 px-2`} />
      at <FigureField label="Its distance, m" value={distance} least={0.5} most={200000} set={setDistance} className="w-20" /> m
      <Button type="submit" disabled={busy || name.trim() === ''}>
        Add plane
      </Button>
    </form>
  )
}
