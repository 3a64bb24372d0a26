import { useState } from 'react'

import { usePaints } from '../api/bench'
import type { Cupboard, Lesson, Want } from '../api/client'
import { useStock, useStocked } from '../api/stock'
import { ofStudio } from '../lib/studio'
import { Choose } from '../ui/Choose'
import { Button, figure, FigureField } from '../ui/controls'
import { FileField } from '../ui/FileField'
import type { BookProps } from './props'
import { LengthField, useLengths } from '../ui/LengthField'

type Change = (now: Cupboard) => Cupboard

/** CupboardDrawer holds what the lesson needs against what the studio has. */
export function CupboardDrawer(props: BookProps) {
  const long = useLengths()
  const { saved, vocabulary } = props
  const stocked = useStocked(saved.id, saved.hash)
  const stock = useStock(saved.id, saved.hash)
  const paints = usePaints(saved.hash).data ?? []
  const known = stocked.data
  if (!known) return stocked.error ? <p role="alert">{stocked.error.message}</p> : <p role="status">Measuring what the lesson needs.</p>
  const keep = (change: Change | File) => stock.mutate({ change })
  const { cupboard, amounts, wants } = known
  const each = new Map(amounts.tubes.map((t) => [t.paint, t.each]))
  const tools = saved.lesson.tools
  const others = [
    ...cupboard.paints
      .filter((p) => !wants.some((w) => w.what === p.paint))
      .map((p) => ({ key: p.paint, name: paints.find((t) => t.key === p.paint)?.name ?? p.paint, unit: 'ml', has: p.ml, set: (n: number) => withPaint(p.paint, n), forget: withoutPaint(p.paint) })),
    ...cupboard.tools
      .filter((r) => !tools.some((t) => t.kind === r.kind && t.width === r.width))
      .map((r) => ({
        key: `${r.kind} ${r.width}`,
        name: `${long(r.width)} ${vocabulary.tools.find((k) => k.id === r.kind)?.name ?? r.kind}`,
        unit: 'pieces',
        has: r.pieces,
        set: (n: number) => withTool(r, n),
        forget: withoutTool(r),
      })),
  ]
  return (
    <div className="flex flex-col gap-3">
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1 pr-16">
        <span>{known.says}</span>
        <label className="flex items-center gap-2">
          People who paint at once
          <FigureField lazy label="People" value={cupboard.people} least={1} most={200} set={(people) => keep((now) => ({ ...now, people }))} />
        </label>
      </p>
      {stock.error && <p role="alert">{stock.error.message}</p>}
      <p className="max-w-3xl text-quiet">Each thing is counted by itself: of what has no figure nothing is said. An emptied field is not counted any more.</p>
      <table className="w-full max-w-3xl text-left">
        <thead className="text-xs text-quiet">
          <tr>
            <th className="font-normal">this lesson needs</th>
            <th className="text-right font-normal">one person</th>
            <th className="text-right font-normal">all</th>
            <th className="text-right font-normal">in the cupboard</th>
            <th className="text-right font-normal">too little by</th>
          </tr>
        </thead>
        <tbody>
          {wants.map((w) => (
            <tr key={`${w.unit} ${w.what}`} className="border-t border-line">
              <td>{w.name}</td>
              <td className="text-right">{w.unit === 'ml' ? `${figure(each.get(w.what) ?? 0, 2)} ml` : '1'}</td>
              <td className="text-right">{w.unit === 'ml' ? `${figure(w.need)} ml` : figure(w.need)}</td>
              <td className="text-right">
                <Has name={w.name} unit={w.unit} value={w.counted ? w.has : undefined} set={(n) => keep(given(w, saved.lesson, n))} forget={() => keep(forgotten(w, saved.lesson))} />
              </td>
              <td className={`text-right ${w.lack > 0 ? 'font-semibold' : 'text-quiet'}`}>{!w.counted ? 'not counted' : w.lack > 0 ? `${figure(w.lack)} ${w.unit}` : 'enough'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {others.length > 0 && (
        <ul aria-label="Also in the cupboard" className="grid max-w-3xl grid-cols-2 gap-x-6">
          {others.map((o) => (
            <li key={o.key} className="flex items-center justify-between gap-2 border-t border-line py-0.5">
              {o.name}
              <Has name={o.name} unit={o.unit} value={o.has} set={(n) => keep(o.set(n))} forget={() => keep(o.forget)} />
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <Choose
          label="Another paint in the cupboard"
          value=""
          set={(to) => keep(withPaint(to, 0))}
          
>
          <option value="">Another paint …</option>
          {paints
            .filter((t) => !cupboard.paints.some((p) => p.paint === t.key) && !wants.some((w) => w.what === t.key))
            .map((t) => (
              <option key={t.key} value={t.key}>
                {t.name}
              </option>
            ))}
        </Choose>
        <OtherTool {...props} keep={keep} />
        <a className="underline" href={ofStudio(saved.studio, `lessons/${saved.id}/cupboard.csv`)} download>
          Take it away as a table
        </a>
        <FileField label="Take a table in" accept=".csv,text/csv" disabled={stock.isPending} take={keep} />
      </div>
    </div>
  )
}

function Has({ name, unit, value, set, forget }: { name: string; unit: string; value: number | undefined; set: (n: number) => void; forget: () => void }) {
  return (
    <span className="inline-flex items-center gap-1">
      <FigureField lazy label={`${name} in the cupboard, ${unit}`} value={value} least={0} most={unit === 'ml' ? 100_000 : 10_000} className="w-20" set={set} clear={forget} />
      <span className="w-12 text-left text-quiet">{unit}</span>
    </span>
  )
}

function OtherTool({ vocabulary, keep }: BookProps & { keep: (change: Change) => void }) {
  const [kind, setKind] = useState(vocabulary.tools[0]?.id ?? '')
  const [width, setWidth] = useState(10)
  return (
    <form
      noValidate
      className="flex items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        keep(withTool({ kind, width }, 1))
      }}
    >
      <Choose label="Kind of tool in the cupboard" value={kind} set={(to) => setKind(to)}>
        {vocabulary.tools.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name}
          </option>
        ))}
      </Choose>
      <LengthField label="Width of the tool" value={width} least={0.5} most={150} step={0.5} set={setWidth} />
      <Button type="submit">Add the tool</Button>
    </form>
  )
}

/** given is the cupboard with so much of what a lesson wants. */
function given(w: Want, lesson: Lesson, amount: number): Change {
  if (w.unit === 'ml') return withPaint(w.what, amount)
  const tool = lesson.tools.find((t) => t.id === w.what)
  return tool ? withTool(tool, amount) : (now) => now
}

/** forgotten is the cupboard without what a lesson wants: nobody has counted it. */
function forgotten(w: Want, lesson: Lesson): Change {
  if (w.unit === 'ml') return withoutPaint(w.what)
  const tool = lesson.tools.find((t) => t.id === w.what)
  return tool ? withoutTool(tool) : (now) => now
}

function withoutPaint(paint: string): Change {
  return (now) => ({ ...now, paints: now.paints.filter((p) => p.paint !== paint) })
}

function withoutTool({ kind, width }: { kind: string; width: number }): Change {
  return (now) => ({ ...now, tools: now.tools.filter((t) => t.kind !== kind || t.width !== width) })
}

function withPaint(paint: string, ml: number): Change {
  return (now) => ({ ...now, paints: put(now.paints, { paint, ml }, (p) => p.paint === paint) })
}

function withTool({ kind, width }: { kind: string; width: number }, pieces: number): Change {
  return (now) => ({ ...now, tools: put(now.tools, { kind, width, pieces: Math.round(pieces) }, (t) => t.kind === kind && t.width === width) })
}

/** put changes an item of a list, or adds it; what it does not say of an item that is there stays. */
function put<T>(list: T[], item: T, same: (one: T) => boolean): T[] {
  return list.some(same) ? list.map((one) => (same(one) ? { ...one, ...item } : one)) : [...list, item]
}
