import { Refused } from './refused'

/** The parts of a form as a browser sends it (RFC 7578), by name; the first of each. */
export async function readParts({
  bytes,
  type,
}: {
  bytes: Uint8Array
  type: string
}): Promise<Record<string, Uint8Array>> {
  let form: FormData
  try {
    form = await new Response(bytes as unknown as ArrayBuffer, { headers: { 'content-type': type } }).formData()
  } catch {
    throw new Refused('What was sent can’t be read. Send it once more.')
  }
  const parts: Record<string, Uint8Array> = {}
  for (const [name, value] of form) {
    if (Object.hasOwn(parts, name)) continue
    if (Object.keys(parts).length >= 8) throw new Refused('There is more in this than was asked for.')
    parts[name] =
      typeof value === 'string' ? new TextEncoder().encode(value) : new Uint8Array(await value.arrayBuffer())
  }
  return parts
}
