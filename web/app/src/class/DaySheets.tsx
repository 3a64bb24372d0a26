import { figure } from '../ui/controls'
import type { SheetProps } from './Prep'

/** when writes a moment on the clock of the place. */
const when = (moment: string, zone: string) => new Date(moment).toLocaleString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit', timeZone: zone === '' ? 'UTC' : zone })

/** passed tells whether the time of something to do is over. */
const passed = (moment: string) => new Date(moment).getTime() < Date.now()

/** SetupSheet is what is done before and after, with what does not fit. */
export function SetupSheet({ prep, day }: SheetProps) {
  return (
    <div className="flex max-w-4xl flex-col gap-3">
      {prep.lacks.length > 0 && (
        <ul aria-label="What does not fit" className="border-l-4 border-ink bg-raised px-3 py-2">
          {prep.lacks.map((l) => (
            <li key={l}>{l}</li>
          ))}
        </ul>
      )}
      <table className="text-left">
        <thead className="text-xs text-quiet">
          <tr>
            <th className="font-normal">begins</th>
            <th className="font-normal">what</th>
            <th className="text-right font-normal">takes</th>
            <th className="pl-4 font-normal">about it</th>
          </tr>
        </thead>
        <tbody>
          {prep.setup.tasks.map((t) => (
            <tr key={`${t.begin} ${t.name}`} className={`border-t border-line align-top ${passed(t.begin) ? 'text-quiet' : ''}`}>
              <td className="whitespace-nowrap">
                {when(t.begin, day.class.zone ?? '')}
                {passed(t.begin) && ', passed'}
              </td>
              <td className="pl-3 font-semibold whitespace-nowrap">{t.name}</td>
              <td className="text-right whitespace-nowrap">{t.minutes > 0 ? `${figure(t.minutes, 0)} min` : ''}</td>
              <td className="pl-4 text-quiet">{t.about}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** AirSheet is the estimate of the vapour in the room. */
export function AirSheet({ prep, day }: SheetProps) {
  const { air } = prep
  const top = Math.max(air.limit > 0 && air.limit < 4 * air.peak ? air.limit : 0, air.peak, 1) * 1.1
  const minutes = day.class.minutes
  const line = air.curve.map((s) => `${(s.minute / minutes) * 600},${200 - (s.level / top) * 190}`).join(' ')
  return (
    <div className="flex max-w-3xl flex-col gap-3">
      <p>{air.says}</p>
      {air.peak > 0 && (
        <svg viewBox="-50 -4 660 230" role="img" aria-label={`Vapour over the session, up to ${figure(air.peak)} mg/m³`} className="w-full max-w-2xl">
          <path d="M0 0V200H600" fill="none" stroke="var(--strong)" />
          <polyline points={line} fill="none" stroke="var(--ink)" strokeWidth="2" />
          {air.limit > 0 && air.limit < top && (
            <>
              <path d={`M0 ${200 - (air.limit / top) * 190}H600`} stroke="var(--ink)" strokeDasharray="8 6" />
              <text x="596" y={194 - (air.limit / top) * 190} textAnchor="end" fontSize="13" fill="var(--ink)">
                limit of its sheet
              </text>
            </>
          )}
          <text x="-6" y={204 - (air.peak / top) * 190} textAnchor="end" fontSize="13" fill="var(--quiet)">
            {figure(air.peak, 0)}
          </text>
          <text x="0" y="220" fontSize="13" fill="var(--quiet)">
            mg/m³ over {figure(minutes)} minutes
          </text>
        </svg>
      )}
      {air.would.length > 0 && (
        <table className="text-left">
          <caption className="pb-1 text-left font-semibold">What would change it</caption>
          <thead className="text-xs text-quiet">
            <tr>
              <th className="font-normal">with</th>
              <th className="text-right font-normal">at most, mg/m³</th>
              <th className="text-right font-normal">in the mean</th>
            </tr>
          </thead>
          <tbody>
            {air.would.map((w) => (
              <tr key={w.what} className="border-t border-line">
                <td>{w.what}</td>
                <td className="text-right">{figure(w.peak)}</td>
                <td className="text-right">{figure(w.mean)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  )
}

/** CautionSheet names hazards with the usual precaution. */
export function CautionSheet({ prep }: SheetProps) {
  return (
    <div className="flex max-w-3xl flex-col gap-3">
      <p className="border-l-4 border-ink bg-raised px-3 py-2">{prep.defer}</p>
      <dl className="flex flex-col gap-2">
        {prep.cautions.map((c) => (
          <div key={c.about}>
            <dt className="font-semibold">{c.about}</dt>
            <dd>
              {c.why} {c.do}
            </dd>
          </div>
        ))}
      </dl>
      {prep.swaps.length > 0 && (
        <table className="text-left">
          <caption className="pb-1 text-left font-semibold">Instead of paints that carry warnings</caption>
          <tbody>
            {prep.swaps.map((s) => (
              <tr key={s.paint} className="border-t border-line">
                <td>
                  {s.name} ({s.warning})
                </td>
                <td>{s.parts.map((p) => `${p.parts} ${p.name}`).join(' + ')}</td>
                <td className="text-quiet">
                  at most ΔE {figure(s.delta)}, in {s.mixture}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  )
}
