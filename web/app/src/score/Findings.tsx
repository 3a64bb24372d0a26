import { useRef, useState } from 'react'

import type { Edit, Finding, Ranking, Remedy, Saved } from '../api/client'
import { useRankings } from '../api/ranking'
import { useSeen } from '../lib/seen'
import { Craft } from '../ui/Craft'
import { Button, capital, figure, Hint } from '../ui/controls'

const names = { stop: 'Stop', caution: 'Caution', note: 'Note' }

/** FindingMark tells severity by shape: a filled block for stop, a half for caution, an open one for note. */
export function FindingMark({ finding }: { finding: Finding | undefined }) {
  if (!finding) return null
  const quiet = finding.accepted !== ''
  const name = quiet ? 'On purpose' : names[finding.severity]
  return (
    <Hint text={`${name}: ${finding.title}`}>
      <svg viewBox="0 0 12 12" className={`h-3.5 w-3.5 ${finding.severity === 'stop' && !quiet ? 'text-stop' : 'text-ink'}`} role="img" aria-label={name}>
        <rect x="1" y="1" width="10" height="10" fill="none" stroke="currentColor" strokeWidth="1.4" strokeDasharray={quiet ? '2 1.6' : undefined} />
        {!quiet && finding.severity === 'stop' && <rect x="1" y="1" width="10" height="10" fill="currentColor" />}
        {!quiet && finding.severity === 'caution' && <rect x="1" y="6" width="10" height="5" fill="currentColor" />}
      </svg>
    </Hint>
  )
}

interface Props {
  saved: Saved
  findings: Finding[]
  apply: (edit: Edit) => void
  /** Shows what a remedy would do before it is applied. */
  tryOut?: (finding: Finding, remedy: Remedy) => void
  /** Whether remedies are tried: not while the canvas is painted, or mended. */
  ready: boolean
}

/** Findings are what the rules say about a step, with what was tried and mends it. */
export function Findings({ saved, findings, apply, tryOut, ready }: Props) {
  return (
    <ul className="mt-1 flex flex-col gap-2">
      {findings.map((f) => (
        <li key={f.rule + f.where} className={`border-l-4 bg-sheet px-2 py-1 ${f.severity === 'stop' && f.accepted === '' ? 'border-stop' : 'border-strong'}`}>
          <p className="flex items-baseline gap-2">
            <FindingMark finding={f} />
            <strong className="font-semibold">{f.title}</strong>
            <span className="text-xs text-quiet">
              {figure(f.figure)} {f.unit}, speaks {f.under ? 'below' : 'above'} {figure(f.threshold)}
            </span>
          </p>
          <p>
            <Craft>{f.says}</Craft>
          </p>
          <p className="text-quiet italic">
            <Craft>{f.reason}</Craft>
          </p>
          {f.accepted ? (
            <p className="mt-1">
              {f.byMethod ? 'The house method does not mind' : 'On purpose'}: {f.accepted}{' '}
              {!f.byMethod && (
                <Button className="ml-1" onClick={() => apply({ edit: 'reopen', rule: f.rule, where: f.where })}>
                  Let it speak again
                </Button>
              )}
            </p>
          ) : (
            <Mend saved={saved} finding={f} apply={apply} ready={ready} {...(tryOut && { tryOut })} />
          )}
        </li>
      ))}
    </ul>
  )
}

