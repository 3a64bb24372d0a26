import type { Saved } from '../api/client'
import { useFrame } from '../lib/frame'
import { Button } from '../ui/controls'
import type { View } from './views'

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
          <Coordinate label="Across, mm" value={place.x} most={width} set={(x) => setPlace({ ...place, x })} />
          <Coordinate label="Down, mm" value={place.y} most={height} set={(y) => setPlace({ ...place, y })} />
          <span className="text-quiet">mm</span>
          <Button className="ml-auto" onClick={() => setPlace(undefined)}>
            Close
          </Button>
        </figcaption>
      </figure>
    </>
  )
}

function Coordinate({ label, value, most, set }: { label: string; value: number; most: number; set: (value: number) => void }) {
  return (
    <input
      type="number"
      aria-label={label}
      min={0}
      max={most}
      step={5}
      value={value}
      onChange={(e) => {
        const next = Math.round(e.target.valueAsNumber)
        if (next >= 0 && next <= most) set(next)
      }}
      className="h-6 w-14 rounded-xs border border-line bg-raised px-1 text-right"
    />
  )
}
