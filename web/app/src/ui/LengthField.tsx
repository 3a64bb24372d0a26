import { useMeasure } from '../api/habits'
import { shownIn } from '../lib/units'
import { FigureField } from './controls'

interface Props {
  label: string
  /** mm */
  value: number | undefined
  least: number
  most: number
  step?: number
  set: (mm: number) => void
  className?: string
  lazy?: boolean
  disabled?: boolean
}

/** LengthField takes a length in the unit that the studio measures with, and gives mm; the unit stands behind it. */
export function LengthField({ label, value, least, most, step = 1, set, className = 'w-16', lazy = false, disabled }: Props) {
  const unit = useMeasure()
  const there = (mm: number) => Number(shownIn(unit, mm))
  return (
    <span className="inline-flex items-baseline gap-1">
      <FigureField
        label={`${label}, ${unit.sign}`}
        value={value === undefined ? undefined : there(value)}
        least={least / unit.mm}
        most={most / unit.mm}
        step={unit.sign === 'in' ? Math.max(1 / 16, there(step)) : step / unit.mm}
        set={(v) => set(Math.min(most, Math.max(least, Math.round(v * unit.mm * 10) / 10)))}
        className={className}
        lazy={lazy}
        {...(disabled ? { disabled } : {})}
      />
      {unit.sign}
    </span>
  )
}

/** useLengths says lengths, mm, in the unit that the studio measures with: one, or two sides. */
export function useLengths(): (mm: number, by?: number) => string {
  const unit = useMeasure()
  return (mm, by) => `${shownIn(unit, mm)}${by === undefined ? '' : ` × ${shownIn(unit, by)}`} ${unit.sign}`
}

/** usePlaces says places on the canvas, mm from its top left corner. */
export function usePlaces(): (x: number, y: number) => string {
  const unit = useMeasure()
  return (x, y) => `${shownIn(unit, x)}, ${shownIn(unit, y)} ${unit.sign}`
}
