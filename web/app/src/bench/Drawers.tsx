import { DrawerSet } from '../ui/Drawers'
import { ChangePile } from './ChangePile'
import { Mixtures } from './Mixtures'
import { Palette } from './Palette'
import { Reach } from './Reach'
import { Scales } from './Scales'
import { TubeCard } from './TubeCard'
import type { DrawerProps } from './props'

const drawers = [
  { id: 'tubes', name: 'Tubes', Holds: Palette },
  { id: 'mixtures', name: 'Mixtures', Holds: Mixtures },
  { id: 'scales', name: 'Scales', Holds: Scales },
  { id: 'reach', name: 'Reach', Holds: Reach },
  { id: 'pile', name: 'A pile', Holds: ChangePile },
  { id: 'tube', name: 'One tube', Holds: TubeCard },
]

/** Drawers hold what lies beside the recipes, one open at a time. */
export function Drawers(props: DrawerProps) {
  return <DrawerSet drawers={drawers.map(({ id, name, Holds }) => ({ id, name, holds: <Holds {...props} /> }))} />
}
