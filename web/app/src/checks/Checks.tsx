import { useMemo, useState } from 'react'

import type { Finding, Remedy, Saved } from '../api/client'
import { useRehearsal } from '../api/queries'
import { useRankings, type Tried } from '../api/ranking'
import { useEditing } from '../lib/editing'
import { usePainted } from '../lib/frame'
import { useMendAll } from '../lib/mending'
import { Findings, Reason } from '../score/Findings'
import { Button } from '../ui/controls'
import { Foot } from '../ui/Foot'
import { HowFar } from '../ui/HowFar'
import { LessonBar } from '../ui/LessonBar'
import { OpenLesson } from '../ui/OpenLesson'
import { PrintLesson } from '../ui/PrintLesson'
import { Places } from './Places'
import { TrialView } from './TrialView'

/** Checks is where a lesson's findings are read, tried out and mended. */
export function Checks({ id }: { id: string }) {
  return <OpenLesson id={id}>{(saved) => <Room saved={saved} id={id} />}</OpenLesson>
}

const worst: Finding['severity'][] = ['stop', 'caution', 'note']

/** How findings are listed: by what they are about, by step, or what changes the picture most first. */
type Order = 'kind' | 'step' | 'change'

function Room({ saved, id }: { saved: Saved; id: string }) {
  const { lesson, score } = saved
  const [said, setSaid] = useState<string>()
  const editing = useEditing(id, (_, after) => setSaid(`Saved: ${after.said}.`))
  const mending = useMendAll(saved, editing.took)
  const rehearsal = useRehearsal(saved.hash, saved.id).data
  const [by, setBy] = useState<Order>('kind')
  const [meant, setMeant] = useState<string>()
  const [chosen, setChosen] = useState<string>()
  const [tried, setTried] = useState<{ finding: Finding; remedy: Remedy; hash: string }>()
  const frame = usePainted(`${saved.frames}/paint-800-${Math.round(score.minutes * 2)}.png`)

  const findings = useMemo(() => (rehearsal?.done ? rehearsal.findings : []), [rehearsal])
  const open = useMemo(() => findings.filter((f) => f.accepted === ''), [findings])
  const busy = editing.busy || mending.going !== undefined
  const ready = rehearsal?.done === true && mending.going === undefined
  const rankings = useRankings(saved, by === 'change' ? open : [], ready)
  const tries = new Map(open.map((f, i) => [key(f), rankings[i]]))
  const going = by === 'change' ? rankings.filter((r) => !r.whole && r.problem === undefined).length : 0
  const groups = useMemo(() => {
    const out = new Map<string, Finding[]>()
    for (const f of findings) {
      const step = lesson.steps.findIndex((s) => s.id === f.steps[0])
      const row = score.rows[step]
      const name = f.accepted !== '' ? 'On purpose' : by === 'kind' ? f.family : row ? `Step ${row.number}: ${row.brief}` : 'The whole lesson'
      out.set(name, [...(out.get(name) ?? []), f])
    }
    if (by === 'step') return [...out]
    const rank = (name: string, list: Finding[]) => (name === 'On purpose' ? worst.length : Math.min(...list.map((f) => worst.indexOf(f.severity))))
    return [...out].sort(([a, x], [b, y]) => rank(a, x) - rank(b, y))
  }, [findings, by, lesson.steps, score.rows])
  const listed = by === 'change' ? byChange(findings, (f) => tries.get(key(f))) : groups
  const shownTrial = tried?.hash === saved.hash ? tried : undefined

  return (
    <div className="room">
      <LessonBar saved={saved} at="Checks" editing={editing}>
        <span className="flex items-center gap-1">
          Listed by
          <Button pressed={by === 'kind'} onClick={() => setBy('kind')}>
            kind
          </Button>
          <Button pressed={by === 'step'} onClick={() => setBy('step')}>
            step
          </Button>
          <Button pressed={by === 'change'} onClick={() => setBy('change')} title="What changes the picture most when it is mended comes first, seen from two and a half metres">
            change
          </Button>
        </span>
        {mending.going === undefined ? (
          <Button className="ml-auto" disabled={busy || open.length === 0} onClick={() => mending.start((text) => setSaid(text))}>
            Mend all that is safe
          </Button>
        ) : (
          <Button className="ml-auto" onClick={mending.stop}>
            Stop {mending.going}
          </Button>
        )}
        <PrintLesson saved={saved} kinds={['checks', 'script']} />
      </LessonBar>
      <main className="min-h-0 wide:grid wide:grid-cols-[minmax(0,11fr)_minmax(0,9fr)] print:block">
        <section aria-label="Where" className="stays z-10 flex min-h-0 flex-col gap-2 bg-mat p-2 wide:overflow-hidden wide:p-0 print:hidden">
          <Places lesson={lesson} shown={frame.coarse ?? frame.shown} findings={open} chosen={chosen} choose={setChosen} name={key} />
          {shownTrial && <TrialView saved={saved} edit={shownTrial.remedy.edit} words={shownTrial.remedy.words} listed={shownTrial} at={shownTrial.finding.onCanvas ? shownTrial.finding.at : undefined} close={() => setTried(undefined)} apply={editing.apply} busy={busy} />}
        </section>
        <section aria-label="Findings" className="min-h-0 border-line p-4 wide:overflow-y-auto wide:border-l" tabIndex={0}>
          {!rehearsal?.done && (
            <p role="status">
              <HowFar hash={saved.hash} id={saved.id} of={lesson.steps.length} />.
            </p>
          )}
          {rehearsal?.done && open.length === 0 && (
            <p className="text-quiet">Nothing is open. What the rules look for, and from which figure on they speak, is in the handbook, under Help. What is on purpose stays listed below.</p>
          )}
          {going > 0 && <p role="status">Trying the remedies of {going} more {going === 1 ? 'finding' : 'findings'}.</p>}
          {listed.map(([name, list]) => (
            <section key={name} aria-label={name} className="mb-4">
              <h2 className="font-serif text-base">
                {name} <span className="text-sm text-quiet">{list.length}</span>
              </h2>
              {list.length > 1 && by !== 'change' && name !== 'On purpose' && (
                <div className="mb-1 print:hidden">
                  {meant === name ? (
                    <Reason
                      accept={(reason) => {
                        setMeant(undefined)
                        editing.apply({ edit: 'all', edits: list.map((f) => ({ edit: 'accept', finding: { rule: f.rule, where: f.where, reason } })) })
                      }}
                    />
                  ) : (
                    <Button onClick={() => setMeant(name)}>All {list.length} are on purpose</Button>
                  )}
                </div>
              )}
              {list.map((f) => (
                <div key={key(f)} id={key(f)} className={chosen === key(f) ? 'outline-2 outline-ink' : ''}>
                  {by !== 'step' && f.steps[0] !== undefined && <StepName saved={saved} step={f.steps[0]} />}
                  <Findings saved={saved} findings={[f]} apply={editing.apply} ready={ready} tryOut={(finding, remedy) => setTried({ finding, remedy, hash: saved.hash })} />
                </div>
              ))}
            </section>
          ))}
        </section>
      </main>
      <Foot editing={editing} said={said} hint="Try a remedy to see what it does; it is applied only when you say so, and can be undone." />
    </div>
  )
}

