import { useState } from 'react'

import type { Reference } from '../api/client'
import { useRead, usePhotos, useTaken, useTakePhoto } from '../api/scene'
import { Choose } from '../ui/Choose'
import { Button, figure, FigureField } from '../ui/controls'
import { FileField } from '../ui/FileField'
import type { SceneProps } from './props'

/** Seen is how the photograph lies under the zones. */
export interface Seen {
  view: string
  opacity: number
  grid: number
}

interface Props extends SceneProps {
  seen: Seen
  setSeen: (seen: Seen) => void
  maps: { id: string; name: string }[]
}

const none: Reference = { photo: '', across: 0.5, down: 0.5, size: 1 }

/** PhotoView takes a photograph for reference, crops it, and offers what can be read from it. */
export function PhotoView(props: Props) {
  const { saved, apply, busy, say, seen, setSeen, maps } = props
  const photos = usePhotos(saved.id).data ?? []
  const take = useTakePhoto(saved.id)
  const reference = saved.lesson.reference ?? none
  const set = (fields: Partial<Reference>) => apply({ edit: 'reference', reference: { ...reference, ...fields } })
  const choose = (photo: string) => {
    set({ ...none, photo })
    if (photo !== '' && seen.opacity === 0) setSeen({ ...seen, opacity: 70 })
  }
  return (
    <div className="flex flex-col gap-3">
      <FileField
        label="Photograph"
        accept="image/png,image/jpeg"
        disabled={busy || take.isPending}
        take={(file) =>
          take.mutate(file, {
            onSuccess: (p) => {
              choose(p.hash)
              if (p.cleaned.length > 0) say(`Taken in: ${p.cleaned.join(', ')}.`)
            },
            onError: (error) => say(`Not taken in. ${error.message}`),
          })
        }
      />
      {take.isPending && <p role="status">Taking the photograph in.</p>}
      {photos.length > 0 && (
        <Choose label="Photograph of the studio" value={reference.photo} set={(to) => choose(to)}>
          <option value="">no photograph</option>
          {photos.map((p) => (
            <option key={p.hash} value={p.hash}>
              {p.name || 'a photograph'}, {p.width} × {p.height}
            </option>
          ))}
        </Choose>
      )}
      {reference.photo === '' ? (
        <p className="text-quiet">
          A PNG or JPEG. It is turned upright, reduced, and stripped of where and when it was taken; it stays in the studio. Then its horizon, shapes, values and colours can be read and taken, or not.
        </p>
      ) : (
        <>
          <fieldset className="flex flex-col gap-1">
            <legend className="font-serif text-base">The piece that is painted</legend>
            <Slide label="Size" value={reference.size} least={0.1} set={(size) => set({ size })} />
            <Slide label="Across" value={reference.across} least={0} set={(across) => set({ across })} />
            <Slide label="Down" value={reference.down} least={0} set={(down) => set({ down })} />
          </fieldset>
          <div className="flex flex-wrap items-center gap-2">
            <label className="flex items-center gap-1">
              Seen as
              <Choose value={seen.view} set={(to) => setSeen({ ...seen, view: to })}>
                <option value="photo">it is</option>
                {maps.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
                  </option>
                ))}
              </Choose>
            </label>
            <label className="flex flex-1 items-center gap-1">
              over it
              <input aria-label="How strongly the photograph covers the picture" type="range" min={0} max={100} step={5} value={seen.opacity} onChange={(e) => setSeen({ ...seen, opacity: e.target.valueAsNumber })} className="w-20" />
              <span className="w-12 text-right tabular-nums whitespace-nowrap">{seen.opacity} %</span>
            </label>
          </div>
          <Suggestions {...props} />
          <Colours {...props} />
        </>
      )}
    </div>
  )
}

