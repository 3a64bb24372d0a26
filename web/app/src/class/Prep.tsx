import { Tabs } from 'radix-ui'
import { useState } from 'react'
import { Link, useLocation } from 'wouter'

import { useClass, useCopyClass, useKeeping, usePrep, type Planned } from '../api/classes'
import type { OnDay, Prep as Prepared } from '../api/client'
import { usePrinting, type Printing } from '../api/handouts'
import { useFrame } from '../lib/frame'
import { classAt, lessonAt, ofStudio, roomsOfClass, useStudio } from '../lib/studio'
import { backOf } from '../lib/kept'
import { Bar } from '../ui/Bar'
import { Button, FigureField } from '../ui/controls'
import { SheetList } from '../ui/SheetList'
import { TextField } from '../ui/TextField'
import { AirSheet, CautionSheet, SetupSheet } from './DaySheets'
import { BuySheet, CutSheet, ToolSheet } from './BuySheets'
import { ClassSheet } from './ClassSheet'
import { HandoutSheet } from './HandoutSheet'
import { PaintSheet, PaletteSheet } from './PaintSheets'
import { PupilSheet } from './PupilSheet'
import { shortMoment } from '../lib/days'
import { MomentField } from '../ui/DateField'
import { Opening } from '../ui/OpenLesson'

/** Prep is where a class is planned: people and a day, and everything else is worked out. */
export function Prep({ id }: { id: string }) {
  const day = useClass(id)
  return day.data ? <Room day={day.data} /> : <Opening what="the class" error={day.error} again={() => void day.refetch()} />
}

export interface SheetProps {
  day: OnDay
  prep: Prepared
  change: (change: (now: Planned) => Planned) => void
  printing: Printing
}

const sheets = [
  { id: 'paint', name: 'Paint', Sheet: PaintSheet },
  { id: 'palette', name: 'Palette', Sheet: PaletteSheet },
  { id: 'buy', name: 'Buy', Sheet: BuySheet },
  { id: 'cut', name: 'Cut', Sheet: CutSheet },
  { id: 'tools', name: 'Tools and towels', Sheet: ToolSheet },
  { id: 'setup', name: 'Set-up', Sheet: SetupSheet },
  { id: 'air', name: 'Air', Sheet: AirSheet },
  { id: 'cautions', name: 'Cautions', Sheet: CautionSheet },
  { id: 'pupils', name: 'Rehearse the class', Sheet: PupilSheet },
  { id: 'handouts', name: 'Handouts', Sheet: HandoutSheet },
  { id: 'class', name: 'Room and money', Sheet: ClassSheet },
] as const

function Room({ day }: { day: OnDay }) {
  const studio = useStudio()
  const keeping = useKeeping(day.id)
  const { change } = keeping
  const asked = usePrep(day)
  const prep = asked.data?.prep
  const printing = usePrinting(day)
  const picture = useFrame(`${day.taught.frames}/paint-800-${day.taught.last}.png`)
  return (
    <div className="room print:block print:h-auto">
      <Bar
        place={<TextField label="Name of the class" value={day.class.title} most={120} set={(title) => change((now) => ({ ...now, class: { ...now.class, title } }))} className="w-80 font-serif text-lg" />}
        at="Prep"
        of={day.class.title}
        below={<Who day={day} change={change} />}
        rooms={roomsOfClass(studio, day.id)}
        back={backOf(keeping, 'the class')}
      >
        <span role="status" className="min-w-14 text-quiet">
          {keeping.busy ? 'Saving' : 'Saved'}
        </span>
      </Bar>
      <main className="min-h-0 print:min-h-full">
        <h1 className="sr-only">Prep: {day.class.title}</h1>
      <Tabs.Root defaultValue="paint" orientation="vertical" className="grid h-full min-h-0 grid-cols-1 md:grid-cols-[13rem_minmax(0,1fr)] print:block print:h-auto">
        <div className="flex min-h-0 min-w-0 flex-col gap-3 border-line p-3 md:border-r wide:overflow-y-auto print:hidden">
          <SheetList label="Sheets" sheets={sheets} />
          <figure className="mt-auto max-md:hidden">
            <div className="bg-mat p-2">
              <div className="bg-line" style={{ aspectRatio: `${day.taught.width} / ${day.taught.height}` }}>
                {picture.shown && <img src={picture.shown} alt={`The finished picture of ${day.taught.title}`} className="block h-full w-full" />}
              </div>
            </div>
            <figcaption className="mt-1 text-quiet">
              <Link href={lessonAt(studio, day.lesson)} className="underline underline-offset-2">
                {day.taught.title}
              </Link>
              , revision {day.revision}
              {day.newest > day.revision && (
                <Button className="mt-1" onClick={() => change((now) => ({ ...now, revision: day.newest }))}>
                  Teach revision {day.newest}
                </Button>
              )}
            </figcaption>
          </figure>
        </div>
        {sheets.map(({ id, name, Sheet }) => (
          <Tabs.Content key={id} value={id} className="min-h-0 min-w-0 overflow-x-auto px-4 py-4 data-[state=inactive]:hidden sm:px-6 wide:overflow-y-auto print:overflow-visible">
            <div className="mb-2 flex items-baseline gap-3">
              <h2 className="font-serif text-xl">{name}</h2>
              <span className="hidden print:inline">
                {day.class.title}, {shortMoment(day.begins)}
              </span>
              {prep && id !== 'handouts' && (
                <Button className="ml-auto print:hidden" onClick={() => window.print()}>
                  Print
                </Button>
              )}
            </div>
            {prep ? <Sheet day={day} prep={prep} change={change} printing={printing} /> : asked.error ? <p role="alert">{asked.error.message}</p> : <p role="status">Rehearsing the lesson: what it uses up is measured on the canvas.</p>}
          </Tabs.Content>
        ))}
      </Tabs.Root>
      </main>
      <footer className="flex min-h-8 items-center gap-4 border-t border-line px-4 py-1 print:hidden">
        <p role="status" className="flex-1">
          {keeping.problem ? `Not changed. ${keeping.problem}` : (prep?.cost.says ?? 'Every change saves by itself.')}
        </p>
        {prep && prep.lacks.length > 0 && <p className="font-semibold">{prep.lacks.length === 1 ? 'One thing does not fit: see Set-up' : `${prep.lacks.length} things do not fit: see Set-up`}</p>}
        <a className="underline underline-offset-2" href={ofStudio(studio, `classes/${day.id}/calendar`)} download>
          Calendar
        </a>
      </footer>
    </div>
  )
}

