// Writes the licences of what the web application is made of, as license-checker lists them on
// standard input.
import { readFileSync } from 'node:fs'

const list = JSON.parse(readFileSync(0, 'utf8'))
for (const name of Object.keys(list).sort()) {
  const { licenses, licenseFile, repository } = list[name]
  console.log(`\n--- ${name.replace(/@([^@]*)$/, ' $1')} (${licenses})\n`)
  // A package without a file of its own says its licence in its description alone.
  const text = /licen[cs]e/i.test(licenseFile ?? '') ? readFileSync(licenseFile, 'utf8').replaceAll('\r\n', '\n').trim() : `Under ${licenses}; ${repository ?? 'no repository is named'}.`
  console.log(text)
}
