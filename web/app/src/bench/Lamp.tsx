import type { Mixed } from '../api/client'
import { useVocabulary } from '../api/queries'
import { Choose } from '../ui/Choose'
import { figure } from '../ui/controls'

interface Props {
  lamp: string
  setLamp: (lamp: string) => void
  target: string
  mixed: string | undefined
  lit: Mixed['lit']
  at: number // which recipe
}

/** Lamp shows the target beside the result on neutral grey, in daylight or under another lamp. */
export function Lamp({ lamp, setLamp, target, mixed, lit, at }: Props) {
  const lamps = useVocabulary().data?.lamps ?? []
  return (
    <div className="flex shrink-0 flex-col gap-1">
      <div className="flex h-32 bg-mat p-3">
        <Patch label="Target" hex={lit ? lit.target : target} />
        <Patch label="Mixed" hex={lit ? lit.colours[at] : mixed} />
      </div>
      <div className="flex items-center gap-2">
        <label className="flex items-center gap-1">
          Light
          <Choose value={lamp} set={(to) => setLamp(to)}>
            <option value="">daylight</option>
            {lamps.map((l) => (
              <option key={l.id} value={l.id}>
                {l.name.toLowerCase()}
              </option>
            ))}
          </Choose>
        </label>
        {lit && (
          <span className="text-quiet">
            ΔE {figure(lit.deltas[at] ?? 0)} under it
            {lit.known ? '' : '; the target is taken to look as by day'}
          </span>
        )}
      </div>
    </div>
  )
}

function Patch({ label, hex }: { label: string; hex: string | undefined }) {
  return (
    <figure className="flex flex-1 flex-col">
      <div data-part="colour" className="flex-1" style={{ background: hex }} />
      <figcaption className="bg-sheet px-1 text-xs">
        {label} {hex}
      </figcaption>
    </figure>
  )
}
