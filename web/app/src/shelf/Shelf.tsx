import { lazy, Suspense, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import { Link, useLocation } from 'wouter'

import type { OnShelf, Place } from '../api/client'
import { useCreateLesson, useOpenStudio, usePlace, useShelf, useStudios } from '../api/queries'
import { fits, wordsOf } from '../lib/rank'
import { useSeen } from '../lib/seen'
import { InStudio, lessonAt, shelfAt } from '../lib/studio'
import { Bar, roomsOf } from '../ui/Bar'
import { boxed, Button } from '../ui/controls'
import { FileField } from '../ui/FileField'
import { Card } from './Card'
import { Classes } from './Classes'
import { NewLesson } from './NewLesson'

// What not everybody needs at once is fetched after the shelf.
const FirstMinute = lazy(() => import('./FirstMinute').then((m) => ({ default: m.FirstMinute })))
const Others = lazy(() => import('./Others').then((m) => ({ default: m.Others })))
const StudioChooser = lazy(() => import('./StudioChooser').then((m) => ({ default: m.StudioChooser })))

/** So many lessons are seen at once; beyond that one wants to find one. */
const many = 8

/** So many cards are laid out at a time; more when their end comes into sight. */
const atOnce = 120

const where: Record<Place, string> = { shelf: 'on the shelf again', away: 'put away', template: 'kept as a beginning for new lessons', deleted: 'thrown out' }

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
  const [first, setFirst] = useState(() => localStorage.getItem('first minute') === null)
  const showFirst = (shown: boolean) => {
    localStorage.setItem('first minute', shown ? 'again' : 'seen')
    setFirst(shown)
  }
  const begun = shelf.data?.[0]

  return (
    <InStudio value={studio?.id}>
      <div className="flex min-h-full flex-col">
        <Bar
          place={
            <div className="flex items-baseline gap-4">
              <h1 className="font-serif text-2xl">Proxenos</h1>
              {studios.data && studios.data.length > 1 ? (
                <Suspense fallback={<p className="text-quiet">{studio?.name}</p>}>
                  <StudioChooser studios={studios.data} chosen={studio?.id} go={(to) => go(shelfAt(to))} />
                </Suspense>
              ) : (
                <p className="text-quiet">{studio ? `${studio.name}, the shelf` : 'The shelf'}</p>
              )}
            </div>
          }
          at="Shelf"
          {...(studio ? { of: studio.name } : {})}
          rooms={studio ? roomsOf(studio.id) : []}
        >
          <Link href="/marks" className="px-2 text-quiet underline-offset-2 hover:underline">
            Marks sheet
          </Link>
          <NewLesson studio={studio?.id} />
          <BringIn studio={studio?.id} />
        </Bar>
        <div className="mx-auto flex w-full max-w-[110rem] flex-1 flex-col px-4 pb-4 sm:px-8">
          {failed && (
            <div role="alert" className="mt-6 flex items-center gap-3 border-l-4 border-ink bg-raised px-3 py-2">
              <p>{failed.message}</p>
              <Button onClick={() => void (studios.error ? studios : shelf).refetch()}>Try again</Button>
            </div>
          )}
          <main className="mt-6 grid flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(min(100%,20rem),1fr))] gap-8 pb-6">
            {studio && begun && first && (
              <Suspense>
                <FirstMinute lesson={begun} leave={() => showFirst(false)} />
              </Suspense>
            )}
            {studio && <Classes />}
            {studio && shelf.data && <Lessons key={studio.id} list={shelf.data} />}
            {shelf.data?.length === 0 && <EmptyShelf studio={studio?.id} />}
            {studio && shelf.data && (
              <Suspense>
                <Others />
              </Suspense>
            )}
            {studios.data?.length === 0 && <OpenStudio />}
            {studios.data && studios.data.length > 0 && !studio && <NoStudio studios={studios.data} />}
            {!shelf.data && !failed && (studio ?? !studios.data) && <p className="text-quiet">Fetching the lessons.</p>}
          </main>
          <footer className="flex flex-wrap gap-x-6 border-t border-line pt-2 text-sm text-quiet">
            {begun && (
              <button
                type="button"
                className="min-h-6 underline-offset-2 hover:underline"
                onClick={() => {
                  showFirst(true)
                  window.scrollTo({ top: 0 })
                }}
              >
                The first minute
              </button>
            )}
            <a href="/notices" className="inline-flex min-h-6 items-center underline-offset-2 hover:underline">
              Licences of what ships with this application
            </a>
          </footer>
        </div>
      </div>
    </InStudio>
  )
}

