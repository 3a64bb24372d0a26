import { useState } from 'react'

import { useCalibrateMeter, useReadMeter, useReadSamples } from '../api/bench'
import type { Edit, Meter, Reading, Sample } from '../api/client'
import { Choose } from '../ui/Choose'
import { Button, figure, FigureField } from '../ui/controls'

interface Props {
  paint: string
  apply: (edit: Edit) => void
  busy: boolean
}

const white = 'PW6'

/** Measure brings measured curves of a tube into the lesson, from a file of spectra or from the simulated meter. */
export function Measure({ paint, apply, busy }: Props) {
  const [how, setHow] = useState<'file' | 'meter'>()
  const use = (masstone: number[], tint: number[], parts: number, source: string) => apply({ edit: 'measure', measured: { paint, masstone, tint: paint === white ? [] : tint, white: paint === white ? 0 : parts, source } })
  return (
    <div className="border border-line p-2">
      <div role="group" aria-label="Measure this tube" className="flex items-center gap-2">
        Measure it:
        <Button pressed={how === 'meter'} onClick={() => setHow(how === 'meter' ? undefined : 'meter')}>
          with the meter
        </Button>
        <Button pressed={how === 'file'} onClick={() => setHow(how === 'file' ? undefined : 'file')}>
          from a file
        </Button>
      </div>
      {how === 'meter' && <WithMeter paint={paint} use={use} busy={busy} />}
      {how === 'file' && <FromFile paint={paint} use={use} busy={busy} />}
    </div>
  )
}

interface WayProps {
  paint: string
  use: (masstone: number[], tint: number[], parts: number, source: string) => void
  busy: boolean
}

const off: Meter = { serial: 1, white: [], dark: [], warm: 0, used: 0 }

/** WithMeter reads swatches with the simulated hand-held meter. */
function WithMeter({ paint, use, busy }: WayProps) {
  const [meter, setMeter] = useState(off)
  const [tube, setTube] = useState(1)
  const [mass, setMass] = useState<Reading>()
  const [tint, setTint] = useState<Reading>()
  const calibrate = useCalibrateMeter()
  const read = useReadMeter()
  const take = (parts: number, keep: (r: Reading) => void) =>
    read.mutate(
      { meter, paint, tube, white: parts, times: 4 },
      {
        onSuccess: (r) => {
          setMeter(r.after)
          keep(r)
        },
      },
    )
  const ready = mass && (paint === white || tint)
  return (
    <div className="mt-2 flex flex-col gap-2">
      <p className="text-quiet">A simulated meter and simulated tubes: each tube is filled a little otherwise, each reading errs a little.</p>
      <label className="flex items-center gap-2">
        Tube number
        <FigureField
          label="Tube number"
          value={tube}
          least={0}
          most={999999}
          set={(v) => {
            setTube(Math.round(v))
            setMass(undefined)
            setTint(undefined)
          }}
        />
      </label>
      <div className="flex flex-wrap gap-2">
        <Button disabled={calibrate.isPending} onClick={() => calibrate.mutate(meter, { onSuccess: setMeter })}>
          Lay it on the white tile
        </Button>
        <Button disabled={read.isPending} onClick={() => take(0, setMass)}>
          Read the masstone
        </Button>
        {paint !== white && (
          <Button disabled={read.isPending} onClick={() => take(10, setTint)}>
            Read 1 with 10 of white
          </Button>
        )}
      </div>
      {(read.error ?? calibrate.error) && <p role="alert">{(read.error ?? calibrate.error)?.message}</p>}
      <ReadOut name="Masstone" reading={mass} />
      <ReadOut name="Tint" reading={tint} />
      <p className="text-quiet">{meter.white.length === 0 ? 'Not calibrated yet.' : `Calibrated; ${meter.used} readings since.`}</p>
      <Button disabled={!ready || busy} onClick={() => ready && use(mass.reflectance, tint?.reflectance ?? [], 10, `simulated meter, tube ${tube}`)}>
        Use these curves in the lesson
      </Button>
    </div>
  )
}

function ReadOut({ name, reading }: { name: string; reading: Reading | undefined }) {
  if (!reading) return null
  const { lab } = reading
  return (
    <p className="flex items-center gap-2">
      <span data-part="colour" aria-hidden className="h-5 w-8 border border-strong" style={{ background: reading.colour }} />
      {name}: L* {figure(lab.l)}, a* {figure(lab.a)}, b* {figure(lab.b)}; four readings, spread ΔE {figure(reading.spread, 2)}
    </p>
  )
}

/** FromFile takes masstone and tint from a CGATS file. */
function FromFile({ paint, use, busy }: WayProps) {
  const read = useReadSamples()
  const [name, setName] = useState('')
  const [mass, setMass] = useState(0)
  const [tint, setTint] = useState(1)
  const [parts, setParts] = useState(10)
  const samples = read.data ?? []
  return (
    <div className="mt-2 flex flex-col gap-2">
      <label className="flex flex-col gap-1">
        Spectra as CGATS text, 10 or 20 nm
        <input
          type="file"
          accept=".txt,.sp,.cgats,.ti3,text/plain"
          className="text-xs"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (!file) return
            setName(file.name)
            read.mutate(file, { onSuccess: (list) => begin(list, paint, setMass, setTint) })
          }}
        />
      </label>
      {read.error && <p role="alert">{read.error.message}</p>}
      {samples.length > 0 && (
        <>
          <Choice label="Masstone" samples={samples} value={mass} set={setMass} />
          {paint !== white && (
            <>
              <Choice label="Tint" samples={samples} value={tint} set={setTint} />
              <label className="flex items-center gap-2">
                1 part with
                <FigureField label="Parts of white in the tint" value={parts} least={0.5} most={1000} step={0.5} set={setParts} />
                of titanium white
              </label>
            </>
          )}
          <Button disabled={busy} onClick={() => use(samples[mass]?.reflectance ?? [], samples[tint]?.reflectance ?? [], parts, name)}>
            Use these curves in the lesson
          </Button>
        </>
      )}
    </div>
  )
}

/** begin finds the paint in a file by its key, and its tint as the sample after it. */
function begin(samples: Sample[], paint: string, setMass: (i: number) => void, setTint: (i: number) => void) {
  const at = Math.max(
    0,
    samples.findIndex((s) => s.id === paint),
  )
  setMass(at)
  setTint(Math.min(samples.length - 1, at + 1))
}

function Choice({ label, samples, value, set }: { label: string; samples: Sample[]; value: number; set: (i: number) => void }) {
  return (
    <label className="flex items-center gap-2">
      <span className="w-20">{label}</span>
      <span data-part="colour" aria-hidden className="h-5 w-8 border border-strong" style={{ background: samples[value]?.colour.colour }} />
      <Choose value={value} set={(to) => set(Number(to))} className="min-w-0 flex-1">
        {samples.map((s, i) => (
          <option key={`${s.id} ${i}`} value={i}>
            {s.id} {s.name}, L* {figure(s.colour.lab.l, 0)}
          </option>
        ))}
      </Choose>
    </label>
  )
}
