import { Choose } from '../ui/Choose'

/** StudioChooser leads from one studio to another. */
export function StudioChooser({ studios, chosen, go }: { studios: { id: string; name: string }[]; chosen: string | undefined; go: (studio: string) => void }) {
  return (
    <Choose label="Studio" value={chosen ?? ''} set={go} placeholder="Choose a studio">
      {studios.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </Choose>
  )
}
