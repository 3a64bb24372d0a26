import { useState } from 'react'

import { useReach } from '../api/bench'
import { figure } from '../ui/controls'
import type { DrawerProps } from './props'

/** Hues are named where the eye names them, from a* on; a band lies between each two. */
const names = ['crimson', 'vermilion', 'orange', 'yellow', 'leaf green', 'green', 'sea green', 'turquoise', 'sky blue', 'blue', 'violet', 'plum']

/** Reach is what the palette can mix: by hue how strong a colour, from grey at the left on, at each value. */
export function Reach({ saved, tubes }: DrawerProps) {
  const reach = useReach(tubes, saved.hash)
  const [value, setValue] = useState(5)
  const r = reach.data
  if (reach.error) return <p role="alert">{reach.error.message}</p>
  if (!r) return <p className="text-quiet">{tubes.length === 0 ? 'Choose at least one tube.' : 'Mixing everything with everything.'}</p>
  const ring = r.values[value - 1] ?? []
  const colours = r.colours[value - 1] ?? []
  const grey = r.greys[value - 1]
  const each = Math.max(1, Math.round(ring.length / names.length))
  const bands = names.map((name, i) => {
    const part = ring.slice(i * each, (i + 1) * each)
    const most = Math.max(0, ...part)
    const from = i * each * r.step
    return { name, most, colour: colours[i * each + part.indexOf(most)], marks: r.marks.filter((m) => m.value === value && m.hue >= from && m.hue < from + each * r.step) }
  })
  const far = (chroma: number) => `${(100 * chroma) / r.most}%`
  const beyond = r.marks.filter((m) => m.beyond)
  return (
    <section aria-label="Reach of the palette" className="flex flex-col gap-2">
      <label className="flex items-center gap-2">
        Value {value}
        <input type="range" min={1} max={9} value={value} onChange={(e) => setValue(Number(e.target.value))} className="flex-1 accent-ink" />
      </label>
      <ul aria-label={`What these tubes reach at value ${value}`} className="bg-mat p-2">
        {bands.map((b) => (
          <li key={b.name} className="flex items-center gap-2 py-0.5">
            <span className="w-18 shrink-0 bg-sheet px-1 text-right text-xs">{b.name}</span>
            <span className="relative h-5 min-w-0 flex-1">
              {b.most > 0 && <span data-part="colour" className="absolute inset-y-0 left-0 border-r border-ink" style={{ width: far(b.most), background: `linear-gradient(90deg, ${grey ?? ''}, ${b.colour ?? ''})` }} />}
              {b.marks.map((m) => (
                <span
                  key={m.mixture}
                  data-part="colour"
                  title={`${m.name}: chroma ${figure(m.chroma, 0)}`}
                  className={`absolute top-0 h-5 w-2 -translate-x-1/2 border ${m.beyond ? 'border-2 border-black' : 'border-white'}`}
                  style={{ left: far(m.chroma), background: m.colour }}
                />
              ))}
            </span>
            <span className="w-8 shrink-0 bg-sheet px-1 text-right text-xs">{b.most === 0 ? 'none' : figure(b.most, 0)}</span>
          </li>
        ))}
      </ul>
      <p className="text-quiet">A band runs from grey to the strongest colour of its hue that these tubes mix at this value; the figure is its chroma, of {figure(r.most, 0)} at most. Slips on the bands are the lesson’s mixtures.</p>
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
