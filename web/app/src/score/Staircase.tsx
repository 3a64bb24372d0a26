import type { Saved } from '../api/client'

/** Staircase is the whole lesson at a glance: time to the right, planes from far at the top to near at the bottom. */
export function Staircase({ score }: { score: Saved['score'] }) {
  const stair = 100 / Math.max(1, score.columns.length)
  return (
    <svg aria-hidden viewBox={`0 0 ${score.minutes} 100`} preserveAspectRatio="none" className="absolute inset-0 h-full w-full">
      {score.rows.map((r) =>
        r.column < 0 ? null : (
          <rect
            key={r.step}
            x={r.start}
            width={r.minutes}
            y={r.column * stair}
            height={stair}
            fill={r.colours[0] ?? 'none'}
            stroke="var(--strong)"
            strokeWidth={r.colours.length > 0 ? 0.5 : 1}
            strokeDasharray={r.hatched ? '2 2' : undefined}
            vectorEffect="non-scaling-stroke"
          />
        ),
      )}
    </svg>
  )
}
