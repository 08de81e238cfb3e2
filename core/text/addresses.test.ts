import { BlockList } from 'node:net'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isOpenAddress } from './addresses'

describe('an address that may be called', () => {
  it.each([
    '127.0.0.1',
    '10.1.2.3',
    '169.254.169.254',
    '172.31.255.255',
    '192.168.0.1',
    '0.0.0.0',
    '100.64.0.1',
    '224.0.0.1',
    '255.255.255.255',
    '::1',
    '::',
    'fe80::1',
    'fe80::1%eth0',
    'fc00::1',
    'fd12:3456::1',
    'ff02::1',
    '::ffff:127.0.0.1',
    '::ffff:7f00:1',
    '64:ff9b::7f00:1',
    '2002:7f00:1::',
    '2001:db8::1',
    '2001::1',
    'localhost',
    '',
    '1.2.3',
    '1.2.3.256',
    '2001:db8::1::2',
  ])('is not %s', (address) => {
    expect(isOpenAddress(address)).toBe(false)
  })
  it.each([
    '93.184.215.14',
    '8.8.8.8',
    '172.32.0.1',
    '2606:2800:21f::1',
    '::ffff:8.8.8.8',
    '64:ff9b::808:808',
    '2002:808:808::1',
  ])('is %s', (address) => {
    expect(isOpenAddress(address)).toBe(true)
  })
  it('is none of the nets Node itself finds in a list, whatever the address', () => {
    const list = new BlockList()
    for (const [net, bits] of [
      ['10.0.0.0', 8],
      ['127.0.0.0', 8],
      ['169.254.0.0', 16],
      ['172.16.0.0', 12],
      ['192.168.0.0', 16],
      ['100.64.0.0', 10],
      ['0.0.0.0', 8],
      ['224.0.0.0', 3],
    ] as const)
      list.addSubnet(net, bits)
    fc.assert(
      fc.property(fc.ipV4(), (address) => {
        if (list.check(address)) expect(isOpenAddress(address)).toBe(false)
        expect(isOpenAddress(`::ffff:${address}`)).toBe(isOpenAddress(address))
      }),
      { numRuns: 500 },
    )
  })
  it('is decided for anything', () => {
    fc.assert(fc.property(fc.oneof(fc.string(), fc.ipV6()), (text) => typeof isOpenAddress(text) === 'boolean'))
  })
})
