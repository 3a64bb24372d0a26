import { useEffect, useRef, useState } from 'react'
import { Link, useLocation } from 'wouter'

import type { OnShelf } from '../api/client'
import { useAway, useCopyLesson, useCreateLesson, useOpenStudio, usePutAway, useRehearsal, useShelf, useStudios } from '../api/queries'
import { useFrame } from '../lib/frame'
import { InStudio, lessonAt, shelfAt, useStudio } from '../lib/studio'
import { Bar, roomsOf } from '../ui/Bar'
import { Button, figure } from '../ui/controls'
import { Classes } from './Classes'
import { NewLesson } from './NewLesson'

/** Shelf shows a studio's lessons as little finished canvases: those of the one that is named, or that was shown last. */
export function Shelf({ named }: { named?: string }) {
  const studios = useStudios()
  const [, go] = useLocation()
  const chosen = named ?? localStorage.getItem('studio')
  const studio = studios.data?.find((s) => s.id === chosen) ?? (named === undefined ? studios.data?.[0] : undefined)
  useEffect(() => {
    if (studio) localStorage.setItem('studio', studio.id)
  }, [studio])
  const shelf = useShelf(studio?.id)
  const failed = studios.error ?? shelf.error

  return (
    <div className="flex h-full flex-col">
      <InStudio value={studio?.id}>
        <Bar
          place={
            <div className="flex items-baseline gap-4">
              <h1 className="font-serif text-2xl">Proxenos</h1>
              {studios.data && studios.data.length > 1 ? (
                <select aria-label="Studio" value={studio?.id ?? ''} onChange={(e) => go(shelfAt(e.target.value))} className="rounded-sm border border-line bg-raised px-2 py-1">
                  {!studio && <option value="">Choose a studio</option>}
                  {studios.data.map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
                </select>
              ) : (
                <p className="text-quiet">{studio ? `${studio.name}, the shelf` : 'The shelf'}</p>
              )}
            </div>
          }
          at="Shelf"
          rooms={studio ? roomsOf(studio.id) : []}
        >
          <Link href="/marks" className="px-2 text-quiet underline-offset-2 hover:underline">
            Marks sheet
          </Link>
          <NewLesson studio={studio?.id} />
          <BringIn studio={studio?.id} />
        </Bar>
      </InStudio>
      <div className="mx-auto flex min-h-0 w-full max-w-6xl flex-1 flex-col px-8 pb-4">
      {failed && (
        <p role="alert" className="mt-6 border-l-4 border-ink bg-raised px-3 py-2">
          {failed.message}
        </p>
      )}
      <main className="mt-6 grid flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(21rem,1fr))] gap-8 overflow-y-auto pb-6">
        {studio && (
          <InStudio value={studio.id}>
            <Classes />
          </InStudio>
        )}
        <InStudio value={studio?.id}>
          {shelf.data?.map((lesson) => <Card key={lesson.id} lesson={lesson} />)}
          {studio && <Away />}
        </InStudio>
        {shelf.data?.length === 0 && <EmptyShelf />}
        {studios.data?.length === 0 && <OpenStudio />}
        {studios.data && studios.data.length > 0 && !studio && <NoStudio studios={studios.data} />}
        {!shelf.data && !failed && (studio ?? !studios.data) && <p className="text-quiet">Fetching the lessons.</p>}
      </main>
      <footer className="border-t border-line pt-2 text-sm text-quiet">
        <a href="/notices" className="underline-offset-2 hover:underline">
          Licences of what ships with this application
        </a>
      </footer>
      </div>
    </div>
  )
}

function Card({ lesson }: { lesson: OnShelf }) {
  const studio = useStudio()
  const { shown } = useFrame(`${lesson.frames}/paint-800-${lesson.last}.png`)
  const over = lesson.minutes > lesson.session
  const [, go] = useLocation()
  const copy = useCopyLesson()
  const putAway = usePutAway()
  return (
    <article>
      <Link href={lessonAt(studio, lesson.id)} className="group block rounded-sm">
        <div className="bg-mat p-4 shadow-sm">
          <div className="bg-line shadow-md" style={{ aspectRatio: `${lesson.width} / ${lesson.height}` }}>
            {shown ? (
              <img src={shown} alt={`The finished picture of ${lesson.title}`} className="block h-full w-full" />
            ) : (
              <p className="flex h-full items-center justify-center text-ink">Painting the canvas</p>
            )}
          </div>
        </div>
        <h2 className="mt-2 font-serif text-lg group-hover:underline">{lesson.title}</h2>
        <p className="text-quiet">{lesson.about}</p>
        <p className="mt-1">
          <strong className="font-semibold">
            {figure(lesson.minutes)} of {figure(lesson.session)} min
          </strong>
          {over && ', too long'} · {lesson.steps} steps · {lesson.level} · {lesson.method}
        </p>
        <CardFindings hash={lesson.hash} id={lesson.id} />
      </Link>
      <div className="mt-1 flex items-center gap-2">
        <Button aria-label={`Copy ${lesson.title}`} disabled={copy.isPending} onClick={() => copy.mutate(lesson.id, { onSuccess: (made) => go(lessonAt(studio, made.id)) })}>
          Copy
        </Button>
        <Button aria-label={`Put ${lesson.title} away`} className="whitespace-nowrap" disabled={putAway.isPending} onClick={() => putAway.mutate({ id: lesson.id, away: true })}>
          Put away
        </Button>
      </div>
      {(copy.error ?? putAway.error) && <p role="alert">{(copy.error ?? putAway.error)?.message}</p>}
    </article>
  )
}

/** Away lists the lessons that were put away, each to be brought back. */
function Away() {
  const away = useAway()
  const bring = usePutAway()
  const [open, setOpen] = useState(false)
  if (!away.data || away.data.length === 0) return null
  return (
    <section aria-label="Put away" className="col-span-full border-t border-line pt-3">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        {away.data.length === 1 ? 'One lesson is put away' : `${away.data.length} lessons are put away`}
      </Button>
      {open && (
        <ul className="mt-2 flex flex-col gap-1">
          {away.data.map((lesson) => (
            <li key={lesson.id} className="flex items-center gap-3">
              <Button aria-label={`Bring ${lesson.title} back`} disabled={bring.isPending} onClick={() => bring.mutate({ id: lesson.id, away: false })}>
                Bring back
              </Button>
              <span className="font-serif">{lesson.title}</span>
              <span className="text-quiet">
                {lesson.steps} steps, {figure(lesson.session)} min
              </span>
            </li>
          ))}
        </ul>
      )}
      {bring.error && <p role="alert">{bring.error.message}</p>}
    </section>
  )
}

function CardFindings({ hash, id }: { hash: string; id: string }) {
  const { data } = useRehearsal(hash, id)
  if (!data) return <p className="text-quiet">Not rehearsed yet</p>
  if (!data.done) {
    return (
      <p className="text-quiet">
        Rehearsing, step {data.painted} of {data.of}
      </p>
    )
  }
  const open = data.findings.filter((f) => f.accepted === '')
  const meant = data.findings.length - open.length
  return (
    <p>
      {open.length === 0 ? 'Nothing open in Checks' : `${open.length} open ${open.length === 1 ? 'finding' : 'findings'}`}
      {meant > 0 && <span className="text-quiet">, {meant} on purpose</span>}
    </p>
  )
}

/** NoStudio leads from an address of no studio to those that there are. */
function NoStudio({ studios }: { studios: { id: string; name: string }[] }) {
  return (
    <p className="col-span-full">
      There is no such studio here. Go to{' '}
      {studios.map((s, i) => (
        <span key={s.id}>
          {i > 0 && ' or '}
          <Link href={shelfAt(s.id)} className="underline underline-offset-2">
            {s.name}
          </Link>
        </span>
      ))}
      .
    </p>
  )
}

function EmptyShelf() {
  return (
    <div className="col-span-full max-w-prose font-serif">
      <p className="text-lg">The shelf is empty.</p>
      <p className="mt-2 text-quiet">
        A lesson is a picture in planes of depth, a palette with its mixtures, and steps from back to front. Begin a new one from a kind of scene,
        or bring one in as a lesson file.
      </p>
    </div>
  )
}

/** OpenStudio is the very first thing to do where there is no studio yet. */
function OpenStudio() {
  const open = useOpenStudio()
  const [name, setName] = useState('')
  return (
    <form
      noValidate
      className="col-span-full flex max-w-prose flex-col items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        open.mutate(name.trim())
      }}
    >
      <p className="font-serif text-lg">Every lesson stands on the shelf of a studio. What is yours called?</p>
      <div className="flex gap-2">
        <input aria-label="Name of the studio" value={name} maxLength={80} onChange={(e) => setName(e.target.value)} className="w-72 rounded-sm border border-strong bg-raised px-2 py-1" />
        <Button type="submit" disabled={name.trim() === '' || open.isPending}>
          Open the studio
        </Button>
      </div>
      {open.error && <p role="alert">{open.error.message}</p>}
    </form>
  )
}

function BringIn({ studio }: { studio: string | undefined }) {
  const input = useRef<HTMLInputElement>(null)
  const create = useCreateLesson(studio)
  const [, go] = useLocation()
  const read = async (file: File | undefined) => {
    if (!file) return
    create.mutate(await file.text(), { onSuccess: (saved) => go(lessonAt(saved.studio, saved.id)) })
  }
  return (
    <>
      <Button disabled={!studio || create.isPending} onClick={() => input.current?.click()}>
        Bring in a lesson
      </Button>
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
        aria-label="Lesson file"
        disabled={!studio}
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          void read(e.target.files?.[0])
          e.target.value = ''
        }}
      />
      {create.error && (
        <p role="alert" className="absolute top-16 right-8 z-10 max-w-md border border-strong bg-raised p-3 shadow-md">
          This file was not taken in. {create.error.message}
        </p>
      )}
    </>
  )
}
