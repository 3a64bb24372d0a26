import type { Measures, Saved } from '../api/client'
import { Button, figure, Hint } from '../ui/controls'
import type { SceneProps } from './props'
import { useLengths, usePlaces } from '../ui/LengthField'

interface Props extends SceneProps {
  measures: Measures | undefined
  view: string
  setView: (view: string) => void
}

const percent = (share: number) => `${figure(100 * share, 0)} %`

/** Measured says in figures what the finished picture comes to. */
export function Measured({ saved, measures, view, setView, setSelected }: Props) {
  const long = useLengths()
  const placed = usePlaces()
  if (!measures) return <p className="text-quiet">The picture is measured when it has been painted.</p>
  const { lesson } = saved
  const plane = (id: string) => lesson.planes.find((p) => p.id === id)?.name ?? id
  const zone = (id: string) => lesson.zones.find((z) => z.id === id)?.name ?? id
  const m = measures
  return (
    <div className="flex flex-col gap-4">
      <Part title="Values" hint="The picture with texture blurred away, in so many greys. Two to five are put where they lose least; nine are the value scale.">
        {m.plans.map((p) => (
          <button
            key={p.steps}
            type="button"
            aria-pressed={view === `values-${p.steps}`}
            onClick={() => setView(view === `values-${p.steps}` ? 'paint' : `values-${p.steps}`)}
            className={`mb-1 flex w-full items-center gap-2 border px-1 py-0.5 ${view === `values-${p.steps}` ? 'border-ink bg-raised' : 'border-line hover:border-strong'}`}
          >
            <span className="w-4 text-right tabular-nums">
              {p.steps}
              <span className="sr-only"> values, {p.levels.map((l) => l.value).join(', ')}: </span>
            </span>
            <span aria-hidden className="flex h-4 flex-1 border border-strong">
              {p.levels.map((l) => (
                <span key={l.from} data-part="colour" style={{ flexGrow: l.share, background: l.grey }} />
              ))}
            </span>
            <span className="w-44 truncate text-left text-xs text-quiet tabular-nums">{p.levels.map((l) => percent(l.share)).join('  ')}</span>
          </button>
        ))}
      </Part>
      <Part title="Where planes meet" hint="L* on either side of their common edge. Depth reads by value first: less than about 4 runs together.">
        <table className="w-full">
          <thead className="text-left text-xs text-quiet">
            <tr>
              <th className="font-normal">far and near</th>
              <th className="text-right font-normal">edge, cm</th>
              <th className="text-right font-normal">L* far, near</th>
              <th className="text-right font-normal">differ</th>
            </tr>
          </thead>
          <tbody className="tabular-nums">
            {m.tiers.map((t) => (
              <tr key={`${t.far}/${t.near}`} className="border-t border-line">
                <td>
                  {plane(t.far)} / {plane(t.near)}
                </td>
                <td className="text-right">{figure(t.edge / 10, 0)}</td>
                <td className="text-right">
                  {figure(t.farLight, 0)}, {figure(t.nearLight, 0)}
                </td>
                <td className="text-right font-semibold">{figure(t.differ)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Part>
      <Part title="What draws the eye" hint="Contrast of value, colour and edges against all sides, in L*; an edge that runs on draws little.">
        <ol className="ml-5 list-decimal tabular-nums">
          {m.spots.map((s) => (
            <li key={`${s.x}-${s.y}`}>
              {placed(s.x, s.y)}: {figure(s.strength, 0)} L*
              {s.focal ? ', in the focal area' : s.share > 0 && `, ${percent(s.share)} of the focal area`}
            </li>
          ))}
        </ol>
        {m.way.in[0] && (
          <p>
            The eye comes in at {placed(m.way.in[0].x, m.way.in[0].y)}
            {m.way.out.length === 0
              ? ' and nothing at the edge lets it out.'
              : `; it may leave at ${m.way.out.map((o) => `${placed(o.x, o.y)} (${figure(o.strength, 0)} L*)`).join(' and ')}.`}
          </p>
        )}
      </Part>
      <Part title="Arrangement" hint="What stands out from the middle value weighs; a mirror image is 100 % alike.">
        <p>
          Weight: {percent(m.balance.left)} left of the middle, {percent(m.balance.up)} above it. The sides are {percent(m.sameness)} alike. The horizon lies {percent(m.horizon)} down.
        </p>
        <p>
          Corners, L*: {m.corners.map((c) => `${c.name} ${figure(c.light, 0)} beside ${figure(c.beside, 0)}`).join('; ')}.
        </p>
        {m.directions.length > 0 && <p>Lines: {m.directions.map((d) => `${zone(d.zone)} ${d.leads ? 'leads to the focal area' : `passes it by ${long(d.off)}`}`).join('; ')}.</p>}
        {m.rows.map((r) => (
          <p key={r.kind}>
            {r.zones.length} of {r.kind.replaceAll('-', ' ')}: {long(r.apart)} apart, uneven by {percent(r.uneven)}, unlike in height by {percent(r.unlike)}.
          </p>
        ))}
        {m.masses.length > 0 && (
          <p className="flex flex-wrap items-center gap-1">
            Alike to their own mirror image:
            {m.masses.map((s) => (
              <Button key={s.zone} onClick={() => setSelected(s.zone)}>
                {zone(s.zone)} {percent(s.same)}
              </Button>
            ))}
          </p>
        )}
      </Part>
    </div>
  )
}

function Part({ title, hint, children }: { title: string; hint: string; children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <Hint text={hint}>
        <h2 tabIndex={0} className="mb-1 w-fit font-serif text-base">
          {title}
        </h2>
      </Hint>
      {children}
    </section>
  )
}

/** Overlay draws measures on the picture: what is wanted of them. */
export function Overlay({ saved, measures, shows, width }: { saved: Saved; measures: Measures; shows: { tiers: boolean; directions: boolean; eye: boolean }; width: number }) {
  const size = width / 60
  return (
    <g className="guides" pointerEvents="none" stroke="#ffffff" fill="#ffffff" fontSize={size}>
      {shows.tiers &&
        measures.tiers.map((t) => (
          <g key={`${t.far}/${t.near}`}>
            <circle cx={t.x} cy={t.y} r={size / 4} />
            <text x={t.x + size / 2} y={t.y - size / 3} stroke="none">
              {figure(t.differ, 0)} L*
            </text>
          </g>
        ))}
      {shows.directions &&
        measures.directions.map((d) => (
          <g key={d.zone}>
            <line x1={d.x - (d.dx * d.long) / 2} y1={d.y - (d.dy * d.long) / 2} x2={d.x + d.dx * d.long} y2={d.y + d.dy * d.long} strokeWidth={1.2} strokeDasharray={d.leads ? undefined : '4 4'} />
            <circle cx={d.x + d.dx * d.long} cy={d.y + d.dy * d.long} r={size / 3} fill={d.leads ? '#ffffff' : 'none'} />
          </g>
        ))}
      {shows.directions && <Balanced saved={saved} measures={measures} size={size} />}
      {shows.eye && (
        <>
          {measures.way.in.length > 1 && <polyline points={measures.way.in.map((p) => `${p.x},${p.y}`).join(' ')} fill="none" strokeWidth={1.6} strokeDasharray="1 5" strokeLinecap="round" />}
          {measures.spots.map((s, i) => (
            <g key={`${s.x}-${s.y}`}>
              <circle cx={s.x} cy={s.y} r={size} fill="none" strokeWidth={s.focal ? 2 : 1} />
              <text x={s.x} y={s.y + size / 3} stroke="none" textAnchor="middle">
                {i + 1}
              </text>
            </g>
          ))}
          {measures.way.out.map((o) => (
            <text key={`${o.x}-${o.y}`} x={Math.min(width - 2 * size, Math.max(2 * size, o.x))} y={o.y} stroke="none" textAnchor="middle">
              out
            </text>
          ))}
        </>
      )}
    </g>
  )
}

/** Balanced marks the middle of the picture's weight on its middle line. */
function Balanced({ saved, measures, size }: { saved: Saved; measures: Measures; size: number }) {
  const { width, height } = saved.lesson.support
  const { x } = measures.balance
  return (
    <>
      <line x1={width / 2} x2={width / 2} y1={height - size} y2={height} strokeWidth={0.8} />
      <path d={`M${x} ${height - size} l${size / 2} ${size} h${-size} z`} />
    </>
  )
}