function Mend({ saved, finding, apply, tryOut, ready }: Omit<Props, 'findings'> & { finding: Finding }) {
  const [reasoning, setReasoning] = useState(false)
  const box = useRef<HTMLDivElement>(null)
  const seen = useSeen(box)
  const ranking = useRankings(saved, [finding], seen && ready)[0]
  const known = ranking?.known
  return (
    <div ref={box} className="mt-1 flex flex-col items-start gap-1" data-tried={ranking?.whole}>
      {known?.remedies.map((r) => (
        <div key={r.words} className="w-full">
          <div className="flex items-start gap-1">
            <Button className="text-left" onClick={() => apply(r.edit)} data-part="remedy">
              {capital(r.words)} <span className="text-quiet">{leaves(r, finding)}</span>
            </Button>
            {tryOut && (
              <Button aria-label={`Try: ${r.words}`} onClick={() => tryOut(finding, r)}>
                Try
              </Button>
            )}
          </div>
          <Come of={r.come} />
        </div>
      ))}
      <p data-part="tried" className="text-xs text-quiet print:hidden">
        {ranking?.problem ?? tried(known)}
      </p>
      {!reasoning ? (
        <Button onClick={() => setReasoning(true)}>It is on purpose</Button>
      ) : (
        <Reason accept={(why) => apply({ edit: 'accept', finding: { rule: finding.rule, where: finding.where, reason: why } })} />
      )}
    </div>
  )
}

/** Of how many findings that a remedy brings is read at once. */
const fewCome = 3

/** Come is what a remedy brings elsewhere: the first of it, and the rest when somebody asks. */
function Come({ of }: { of: string[] }) {
  const [all, setAll] = useState(false)
  return (
    <>
      {(all ? of : of.slice(0, fewCome)).map((line) => (
        <p key={line} className="pl-3 text-xs">
          <span className="font-semibold">but then</span> {line}
        </p>
      ))}
      {!all && of.length > fewCome && (
        <Button className="ml-3 text-xs" onClick={() => setAll(true)}>
          And {of.length - fewCome} more
        </Button>
      )}
    </>
  )
}

/** remains says what of a finding a remedy leaves, as it was measured with it. */
export function remains(r: Remedy, f: Finding) {
  return r.after === undefined ? 'nothing of it left to measure' : `${figure(r.after)}${r.bound === f.threshold ? '' : ` of ${figure(r.bound)}`} ${f.unit}${r.gone ? ', mends it' : ''}`
}

/** leaves says that, and what the remedy takes. */
function leaves(r: Remedy, f: Finding) {
  const left = remains(r, f)
  if (!r.whole) return `→ ${left}; what else it does is being tried`
  const minutes = r.minutes === 0 ? '' : `, ${r.minutes > 0 ? '+' : '−'}${figure(Math.abs(r.minutes))} min${r.days > 0 ? `, +${figure(r.days)} days` : ''}`
  const also = r.also.length === 0 ? '' : `, and ${r.also.length === 1 ? 'another finding goes' : `${r.also.length} others go`} with it`
  return `→ ${left}${minutes}${also}; changes the picture by ΔE ${figure(r.moves, 2)}`
}

/** tried says how far remedies are tried. */
function tried(known: Ranking | undefined) {
  if (!known) return 'Remedies are tried on the canvas.'
  if (known.tried < known.of) return `Tried ${known.tried} of ${known.of}.`
  if (known.of === 0) return 'No remedy is known: mend it by hand.'
  if (known.remedies.length === 0) return known.of === 1 ? 'The one thing that was tried does not better it.' : `None of the ${known.of} that were tried betters it.`
  return known.remedies.length < known.of ? `${known.of} were tried; the others do not better it.` : ''
}

/** Reason asks why something is on purpose. */
export function Reason({ accept }: { accept: (reason: string) => void }) {
  const [reason, setReason] = useState('')
  return (
    <form
      noValidate
      className="flex w-full gap-1"
      onSubmit={(e) => {
        e.preventDefault()
        if (reason.trim() !== '') accept(reason.trim())
      }}
    >
      <input aria-label="Why it is on purpose" value={reason} autoFocus maxLength={400} onChange={(e) => setReason(e.target.value)} placeholder="Why?" className="min-w-0 flex-1 rounded-sm border border-strong bg-raised px-2" />
      <Button type="submit" disabled={reason.trim() === ''}>
        Accept
      </Button>
    </form>
  )
}
