import { useHowFar } from '../api/queries'

/** HowFar says how far the canvas of a lesson is painted. It alone is drawn anew with every step. */
export function HowFar({ what = 'Rehearsing', hash, id, of }: { what?: string; hash: string; id: string; of: number }) {
  return `${what}, step ${useHowFar(hash, id)} of ${of}`
}
