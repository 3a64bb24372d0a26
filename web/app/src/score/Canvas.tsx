import { Slider } from 'radix-ui'
import { useState, type CSSProperties } from 'react'

import type { Saved } from '../api/client'
import { usePainted } from '../lib/frame'
import { Button, figure } from '../ui/controls'
import { HowFar } from '../ui/HowFar'
import { Closer, type Place } from './Closer'
import { Staircase } from './Staircase'
import type { View } from './views'

interface Props {
  saved: Saved
  minute: number
  setMinute: (minute: number) => void
  view: View
  viewName: string
  playing: boolean
  play: () => void
}

/** Canvas shows the picture at the playhead, on a middle grey mat, with the playhead below. */
export function Canvas({ saved, minute, setMinute, view, viewName, playing, play }: Props) {
  const { lesson, score } = saved
  const half = Math.round(minute * 2)
  const { shown: done, coarse, busy, failed, again } = usePainted(`${saved.frames}/${view}-800-${half}.png`)
  const shown = coarse ?? done
  const at = score.rows.find((r) => minute < r.start + r.minutes) ?? score.rows.at(-1)
  const ratio = lesson.support.width / lesson.support.height
  const [place, setPlace] = useState<Place>()
  return (
    <>
      <div className="mat">
        <div className="pictured bg-line shadow-lg" style={{ '--ratio': ratio } as CSSProperties} aria-busy={busy}>
          {shown ? (
            <>
              <button
                type="button"
                aria-label="Look closer at a place"
                className="absolute inset-0 block cursor-zoom-in"
                onClick={(e) => {
                  const box = e.currentTarget.getBoundingClientRect()
                  const keyed = e.detail === 0 // pressed by key: begin in the middle
                  const across = keyed ? 0.5 : (e.clientX - box.left) / box.width
                  const down = keyed ? 0.5 : (e.clientY - box.top) / box.height
                  setPlace({ x: Math.round(across * lesson.support.width), y: Math.round(down * lesson.support.height) })
                }}
              >
                <img
                  src={shown}
                  data-wanted={!busy}
                  alt={`${viewName} view of the canvas after ${figure(minute)} minutes`}
                  className="h-full w-full object-contain"
                  draggable={false}
                />
              </button>
              {place && <Closer saved={saved} place={place} setPlace={setPlace} view={view} half={half} />}
            </>
          ) : (
            <div className="flex h-full flex-col items-center justify-center gap-2 p-2 text-center">
              <p>
                <HowFar what="Painting the canvas" hash={saved.hash} id={saved.id} of={lesson.steps.length} />
              </p>
              {failed && (
                <>
                  <p role="alert">This picture has not arrived.</p>
                  <Button onClick={again}>Try again</Button>
                </>
              )}
            </div>
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
        <p className="w-28 shrink-0 text-right">
          <strong className="font-semibold">{figure(minute)} min</strong>
          {at && `, step ${at.number}`}
        </p>
      </div>
    </>
  )
}
