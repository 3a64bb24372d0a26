import { useState } from 'react'

import type { Plane } from '../api/client'
import { useVocabulary } from '../api/queries'
import { useArrange, useDraw } from '../api/scene'
import { Choose } from '../ui/Choose'
import { boxed, Button, FigureField } from '../ui/controls'
import { FileField } from '../ui/FileField'
import { LengthField, useLengths } from '../ui/LengthField'
import { TextField } from '../ui/TextField'
import type { SceneProps } from './props'
import { ZoneCard } from './ZoneCard'

/** Things lists the planes, farthest first, with what stands in each, and adds more. */
export function Things(props: SceneProps) {
  const { saved, guides, selected, setSelected, apply, busy, placing } = props
  const { lesson } = saved
  const long = useLengths()
  const zone = lesson.zones.find((z) => z.id === selected)
  const setPlane = (id: string, fields: Partial<Plane>) => apply({ edit: 'planes', planes: lesson.planes.map((p) => (p.id === id ? { ...p, ...fields } : p)) })
  return (
    <div className="flex h-full flex-col gap-3">
      {zone && !placing ? <ZoneCard key={zone.id} {...props} zone={zone} /> : <Add {...props} />}
      <ol aria-label="Planes, farthest first" className="-mx-4 flex min-h-0 flex-1 flex-col gap-2 px-4 wide:min-h-24 wide:overflow-y-auto">
        {lesson.planes.map((p) => {
          const fact = guides?.planes.find((f) => f.plane === p.id)
          const inside = lesson.zones.filter((z) => z.plane === p.id)
          return (
            <li key={p.id} className="border-t border-line pt-1.5">
              <div className="flex items-center gap-2">
                <TextField label={`Name of the plane ${p.name}`} value={p.name} most={60} set={(name) => name !== '' && apply({ edit: 'rename', what: 'plane', id: p.id, name })} className="min-w-0 flex-1 border-transparent bg-transparent font-serif hover:border-line" />
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
              {fact && fact.person >= 1 && <p className="text-xs text-quiet">Somebody here is {long(fact.person)} tall, a ripple {long(fact.ripple)} long.</p>}
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
        label="Take in a drawing, SVG"
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

/** Add chooses a kind of thing by its picture; then it is put where one touches the picture, or where the fields say. */
function Add({ saved, apply, busy, say, placing, setPlacing, setSelected }: SceneProps) {
  const things = useVocabulary().data?.things ?? []
  const { lesson } = saved
  const [plane, setPlane] = useState(lesson.planes.at(-1)?.id ?? '')
  const [x, setX] = useState(Math.round(lesson.support.width / 3))
  const arrange = useArrange()
  const chosen = things.find((t) => t.id === placing)
  return (
    <section aria-label="Add a thing">
      <h2 className="font-serif text-base">Add</h2>
      <ul className="mt-1 grid max-h-44 grid-cols-[repeat(auto-fill,minmax(4.4rem,1fr))] gap-1 overflow-y-auto">
        {things.map((t) => (
          <li key={t.id}>
            <Button pressed={placing === t.id} title={t.meaning} onClick={() => setPlacing(placing === t.id ? undefined : t.id)} className="flex h-full w-full flex-col items-center gap-0.5 px-0.5 text-xs">
              <Silhouette shape={t.shape} slim={t.slim} />
              {t.name}
            </Button>
          </li>
        ))}
      </ul>
      {chosen ? (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <p className="w-full">
            <strong className="font-semibold">Touch the picture where the {chosen.name.toLowerCase()} stands</strong>, once for each; or say where:
          </p>
          <Choose label="In which plane" value={plane} set={setPlane} className="max-w-36">
            {lesson.planes.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choose>
          at
          <LengthField label="Across" value={x} least={0} most={lesson.support.width} step={5} set={setX} />
          <Button
            once
            disabled={busy || arrange.isPending}
            onClick={() =>
              arrange.mutate(
                { whose: saved.hash, do: 'add', kind: chosen.id, plane, x },
                {
                  onSuccess: (a) => {
                    apply(a.edit)
                    setPlacing(undefined)
                    setSelected(a.zone)
                  },
                  onError: (e) => say(`Not changed. ${e.message}`),
                },
              )
            }
          >
            Put it there
          </Button>
          <Button onClick={() => setPlacing(undefined)}>Done</Button>
        </div>
      ) : (
        <p className="mt-1 text-quiet">It stands on the ground, as large as such things are that far away, with the steps in which they are painted; colours that are there already are shared.</p>
      )}
    </section>
  )
}

/** Silhouette is a thing as a small dark shape. */
function Silhouette({ shape, slim }: { shape: { x: number; y: number }[]; slim: number }) {
  const wide = Math.min(1, Math.max(0.3, slim))
  const high = Math.min(1, Math.max(0.25, 1 / slim))
  return (
    <svg aria-hidden viewBox="0 0 100 60" className="h-8 w-full fill-ink">
      <polygon points={shape.map((p) => `${50 + (p.x - 0.5) * 90 * wide},${58 - (1 - p.y) * 54 * high}`).join(' ')} />
    </svg>
  )
}

function NewPlane({ saved, apply, busy }: SceneProps) {
  const { lesson } = saved
  const [name, setName] = useState('')
  const [distance, setDistance] = useState(30)
  return (
    <form
      noValidate
      className="flex flex-wrap items-center gap-2 border-t border-line pt-2"
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
      <Button once type="submit" disabled={busy || name.trim() === ''}>
        Add plane
      </Button>
    </form>
  )
}
