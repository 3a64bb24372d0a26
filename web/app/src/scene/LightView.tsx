import { useVocabulary } from '../api/queries'
import { useArrange } from '../api/scene'
import { Choose } from '../ui/Choose'
import { Button, FigureField } from '../ui/controls'
import { Hours } from './Hours'
import type { SceneProps } from './props'
import { sceneOf, type SetScene } from './sceneOf'
import { LengthField } from '../ui/LengthField'

/** LightView sets where the light stands, the air, the eye, the horizon and the focal area. */
export function LightView(props: SceneProps) {
  const { saved, apply, busy, say } = props
  const { lesson } = saved
  const airs = useVocabulary().data?.airs ?? []
  const arrange = useArrange()
  const scene = sceneOf(lesson)
  const set = (fields: Partial<Omit<SetScene, 'edit'>>) => apply({ ...scene, ...fields })
  const { light, view, focal } = scene
  const { width, height } = lesson.support
  return (
    <div className="flex flex-col gap-4">
      <Hours {...props} />
      <fieldset className="flex flex-col gap-2">
        <legend className="font-serif text-base">Light</legend>
        <Row label="From, degrees" hint="0 from above, 90 from the right, 270 from the left">
          <FigureField lazy label="Bearing of the light, degrees" value={light.from} least={0} most={360} step={5} set={(from) => set({ light: { ...light, from } })} />
        </Row>
        <Row label="Height, degrees" hint="above the horizon">
          <FigureField lazy label="Height of the light, degrees" value={light.height} least={0} most={90} step={5} set={(h) => set({ light: { ...light, height: h } })} />
        </Row>
        <Row label="Warmth" hint="1 evening gold, 0 noon, -1 moonlight">
          <FigureField lazy label="Warmth of the light" value={light.warmth ?? 0} least={-1} most={1} step={0.1} set={(warmth) => set({ light: { ...light, warmth } })} />
        </Row>
        <Row label="Air" hint={airs.find((a) => a.id === (scene.air || 'clear'))?.meaning ?? ''}>
          <Choose value={scene.air || 'clear'} set={(to) => set({ air: to })} label="Air">
            {airs.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name}
              </option>
            ))}
          </Choose>
        </Row>
      </fieldset>
      <fieldset className="flex flex-col gap-2">
        <legend className="font-serif text-base">View</legend>
        <Row label="Horizon" hint="from the top; the picture moves with it">
          <LengthField
            lazy
            label="Horizon from the top"
            value={view.horizon}
            least={Math.ceil(height / 10)}
            most={Math.floor((9 * height) / 10)}
            step={5}
            set={(y) => arrange.mutate({ whose: saved.hash, do: 'horizon', y }, { onSuccess: (a) => apply(a.edit), onError: (e) => say(`Not changed. ${e.message}`) })}
          />
        </Row>
        <Row label="Eye, m" hint="over the ground or the water">
          <FigureField lazy label="Height of the eye, m" value={view.eye} least={0.2} most={500} step={0.1} set={(eye) => set({ view: { ...view, eye } })} />
        </Row>
      </fieldset>
      <fieldset className="flex flex-col gap-2">
        <legend className="font-serif text-base">Focal area</legend>
        <Row label="Across" hint="where the picture is about">
          <LengthField lazy label="Focal area across" value={focal.x} least={0} most={width} step={5} set={(x) => set({ focal: { ...focal, x } })} />
        </Row>
        <Row label="Down" hint="">
          <LengthField lazy label="Focal area down" value={focal.y} least={0} most={height} step={5} set={(y) => set({ focal: { ...focal, y } })} />
        </Row>
        <Row label="Radius" hint="0 for none">
          <LengthField lazy label="Radius of the focal area" value={focal.radius} least={0} most={Math.min(750, width / 2)} step={5} set={(radius) => set({ focal: { ...focal, radius } })} />
        </Row>
        {focal.radius === 0 && (
          <Button disabled={busy} onClick={() => set({ focal: { x: Math.round(width * 0.62), y: Math.round(height * 0.45), radius: Math.round(width * 0.1) } })}>
            Place one
          </Button>
        )}
      </fieldset>
    </div>
  )
}

function Row({ label, hint, children }: { label: string; hint: string; children: React.ReactNode }) {
  return (
    <div className="flex items-center gap-2">
      <span className="w-28">{label}</span>
      {children}
      <span className="min-w-0 flex-1 text-xs text-quiet">{hint}</span>
    </div>
  )
}
