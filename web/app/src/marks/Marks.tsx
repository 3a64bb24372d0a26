import { Link } from 'wouter'

import type { MarkShown } from '../api/client'
import { useMarks } from '../api/queries'
import { useFrame } from '../lib/frame'
import { RoomSwitch } from '../ui/Room'

/** Marks is the marks sheet: every technique as the simulator makes it, on three grounds. */
export function Marks() {
  const marks = useMarks()
  const unders = marks.data?.[0]?.specimens ?? []
  return (
    <div className="mx-auto flex h-full max-w-6xl flex-col px-8 py-6">
      <header className="flex items-baseline gap-4 border-b border-line pb-3">
        <Link href="/" className="text-quiet underline-offset-2 hover:underline">
          Shelf
        </Link>
        <h1 className="font-serif text-2xl">The marks sheet</h1>
        <p className="text-quiet">Each technique with its usual tool, {unders.map((u) => u.on).join(', ')}. Every piece is 90 mm wide.</p>
        <div className="ml-auto">
          <RoomSwitch />
        </div>
      </header>
      {marks.error && (
        <p role="alert" className="mt-6 border-l-4 border-ink bg-raised px-3 py-2">
          {marks.error.message}
        </p>
      )}
      <main tabIndex={0} aria-label="Marks" className="mt-4 grid flex-1 auto-rows-min grid-cols-2 gap-x-8 gap-y-5 overflow-y-auto pb-6">
        {marks.data?.map((m) => <Mark key={m.technique} mark={m} />)}
        {marks.isLoading && <p className="text-quiet">Fetching the sheet.</p>}
      </main>
    </div>
  )
}

function Mark({ mark }: { mark: MarkShown }) {
  return (
    <article>
      <h2 className="flex items-baseline gap-2 font-serif text-base">
        {mark.name}
        <span className="font-sans text-xs text-quiet">{mark.tool}</span>
      </h2>
      <div className="mt-1 grid grid-cols-3 gap-1">
        {mark.specimens.map((s) => (
          <Piece key={s.under} image={s.image} alt={`${mark.name}, ${s.on}`} />
        ))}
      </div>
      <p className="mt-1 text-xs text-quiet">{mark.meaning}</p>
    </article>
  )
}

function Piece({ image, alt }: { image: string; alt: string }) {
  const { shown } = useFrame(image)
  if (!shown) return <div className="aspect-[3/2] border border-line" role="img" aria-label={`${alt}, being painted`} />
  return <img src={shown} alt={alt} className="block w-full border border-line" />
}