/** Suggestions are what the photograph's horizon and shapes could be in the lesson. */
function Suggestions({ saved, apply, busy }: Props) {
  const read = useRead(saved.hash, true)
  if (read.error) return <p role="alert">{read.error.message}</p>
  if (!read.data) return <p className="text-quiet">Reading the photograph.</p>
  const { horizon, move, shapes } = read.data
  const old = busy || read.isPlaceholderData // it was read of the lesson as it was
  const fresh = shapes.filter((s) => !s.there)
  return (
    <section aria-label="Suggested by the photograph">
      <h2 className="flex items-baseline gap-2 font-serif text-base">
        Suggested {read.isPlaceholderData && <span className="font-sans text-sm text-quiet">is being read anew</span>}
      </h2>
      <p className="flex items-center gap-2">
        Horizon at {figure(horizon.y, 0)} mm{horizon.tilt !== 0 && `, sloping by ${figure(horizon.tilt)}°`}, {figure(100 * horizon.sure, 0)} % sure.{' '}
        {move ? (
          <Button disabled={old} onClick={() => apply(move)}>
            Move it there
          </Button>
        ) : (
          'It is there.'
        )}
      </p>
      <ul className="mt-1 flex flex-col">
        {shapes.map((s) => (
          <li key={s.name} className="flex items-center gap-2 border-t border-line py-0.5">
            <span data-part="colour" className="h-5 w-5 shrink-0 border border-strong" style={{ background: s.colour }} />
            <span className="min-w-0 flex-1 break-words">
              {s.name}: {s.plane.name}, {figure(s.plane.distance, 0)} m
            </span>
            <span className="text-xs text-quiet">
              value {s.value}, {figure(100 * s.share, 0)} %
            </span>
            {s.there ? (
              <span className="text-quiet">taken</span>
            ) : (
              <Button disabled={old} aria-label={`Take ${s.name}`} onClick={() => apply(s.edit)}>
                Take
              </Button>
            )}
          </li>
        ))}
      </ul>
      {fresh.length === 0 && <p className="text-quiet">All of its shapes are in the lesson.</p>}
    </section>
  )
}

/** Colours are what the photograph comes to, with recipes of the lesson's tubes. */
function Colours({ saved, apply, busy }: Props) {
  const [count, setCount] = useState(6)
  const taken = useTaken(saved.hash, count, true)
  return (
    <section aria-label="Colours of the photograph">
      <h2 className="flex items-center gap-2 font-serif text-base">
        Colours
        <FigureField label="How many colours" value={count} least={2} most={12} set={setCount} className="w-14 font-sans text-sm" />
      </h2>
      {taken.error && <p role="alert">{taken.error.message}</p>}
      <ul className="mt-1 flex flex-col">
        {taken.data?.map((c) => (
          <li key={c.hex} className="flex items-center gap-2 border-t border-line py-0.5">
            <span data-part="colour" title="in the photograph" className="h-7 w-5 shrink-0 border border-strong" style={{ background: c.hex }} />
            <span data-part="colour" title="as mixed" className="-ml-2 h-7 w-5 shrink-0 border border-l-0 border-strong" style={{ background: c.is }} />
            <span className="min-w-0 flex-1 text-xs">
              {c.says}
              <span className="block text-quiet">
                value {c.value}, {figure(100 * c.share, 0)} % of it, ΔE {figure(c.delta)}
              </span>
            </span>
            <Button disabled={busy || taken.isPlaceholderData} aria-label={`Take the colour ${c.hex} as a mixture`} onClick={() => apply(c.edit)}>
              Mix
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Slide sets a share; it is saved when the slider is let go or the key is. */
function Slide({ label, value, least, set }: { label: string; value: number; least: number; set: (value: number) => void }) {
  const [held, setHeld] = useState<number>()
  const letGo = () => {
    if (held !== undefined && held !== value) set(held)
    setHeld(undefined)
  }
  return (
    <label className="flex items-center gap-2">
      <span className="w-16">{label}</span>
      <input
        type="range"
        min={least}
        max={1}
        step={0.01}
        value={held ?? value}
        onChange={(e) => setHeld(e.target.valueAsNumber)}
        onPointerUp={letGo}
        onKeyUp={letGo}
        onBlur={letGo}
        className="flex-1"
      />
      <span className="w-12 text-right tabular-nums">{figure(100 * (held ?? value), 0)} %</span>
    </label>
  )
}
