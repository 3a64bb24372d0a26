import { useState } from 'react'

import type { ScaleRequest } from '../api/client'
import { useScale } from '../api/bench'
import { useVocabulary } from '../api/queries'
import { Choose } from '../ui/Choose'
import { Button, figure, FigureField } from '../ui/controls'
import type { DrawerProps } from './props'

const kinds = [
  { id: 'string', name: 'Value string' },
  { id: 'neutral', name: 'To grey' },
  { id: 'ladder', name: 'Depth ladder' },
] as const

/** Scales are strings of values, the way to grey, and what a near colour becomes in each plane. */
export function Scales({ wanted, tubes, saved, aim }: DrawerProps) {
  const [kind, setKind] = useState<ScaleRequest['kind']>('string')
  const [steps, setSteps] = useState(5)
  const [warm, setWarm] = useState(0)
  const [air, setAir] = useState('hazy')
  const { lesson, score } = saved
  const airs = useVocabulary().data?.airs ?? []
  const [mixture, setMixture] = useState(score.mixtures.at(-1)?.mixture ?? '')
  const near = score.mixtures.find((m) => m.mixture === mixture)
  const request: ScaleRequest | undefined =
    tubes.length === 0
      ? undefined
      : {
          kind,
          target: wanted,
          steps,
          warm,
          air,
          near: kind === 'ladder' ? (near?.parts ?? []) : [],
          depths: kind === 'ladder' ? lesson.planes.map((p) => ({ name: p.name, metres: p.distance })) : [],
          paints: tubes,
          whose: saved.hash,
        }
  const scale = useScale(request)
  return (
    <section aria-label="Scales">
      <div role="group" aria-label="Kind of scale" className="flex gap-1">
        {kinds.map((k) => (
          <Button key={k.id} pressed={kind === k.id} onClick={() => setKind(k.id)}>
            {k.name}
          </Button>
        ))}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {kind !== 'ladder' && (
          <span className="flex items-center gap-1">
            <span aria-hidden>Steps</span>
            <FigureField label="Steps" value={steps} least={3} most={9} set={(n) => setSteps(Math.round(n))} className="w-14" />
          </span>
        )}
        {kind === 'string' && (
          <label className="flex items-center gap-1">
            Warm lights, cool shadows
            <input type="range" min={0} max={15} value={warm} onChange={(e) => setWarm(Number(e.target.value))} className="w-24 accent-ink" />
          </label>
        )}
        {kind === 'ladder' && (
          <>
            <label className="flex items-center gap-1">
              Near
              <Choose value={mixture} set={(to) => setMixture(to)} className="w-36">
                {score.mixtures.map((m) => (
                  <option key={m.mixture} value={m.mixture}>
                    {m.name}
                  </option>
                ))}
              </Choose>
            </label>
            <label className="flex items-center gap-1">
              Air
              <Choose value={air} set={(to) => setAir(to)}>
                {airs.map((a) => (
                  <option key={a.id} value={a.id} title={a.meaning}>
                    {a.name}
                  </option>
                ))}
              </Choose>
            </label>
          </>
        )}
      </div>
      {scale.error && (
        <p role="alert" className="mt-2">
          {scale.error.message}
        </p>
      )}
      <ol className="mt-2 flex flex-col gap-1">
        {scale.data?.map((r) => (
          <li key={r.name}>
            <button type="button" onClick={() => aim({ hex: r.colour, from: `the scale, ${r.name}` })} className="flex w-full items-center gap-2 rounded-sm border border-transparent px-1 text-left hover:border-strong">
              <span data-part="colour" className="h-7 w-7 shrink-0" style={{ background: r.colour }} aria-hidden />
              <span data-part="colour" className="-ml-2 h-7 w-7 shrink-0" style={{ background: r.recipe.colour }} aria-hidden />
              <span className="min-w-0 flex-1">
                <span className="block">
                  {r.name}, L* {figure(r.target.l, 0)}
                </span>
                <span className="block text-xs text-quiet">{r.recipe.parts.map((p) => `${figure(p.parts)} ${p.name.toLowerCase()}`).join(' : ')}</span>
              </span>
              <span className="text-xs text-quiet">ΔE {figure(r.recipe.delta)}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  )
}
