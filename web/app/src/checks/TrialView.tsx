import type { Asked, Edit, Finding, Remedy, Saved } from '../api/client'
import { useTrial } from '../api/scene'
import { remains } from '../score/Findings'
import { Button, capital, figure } from '../ui/controls'

interface Props {
  saved: Saved
  edit: Edit
  words: string
  /** The remedy as it is listed, with what was measured on the canvas of its finding. */
  listed?: { finding: Finding; remedy: Remedy }
  /** Where to look; the whole canvas when left out. */
  at?: Asked['at'] | undefined
  /** Whether the canvases are shown large, with the words below. */
  wide?: boolean
  close: () => void
  apply: (edit: Edit) => void
  busy: boolean
}

/** TrialView shows the canvas before and after an edit, and what the rules would say. */
export function TrialView({ saved, edit, words, listed, at, wide, close, apply, busy }: Props) {
  const trial = useTrial(saved, edit, at)
  const t = trial.data
  return (
    <section aria-label="Trial" className={`flex flex-col gap-2 overflow-y-auto border border-strong bg-sheet p-2 ${wide ? 'min-h-0 flex-1' : 'max-h-[55%]'}`}>
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 flex-1 font-serif text-base break-words">{capital(words)}</h2>
        <Button disabled={busy || !t} onClick={() => apply(edit)}>
          Apply it
        </Button>
        <Button onClick={close}>Close</Button>
      </div>
      {trial.error && <p role="alert">{trial.error.message}</p>}
      {!t && !trial.error && <p role="status">Trying it on the canvas.</p>}
      {t && (
        <div className={`flex gap-2 ${wide ? 'flex-wrap' : ''}`}>
          {(
            [
              ['as it is', t.before],
              ['with it', t.after],
            ] as const
          ).map(([name, src]) => (
            <figure key={name} className={wide ? 'min-w-48 flex-1' : 'w-36 shrink-0'}>
              <img src={src} alt={`The canvas ${name}`} className="w-full border border-strong" />
              <figcaption className="text-xs text-quiet">{name}</figcaption>
            </figure>
          ))}
          <div className={`text-xs ${wide ? 'w-full' : 'min-w-0 flex-1'}`}>
            {listed?.remedy.whole ? (
              <Listed {...listed} />
            ) : (
              <>
                <p>
                  On a coarse canvas {t.open === 0 ? 'nothing' : t.open} would be open
                  {t.minutes !== 0 && `; ${t.minutes > 0 ? '+' : '−'}${figure(Math.abs(t.minutes))} min`}.
                </p>
                <List title="Gone" of={t.gone} />
                <List title="New" of={t.come} />
              </>
            )}
          </div>
        </div>
      )}
    </section>
  )
}

/** Listed is what a remedy does, in the figures of the list. */
function Listed({ finding, remedy }: { finding: Finding; remedy: Remedy }) {
  const own = `${finding.title}: ${figure(finding.figure)} → ${remains(remedy, finding)}.`
  return (
    <>
      <List title="Gone" of={remedy.gone ? [own, ...remedy.also] : remedy.also} />
      <List title="Less of it" of={remedy.gone ? [] : [own]} />
      <List title="New" of={remedy.come} />
    </>
  )
}

function List({ title, of }: { title: string; of: string[] }) {
  if (of.length === 0) return null
  return (
    <>
      <h3 className="mt-1 font-semibold">{title}</h3>
      <ul>
        {of.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </>
  )
}
