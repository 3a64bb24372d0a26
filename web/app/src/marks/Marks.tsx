import type { ReactNode } from 'react'
import { Link } from 'wouter'

import type { Specimen } from '../api/client'
import { useForms, useMarks } from '../api/queries'
import { useFrame } from '../lib/frame'
import { RoomSwitch } from '../ui/Room'
import { useLengths } from '../ui/LengthField'

/** Marks is the marks sheet: every technique as the simulator makes it, on three grounds. */
export function Marks() {
  const long = useLengths()
  const marks = useMarks()
  const unders = marks.data?.[0]?.specimens ?? []
  return (
    <Sheet
      title="The marks sheet"
      label="Marks"
      intro={`Each technique with its usual tool, ${unders.map((u) => u.on).join(', ')}. Every piece is ${long(90)} wide.`}
      other={<SheetLink to="/forms">Forms</SheetLink>}
      query={marks}
    >
      {marks.data?.map((m) => (
        <Row key={m.technique} name={m.name} aside={m.tool} specimens={m.specimens}>
          <p>{m.meaning}</p>
        </Row>
      ))}
    </Sheet>
  )
}

/** Forms is the sheet of forms: every kind of zone, lit from three sides. */
export function Forms() {
  const forms = useForms()
  return (
    <Sheet
      title="The sheet of forms"
      label="Forms"
      intro="Each kind of zone as it is usually painted, with light from the left, from the right and from behind."
      other={<SheetLink to="/marks">Marks sheet</SheetLink>}
      query={forms}
    >
      {forms.data?.map((f) => (
        <Row key={f.kind} name={f.name} specimens={f.specimens}>
          {f.says.map((s) => (
            <p key={s}>{s}</p>
          ))}
        </Row>
      ))}
    </Sheet>
  )
}

function SheetLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Link href={to} className="text-quiet underline-offset-2 hover:underline">
      {children}
    </Link>
  )
}

interface SheetProps {
  title: string
  label: string
  intro: string
  other: ReactNode
  query: { error: Error | null; isLoading: boolean }
  children: ReactNode
}

function Sheet({ title, label, intro, other, query, children }: SheetProps) {
  return (
    <div className="mx-auto flex h-full max-w-6xl flex-col px-4 py-6 sm:px-8">
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-line pb-3">
        <SheetLink to="/">Shelf</SheetLink>
        <h1 className="font-serif text-2xl whitespace-nowrap">{title}</h1>
        <p className="text-quiet">{intro}</p>
        <div className="ml-auto flex items-baseline gap-3">
          {other}
          <RoomSwitch />
        </div>
      </header>
      {query.error && (
        <p role="alert" className="mt-6 border-l-4 border-ink bg-raised px-3 py-2">
          {query.error.message}
        </p>
      )}
      <main tabIndex={0} aria-label={label} className="mt-4 grid flex-1 auto-rows-min gap-x-8 gap-y-5 overflow-y-auto sm:grid-cols-2 pb-6">
        {children}
        {query.isLoading && <p className="text-quiet">Fetching the sheet.</p>}
      </main>
    </div>
  )
}

function Row({ name, aside, specimens, children }: { name: string; aside?: string; specimens: Specimen[]; children: ReactNode }) {
  return (
    <article>
      <h2 className="flex items-baseline gap-2 font-serif text-base">
        {name}
        {aside && <span className="font-sans text-xs text-quiet">{aside}</span>}
      </h2>
      <div className="mt-1 grid grid-cols-3 gap-1">
        {specimens.map((s) => (
          <Piece key={s.under} image={s.image} alt={`${name}, ${s.on}`} />
        ))}
      </div>
      <div className="mt-1 text-xs text-quiet">{children}</div>
    </article>
  )
}

function Piece({ image, alt }: { image: string; alt: string }) {
  const { shown } = useFrame(image)
  if (!shown) return <div className="aspect-[3/2] border border-line" role="img" aria-label={`${alt}, being painted`} />
  return <img src={shown} alt={alt} className="block w-full border border-line" />
}
