import { Tabs } from 'radix-ui'
import { useMemo, type KeyboardEvent, type ReactNode } from 'react'

import { useCatalogue } from '../api/bench'
import { useGoods, useKeepStores, useStores } from '../api/classes'
import type { Cupboard as Kept, Good, GoodInfo, Pack, Tube, Vocabulary } from '../api/client'
import { useVocabulary } from '../api/queries'
import { backOf } from '../lib/kept'
import { ofStudio, useStudio } from '../lib/studio'
import { Bar, roomsOf } from '../ui/Bar'
import { Choose } from '../ui/Choose'
import { Button, figure, FigureField } from '../ui/controls'
import { FileField } from '../ui/FileField'
import { SheetList } from '../ui/SheetList'
import { TextField } from '../ui/TextField'
import { ToOrder } from './ToOrder'
import { LengthField, useLengths } from '../ui/LengthField'

type Change = (now: Kept) => Kept

/** Cupboard is what a studio has: counted by keyboard, with the sizes in which things are sold and their prices. */
export function Cupboard() {
  const studio = useStudio()
  const stores = useStores()
  const keep = useKeepStores()
  const tubes = useCatalogue().data
  const goods = useGoods().data
  const vocabulary = useVocabulary().data
  const cupboard = stores.data?.cupboard
  return (
    <div className="room print:block print:h-auto">
      <Bar
        place={<h1 className="font-serif text-lg">The cupboard</h1>}
        at="Cupboard"
        rooms={roomsOf(studio)}
        keys={[['Enter', 'to the next count']]}
        back={backOf(keep, 'the cupboard')}
      >
        <a className="underline underline-offset-2" href={ofStudio(studio, 'cupboard.csv')} download>
          Take it away as a table
        </a>
      </Bar>
      <main className="min-h-0 min-w-0 px-4 py-4 sm:px-6 wide:overflow-y-auto">
        {stores.error && <p role="alert">{stores.error.message}</p>}
        {cupboard && tubes && goods && vocabulary ? (
          <Shelves cupboard={cupboard} tubes={tubes} goods={goods} vocabulary={vocabulary} keep={keep.change} />
        ) : (
          !stores.error && <p role="status">Opening the cupboard.</p>
        )}
      </main>
      <footer className="flex min-h-8 items-center gap-6 border-t border-line px-4 py-1 print:hidden">
        <p role="status" className="flex-1">
          {keep.problem ? `Not changed. ${keep.problem}` : keep.busy ? 'Saving.' : 'Every change saves by itself. Enter goes to the next count.'}
        </p>
        <FileField label="Take a table in" accept=".csv,text/csv" disabled={keep.busy} take={keep.takeIn} />
      </footer>
    </div>
  )
}

const counted = 'there is'

/** next goes from one count to the one below it. */
function next(e: KeyboardEvent<HTMLElement>) {
  if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement) || !e.target.ariaLabel?.endsWith(counted)) return
  const all = [...e.currentTarget.querySelectorAll<HTMLInputElement>(`input[aria-label$="${counted}"]`)]
  const to = all[all.indexOf(e.target) + 1]
  to?.focus()
  to?.select()
}

interface ShelvesProps {
  cupboard: Kept
  tubes: Tube[]
  goods: GoodInfo[]
  vocabulary: Vocabulary
  keep: (change: Change) => void
}

