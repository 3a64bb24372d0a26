import { figure } from '../ui/controls'
import { Opens } from './Opens'
import { PaletteMap } from '../ui/PaletteMap'
import type { SheetProps } from './Prep'
import { useLengths } from '../ui/LengthField'

/** PaintSheet says who mixes what, and how much is squeezed from which tube. */
export function PaintSheet({ prep }: SheetProps) {
  const long = useLengths()
  const premixed = prep.batches.filter((b) => b.premix)
  return (
    <div className="flex flex-col gap-5">
      <p>
        Paint is laid out for {figure(prep.sets)} sets: everybody with the reserve, and the demonstrator. {premixed.length === 0 ? 'Everybody mixes their own.' : `${premixed.length} of ${prep.batches.length} mixtures are hard to hit and are premixed.`}
      </p>
      <table className="w-full max-w-4xl text-left">
        <caption className="pb-1 text-left font-semibold">Mixtures</caption>
        <thead className="text-xs text-quiet">
          <tr>
            <th className="font-normal">mixture</th>
            <th className="text-right font-normal">one person</th>
            <th className="text-right font-normal">all</th>
            <th className="text-right font-normal">to mix</th>
            <th className="pl-4 font-normal">who, and why</th>
            <th className="font-normal">kept in</th>
          </tr>
        </thead>
        <tbody>
          {prep.batches.map((b) => (
            <Opens
              key={b.mixture}
              name={b.name}
              mark={<span aria-hidden className="mr-2 inline-block size-3.5 rounded-full border border-line align-[-2px]" style={{ background: b.colour }} />}
              columns={6}
              why={[...b.recipe.order, `Used in ${b.used.join('; ')}.`]}
            >
              <td className="text-right whitespace-nowrap">{figure(b.each, 2)} ml</td>
              <td className="text-right whitespace-nowrap">{figure(b.all)} ml</td>
              <td className="text-right whitespace-nowrap">{b.minutes > 0 ? `${figure(b.minutes)} min` : ''}</td>
              <td className={`pl-4 ${b.premix ? '' : 'text-quiet'}`}>{b.why}</td>
              <td>{b.keep}</td>
            </Opens>
          ))}
        </tbody>
      </table>
      <table className="w-full max-w-4xl text-left">
        <caption className="pb-1 text-left font-semibold">Tubes</caption>
        <thead className="text-xs text-quiet">
          <tr>
            <th className="font-normal">tube</th>
            <th className="text-right font-normal">one person</th>
            <th className="text-right font-normal">squeezed, {long(8)} wide</th>
            <th className="text-right font-normal">all</th>
          </tr>
        </thead>
        <tbody>
          {prep.squeezes.map((s) => (
            <Opens key={s.paint} name={s.name} columns={4} why={s.why.map((w) => `${figure(w.much, 2)} ml into ${w.what}`)}>
              <td className="text-right">{figure(s.each, 2)} ml</td>
              <td className="text-right">{long(s.ribbon)}</td>
              <td className="text-right">{figure(s.all)} ml</td>
            </Opens>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** PaletteSheet shows where every pile lies. */
export function PaletteSheet({ prep, day }: SheetProps) {
  const long = useLengths()
  const { map } = prep
  if (!map) return <p>{prep.unlaid}</p>
  const batch = new Map(prep.batches.map((b) => [b.mixture, b]))
  return (
    <div className="flex flex-col gap-2">
      <p>
        {map.piles.length} piles on {long(day.class.palette.width, day.class.palette.height)}: warm and cool apart, each from dark to light toward the hand. {figure(map.free, 0)} mm of its height are free for mixing.
      </p>
      <PaletteMap map={map} colour={(id) => batch.get(id)?.colour} high={26} />
      <ol className="max-w-3xl columns-3 gap-6">
        {map.piles.map((p, i) => (
          <li key={p.id} className="flex justify-between gap-2">
            <span className="min-w-0 break-words">
              {i + 1} {batch.get(p.id)?.name}
            </span>
            <span className="text-quiet">{long(p.across)}</span>
          </li>
        ))}
      </ol>
    </div>
  )
}
