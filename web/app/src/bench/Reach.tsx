import { useState } from 'react'

import { useReach } from '../api/bench'
import { figure } from '../ui/controls'
import type { DrawerProps } from './props'

const radius = 130

/** Reach is the map of what the palette can mix: how strong a colour, by hue, at each value. */
export function Reach({ saved, tubes }: DrawerProps) {
  const reach = useReach(tubes, saved.hash)
  const [value, setValue] = useState(5)
  const r = reach.data
  if (reach.error) return <p role="alert">{reach.error.message}</p>
  if (!r) return <p className="text-quiet">{tubes.length === 0 ? 'Choose at least one tube.' : 'Mixing everything with everything.'}</p>
  const at = (hue: number, chroma: number) => {
    const turn = (hue * Math.PI) / 180
    const far = (radius * chroma) / r.most
    return { x: far * Math.cos(turn), y: -far * Math.sin(turn) }
  }
  const ring = r.values[value - 1] ?? []
  const outline = ring.map((chroma, i) => at((i + 0.5) * r.step, chroma))
  const marks = r.marks.filter((m) => m.value === value)
  const beyond = r.marks.filter((m) => m.beyond)
  return (
    <section aria-label="Reach of the palette" className="flex flex-col gap-2">
      <label className="flex items-center gap-2">
        Value {value}
        <input type="range" min={1} max={9} value={value} onChange={(e) => setValue(Number(e.target.value))} className="flex-1 accent-ink" />
      </label>
      <svg viewBox={`${-radius - 30} ${-radius - 16} ${2 * radius + 60} ${2 * radius + 32}`} role="img" aria-label={`What these tubes reach at value ${value}`} className="bg-mat">
        {[1, 2, 3, 4].map((k) => (
          <circle key={k} r={(radius * k) / 4} fill="none" stroke="var(--line)" strokeWidth={0.6} />
        ))}
        {['red', 'yellow', 'green', 'blue'].map((name, i) => {
          const p = at(90 * i, r.most * (i % 2 === 0 ? 1.11 : 1.06))
          return (
            <text key={name} x={p.x} y={p.y} fontSize={9} textAnchor="middle" dominantBaseline="middle" fill="#ffffff">
              {name}
            </text>
          )
        })}
        <polygon points={outline.map((p) => `${p.x},${p.y}`).join(' ')} fill="none" stroke="var(--raised)" strokeWidth={1.6} />
        {marks.map((m) => {
          const p = at(m.hue, m.chroma)
          return (
            <circle key={m.mixture} data-part="colour" cx={p.x} cy={p.y} r={5} fill={m.colour} stroke={m.beyond ? '#000000' : '#ffffff'} strokeWidth={m.beyond ? 2.5 : 1}>
              <title>{m.name}</title>
            </circle>
          )
        })}
      </svg>
      <p className="text-quiet">
        The outline is the strongest colour these tubes mix at this value; the outer circle is chroma {figure(r.most, 0)}. Dots are the lesson’s mixtures.
      </p>
      <p>{beyond.length === 0 ? 'Every mixture of the lesson is within reach.' : `Beyond these tubes: ${beyond.map((m) => `${m.name}, ΔE ${figure(m.miss)}`).join('; ')}.`}</p>
      <details>
        <summary>In figures</summary>
        <table className="mt-1 w-full text-right">
          <thead>
            <tr>
              <th className="text-left font-normal text-quiet">hue</th>
              <th className="font-normal text-quiet">strongest chroma</th>
            </tr>
          </thead>
          <tbody>
            {ring.map((chroma, i) => (
              <tr key={i}>
                <td className="text-left">{figure((i + 0.5) * r.step)}°</td>
                <td>{chroma === 0 ? 'none' : figure(chroma, 0)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  )
}
