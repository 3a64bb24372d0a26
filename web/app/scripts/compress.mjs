// Compresses what was built, so that the server sends it as it is.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const folder = 'dist/assets'
for (const name of readdirSync(folder)) {
  if (!/\.(js|css|svg)$/.test(name)) continue
  const data = readFileSync(`${folder}/${name}`)
  writeFileSync(`${folder}/${name}.br`, brotliCompressSync(data, { params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: data.length } }))
  writeFileSync(`${folder}/${name}.gz`, gzipSync(data, { level: 9 }))
}
