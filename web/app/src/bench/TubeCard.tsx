import { useState } from 'react'

import { useCurves } from '../api/bench'
import { useKeepStores, useStores } from '../api/classes'
import type { Lesson } from '../api/client'
import { ofStudio } from '../lib/studio'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import type { DrawerProps } from './props'
import { Measure } from './Measure'

/** TubeCard is all that is known of one tube: its curves, what could stand in for it, and measuring it. */
export function TubeCard({ saved, paints, tubes, apply, busy }: DrawerProps) {
  const [key, setKey] = useState(saved.lesson.palette[1] ?? saved.lesson.palette[0] ?? 'PW6')
  const curves = useCurves(key, saved.hash, tubes)
  const tube = paints.find((p) => p.key === key)
  const c = curves.data
  return (
    <section aria-label="One tube" className="flex flex-col gap-2">
      <Choose label="Which tube" value={key} set={(to) => setKey(to)} className="py-1">
        {paints.map((p) => (
          <option key={p.key} value={p.key}>
            {p.name}, {p.key}
          </option>
        ))}
      </Choose>
      {tube && (
        <p>
          {capital(tube.cover)}, tinting strength {tube.strength}, dries {tube.drying}; {figure(tube.density, 2)} g/ml, {figure(tube.oil, 0)} % oil; costs {figure(tube.price)}× titanium white.
          {tube.ready && ` Ready mixed: ${tube.ready}.`}
          {tube.hazard && ` Contains ${tube.hazard}: no food or smoking, wash hands, no dry sanding; follow the product’s safety sheet.`}
        </p>
      )}
      {c && <Chart from={c.from} step={c.step} masstone={c.masstone} tint={c.tint} mass={c.mass.colour} pale={c.pale.colour} />}
      <p className="text-quiet">
        {tube?.curves === 'measured' ? `Measured: ${tube.source || 'no source given'}. Its tint is ΔE ${figure(c?.apart ?? 0)} from the modelled one. ` : 'Modelled, not measured. '}
        {tube?.curves === 'measured' && (
          <Button disabled={busy} onClick={() => apply({ edit: 'measure', measured: { paint: key, masstone: [], tint: [], white: 0, source: '' } })}>
            Back to the modelled curves
          </Button>
        )}
      </p>
      <OwnTube lesson={saved.lesson} paint={key} apply={apply} busy={busy} />
      <Measure key={key} paint={key} apply={apply} busy={busy} />
      <p className="flex gap-3">
        <a className="underline" href={ofStudio(saved.studio, `lessons/${saved.id}/swatches/paints`)} download>
          Spectra of the paints
        </a>
        <a className="underline" href={ofStudio(saved.studio, `lessons/${saved.id}/swatches/mixtures`)} download>
          of the mixtures
        </a>
      </p>
      <h2 className="font-serif text-base">In its place</h2>
      {curves.error && <p role="alert">{curves.error.message}</p>}
      {c?.substitutes.length === 0 && <p className="text-quiet">None of the tubes at hand comes near.</p>}
      <ul>
        {c?.substitutes.map((s) => (
          <li key={s.parts.map((p) => p.paint).join()} className="flex gap-2 border-t border-line py-1">
            <span className="flex-1">{s.parts.map((p) => `${figure(p.parts)} ${p.name.toLowerCase()}`).join(' : ')}</span>
            <span className="text-xs text-quiet">
              ΔE {figure(s.mass)}, tint {figure(s.tint)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** OwnTube passes measured curves between the lesson and the studio's tube in the cupboard. */
function OwnTube({ lesson, paint, apply, busy }: { lesson: Lesson; paint: string } & Pick<DrawerProps, 'apply' | 'busy'>) {
  const stores = useStores()
  const keep = useKeepStores()
  const stock = stores.data?.cupboard.paints.find((p) => p.paint === paint)
  const here = lesson.measured?.find((m) => m.paint === paint)
  const there = stock?.measured
  const same = here !== undefined && JSON.stringify(here) === JSON.stringify(there)
  if (!stock || (!here && !there)) return null
  return (
    <p className="flex flex-wrap items-center gap-2">
      {same && <span className="text-quiet">These are the curves of the tube in the cupboard.</span>}
      {there && !same && (
        <Button disabled={busy} onClick={() => apply({ edit: 'measure', measured: there })}>
          Take the curves of the tube in the cupboard
        </Button>
      )}
      {here && !same && (
        <Button disabled={keep.busy} onClick={() => keep.change((now) => ({ ...now, paints: now.paints.map((p) => (p.paint === paint ? { ...p, measured: here } : p)) }))}>
          Keep these curves with the tube in the cupboard
        </Button>
      )}
      {keep.problem && <span role="alert">{keep.problem}</span>}
    </p>
  )
}

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

interface ChartProps {
  from: number
  step: number
  masstone: number[]
  tint: number[]
  mass: string
  pale: string
}

/** Chart draws reflectance by wavelength: the masstone full, the tint dashed. */
function Chart({ from, step, masstone, tint, mass, pale }: ChartProps) {
  const wide = 320
  const high = 120
  const line = (figures: number[]) => figures.map((r, i) => `${(wide * i) / (figures.length - 1)},${high * (1 - r)}`).join(' ')
  const to = from + step * (masstone.length - 1)
  return (
    <figure>
      <svg viewBox={`-2 -4 ${wide + 4} ${high + 22}`} role="img" aria-label="Reflectance by wavelength" className="border border-line bg-raised">
        {[0.5, 1].map((r) => (
          <g key={r}>
            <line x1={0} x2={wide} y1={high * (1 - r)} y2={high * (1 - r)} stroke="var(--line)" strokeWidth={0.7} />
            <text x={2} y={high * (1 - r) + 9} fontSize={9} fill="var(--quiet)">
              {100 * r} %
            </text>
          </g>
        ))}
        <polyline points={line(masstone)} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
        <polyline points={line(tint)} fill="none" stroke="var(--ink)" strokeWidth={1.4} strokeDasharray="4 3" />
        {[400, 500, 600, 700].map((nm) => (
          <text key={nm} x={(wide * (nm - from)) / (to - from)} y={high + 13} fontSize={10} textAnchor="middle" fill="var(--quiet)">
            {nm} nm
          </text>
        ))}
      </svg>
      <figcaption className="mt-1 flex items-center gap-2 text-xs text-quiet">
        <span data-part="colour" aria-hidden className="h-4 w-6 border border-strong" style={{ background: mass }} /> masstone, full line
        <span data-part="colour" aria-hidden className="h-4 w-6 border border-strong" style={{ background: pale }} /> 1 with 10 of white, dashed
      </figcaption>
    </figure>
  )
}
