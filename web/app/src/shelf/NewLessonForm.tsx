import { useQueryClient } from '@tanstack/react-query'
import { Dialog } from 'radix-ui'
import { useRef, useState } from 'react'
import { useLocation } from 'wouter'
import type { OnShelf, Saved, Wish } from '../api/client'
import { Stopped } from '../api/jobs'
import { useAt, useCopyLesson, useRename, useVocabulary } from '../api/queries'
import { useBegin, useWishSketch } from '../api/scene'
import { mendAll } from '../lib/mending'
import { lessonAt } from '../lib/studio'
import { Choose } from '../ui/Choose'
import { boxed, Button, capital } from '../ui/controls'
import { LengthField, useLengths } from '../ui/LengthField'
import { sizes } from './sizes'

/** NewLessonForm asks what a lesson is of, how one works and on what, and begins it. */
export function NewLessonForm({ studio, close }: { studio: string; close: () => void }) {
  const words = useVocabulary().data
  const [wish, setWish] = useState<Wish>({ kind: 'lake', method: 'wet-base', width: 400, height: 300, seed: 1, title: '' })
  const ours = useAt('template').data ?? []
  const [own, setOwn] = useState<string>()
  const copy = useCopyLesson()
  const rename = useRename()
  const long = useLengths()
  const shown = useWishSketch({ ...wish, title: '' })
  const begin = useBegin(studio)
  const client = useQueryClient()
  const [, go] = useLocation()
  const [round, setRound] = useState<string>()
  const [failed, setFailed] = useState<string>()
  const stop = useRef<AbortController>(undefined)
  const set = (fields: Partial<Wish>) => setWish({ ...wish, ...fields })
  const size = sizes.findIndex((s) => s.width === wish.width && s.height === wish.height)

  const begun = ours.find((l) => l.id === own)
  /** fromOurs begins from a beginning of the studio: a copy of it, under its own name. */
  const fromOurs = async (beginning: OnShelf) => {
    try {
      const made = await copy.mutateAsync(beginning.id)
      if (wish.title.trim() !== '') await rename.mutateAsync({ id: made.id, from: made.revision, title: wish.title.trim(), about: beginning.about })
      close()
      go(lessonAt(studio, made.id, '/scene'))
    } catch (error) {
      setFailed(error instanceof Error ? error.message : 'It was not begun.')
    }
  }

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
      className="mt-4 grid gap-5 md:grid-cols-[minmax(0,1fr)_20rem]"
      onSubmit={(e) => {
        e.preventDefault()
        setFailed(undefined)
        if (begun) {
          void fromOurs(begun)
          return
        }
        begin.mutate(wish, { onSuccess: (saved) => void mend(saved), onError: (error) => setFailed(error.message) })
      }}
    >
      <div className="flex flex-col gap-3">
        <fieldset>
          <legend className="font-serif">Kind of scene</legend>
          {ours.map((l) => (
            <label key={l.id} className="flex items-baseline gap-2 py-0.5">
              <input type="radio" name="kind" checked={own === l.id} onChange={() => setOwn(l.id)} />
              <span>
                {l.title}. <span className="text-quiet">A beginning of the studio: {l.steps} steps, {l.method}.</span>
              </span>
            </label>
          ))}
          {words?.scenes.map((k) => (
            <label key={k.id} className="flex items-baseline gap-2 py-0.5">
              <input type="radio" name="kind" value={k.id} checked={own === undefined && wish.kind === k.id} onChange={() => { setOwn(undefined); set({ kind: k.id as Wish['kind'] }) }} />
              <span>
                {k.name}. <span className="text-quiet">{k.meaning}</span>
              </span>
            </label>
          ))}
        </fieldset>
        {own === undefined && (
          <>
            <span className="flex items-center gap-2">
              <span aria-hidden className="w-28">House method</span>
              <Choose label="House method" value={wish.method} set={(to) => set({ method: to as Wish['method'] })}>
                {words?.methods.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
                  </option>
                ))}
              </Choose>
            </span>
            <p className="text-quiet">{words?.methods.find((m) => m.id === wish.method)?.meaning}</p>
            <div className="flex flex-wrap items-center gap-2">
              <span aria-hidden className="w-28">Canvas</span>
              <Choose
                label="Canvas"
                value={size}
                set={(to) => {
                  const s = sizes[Number(to)]
                  if (s) set({ width: s.width, height: s.height })
                }}
              >
                {size < 0 && <option value={-1}>own size</option>}
                {sizes.map((s, i) => (
                  <option key={i} value={i}>
                    {long(s.width, s.height)}
                  </option>
                ))}
              </Choose>
              <LengthField label="Width" value={wish.width} least={150} most={1200} step={10} set={(width) => set({ width })} />
              by
              <LengthField label="Height" value={wish.height} least={150} most={1200} step={10} set={(height) => set({ height })} />
            </div>
          </>
        )}
        <label className="flex items-center gap-2">
          <span className="w-28">Title</span>
          <input value={wish.title} maxLength={120} placeholder={begun ? `${begun.title}, copy` : words?.scenes.find((k) => k.id === wish.kind)?.name} onChange={(e) => set({ title: e.target.value })} className={`${boxed} min-w-0 flex-1 px-2`} />
        </label>
      </div>
      <div className="flex flex-col gap-2">
        <div className="bg-mat p-4">
          {begun ? (
            <div className="bg-line" style={{ aspectRatio: `${begun.width} / ${begun.height}` }}>
              <img src={`${begun.frames}/paint-800-${begun.last}.png`} alt={`The finished picture of ${begun.title}`} className="h-full w-full" />
            </div>
          ) : (
            <div className="bg-line" style={{ aspectRatio: `${wish.width} / ${wish.height}` }}>{shown && <img src={shown} alt="A sketch of the picture" className="h-full w-full" />}</div>
          )}
        </div>
        {!begun && <Button onClick={() => set({ seed: wish.seed + 1 })}>Another like this</Button>}
        {failed && <p role="alert">{failed}</p>}
        <div className="mt-auto flex flex-wrap items-center justify-end gap-2">
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
              <Button once type="submit" disabled={begin.isPending}>
                Begin
              </Button>
            </>
          )}
        </div>
      </div>
    </form>
  )
}
