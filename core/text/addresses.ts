/** Addresses nothing of ours may call: what isn't routed in the open (RFC 6890, 4193, 4291, 6598, 8215; the IANA registries). */
const V4: readonly [string, number][] = [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
]

const number4 = (text: string): number | null => {
  const parts = text.split('.')
  if (parts.length !== 4 || parts.some((p) => !/^\d{1,3}$/.test(p) || Number(p) > 255)) return null
  return parts.reduce((n, p) => n * 256 + Number(p), 0)
}
const within = (n: number, [base, bits]: readonly [string, number]) =>
  Math.floor(n / 2 ** (32 - bits)) === Math.floor(number4(base)! / 2 ** (32 - bits))

/** The eight groups of an IPv6 address; null where it is none. */
function groups6(text: string): number[] | null {
  let address = text.split('%')[0]!.toLowerCase()
  const v4 = /^(.*:)(\d+\.\d+\.\d+\.\d+)$/.exec(address)
  if (v4) {
    const n = number4(v4[2]!)
    if (n === null) return null
    address = `${v4[1]}${Math.floor(n / 65536).toString(16)}:${(n % 65536).toString(16)}`
  }
  const halves = address.split('::')
  if (halves.length > 2) return null
  const parse = (half: string) => (half === '' ? [] : half.split(':'))
  const [head, tail] = [parse(halves[0]!), parse(halves[1] ?? '')]
  const zeros = halves.length === 2 ? 8 - head.length - tail.length : 0
  if (zeros < 0 || (halves.length === 1 && head.length !== 8)) return null
  const all = [...head, ...Array.from({ length: zeros }, () => '0'), ...tail]
  return all.length === 8 && all.every((g) => /^[0-9a-f]{1,4}$/.test(g)) ? all.map((g) => parseInt(g, 16)) : null
}

/**
 * Whether an address (IPv4 or IPv6, as a resolver gives it) is one of the open internet. What wraps an IPv4 address (mapped,
 * NAT64, 6to4) is as good as that; everything but global unicast is not.
 */
export function isOpenAddress(text: string): boolean {
  const n = number4(text)
  if (n !== null) return !V4.some((net) => within(n, net))
  const g = groups6(text)
  if (!g) return false
  const inside = (high: number, low: number) => isOpenAddress([high >> 8, high & 255, low >> 8, low & 255].join('.'))
  if (g.slice(0, 5).every((x) => x === 0) && g[5] === 0xffff) return inside(g[6]!, g[7]!)
  if (g[0] === 0x64 && g[1] === 0xff9b && g.slice(2, 6).every((x) => x === 0)) return inside(g[6]!, g[7]!)
  if (g[0] === 0x2002) return inside(g[1]!, g[2]!)
  // Teredo, documentation, and what is not global unicast (2000::/3).
  if (g[0] === 0x2001 && (g[1]! < 0x200 || g[1] === 0xdb8)) return false
  if (g[0] === 0x3fff && g[1]! < 0x1000) return false
  return g[0]! >= 0x2000 && g[0]! <= 0x3fff
}
