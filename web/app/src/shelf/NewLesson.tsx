import { useQueryClient } from '@tanstack/react-query'
import { Dialog } from 'radix-ui'
import { useRef, useState } from 'react'
import { useLocation } from 'wouter'

import type { Saved, Wish } from '../api/client'
import { Stopped } from '../api/jobs'
import { useVocabulary } from '../api/queries'
import { useBegin, useWishSketch } from '../api/scene'
import { mendAll } from '../lib/mending'
import { lessonAt } from '../lib/studio'
import { boxed, Button, capital, FigureField } from '../ui/controls'

const sizes = [
  { name: '24 × 30 cm', width: 300, height: 240 },
  { name: '30 × 40 cm', width: 400, height: 300 },
  { name: '40 × 50 cm', width: 500, height: 400 },
  { name: '50 × 70 cm', width: 700, height: 500 },
  { name: '30 × 30 cm', width: 300, height: 300 },
]

/** NewLesson begins a lesson from a kind of scene, a size and a house method. */
export function NewLesson({ studio }: { studio: string | undefined }) {
  const [open, setOpen] = useState(false)
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button disabled={!studio}>New lesson</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 max-h-[92vh] w-[56rem] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-strong bg-raised p-5 shadow-lg">
          <Dialog.Title className="font-serif text-lg">A new lesson</Dialog.Title>
          <Dialog.Description className="text-quiet">
            Choose what it is of. You get planes, zones, mixtures by the depth ladder, and steps from back to front, mended until the rules find nothing; then change what you like.
          </Dialog.Description>
          {studio && <Form studio={studio} close={() => setOpen(false)} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

function Form({ studio, close }: { studio: string; close: () => void }) {
  const words = useVocabulary().data
  const [wish, setWish] = useState<Wish>({ kind: 'lake', method: 'wet-base', width: 400, height: 300, seed: 1, title: '' })
  const shown = useWishSketch({ ...wish, title: '' })
  const begin = useBegin(studio)
  const client = useQueryClient()
  const [, go] = useLocation()
  const [round, setRound] = useState<string>()
  const [failed, setFailed] = useState<string>()
  const stop = useRef<AbortController>(undefined)
  const set = (fields: Partial<Wish>) => setWish({ ...wish, ...fields })
  const size = sizes.findIndex((s) => s.width === wish.width && s.height === wish.height)

  const mend = async (saved: Saved) => {
    const control = new AbortController()
    stop.current = control
    let at: Saved = saved
    setRound('Rehearsing it')
    try {
      at = (await mendAll(saved, true, control.signal, (said) => said && setRound(capital(said)))) ?? saved
    } catch (error) {
      if (!(error instanceof Stopped)) {
        setFailed(error instanceof Error ? error.message : 'Mending stopped.')
        return
      }
    }
    client.setQueryData(['lesson', at.id], at)
    close()
    go(lessonAt(studio, at.id, '/scene'))
  }

  return (
    <form
      noValidate
      className="mt-4 grid grid-cols-[1fr_22rem] gap-5"
      onSubmit={(e) => {
        e.preventDefault()
        setFailed(undefined)
        begin.mutate(wish, { onSuccess: (saved) => void mend(saved), onError: (error) => setFailed(error.message) })
      }}
    >
      <div className="flex flex-col gap-3">
        <fieldset>
          <legend className="font-serif">Kind of scene</legend>
          {words?.scenes.map((k) => (
            <label key={k.id} className="flex items-baseline gap-2 py-0.5">
              <input type="radio" name="kind" value={k.id} checked={wish.kind === k.id} onChange={() => set({ kind: k.id as Wish['kind'] })} />
              <span>
                {k.name}. <span className="text-quiet">{k.meaning}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <label className="flex items-center gap-2">
          <span className="w-28">House method</span>
          <select value={wish.method} onChange={(e) => set({ method: e.target.value as Wish['method'] })} className={boxed}>
            {words?.methods.map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}
              </option>
            ))}
          </select>
        </label>
        <p className="text-quiet">{words?.methods.find((m) => m.id === wish.method)?.meaning}</p>
        <div className="flex items-center gap-2">
          <label className="flex items-center gap-2">
            <span className="w-28">Canvas</span>
            <select
              value={size}
              onChange={(e) => {
                const s = sizes[Number(e.target.value)]
                if (s) set({ width: s.width, height: s.height })
              }}
              className={boxed}
            >
              {size < 0 && <option value={-1}>own size</option>}
              {sizes.map((s, i) => (
                <option key={s.name} value={i}>
                  {s.name}
                </option>
              ))}
            </select>
          </label>
          <FigureField label="Width, mm" value={wish.width} least={150} most={1200} step={10} set={(width) => set({ width })} />
          by
          <FigureField label="Height, mm" value={wish.height} least={150} most={1200} step={10} set={(height) => set({ height })} />
          mm
        </div>
        <label className="flex items-center gap-2">
          <span className="w-28">Title</span>
          <input value={wish.title} maxLength={120} placeholder={words?.scenes.find((k) => k.id === wish.kind)?.name} onChange={(e) => set({ title: e.target.value })} className={`${boxed} flex-1 px-2`} />
        </label>
      </div>
      <div className="flex flex-col gap-2">
        <div className="bg-mat p-4">
          <div className="bg-line" style={{ aspectRatio: `${wish.width} / ${wish.height}` }}>
            {shown && <img src={shown} alt="A sketch of the picture" className="h-full w-full" />}
          </div>
        </div>
        <Button onClick={() => set({ seed: wish.seed + 1 })}>Another like this</Button>
        {failed && <p role="alert">{failed}</p>}
        <div className="mt-auto flex items-center justify-end gap-2">
          {round && !failed ? (
            <>
              <p role="status" className="mr-auto">
                {round}
              </p>
              <Button onClick={() => stop.current?.abort()}>Take it as it is</Button>
            </>
          ) : (
            <>
              <Dialog.Close asChild>
                <Button>Cancel</Button>
              </Dialog.Close>
              <Button type="submit" disabled={begin.isPending}>
                Begin
              </Button>
            </>
          )}
        </div>
      </div>
    </form>
  )
}
