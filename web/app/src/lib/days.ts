/** inWords writes a day as people do: 2 October 2026. */
export const inWords = (on: string) => new Date(`${on}T00:00Z`).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' })
