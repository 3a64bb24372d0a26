import { expect } from '@playwright/test'
import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import { join } from 'node:path'

const root = join(import.meta.dirname, '..')

/** at is the address of a server on this machine. */
export const at = (port: number) => `http://127.0.0.1:${port}`

/** another starts one more server on the same database, which can be killed. */
export async function another(port: number): Promise<ChildProcess> {
  const url = new URL(execFileSync(join(root, 'scripts/postgres.sh'), ['start'], { encoding: 'utf8' }).trim())
  url.pathname = `/proxenos_e2e_${process.env.PROXENOS_E2E_PORT ?? '8897'}`
  const server = spawn(join(root, 'bin/proxenos'), ['serve', '--listen', `127.0.0.1:${port}`], { env: { ...process.env, DATABASE_URL: url.href }, stdio: 'ignore' })
  await expect.poll(async () => fetch(`${at(port)}/api/health`).then((r) => r.ok, () => false)).toBe(true)
  return server
}
