import type { ReactNode } from 'react'

import type { Class } from '../api/client'
import { useGoods } from '../api/classes'
import { FigureField } from '../ui/controls'
import { TextField } from '../ui/TextField'
import type { SheetProps } from './Prep'

/** ClassSheet is everything else about a class: the room, who brings what, the palette, money, notes. */
export function ClassSheet({ day, change }: SheetProps) {
  const c = day.class
  const goods = useGoods().data ?? []
  /** Of what the class is when its turn comes: two fields may be changed before the first is kept. */
  const set = (fields: (was: Class) => Partial<Class>) => change((now) => ({ ...now, class: { ...now.class, ...fields(now.class) } }))
  const brings = c.brings ?? []
  const field = (label: string, value: number, least: number, most: number, take: (v: number) => void, unit: string, step = 1) => (
    <Row label={label}>
      <FigureField lazy label={label} value={value} least={least} most={most} step={step} set={take} className="w-20" /> {unit}
    </Row>
  )
  return (
    <div className="grid max-w-4xl gap-x-10 gap-y-4 md:grid-cols-2">
      <fieldset className="flex flex-col gap-1">
        <legend className="font-semibold">The room</legend>
        <Row label="Place">
          <TextField label="Place" value={c.place ?? ''} most={200} set={(place) => set(() => ({ place }))} className="w-60" />
        </Row>
        {field('Volume', c.room.volume, 10, 20000, (volume) => set((was) => ({ room: { ...was.room, volume } })), 'm³')}
        {field('Air changes', c.room.changes, 0, 60, (changes) => set((was) => ({ room: { ...was.room, changes } })), 'an hour', 0.5)}
        {field('Temperature', c.room.temperature, 5, 40, (temperature) => set((was) => ({ room: { ...was.room, temperature } })), '°C')}
        {field('Jars open', c.jar, 2, 20, (jar) => set(() => ({ jar })), 'cm across')}
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="font-semibold">Who does what</legend>
        {field('Pairs of hands that prepare', c.hands, 1, 20, (hands) => set(() => ({ hands: Math.round(hands) })), '')}
        {field('People who share a tool', c.sharing, 1, 4, (sharing) => set(() => ({ sharing: Math.round(sharing) })), '')}
        {field('Spare supports and sets', c.spares, 0, 50, (spares) => set(() => ({ spares: Math.round(spares) })), '')}
        {field('Paint more than is needed', Math.round(c.reserve * 100), 0, 100, (v) => set(() => ({ reserve: v / 100 })), '%')}
        <label className="flex min-h-7 items-center gap-2">
          <input type="checkbox" checked={c.demonstrator} onChange={(e) => set(() => ({ demonstrator: e.target.checked }))} /> the instructor paints as well
        </label>
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="font-semibold">Palette and supports</legend>
        {field('Width of the palette', c.palette.width, 100, 1000, (width) => set((was) => ({ palette: { ...was.palette, width } })), 'mm', 10)}
        {field('Height of the palette', c.palette.height, 100, 1000, (height) => set((was) => ({ palette: { ...was.palette, height } })), 'mm', 10)}
        <label className="flex min-h-7 items-center gap-2">
          <input type="checkbox" checked={c.palette.left ?? false} onChange={(e) => set((was) => ({ palette: { ...was.palette, left: e.target.checked } }))} /> for the left hand
        </label>
        {field('Margin around cut supports', c.margin, 0, 300, (margin) => set(() => ({ margin })), 'mm')}
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="font-semibold">Money</legend>
        {field('What each pays', (c.fee ?? 0) / 100, 0, 100000, (v) => set(() => ({ fee: Math.round(v * 100) })), '')}
        {field('What it costs besides', (c.fixed ?? 0) / 100, 0, 1000000, (v) => set(() => ({ fixed: Math.round(v * 100) })), '')}
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="font-semibold">Students bring</legend>
        {[{ kind: 'tools', name: 'Their tools' }, ...goods].map((g) => (
          <label key={g.kind} className="flex min-h-7 items-center gap-2">
            <input type="checkbox" checked={brings.includes(g.kind)} onChange={(e) => set((was) => ({ brings: brought(was, g.kind, e.target.checked) }))} /> {g.name}
          </label>
        ))}
      </fieldset>
      <label className="flex flex-col gap-1">
        <span className="font-semibold">Notes</span>
        <textarea key={c.notes} defaultValue={c.notes} maxLength={4000} rows={6} onBlur={(e) => e.target.value !== (c.notes ?? '') && set(() => ({ notes: e.target.value }))} className="rounded-sm border border-line bg-raised p-2" />
      </label>
    </div>
  )
}

const brought = (c: Class, kind: string, does: boolean) => [...(c.brings ?? []).filter((b) => b !== kind), ...(does ? [kind] : [])]

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2">
      <span className="w-52 text-quiet">{label}</span>
      {children}
    </div>
  )
}