function Shelves({ cupboard, tubes, goods, vocabulary, keep }: ShelvesProps) {
  const long = useLengths()
  const named = useMemo(() => new Map(tubes.map((t) => [t.key, t.name])), [tubes])
  const list = cupboard.goods ?? []
  const paint = (key: string, fields: (was: Kept['paints'][number]) => Partial<Kept['paints'][number]>) => keep((now) => ({ ...now, paints: now.paints.map((p) => (p.paint === key ? { ...p, ...fields(p) } : p)) }))
  const tool = (i: number, fields: Partial<Kept['tools'][number]>) => keep((now) => ({ ...now, tools: now.tools.map((t, k) => (k === i ? { ...t, ...fields } : t)) }))
  const good = (i: number, fields: (was: Good) => Partial<Good>) => keep((now) => ({ ...now, goods: (now.goods ?? []).map((g, k) => (k === i ? { ...g, ...fields(g) } : g)) }))
  return (
    <Tabs.Root defaultValue="paints" orientation="vertical" className="grid grid-cols-1 items-start gap-6 md:grid-cols-[13rem_minmax(0,1fr)] print:block" onKeyDown={next}>
      <div className="flex flex-col gap-4 print:hidden">
        <SheetList
          label="Shelves of the cupboard"
          sheets={[
            { id: 'paints', name: 'Paints', beside: cupboard.paints.length },
            { id: 'goods', name: 'Everything else', beside: list.length },
            { id: 'tools', name: 'Tools', beside: cupboard.tools.length },
            { id: 'order', name: 'To order' },
          ]}
        />
        <label className="flex items-center gap-2 px-2">
          Prices are in
          <TextField label="Currency" value={cupboard.currency ?? ''} most={8} set={(currency) => keep((now) => ({ ...now, currency }))} className="w-16" />
        </label>
      </div>
      <Tabs.Content value="paints" className="flex min-w-0 flex-col gap-2 overflow-x-auto">
        <Shelf head="Paints" columns={['paint', counted, 'open', 'curves', 'sold as']}>
          {cupboard.paints.map((p) => (
            <Line key={p.paint} name={named.get(p.paint) ?? p.paint} remove={() => keep((now) => ({ ...now, paints: now.paints.filter((q) => q.paint !== p.paint) }))}>
              <td className="whitespace-nowrap">
                <FigureField lazy label={`${named.get(p.paint) ?? p.paint}, ml, ${counted}`} value={p.ml} least={0} most={100000} set={(ml) => paint(p.paint, () => ({ ml }))} className="w-20" /> ml
              </td>
              <td>
                <input type="checkbox" aria-label={`${named.get(p.paint) ?? p.paint}: a tube is open`} checked={p.opened ?? false} onChange={(e) => paint(p.paint, () => ({ opened: e.target.checked }))} />
              </td>
              <td className="text-quiet">
                {p.measured ? (
                  <span className="flex items-center gap-1 whitespace-nowrap" title={p.measured.source}>
                    measured
                    <Button aria-label={`${named.get(p.paint) ?? p.paint}: forget the measured curves`} onClick={() => keep((now) => ({ ...now, paints: now.paints.map(({ measured, ...q }) => (q.paint === p.paint || !measured ? q : { ...q, measured })) }))}>
                      ×
                    </Button>
                  </span>
                ) : (
                  'modelled'
                )}
              </td>
              <Packs of={named.get(p.paint) ?? p.paint} unit="ml" sold={p.sold ?? []} usual={37} set={(sold) => paint(p.paint, (was) => ({ sold: sold(was.sold ?? []) }))} />
            </Line>
          ))}
        </Shelf>
        <Choose label="Another paint" value="" set={(to) => {
            const paint = to
            keep((now) => ({ ...now, paints: [...now.paints, { paint, ml: 0 }] }))
          }} className="self-start">
          <option value="">Another paint …</option>
          {tubes
            .filter((t) => !cupboard.paints.some((p) => p.paint === t.key))
            .map((t) => (
              <option key={t.key} value={t.key}>
                {t.name}
              </option>
            ))}
        </Choose>
      </Tabs.Content>
      <Tabs.Content value="goods" className="flex min-w-0 flex-col overflow-x-auto gap-2">
        <Shelf head="Everything else" columns={['thing', counted, 'size and sheet', 'sold as']}>
          {list.map((g, i) => {
            const info = goods.find((k) => k.kind === g.kind)
            const name = `${info?.name ?? g.kind}${g.width ? ` ${figure(g.width)}${g.height ? ` × ${figure(g.height)}` : ''}` : ''}`
            return (
              <Line key={`${g.kind} ${g.width} ${g.height}`} name={info?.name ?? g.kind} remove={() => keep((now) => ({ ...now, goods: (now.goods ?? []).filter((_, k) => k !== i) }))}>
                <td className="whitespace-nowrap">
                  <FigureField lazy label={`${name}, ${info?.unit ?? ''}, ${counted}`} value={g.has} least={0} most={100000} set={(has) => good(i, () => ({ has }))} className="w-20" /> {info?.unit}
                </td>
                <td className="whitespace-nowrap">
                  {info?.sized && (
                    <>
                      <LengthField lazy label={`${name}: width`} value={g.width ?? 0} least={20} most={6000} set={(width) => good(i, () => ({ width }))} />
                      {g.kind !== 'roll' && (
                        <>
                          {' × '}
                          <LengthField lazy label={`${name}: height`} value={g.height ?? 0} least={20} most={6000} set={(height) => good(i, () => ({ height }))} />
                        </>
                      )}{' '}
                      mm
                    </>
                  )}
                  {g.kind === 'solvent' && (
                    <>
                      <FigureField lazy label="Limit of its sheet, mg/m³" value={g.limit ?? 0} least={0} most={100000} set={(limit) => good(i, () => ({ limit }))} /> mg/m³,{' '}
                      <FigureField lazy label="Evaporates, g/m²h" value={g.rate ?? 100} least={0} most={5000} set={(rate) => good(i, () => ({ rate }))} /> g/m²h
                    </>
                  )}
                </td>
                <Packs of={name} unit={info?.unit ?? ''} sold={g.sold ?? []} usual={info?.unit === 'ml' ? 500 : info?.unit === 'pieces' || info?.unit === 'm' ? 1 : 100} set={(sold) => good(i, (was) => ({ sold: sold(was.sold ?? []) }))} />
              </Line>
            )
          })}
        </Shelf>
        <Choose
          label="Another thing"
          value=""
          set={(to) => {
            const info = goods.find((g) => g.kind === to)
            if (info) keep((now) => ({ ...now, goods: [...(now.goods ?? []), { kind: info.kind, has: 0, ...(info.sized ? { width: info.kind === 'roll' ? 2100 : 400 } : {}), ...(info.sized && info.kind !== 'roll' ? { height: 300 } : {}) }] }))
          }}
          className="self-start"
>
          <option value="">Another thing …</option>
          {goods
            .filter((g) => g.sized || !list.some((k) => k.kind === g.kind))
            .map((g) => (
              <option key={g.kind} value={g.kind}>
                {g.name}
              </option>
            ))}
        </Choose>
      </Tabs.Content>
      <Tabs.Content value="tools" className="flex min-w-0 flex-col overflow-x-auto gap-2">
        <Shelf head="Tools" columns={['tool', counted, 'wide', 'one costs']}>
          {cupboard.tools.map((t, i) => {
            const name = `${long(t.width)} ${vocabulary.tools.find((k) => k.id === t.kind)?.name ?? t.kind}`
            return (
              <Line key={`${t.kind} ${t.width}`} name={name} remove={() => keep((now) => ({ ...now, tools: now.tools.filter((_, k) => k !== i) }))}>
                <td>
                  <FigureField lazy label={`${name}, ${counted}`} value={t.pieces} least={0} most={10000} set={(n) => tool(i, { pieces: Math.round(n) })} />
                </td>
                <td>{figure(t.width)}</td>
                <td>
                  <FigureField lazy label={`${name}: price of one`} value={(t.price ?? 0) / 100} least={0} most={100000} step={0.01} set={(v) => tool(i, { price: Math.round(v * 100) })} className="w-20" />
                </td>
              </Line>
            )
          })}
        </Shelf>
        <p className="text-quiet">Tools are added where a lesson needs them, in its script under Cupboard, or by a table.</p>
      </Tabs.Content>
      <Tabs.Content value="order">
        <ToOrder currency={cupboard.currency ?? ''} />
      </Tabs.Content>
    </Tabs.Root>
  )
}

