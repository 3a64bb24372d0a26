import { useState } from 'react'

import type { Arrangement, Zone } from '../api/client'
import { useArrange } from '../api/scene'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import type { SceneProps } from './props'
import { LengthField, useLengths } from '../ui/LengthField'
import { TextField } from '../ui/TextField'

/** ZoneCard says what the chosen zone is and measures, and arranges it. */
export function ZoneCard({ saved, guides, zone, setSelected, apply, busy, say }: SceneProps & { zone: Zone }) {
  const { lesson } = saved
  const arrange = useArrange()
  const long = useLengths()
  const fact = guides?.zones.find((f) => f.zone === zone.id)
  const steps = lesson.steps.filter((s) => s.zone === zone.id)
  const [to, setTo] = useState(lesson.planes.find((p) => p.id !== zone.plane)?.id ?? '')
  const set = (fields: Partial<Zone>) => apply({ edit: 'zone', at: 0, zone: { ...zone, ...fields } })
  const ask = (what: Pick<Arrangement, 'do' | 'plane' | 'x'>, then?: () => void) =>
    arrange.mutate(
      { whose: saved.hash, zone: zone.id, ...what },
      {
        onSuccess: (a) => {
          apply(a.edit)
          then?.()
        },
        onError: (e) => say(`Not changed. ${e.message}`),
      },
    )
  const wait = busy || arrange.isPending
  return (
    <section aria-label={`Zone ${zone.name}`} className="flex flex-col gap-2 border border-strong bg-raised p-3">
      <div className="flex items-center gap-2">
        <TextField label="Name of the zone" value={zone.name} most={60} set={(name) => name !== '' && apply({ edit: 'rename', what: 'zone', id: zone.id, name })} className="min-w-0 flex-1 px-2 font-serif" />
        <Button onClick={() => setSelected(undefined)}>Close</Button>
      </div>
      <p className="text-quiet">
        {zone.kind.replaceAll('-', ' ')}, {zone.outline.length} points, painted by {steps.length} {steps.length === 1 ? 'step' : 'steps'}
        {fact && `; ${long(fact.left)} to ${long(fact.right)} across, ${long(fact.top)} to ${long(fact.foot)} down`}.
        {fact?.stands && ` By perspective its foot is ${figure(fact.away)} m away: it is ${figure(fact.tall)} m tall and ${figure(fact.wide)} m wide.`}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1">
          Plane
          <Choose value={zone.plane} set={(to) => set({ plane: to })} className="max-w-36">
            {lesson.planes.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choose>
        </label>
        <label className="flex items-center gap-1">
          Ragged
          <LengthField lazy label="How far the hand wanders" value={zone.ragged} least={0} most={30} step={0.5} set={(ragged) => set({ ragged })} className="w-14" />
        </label>
      </div>
      <div className="flex flex-wrap gap-1">
        <Button disabled={wait} onClick={() => ask({ do: 'another' })}>
          Another like this
        </Button>
        <Button disabled={wait} onClick={() => ask({ do: 'mirror' })}>
          Mirror
        </Button>
        <Button disabled={wait} onClick={() => ask({ do: 'shadow' })}>
          Its shadow
        </Button>
        <Button disabled={wait} onClick={() => ask({ do: 'reflection' })}>
          Its reflection
        </Button>
        <Button disabled={wait} onClick={() => ask({ do: 'take-out' }, () => setSelected(undefined))}>
          Take it out
        </Button>
      </div>
      <div className="flex items-center gap-2">
        <Button disabled={wait} onClick={() => ask({ do: 'repeat', plane: to, x: 0 })}>
          Repeat it in
        </Button>
        <Choose label="Plane of the copy" value={to} set={(to) => setTo(to)} className="min-w-0 flex-1">
          {lesson.planes.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}, {figure(p.distance)} m
            </option>
          ))}
        </Choose>
      </div>
    </section>
  )
}
