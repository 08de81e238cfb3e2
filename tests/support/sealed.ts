import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from 'vitest'
import type { Caller } from './caller'
import { paperOf } from './line'
import { type TestServer, until } from './server'

/** A picture of an identity document that the stand-in for identity checks knows. */
export const specimen = (name: string) =>
  readFileSync(join(import.meta.dirname, `../../server/gateways/identity/specimens/${name}.png`))

/** The text of a paper's sealed copy, once it is sealed and its seal has been checked. */
export async function sealedText(server: TestServer, owner: Caller, paper: string): Promise<string> {
  await until(
    () => paperOf(owner, paper),
    (p) => !!p.round?.sealed,
  )
  const file = join(server.folder, `${paper}.pdf`)
  writeFileSync(file, (await owner.get(`/api/papers/${paper}/sealed`)).bytes)
  expect(execFileSync('pdfsig', ['-nocert', file], { encoding: 'utf8' })).toContain('Signature is Valid')
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ')
}
