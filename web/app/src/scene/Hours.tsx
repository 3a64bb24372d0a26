import { useState } from 'react'

import type { LightRequest } from '../api/client'
import { useVocabulary } from '../api/queries'
import { useFollows } from '../api/scene'
import { Choose } from '../ui/Choose'
import { Button, figure } from '../ui/controls'
import type { SceneProps } from './props'

/** Hours offers times of day, shows what each makes of the planes and mixtures, and applies it. */
export function Hours({ saved, apply, busy, setUnsaved }: SceneProps) {
  const { lesson } = saved
  const hours = useVocabulary().data?.hours ?? []
  const [id, setId] = useState('')
  const [glitter, setGlitter] = useState(false)
  const hour = hours.find((h) => h.id === id)
  const wish: LightRequest | undefined = hour && { whose: saved.hash, light: { ...lesson.light, height: hour.height, warmth: hour.warmth }, air: hour.air, glitter }
  const follows = useFollows(wish)
  const data = follows.data
  const plane = (p: string) => lesson.planes.find((q) => q.id === p)?.name ?? p
  return (
    <section aria-label="Time of day" className="flex flex-col gap-2">
      <div className="flex items-center gap-2">
        <span className="flex items-center gap-1">
          <span aria-hidden className="font-serif text-base">As at</span>
          <Choose
            label="As at"
            value={id}
            set={(to) => {
              setId(to)
              setUnsaved({})
            }}
          >
            <option value="">as it is</option>
            {hours.map((h) => (
              <option key={h.id} value={h.id}>
                {h.name}
              </option>
            ))}
          </Choose>
        </span>
        {hour && (
          <label className="flex items-center gap-1">
            <input type="checkbox" checked={glitter} onChange={(e) => setGlitter(e.target.checked)} />
            with light on the water
          </label>
        )}
      </div>
      {hour && <p className="text-quiet">{hour.meaning}</p>}
      {follows.isFetching && <p role="status">Working out what follows.</p>}
      {follows.error && <p role="alert">{follows.error.message}</p>}
      {hour && data && (
        <>
          <div className="flex gap-2">
            <Button disabled={busy} onClick={() => setUnsaved({ edit: data.edit })}>
              Try it
            </Button>
            <Button
              disabled={busy}
              onClick={() => {
                apply(data.edit)
                setId('')
              }}
            >
              Let everything follow
            </Button>
          </div>
          <table className="w-full">
            <caption className="text-left text-xs text-quiet">A middle grey in each plane, lit and shaded; the haze; the shadow of one metre.</caption>
            <tbody>
              {data.planes.map((p) => (
                <tr key={p.plane} className="border-t border-line">
                  <td className="max-w-32 break-words">{plane(p.plane)}</td>
                  <td>
                    <span className="flex">
                      {[p.litColour, p.shadedColour, p.hazeColour].map((c, i) => (
                        <span key={i} data-part="colour" className="h-4 w-7 border border-strong" style={{ background: c }} />
                      ))}
                    </span>
                  </td>
                  <td className="text-right text-xs text-quiet tabular-nums">
                    {figure(100 * p.own, 0)} % its own{p.falls && `, shadow ${figure(p.shadow)} m`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <ul aria-label="Mixtures that change" className="flex flex-col">
            {data.relit.map((r) => (
              <li key={r.mixture} className="flex items-center gap-2 border-t border-line py-0.5">
                {[r.was, r.wanted, r.is].map((c, i) => (
                  <span key={i} data-part="colour" title={['as it is', 'as it would be', 'as mixed'][i]} className="-mr-2 h-6 w-5 shrink-0 border border-strong" style={{ background: c }} />
                ))}
                <span className="ml-2 min-w-0 flex-1 text-xs">
                  {r.name}, {r.role}
                  <span className="block text-quiet">{r.says}</span>
                </span>
                <span className="text-xs text-quiet tabular-nums">ΔE {figure(r.delta, 0)}</span>
              </li>
            ))}
          </ul>
          {data.relit.length === 0 && <p className="text-quiet">No mixture changes enough to be mixed anew.</p>}
          {data.left.map((l) => (
            <p key={l} className="text-quiet">
              {l}.
            </p>
          ))}
        </>
      )}
    </section>
  )
}
