import type { Measure } from '../api/client'
import { Signal } from './signal'

/** The unit that the studio measures with, as the server knows it. */
export const unit = new Signal(localStorage.getItem('units') ?? 'metric')

/** units is that for a request. */
export const units = (): string => unit.get()

/** measureIn sets what is measured with. */
export function measureIn(id: string) {
  localStorage.setItem('units', id)
  unit.set(id)
}

/** shownIn is a length, mm, as it is shown in a unit, without its sign. */
export function shownIn(measure: Measure, mm: number): string {
  return (mm / measure.mm).toLocaleString('en', { maximumFractionDigits: measure.decimals, useGrouping: false })
}
