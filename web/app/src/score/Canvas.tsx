import { Slider } from 'radix-ui'

import type { Saved } from '../api/client'
import { useFrame } from '../lib/frame'
import { Button, figure } from '../ui/controls'
import { Staircase } from './Staircase'
import { views, type View } from './views'

interface Props {
  saved: Saved
  minute: number
  setMinute: (minute: number) => void
  view: View
  playing: boolean
  play: () => void
  painted: number | undefined
}

/** Canvas shows the picture at the playhead, on a middle grey mat, with the playhead below. */
export function Canvas({ saved, minute, setMinute, view, playing, play, painted }: Props) {
  const { lesson, score } = saved
  const half = Math.round(minute * 2)
  const { shown, busy } = useFrame(`${saved.frames}/${view}-800-${half}.png`)
  const at = score.rows.find((r) => minute < r.start + r.minutes) ?? score.rows.at(-1)
  const ratio = lesson.support.width / lesson.support.height
  const name = views.find((v) => v.id === view)?.name ?? ''
  return (
    <>
      <div className="m-4 flex min-h-0 flex-1 items-center justify-center [container-type:size]">
        <div
          className="relative bg-line shadow-lg"
          // As large as fits, in the shape of the support.
          style={{ aspectRatio: `${ratio}`, width: `min(100cqw, ${100 * ratio}cqh)` }}
          aria-busy={busy}
        >
          {shown ? (
            <img
              src={shown}
              data-wanted={!busy}
              alt={`${name} view of the canvas after ${figure(minute)} minutes`}
              className="absolute inset-0 h-full w-full object-contain"
              draggable={false}
            />
          ) : (
            <p className="flex h-full items-center justify-center">
              Painting the canvas, step {painted ?? 0} of {lesson.steps.length}
            </p>
          )}
        </div>
      </div>
      <div className="flex items-center gap-3 border-t border-line bg-sheet px-4 py-2">
        <Button onClick={play} className="w-16">
          {playing ? 'Pause' : 'Play'}
        </Button>
        <Slider.Root
          className="relative flex h-10 flex-1 touch-none items-center"
          min={0}
          max={score.minutes}
          step={0.5}
          value={[minute]}
          onValueChange={([m]) => setMinute(m ?? 0)}
        >
          <Slider.Track className="relative h-full flex-1 border-y border-line">
            <Staircase score={score} />
          </Slider.Track>
          <Slider.Thumb aria-label="Playhead, minutes" className="block h-10 w-1.5 rounded-[1px] border border-raised bg-ink" />
        </Slider.Root>
        <p className="w-28 truncate text-right">
          <strong className="font-semibold">{figure(minute)} min</strong>
          {at && `, step ${at.number}`}
        </p>
      </div>
    </>
  )
}
