import { useKeepStores, useStores } from '../api/classes'
import type { Habits as Kept } from '../api/client'
import { useHabits, useKeepHabits } from '../api/habits'
import { useVocabulary } from '../api/queries'
import { Bar, roomsOf } from '../ui/Bar'
import { Button } from '../ui/controls'
import { backOf } from '../lib/kept'
import { useStudio } from '../lib/studio'
import { useRoom } from '../lib/room'
import { Opening } from '../ui/OpenLesson'
import { TextField } from '../ui/TextField'

/** Habits are how a studio measures, prints and counts: said once, and so everywhere. */
export function Habits() {
  const habits = useHabits()
  if (!habits.data) return <Opening what="the habits of the studio" error={habits.error} again={() => void habits.refetch()} />
  return <Room habits={habits.data} />
}

const papers = [
  ['a4', 'A4', '210 × 297 mm'],
  ['letter', 'Letter', '8 1/2 × 11 in'],
] as const

const weeks = [
  ['monday', 'Monday'],
  ['sunday', 'Sunday'],
  ['saturday', 'Saturday'],
] as const

function Room({ habits }: { habits: Kept }) {
  const studio = useStudio()
  const units = useVocabulary().data?.units ?? []
  const keep = useKeepHabits()
  const stores = useStores().data
  const keepStores = useKeepStores()
  const [light, setLight] = useRoom()
  const change = (part: Partial<Kept>) => keep.change((was) => ({ ...was, ...part }))
  return (
    <div className="room">
      <Bar
        place={<h1 className="font-serif text-lg">Habits of the studio</h1>}
        at="Habits"
        of={habits.name}
        rooms={roomsOf(studio)}
        back={backOf(keep, 'the habits')}
      />
      <main className="min-h-0 p-4 sm:p-8 wide:overflow-y-auto">
        <div className="flex max-w-3xl flex-col gap-6">
          <Row name="Name" about="What the studio is called, on the shelf and on paper.">
            <TextField label="Name of the studio" value={habits.name} most={80} set={(name) => name !== '' && change({ name })} className="w-80 max-w-full font-serif text-lg" />
          </Row>
          <Row name="Lengths" about="Brushes, canvases, places on the picture: on every screen and every sheet. What you wrote yourself stays as you wrote it.">
            {units.map((u) => (
              <Button key={u.id} pressed={habits.units === u.id} onClick={() => change({ units: u.id as Kept['units'] })}>
                {u.name}
              </Button>
            ))}
          </Row>
          <Row name="Paper" about="What is printed on: handouts, tracings over several sheets, the script.">
            {papers.map(([id, name, size]) => (
              <Button key={id} pressed={habits.paper === id} title={size} onClick={() => change({ paper: id })}>
                {name}
              </Button>
            ))}
          </Row>
          <Row name="Money" about="The sign or the letters that stand behind a price. It is written on the cupboard, where the prices are.">
            {stores && <TextField label="Currency" value={stores.cupboard.currency ?? ''} most={8} set={(currency) => keepStores.change((now) => ({ ...now, currency }))} className="w-24" />}
          </Row>
          <Row name="Week" about="The first day of the week on the leaves of the calendar.">
            {weeks.map(([id, name]) => (
              <Button key={id} pressed={habits.week === id} onClick={() => change({ week: id })}>
                {name}
              </Button>
            ))}
          </Row>
          <Row name="Light" about="Of the screen, on this device alone. Key 0 in every room.">
            {(['light', 'dark'] as const).map((r) => (
              <Button key={r} pressed={light === r} onClick={() => setLight(r)}>
                {r === 'light' ? 'Light room' : 'Dark room'}
              </Button>
            ))}
          </Row>
        </div>
      </main>
      <footer className="flex min-h-8 items-center border-t border-line px-4 py-1">
        <p role="status">{keep.problem ? `Not changed. ${keep.problem}` : keep.busy ? 'Saving' : keep.canUndo ? 'Saved.' : 'Every change saves by itself.'}</p>
      </footer>
    </div>
  )
}

function Row({ name, about, children }: { name: string; about: string; children: React.ReactNode }) {
  return (
    <section aria-label={name} className="grid gap-x-6 gap-y-1 border-t border-line pt-3 sm:grid-cols-[8rem_minmax(0,1fr)]">
      <h2 className="font-serif text-base">{name}</h2>
      <div>
        <div role="group" aria-label={name} className="flex flex-wrap gap-2">
          {children}
        </div>
        <p className="mt-1 text-quiet">{about}</p>
      </div>
    </section>
  )
}
