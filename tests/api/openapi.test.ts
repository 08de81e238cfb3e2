import { readFileSync } from 'node:fs'
import { Validator } from '@seriousme/openapi-schema-validator'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DESCRIPTION, describe as describeRoutes } from '../../scripts/openapi'
import { routesTable } from '../../scripts/routes-table'
import { type Caller, signedIn } from '../support/caller'
import { TestServer } from '../support/server'

interface Description {
  openapi: string
  paths: Record<string, Record<string, { responses: Record<string, unknown> }>>
}

describe('the description of the routes', () => {
  let server: TestServer
  let owner: Caller
  beforeAll(async () => {
    server = await TestServer.start()
    owner = await signedIn(server)
  })
  afterAll(() => server.stop())

  it('is what the handlers say', async () => {
    const kept = JSON.parse(readFileSync(DESCRIPTION, 'utf8')) as unknown
    expect(kept, 'Write it anew: npm run routes').toEqual(
      JSON.parse(JSON.stringify(describeRoutes(await routesTable()))),
    )
  })

  it('is served, and is OpenAPI 3.1', async () => {
    const served = await owner.must<Description>('GET', '/api/openapi.json')
    expect(served).toEqual(JSON.parse(readFileSync(DESCRIPTION, 'utf8')))
    const { valid, errors } = await new Validator().validate(served as unknown as Record<string, unknown>)
    expect(errors ?? []).toEqual([])
    expect(valid).toBe(true)
    expect(served.openapi).toBe('3.1.0')
  })

  it('has every route that gives or takes JSON or a file', async () => {
    const served = await owner.must<Description>('GET', '/api/openapi.json')
    for (const { method, path, rules } of await routesTable()) {
      if (!rules || rules.page || method === 'any' || !path.startsWith('/api/')) continue
      expect(served.paths[path.replace(/:(\w+)/g, '{$1}')]?.[method.toLowerCase()]?.responses, path).toHaveProperty(
        '200',
      )
    }
  })
})
