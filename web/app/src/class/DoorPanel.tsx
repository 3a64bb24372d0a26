import { QRCodeSVG } from 'qrcode.react'
import { Link } from 'wouter'

import type { Door, OnDay, Teaching } from '../api/client'
import { useDoor } from '../api/teaching'
import { classAt, useStudio } from '../lib/studio'
import { Button } from '../ui/controls'
import { large } from './lectern'

const alone = /^(localhost|127\.|\[::1\])/

/** joinAt is the address at which students come in: this page's own, or, where that is this machine alone, one that others reach. */
export function joinAt(door: Door): string {
  const host = door.addresses[0]
  const origin = alone.test(location.hostname) && host ? `${location.protocol}//${host}${location.port ? `:${location.port}` : ''}` : location.origin
  return `${origin}/join`
}

/** Code is a code for the eye and for a camera. */
export function Code({ door, size }: { door: Door; size: number }) {
  return (
    <QRCodeSVG data-part="colour" marginSize={3} value={`${joinAt(door)}?code=${door.code}`} size={size} title={`Take a seat: ${joinAt(door)}, code ${door.code}`} />
  )
}

/** DoorPanel is how students come in, and who is there. */
export function DoorPanel({ day, state, close }: { day: OnDay; state: Teaching['state']; close: () => void }) {
  const studio = useStudio()
  const door = useDoor(day.id)
  return (
    <>
      <h2 className="font-serif text-3xl leading-tight">Students join with their phones</h2>
      {door.error && <p role="alert">{door.error.message}</p>}
      {door.data && (
        <>
          <p className="text-xl">
            At <strong className="font-semibold">{joinAt(door.data).replace(/^https?:\/\//, '')}</strong> with the code <strong className="text-3xl font-semibold tracking-[0.2em]">{door.data.code}</strong>
          </p>
          <Code door={door.data} size={180} />
          {alone.test(location.hostname) && door.data.addresses.length === 0 && <p className="border-l-4 border-strong pl-3">This server answers on this machine alone: start it with --allow-network, and phones reach it.</p>}
          <p>
            <Link className="underline underline-offset-2" href={`${classAt(studio, day.id)}/wall`} target="_blank">
              The wall
            </Link>{' '}
            shows it as well, for a projector. Without a pedal or a clicker, a{' '}
            <Link className="underline underline-offset-2" href={`${classAt(studio, day.id)}/pedal`} target="_blank">
              simulated pedal
            </Link>{' '}
            sends its keys.
          </p>
        </>
      )}
      <ul aria-label="Who is there" className="flex flex-wrap gap-2">
        {state.seats
          .filter((s) => s.there)
          .map((s) => (
            <li key={s.id} className="border border-line px-2 py-1">
              {s.name}, step {s.step + 1}
            </li>
          ))}
      </ul>
      <Button className={`${large} self-start`} onClick={close}>
        Back to the step
      </Button>
    </>
  )
}
