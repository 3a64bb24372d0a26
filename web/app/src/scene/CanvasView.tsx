import { useState } from 'react'

import type { Arrangement } from '../api/client'
import { useVocabulary } from '../api/queries'
import { useArrange } from '../api/scene'
import { Choose } from '../ui/Choose'
import { Button } from '../ui/controls'
import { LengthField, useLengths } from '../ui/LengthField'
import { sizes } from '../shelf/sizes'
import type { SceneProps } from './props'

const fits: { id: NonNullable<Arrangement['fit']>; name: string; meaning: string }[] = [
  { id: 'scaled', name: 'Scale the picture', meaning: 'It grows or shrinks until it covers the canvas, its tools with it; what hangs over is cut off on both sides.' },
  { id: 'cropped', name: 'Crop the picture', meaning: 'It stays as large as it is: what hangs over is cut off, and what touched the edge goes on to the new one.' },
]

/** CanvasView is what is painted on: its size and shape, with the picture scaled or cropped to it, and its surface. */
export function CanvasView({ saved, apply, busy, say }: SceneProps) {
  const { support } = saved.lesson
  const surfaces = useVocabulary().data?.surfaces ?? []
  const arrange = useArrange()
  const long = useLengths()
  const [width, setWidth] = useState(support.width)
  const [height, setHeight] = useState(support.height)
  const [fit, setFit] = useState<NonNullable<Arrangement['fit']>>('scaled')
  const same = width === support.width && height === support.height
  return (
    <div className="flex flex-col gap-3">
      <p>
        This canvas is {long(support.width, support.height)}.
      </p>
      <div role="group" aria-label="Usual sizes" className="flex flex-wrap gap-1">
        {sizes.map((s) => (
          <Button
            key={s.width + s.height / 10000}
            pressed={width === s.width && height === s.height}
            onClick={() => {
              setWidth(s.width)
              setHeight(s.height)
            }}
          >
            {long(s.width, s.height)}
          </Button>
        ))}
        <Button
          onClick={() => {
            setWidth(height)
            setHeight(width)
          }}
        >
          Turn it
        </Button>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <LengthField label="Width of the canvas" value={width} least={50} most={1500} step={10} set={setWidth} />
        by
        <LengthField label="Height of the canvas" value={height} least={50} most={1500} step={10} set={setHeight} />
      </div>
      <fieldset className="flex flex-col gap-1">
        <legend className="sr-only">What becomes of the picture</legend>
        {fits.map((f) => (
          <label key={f.id} className="flex items-baseline gap-2">
            <input type="radio" name="fit" checked={fit === f.id} onChange={() => setFit(f.id)} />
            <span>
              {f.name}. <span className="text-quiet">{f.meaning}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <Button
        className="self-start"
        disabled={busy || same || arrange.isPending}
        onClick={() => arrange.mutate({ whose: saved.hash, do: 'resize', x: width, y: height, fit }, { onSuccess: (a) => apply(a.edit), onError: (e) => say(`Not changed. ${e.message}`) })}
      >
        Paint it on that
      </Button>
      <label className="flex items-center gap-2 border-t border-line pt-3">
        Surface
        <Choose value={support.surface} set={(surface) => apply({ edit: 'support', support: { ...support, surface: surface as typeof support.surface } })}>
          {surfaces.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Choose>
      </label>
    </div>
  )
}
