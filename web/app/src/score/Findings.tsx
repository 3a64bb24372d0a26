import { useState } from 'react'

import type { Edit, Finding } from '../api/client'
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
  findings: Finding[]
  apply: (edit: Edit) => void
  /** Shows what a remedy would do before it is applied. */
  tryOut?: (edit: Edit, words: string) => void
}

/** Findings are what the rules say about a step, with what mends it. */
export function Findings({ findings, apply, tryOut }: Props) {
  return (
    <ul className="mt-1 flex flex-col gap-2">
      {findings.map((f) => (
        <li key={f.rule + f.where} className={`border-l-4 bg-sheet px-2 py-1 ${f.severity === 'stop' && f.accepted === '' ? 'border-stop' : 'border-strong'}`}>
          <p className="flex items-baseline gap-2">
            <FindingMark finding={f} />
            <strong className="font-semibold">{f.title}</strong>
            <span className="text-xs text-quiet">
              {figure(f.figure)} {f.unit}, speaks from {figure(f.threshold)}
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
            <Mend finding={f} apply={apply} {...(tryOut && { tryOut })} />
          )}
        </li>
      ))}
    </ul>
  )
}

function Mend({ finding, apply, tryOut }: Omit<Props, 'findings'> & { finding: Finding }) {
  const [reasoning, setReasoning] = useState(false)
  return (
    <div className="mt-1 flex flex-col items-start gap-1">
      {finding.remedies.map((r) => (
        <div key={r.words} className="flex items-start gap-1">
          <Button className="text-left" onClick={() => apply(r.edit)} data-part="remedy">
            {capital(r.words)}
            <span className="text-quiet">
              {r.tried && ` → ${figure(r.after)} ${finding.unit}`}
              {r.minutes !== 0 && `, ${r.minutes > 0 ? '+' : '−'}${figure(Math.abs(r.minutes))} min`}
            </span>
          </Button>
          {tryOut && (
            <Button aria-label={`Try: ${r.words}`} onClick={() => tryOut(r.edit, r.words)}>
              Try
            </Button>
          )}
        </div>
      ))}
      {!reasoning ? (
        <Button onClick={() => setReasoning(true)}>It is on purpose</Button>
      ) : (
        <Reason accept={(why) => apply({ edit: 'accept', finding: { rule: finding.rule, where: finding.where, reason: why } })} />
      )}
    </div>
  )
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