function Shelf({ head, columns, children }: { head: string; columns: string[]; children: ReactNode }) {
  return (
    <table className="w-full text-left max-sm:block">
      <caption className="pb-1 text-left font-serif text-lg max-sm:block">{head}</caption>
      <thead className="text-xs text-quiet max-sm:hidden">
        <tr>
          {columns.map((c) => (
            <th key={c} className="font-normal">
              {c}
            </th>
          ))}
          <th>
            <span className="sr-only">not counted any more</span>
          </th>
        </tr>
      </thead>
      <tbody className="max-sm:block">{children}</tbody>
    </table>
  )
}

function Line({ name, remove, children }: { name: string; remove: () => void; children: ReactNode }) {
  return (
    <tr className="border-t border-line max-sm:flex max-sm:flex-wrap max-sm:items-center max-sm:gap-x-3 max-sm:py-1">
      <th scope="row" className="py-1 pr-2 font-normal max-sm:-order-2 max-sm:flex-1 max-sm:basis-3/4">
        {name}
      </th>
      {children}
      <td className="text-right max-sm:-order-1">
        <Button aria-label={`${name} is not counted any more`} onClick={remove}>
          ×
        </Button>
      </td>
    </tr>
  )
}

/** Packs are the sizes in which something is sold, each with its price. */
function Packs({ of, unit, sold, usual, set }: { of: string; unit: string; sold: Pack[]; usual: number; set: (change: (was: Pack[]) => Pack[]) => void }) {
  const change = (i: number, fields: Partial<Pack>) => set((was) => was.map((p, k) => (k === i ? { ...p, ...fields } : p)))
  return (
    <td>
      <span className="flex flex-wrap items-center gap-x-3 gap-y-0.5">
        {sold.map((p, i) => (
          <span key={i} className="whitespace-nowrap">
            <FigureField lazy label={`${of}: size ${i + 1}, ${unit}`} value={p.amount} least={1} most={100000} set={(v) => change(i, { amount: Math.round(v) })} className="w-14" /> {unit} for{' '}
            <FigureField lazy label={`${of}: price ${i + 1}`} value={p.price / 100} least={0} most={100000} step={0.01} set={(v) => change(i, { price: Math.round(v * 100) })} className="w-16" />
            <Button aria-label={`${of}: size ${i + 1} is not sold any more`} className="ml-1" onClick={() => set((was) => was.filter((_, k) => k !== i))}>
              ×
            </Button>
          </span>
        ))}
        {sold.length < 12 && (
          <Button aria-label={`Another size of ${of}`} onClick={() => set((was) => [...was, { amount: usual, price: 0 }])}>
            +
          </Button>
        )}
      </span>
    </td>
  )
}
