export const views = [
  { id: 'paint', name: 'Paint', key: 'p' },
  { id: 'grey', name: 'Greyscale', key: 'g' },
  { id: 'value', name: 'Values', key: 'v' },
  { id: 'wet', name: 'Wet', key: 'w' },
  { id: 'thick', name: 'Thick', key: 't' },
] as const

export type View = (typeof views)[number]['id']
