import type { Asked, Edit, Saved } from '../api/client'
import { useTrial } from '../api/scene'
import { Button, capital, figure } from '../ui/controls'

interface Props {
  saved: Saved
  edit: Edit
  words: string
  /** Where to look; the whole canvas when left out. */
  at?: Asked['at'] | undefined
  /** Whether the canvases are shown large, with the words below. */
  wide?: boolean
  close: () => void
  apply: (edit: Edit) => void
  busy: boolean
}

/** TrialView shows the canvas before and after an edit, and what the rules would say. */
export function TrialView({ saved, edit, words, at, wide, close, apply, busy }: Props) {
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
            <p>
              On a coarse canvas {t.open === 0 ? 'nothing' : t.open} would be open
              {t.minutes !== 0 && `; ${t.minutes > 0 ? '+' : '−'}${figure(Math.abs(t.minutes))} min`}.
            </p>
            <List title="Gone" of={t.gone} />
            <List title="New" of={t.come} />
          </div>
        </div>
      )}
    </section>
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
