import type { Saved } from '../api/client'
import { useFrame } from '../lib/frame'
import { Button } from '../ui/controls'
import type { View } from './views'
import { LengthField } from '../ui/LengthField'

/** A place on the canvas, whole mm from its top left corner. */
export interface Place {
  x: number
  y: number
}

interface Props {
  saved: Saved
  place: Place
  setPlace: (place: Place | undefined) => void
  view: View
  half: number
}

/** Closer shows 20 mm of the canvas around a place, at the corner away from it. */
export function Closer({ saved, place, setPlace, view, half }: Props) {
  const { width, height } = saved.lesson.support
  const { shown } = useFrame(`${saved.frames.replace('/frames/', '/places/')}/${view}-${place.x}-${place.y}-${half}.png`)
  const across = place.x < width / 2 ? 'right-2' : 'left-2'
  const down = place.y < height / 2 ? 'bottom-2' : 'top-2'
  return (
    <>
      <span
        aria-hidden
        className="pointer-events-none absolute border border-raised outline outline-ink"
        style={{ left: `${(100 * (place.x - 10)) / width}%`, top: `${(100 * (place.y - 10)) / height}%`, width: `${2000 / width}%`, height: `${2000 / height}%` }}
      />
      <figure className={`absolute ${across} ${down} w-52 border border-strong bg-sheet p-1 shadow-lg`}>
        {shown ? <img src={shown} alt={`20 mm of the canvas around ${place.x}, ${place.y} mm`} className="block w-full" /> : <div className="aspect-square w-full" />}
        <figcaption className="flex items-center gap-1 pt-1 text-xs">
          <LengthField label="Across" value={place.x} least={0} most={width} step={5} set={(x) => setPlace({ ...place, x: Math.round(x) })} className="w-14" />
          <LengthField label="Down" value={place.y} least={0} most={height} step={5} set={(y) => setPlace({ ...place, y: Math.round(y) })} className="w-14" />
          <Button className="ml-auto" onClick={() => setPlace(undefined)}>
            Close
          </Button>
        </figcaption>
      </figure>
    </>
  )
}