const key = (f: Finding) => `${f.rule}@${f.where}`

/** byChange lists what is open by how much mending it changes the picture, most first; what nothing mends comes last. */
function byChange(findings: Finding[], tried: (f: Finding) => Tried | undefined): [string, Finding[]][] {
  const best = (f: Finding) => tried(f)?.known?.remedies.find((r) => r.whole)
  const name = (f: Finding) => {
    if (f.accepted !== '') return 'On purpose'
    if (best(f)) return 'Largest change to the picture first'
    if (tried(f)?.problem !== undefined) return 'These could not be tried'
    return tried(f)?.whole ? 'Nothing that was tried betters these' : 'Still being tried'
  }
  const groups = ['Largest change to the picture first', 'Still being tried', 'Nothing that was tried betters these', 'These could not be tried', 'On purpose'].map(
    (group): [string, Finding[]] => [group, findings.filter((f) => name(f) === group)],
  )
  groups[0]?.[1].sort((a, b) => (best(b)?.moves ?? 0) - (best(a)?.moves ?? 0))
  return groups.filter(([, list]) => list.length > 0)
}

function StepName({ saved, step }: { saved: Saved; step: string }) {
  const row = saved.score.rows.find((r) => r.step === step)
  return row ? (
    <p className="mt-1 text-xs text-quiet">
      Step {row.number}: {row.brief}
    </p>
  ) : null
}