/** Lessons are those on the shelf; of many some are found by their names. What was put elsewhere can be brought back at once. */
function Lessons({ list }: { list: OnShelf[] }) {
  const [text, setText] = useState('')
  const [out, setOut] = useState(atOnce)
  const [moved, setMoved] = useState<{ lesson: OnShelf; place: Place }>()
  const place = usePlace() // here, for a card goes with what is done to it
  const put = (lesson: OnShelf, to: Place) => place.mutate({ id: lesson.id, place: to }, { onSuccess: () => setMoved({ lesson, place: to }) })
  const words = wordsOf(text)
  const found = useMemo(() => (text === '' ? list : list.filter((l) => fits(words, l.title, l.about) !== undefined)), [list, text, words])
  return (
    <>
      {(list.length > many || moved) && (
        <div className="col-span-full flex flex-wrap items-center gap-4">
          {list.length > many && (
            <input aria-label="Find a lesson" placeholder={`Find one of ${list.length} lessons`} value={text} onChange={(e) => setText(e.target.value)} className={`${boxed} w-72 max-w-full px-2`} />
          )}
          {moved && (
            <p role="status" className="flex items-center gap-2">
              “{moved.lesson.title}” is {where[moved.place]}.
              {moved.place !== 'shelf' && (
                <Button disabled={place.isPending} onClick={() => put(moved.lesson, 'shelf')}>
                  Undo
                </Button>
              )}
            </p>
          )}
        </div>
      )}
      {place.error && (
        <p role="alert" className="col-span-full">
          {place.error.message}
        </p>
      )}
      {found.slice(0, out).map((lesson) => (
        <Card key={lesson.id} lesson={lesson} busy={place.isPending} put={(to) => put(lesson, to)} />
      ))}
      {found.length > out && <End key={out} reached={() => setOut(out + atOnce)} />}
      {found.length === 0 && list.length > 0 && <p className="col-span-full text-quiet">No lesson on the shelf is called that.</p>}
    </>
  )
}

/** End is where the cards that are laid out end; reached, more are. */
function End({ reached }: { reached: () => void }) {
  const end = useRef<HTMLDivElement>(null)
  const seen = useSeen(end)
  const more = useEffectEvent(reached)
  useEffect(() => {
    if (seen) more()
  }, [seen])
  return <div ref={end} className="col-span-full" />
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

function EmptyShelf({ studio }: { studio: string | undefined }) {
  return (
    <div className="col-span-full max-w-prose font-serif">
      <p className="text-lg">The shelf is empty.</p>
      <p className="mt-2 mb-3 text-quiet">A lesson is a picture in planes of depth, a palette with its mixtures, and steps from back to front. Begin one from a kind of scene: a minute later there is a whole one to change.</p>
      <NewLesson studio={studio} name="Begin the first lesson" />
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
  const create = useCreateLesson(studio)
  const [, go] = useLocation()
  const read = async (file: File) => create.mutate(await file.text(), { onSuccess: (saved) => go(lessonAt(saved.studio, saved.id)) })
  return (
    <>
      <FileField label="Bring in a lesson" accept="application/json,.json" disabled={!studio || create.isPending} take={(file) => void read(file)} />
      {create.error && (
        <p role="alert" className="absolute top-16 right-8 z-10 max-w-md border border-strong bg-raised p-3 shadow-md">
          This file was not taken in. {create.error.message}
        </p>
      )}
    </>
  )
}
