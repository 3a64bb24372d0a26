import type { Guides, Saved } from '../api/client'
import { figure } from '../ui/controls'
import { useLengths } from '../ui/LengthField'

/** Ground draws the horizon, where level ground lies, and how what runs straight away meets. */
export function Ground({ guides, width, height }: { guides: Guides; width: number; height: number }) {
  return (
    <g className="guides" pointerEvents="none" stroke="#ffffff" fill="#ffffff" fontSize={width / 55}>
      <line x1={0} x2={width} y1={guides.horizon} y2={guides.horizon} strokeWidth={1} />
      <text x={width / 100} y={guides.horizon - 2} stroke="none">
        horizon
      </text>
      {guides.rays.map((x) => (
        <line key={x} x1={guides.vanish + (x - guides.vanish) / 12} y1={guides.horizon + (height - guides.horizon) / 12} x2={x} y2={height} strokeWidth={0.3} opacity={0.5} />
      ))}
      {guides.ground.map((g) => (
        <g key={g.metres}>
          <line x1={0} x2={width} y1={g.y} y2={g.y} strokeWidth={0.4} strokeDasharray="3 5" />
          <text x={width - width / 100} y={g.y - 1} textAnchor="end" stroke="none">
            {g.metres} m
          </text>
        </g>
      ))}
      {guides.rays.length > 1 && (
        <text x={width / 100} y={height - width / 100} stroke="none">
          {guides.apart} m from line to line
        </text>
      )}
    </g>
  )
}

/** Figures stand somebody of 1.7 m in every plane whose ground is on the canvas. */
export function Figures({ guides, lesson }: { guides: Guides; lesson: Saved['lesson'] }) {
  const long = useLengths()
  const { width, height } = lesson.support
  return (
    <g className="guides" pointerEvents="none" stroke="#ffffff" fill="#ffffff" fontSize={width / 60}>
      {guides.planes
        .filter((p) => p.y < height && p.person > 1)
        .map((p, i) => {
          const x = (width * (i + 1)) / 10
          return (
            <g key={p.plane}>
              <line x1={x} x2={x} y1={p.y} y2={p.y - p.person * 0.82} strokeWidth={1.5} />
              <circle cx={x} cy={p.y - p.person * 0.91} r={p.person * 0.08} />
              <text x={x + 3} y={p.y} stroke="none">
                {lesson.planes.find((q) => q.id === p.plane)?.name}, {long(p.person)}
              </text>
            </g>
          )
        })}
    </g>
  )
}

/** Grid draws squares of so many mm for enlarging, numbered in cm. */
export function Grid({ every, width, height }: { every: number; width: number; height: number }) {
  if (every < 5) return null
  const lines = (most: number) => Array.from({ length: Math.ceil(most / every) - 1 }, (_, i) => (i + 1) * every)
  return (
    <g className="guides" pointerEvents="none" stroke="#ffffff" fill="#ffffff" strokeWidth={0.5} fontSize={width / 60}>
      {lines(width).map((x) => (
        <g key={x}>
          <line x1={x} x2={x} y1={0} y2={height} />
          <text x={x + 1} y={width / 55} stroke="none">
            {figure(x / 10)}
          </text>
        </g>
      ))}
      {lines(height).map((y) => (
        <g key={y}>
          <line x1={0} x2={width} y1={y} y2={y} />
          <text x={1} y={y - 1} stroke="none">
            {figure(y / 10)}
          </text>
        </g>
      ))}
    </g>
  )
}
