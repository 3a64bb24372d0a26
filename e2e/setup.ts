import { request, type FullConfig } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

const lessons = ['terraces-above-ondrel-water', 'poplars-on-the-maren-cut', 'moonrise-over-harrow-fell', 'salt-barns-in-snowlight']

/** Every worker after the first gets a studio of its own, which teaches what the first one does. */
export default async function setup(config: FullConfig) {
  const api = await request.newContext({ baseURL: config.projects[0]?.use.baseURL })
  for (let worker = 1; worker < config.workers; worker++) {
    const reply = await api.post('/api/studios', { data: { name: `Room ${worker + 1}` } })
    const { id } = (await reply.json()) as { id: string }
    for (const lesson of lessons) {
      const text = readFileSync(join(import.meta.dirname, `../demo/${lesson}.json`))
      const put = await api.post(`/api/studios/${id}/lessons`, { headers: { 'Content-Type': 'application/json' }, data: text })
      if (put.status() !== 201) throw new Error(`${lesson} was not put on the shelf: ${await put.text()}`)
    }
    process.env[`PROXENOS_STUDIO_${worker}`] = id
  }
  await api.dispose()
}
