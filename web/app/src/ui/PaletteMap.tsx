import type { Laid } from '../api/client'

/** PaletteMap draws where every pile lies on a palette, to scale, at most so many rem high. */
export function PaletteMap({ map, colour, high }: { map: Laid; colour: (mixture: string) => string | undefined; high: number }) {
  return (
    <svg viewBox={`0 0 ${map.width} ${map.height}`} role="img" aria-label="The palette map" style={{ aspectRatio: `${map.width} / ${map.height}`, width: `min(100%, ${high * (map.width / map.height)}rem)` }} className="self-start border border-strong bg-raised">
      {map.piles.map((p, i) => (
        <g key={p.id}>
          <circle cx={p.x} cy={p.y} r={p.across / 2} fill={colour(p.id) ?? 'none'} stroke="var(--strong)" strokeWidth="0.5" />
          <text x={p.x} y={p.y + p.across / 2 + 5.5} textAnchor="middle" fontSize="5.5" fill="var(--ink)">
            {i + 1}
          </text>
        </g>
      ))}
      <text x={map.left ? 8 : map.width - 8} y={map.height - 6} textAnchor={map.left ? 'start' : 'end'} fontSize="7" fill="var(--quiet)">
        the hand
      </text>
    </svg>
  )
}
