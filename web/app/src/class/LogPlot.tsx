import { scaleBand, scaleLinear } from 'd3-scale'
import { line as curve } from 'd3-shape'

import type { ClassLog } from '../api/client'
import { figure } from '../ui/controls'

const width = 1200
const height = 250
const left = 44
const below = 64

/** LogPlot shows every step as it was planned, hollow, and as it went, full; below, how late the class was. */
export function LogPlot({ log }: { log: ClassLog }) {
  const { lines } = log.report
  const steps = scaleBand(lines.map((l) => l.step), [left, width]).padding(0.15)
  const most = Math.max(1, ...lines.map((l) => Math.max(l.planned, l.took)))
  const minutes = scaleLinear([0, most], [height - below - 16, 8]).nice()
  const late = Math.max(1, ...lines.map((l) => Math.abs(l.behind)))
  const behind = scaleLinear([-late, late], [height - 4, height - below + 8])
  const half = steps.bandwidth() / 2
  const taught = lines.filter((l) => l.took > 0)
  const path = curve<(typeof lines)[number]>(
    (l) => (steps(l.step) ?? 0) + half,
    (l) => behind(l.behind),
  )(taught)
  const floor = minutes(0)
  return (
    <figure className="my-3 overflow-x-auto" tabIndex={0} aria-label="Minutes of the steps">
      <svg viewBox={`0 0 ${width} ${height}`} className="w-full min-w-[36rem]" role="img" aria-label={`Minutes of ${lines.length} steps, planned and taken; and how late the class was`}>
        {minutes.ticks(4).map((t) => (
          <g key={t}>
            <line x1={left} x2={width} y1={minutes(t)} y2={minutes(t)} className="stroke-line" />
            <text x={left - 6} y={minutes(t) + 4} textAnchor="end" className="fill-quiet text-[12px]">
              {t}
            </text>
          </g>
        ))}
        {lines.map((l) => {
          const x = steps(l.step) ?? 0
          return (
            <g key={l.step}>
              <title>{`${log.steps[l.step] ?? ''}: planned ${figure(l.planned)} min, ${l.dropped ? 'left out' : `took ${figure(l.took)}`}${l.hands > 0 ? `, ${l.hands} hands up` : ''}`}</title>
              <rect x={x} y={minutes(l.planned)} width={half} height={floor - minutes(l.planned)} className="fill-none stroke-strong" />
              {!l.dropped && <rect x={x + half} y={minutes(l.took)} width={half} height={floor - minutes(l.took)} className="fill-ink" />}
              {l.dropped && <path d={`M${x} ${floor - 8} l${2 * half} 8 M${x} ${floor} l${2 * half} -8`} className="stroke-ink" />}
              {l.hands > 0 && <circle cx={x + half} cy={minutes(Math.max(l.planned, l.took)) - 6} r={3} className="fill-none stroke-ink" />}
              {(l.step + 1) % 5 === 0 && (
                <text x={x + half} y={floor + 13} textAnchor="middle" className="fill-quiet text-[12px]">
                  {l.step + 1}
                </text>
              )}
            </g>
          )
        })}
        <line x1={left} x2={width} y1={behind(0)} y2={behind(0)} className="stroke-line" />
        <text x={left - 6} y={behind(late) + 8} textAnchor="end" className="fill-quiet text-[12px]">
          {figure(late, 0)} late
        </text>
        {path && <path d={path} className="fill-none stroke-ink" strokeWidth={2} />}
      </svg>
      <figcaption className="text-quiet">Minutes a step: hollow as planned, full as it went; a ring where hands were up, a cross where it was left out. The line: how many minutes the class was behind.</figcaption>
    </figure>
  )
}
