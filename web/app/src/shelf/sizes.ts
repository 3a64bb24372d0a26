/** sizes are those in which canvases are usually sold, mm. */
export const sizes = [
  { width: 300, height: 240 },
  { width: 400, height: 300 },
  { width: 500, height: 400 },
  { width: 700, height: 500 },
  { width: 300, height: 300 },
]
