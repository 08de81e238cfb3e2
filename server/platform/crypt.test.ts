import { scryptSync } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { hashPassword, verifyPassword } from './crypt'

describe('a password’s hash', () => {
  it('is taken by its own password alone, composed one way or the other', async () => {
    const hash = await hashPassword('Bücherwurm 7')
    expect(hash).toMatch(/^scrypt\$ln=14,r=8,p=5\$/)
    expect(await verifyPassword('Bu\u0308cherwurm 7', hash)).toBe(true)
    expect(await verifyPassword('bücherwurm 7', hash)).toBe(false)
  })

  it('carries what it cost, so that one of another cost is still taken', async () => {
    const hash = await hashPassword('steam', { ln: 10, r: 8, p: 1 })
    const [, cost, salt, key] = hash.split('$')
    expect(cost).toBe('ln=10,r=8,p=1')
    const told = scryptSync('steam', Buffer.from(salt!, 'base64'), 32, { N: 1024, r: 8, p: 1 })
    expect(key).toBe(told.toString('base64'))
    expect(await verifyPassword('steam', hash)).toBe(true)
    expect(await verifyPassword('smoke', hash)).toBe(false)
  })

  it('of an earlier main, which said no cost, is still taken', async () => {
    const salt = Buffer.from('a grain of salt.')
    const key = scryptSync('steam', salt, 32, { N: 16_384, r: 8, p: 5, maxmem: 64 * 1024 * 1024 })
    const hash = `scrypt$${salt.toString('base64')}$${key.toString('base64')}`
    expect(await verifyPassword('steam', hash)).toBe(true)
    expect(await verifyPassword('smoke', hash)).toBe(false)
  })

  it('that is none is taken by nothing', async () => {
    for (const none of ['', 'scrypt$$', 'steam', 'scrypt$ln=14$a$b'])
      expect(await verifyPassword('steam', none)).toBe(false)
  })
})