/** Who asks for the people and the day. */
function Who({ day, change }: { day: OnDay; change: SheetProps['change'] }) {
  const c = day.class
  const people = (key: 'first' | 'some' | 'experienced') => (n: number) => change((now) => ({ ...now, class: { ...now.class, people: { ...now.class.people, [key]: Math.round(n) } } }))
  return (
    <section aria-label="People and day" className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-sheet px-4 py-2 print:hidden">
      <MomentField label="Day and time" value={day.begins} set={(moved) => change((now) => ({ ...now, begins: moved(now.begins) }))} />
      <label className="flex items-center gap-1">
        <FigureField lazy label="Minutes there are" value={c.minutes} least={10} most={720} step={5} set={(minutes) => change((now) => ({ ...now, class: { ...now.class, minutes } }))} /> min
      </label>
      <span className="flex items-center gap-1">
        People
        <FigureField lazy label="People who paint for the first time" value={c.people.first} least={0} most={200} set={people('first')} className="w-12" /> first time,
        <FigureField lazy label="People who have painted some" value={c.people.some} least={0} most={200} set={people('some')} className="w-12" /> some,
        <FigureField lazy label="Experienced people" value={c.people.experienced} least={0} most={200} set={people('experienced')} className="w-12" /> experienced
      </span>
      <label className="flex items-center gap-1">
        <input type="checkbox" checked={c.minors ?? false} onChange={(e) => {
            const minors = e.target.checked
            change((now) => ({ ...now, class: { ...now.class, minors } }))
          }}
        />
        somebody is not of age
      </label>
      <span className="ml-auto flex items-center gap-2">
        {c.state === 'called-off' ? <strong>Called off</strong> : null}
        <Copy id={day.id} begins={day.begins} />
        <Button onClick={() => change((now) => ({ ...now, class: { ...now.class, state: now.class.state === 'called-off' ? 'planned' : 'called-off' } }))}>{c.state === 'called-off' ? 'It takes place' : 'Call it off'}</Button>
      </span>
    </section>
  )
}

/** Copy plans the class once more. */
function Copy({ id, begins }: { id: string; begins: string }) {
  const studio = useStudio()
  const [, go] = useLocation()
  const copy = useCopyClass(id)
  const [day, setDay] = useState<string>()
  if (day === undefined) return <Button onClick={() => setDay(begins)}>Once more</Button>
  return (
    <form
      noValidate
      className="flex items-center gap-1"
      onSubmit={(e) => {
        e.preventDefault()
        copy.mutate(day, { onSuccess: (made) => go(classAt(studio, made.id)) })
      }}
    >
      <MomentField label="Day and time of the next one" value={day} set={(change) => setDay((was) => change(was ?? begins))} />
      <Button once type="submit" disabled={copy.isPending || day === ''}>
        Plan it
      </Button>
      <Button onClick={() => setDay(undefined)}>Leave it</Button>
      {copy.error && <span role="alert">{copy.error.message}</span>}
    </form>
  )
}
