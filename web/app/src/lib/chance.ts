/** chance is a name of so many random bytes, in hexadecimal. */
export const chance = (bytes: number): string => Array.from(crypto.getRandomValues(new Uint8Array(bytes)), (b) => b.toString(16).padStart(2, '0')).join('')
