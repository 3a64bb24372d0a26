import type { Edit, Report, Saved, ScoreRow, Step, Swatch } from '../api/client'
import { useFrame } from '../lib/frame'
import { figure, FigureField, Hint } from '../ui/controls'
import { useLengths } from '../ui/LengthField'

interface Props {
  saved: Saved
  step: Step
  row: ScoreRow
  report: Report | undefined
  apply: (edit: Edit) => void
}

/** StepDetail shows the mark close up on its wet ground, the recipe, and what was measured. */
export function StepDetail({ saved, step, row, report, apply }: Props) {
  const long = useLengths()
  const { shown } = useFrame(step.technique === 'wait' ? undefined : saved.frames.replace('/frames/', '/closeups/') + `/${step.id}.png`)
  const mixtures = saved.score.mixtures.filter((m) => step.mixtures.includes(m.mixture))
  return (
    <div className="grid h-56 shrink-0 grid-cols-[12.5rem_minmax(0,1fr)_minmax(0,1.15fr)] gap-4 overflow-hidden border-t border-line bg-sheet px-4 py-3">
      <figure>
        {shown ? <img src={shown} alt={`Step ${row.number} close up, ${long(40)} wide`} className="w-full border border-line" /> : <div className="aspect-[4/3] w-full border border-line" />}
        <figcaption className="text-xs text-quiet">{long(40)} wide, when the step ends</figcaption>
      </figure>
      <section aria-label="Recipe" className="overflow-y-auto">
        {mixtures.length === 0 && <p className="text-quiet">No paint in this step.</p>}
        {mixtures.map((m) => (
          <Recipe key={m.mixture} mixture={m} apply={apply} />
        ))}
      </section>
      <section aria-label="Measured" className="overflow-y-auto">
        {report ? <Measured report={report} /> : <p className="text-quiet">Being measured.</p>}
      </section>
    </div>
  )
}

function Recipe({ mixture, apply }: { mixture: Swatch; apply: (edit: Edit) => void }) {
  return (
    <div className="mb-2">
      <p className="flex items-center gap-2">
        <span className="h-4 w-4 border border-strong" style={{ background: mixture.colour }} />
        <strong className="font-semibold">{mixture.name}</strong>
        <span className="text-xs text-quiet">value {mixture.value}</span>
      </p>
      <ul className="mt-0.5">
        {mixture.parts.map((p) => (
          <li key={p.paint} className="flex items-center gap-2">
            <FigureField lazy key={p.parts} label={`Parts of ${p.name} in ${mixture.name}`} value={p.parts} least={0.01} most={100} step={0.5} set={(parts) => apply({ edit: 'part', mixture: mixture.mixture, paint: p.paint, parts })} className="w-14" />
            <span className="min-w-0 break-words">{p.name.toLowerCase()}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}

function Measured({ report: r }: { report: Report }) {
  const lines: [string, string, string][] = [
    ['Laid on', `${figure(r.area, 0)} cm², ${figure(r.on, 2)} ml`, 'Where this step left paint, and how much.'],
    ['Taken off', `${figure(r.off, 2)} ml`, 'Wet paint that the tool lifted while it worked.'],
    ['Film', `${figure(r.thick, 0)} µm`, 'Mean wet thickness where it painted. Marks begin to slide above 60 µm.'],
    ['Off its colour', `ΔE ${figure(r.delta)}`, 'Mean difference between the colour laid and the colour meant; 8 is another colour.'],
    ['Muddy', `${figure(100 * r.mud, 0)} %`, 'Share of its area that mixed into a duller or wrong-valued colour.'],
    ['By hand', `${r.marks} marks, ${r.dips} dips, ${figure(r.hand)} min`, 'What a practised hand needs for cleaning the tool, its marks and its dips.'],
    ['Left in tool', `${figure(r.carried, 2)} ml, ΔE ${figure(r.dirt)}`, 'What stays in the tool, and how far that has strayed from the mixture.'],
    ['Hidden later', `${figure(100 * r.hidden, 0)} %`, 'Share that nearer paint covers.'],
  ]
  if (r.refused > 0) lines.push(['Refused', `${figure(r.refused, 0)} cm²`, 'Where acrylic does not take, because oil lies there.'])
  if (r.dried > 0) lines.push(['Dried', `${figure(r.dried, 0)} cm²`, 'What became a dry layer. Thick paint stays soft.'])
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3">
      {lines.map(([name, value, meaning]) => (
        <Hint key={name} text={meaning}>
          <div className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd>{value}</dd>
          </div>
        </Hint>
      ))}
    </dl>
  )
}
