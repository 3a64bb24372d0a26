import { useEffect, useRef, useState } from 'react'

import type { Colour, Saved } from '../api/client'
import { usePickColour } from '../api/bench'
import { usePainted } from '../lib/frame'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import { FileField } from '../ui/FileField'
import { LengthField, usePlaces } from '../ui/LengthField'
import type { Target } from './props'
import { Piles } from './Piles'

interface Props {
  saved: Saved
  target: Target
  colour: Colour | undefined
  aim: (target: Target) => void
}

/** Source is where a target comes from: the canvas, a photo, a mixture, or numbers. */
export function Source({ saved, target, colour, aim }: Props) {
  const { lesson, score } = saved
  const half = Math.round(score.minutes * 2)
  const { shown: done, coarse } = usePainted(`${saved.frames}/paint-800-${half}.png`)
  const shown = coarse ?? done
  const pick = usePickColour(saved.hash)
  const placed = usePlaces()
  const [place, setPlace] = useState({ x: Math.round(lesson.support.width / 2), y: Math.round(lesson.support.height / 2) })
  const take = (x: number, y: number) => {
    setPlace({ x, y })
    pick.mutate({ x, y, half }, { onSuccess: (c) => aim({ hex: c.colour, from: `the canvas at ${placed(x, y)}` }) })
  }
  return (
    <section aria-label="Target and piles" className="flex min-h-0 flex-col gap-3 bg-mat p-4 wide:overflow-y-auto">
      <div className="relative shrink-0 bg-line shadow-lg" style={{ aspectRatio: `${lesson.support.width} / ${lesson.support.height}` }}>
        {shown ? (
          <button
            type="button"
            aria-label="Pick a colour from the canvas"
            className="absolute inset-0 cursor-crosshair"
            onClick={(e) => {
              const box = e.currentTarget.getBoundingClientRect()
              if (e.detail === 0) take(place.x, place.y)
              else take(Math.round(((e.clientX - box.left) / box.width) * lesson.support.width), Math.round(((e.clientY - box.top) / box.height) * lesson.support.height))
            }}
          >
            <img src={shown} alt="The finished canvas" className="h-full w-full" draggable={false} />
          </button>
        ) : (
          <p className="p-4">Painting the canvas</p>
        )}
      </div>
      <div className="flex flex-col gap-2 bg-sheet p-3">
        <div className="flex flex-wrap items-center gap-2">
          <span>Canvas at</span>
          <LengthField label="Across" value={place.x} least={0} most={lesson.support.width} set={(x) => setPlace({ ...place, x: Math.round(x) })} className="w-14" />
          <LengthField label="Down" value={place.y} least={0} most={lesson.support.height} set={(y) => setPlace({ ...place, y: Math.round(y) })} className="w-14" />
          <Button disabled={pick.isPending} onClick={() => take(place.x, place.y)}>
            {pick.isPending ? 'Looking' : 'Pick'}
          </Button>
        </div>
        <Numbers key={target.hex} target={target} colour={colour} aim={aim} />
        <label className="flex items-center gap-2">
          Mixture
          <Choose
            value=""
            set={(to) => {
              const m = score.mixtures.find((s) => s.mixture === to)
              if (m) aim({ hex: m.colour, from: `the mixture “${m.name}”`, parts: m.parts.map(({ paint, parts }) => ({ paint, parts })) })
            }}
            className="min-w-0 flex-1">
            <option value="">take its colour</option>
            {score.mixtures.map((m) => (
              <option key={m.mixture} value={m.mixture}>
                {m.name}, value {m.value}
              </option>
            ))}
          </Choose>
        </label>
        <Photo aim={aim} />
      </div>
      <Piles saved={saved} />
      {pick.error && (
        <p role="alert" className="bg-sheet p-2">
          {pick.error.message}
        </p>
      )}
    </section>
  )
}

/** Numbers takes a target as #rrggbb, and says it in the painter's figures. */
function Numbers({ target, colour, aim }: { target: Target; colour: Colour | undefined; aim: (t: Target) => void }) {
  const [hex, setHex] = useState(target.hex)
  const sound = /^#[0-9a-fA-F]{6}$/.test(hex)
  return (
    <form
      noValidate
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (sound) aim({ hex: hex.toLowerCase(), from: 'numbers' })
      }}
    >
      <label className="flex items-center gap-2">
        Number
        <input value={hex} onChange={(e) => setHex(e.target.value)} aria-invalid={!sound} className="w-24 rounded-sm border border-line bg-raised px-2 py-0.5" />
      </label>
      <Button type="submit" disabled={!sound}>
        Take
      </Button>
      {colour && (
        <span className="text-quiet">
          value {colour.value}, L* {figure(colour.lab.l)}
        </span>
      )}
    </form>
  )
}

/** Photo shows a picture of one's own, to pick from; it never leaves the browser. */
function Photo({ aim }: { aim: (t: Target) => void }) {
  const [file, setFile] = useState<File>()
  const canvas = useRef<HTMLCanvasElement>(null)
  const [wrong, setWrong] = useState(false)
  useEffect(() => {
    if (!file) return
    let stale = false
    createImageBitmap(file)
      .then((bitmap) => {
        const c = canvas.current
        if (stale || !c) return
        c.width = 640
        c.height = Math.max(1, Math.round((640 * bitmap.height) / bitmap.width))
        c.getContext('2d', { willReadFrequently: true })?.drawImage(bitmap, 0, 0, c.width, c.height)
        setWrong(false)
      })
      .catch(() => setWrong(true))
    return () => {
      stale = true
    }
  }, [file])
  return (
    <div>
      <FileField label="Photo to pick from" accept="image/*" take={setFile} />
      {wrong && <p role="alert">This file is not a picture that can be shown here. Choose a PNG or JPEG.</p>}
      {file && !wrong && (
        <canvas
          ref={canvas}
          className="mt-2 w-full cursor-crosshair"
          onClick={(e) => {
            const c = e.currentTarget
            const box = c.getBoundingClientRect()
            const at = c.getContext('2d')?.getImageData(((e.clientX - box.left) / box.width) * c.width, ((e.clientY - box.top) / box.height) * c.height, 1, 1).data
            if (at) aim({ hex: `#${[...at.slice(0, 3)].map((v) => v.toString(16).padStart(2, '0')).join('')}`, from: 'the photo' })
          }}
        />
      )}
    </div>
  )
}
