export const views = [
  { id: 'paint', name: 'Paint', key: 'p', meaning: 'As it looks, with light on its relief.' },
  { id: 'grey', name: 'Greyscale', key: 'g', meaning: 'Lightness alone: if this reads, the picture reads.' },
  { id: 'value', name: 'Values', key: 'v', meaning: 'Nine steps, from 1 dark to 9 light.' },
  { id: 'wet', name: 'Wet', key: 'w', meaning: 'Dark is wet, light has set, near-white is bare ground.' },
  { id: 'thick', name: 'Thick', key: 't', meaning: 'The lighter, the thicker the wet film; white is 150 µm.' },
] as const

export type View = (typeof views)[number]['id']
